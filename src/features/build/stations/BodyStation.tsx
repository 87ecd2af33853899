'use client'
import { memo } from 'react'
import { stabilityWorking } from '../../../core/prediction'
import { STANDARD_GRAVITY } from '../../../core/units'
import { LIMITS, type ThrustBuild } from '../../../project/document'
import { Advice, ChoiceField, Dimension, Figure, NumberField, SectionTitle, Sheet, color } from '../../../ui'
import { bodyPath, useShown, type Shown } from '../../shared'
import { STABILITY_WORDS } from '../air-words'
import type { ThrustPredicted } from '../../../project/document'
import type { ThrustStationProps } from './station-props'

function Inputs({ build, edit, faultAt }: ThrustStationProps) {
  const shown = useShown()
  const { machine } = build
  const mm = shown.unit('length').id
  return (
    <>
      <SectionTitle first>Body</SectionTitle>
      <NumberField
        label="Mass, no air in it"
        kind="mass"
        value={machine.massKg}
        limits={LIMITS.bodyMassKg}
        onChange={(v) => edit('mass of the body', (b) => void (b.machine.massKg = v), 'mass')}
      />
      <NumberField
        label="Length"
        kind="length"
        unit={mm}
        value={machine.lengthM}
        limits={LIMITS.bodyLengthM}
        onChange={(v) => edit('length of the body', (b) => void (b.machine.lengthM = v), 'length')}
      />
      <NumberField
        label="Diameter"
        kind="length"
        unit={mm}
        value={machine.diameterM}
        limits={LIMITS.bodyDiameterM}
        onChange={(v) => edit('diameter of the body', (b) => void (b.machine.diameterM = v), 'diameter')}
      />
      <NumberField
        label="Drag coefficient"
        kind="ratio"
        value={machine.dragCoefficient}
        limits={LIMITS.dragCoefficient}
        note="0.4 to 0.8 for such bodies, within a fifth (estimate)"
        onChange={(v) => edit('drag coefficient', (b) => void (b.machine.dragCoefficient = v), 'cd')}
      />
      <NumberField
        label="Nose"
        kind="length"
        unit={mm}
        value={machine.noseLengthM}
        limits={LIMITS.bodyLengthM}
        fault={faultAt('machine.noseLengthM')}
        onChange={(v) => edit('nose', (b) => void (b.machine.noseLengthM = v), 'nose')}
      />
      <ChoiceField
        label="Its shape"
        value={machine.noseKind}
        choices={[
          { value: 'ogive', label: 'ogive' },
          { value: 'cone', label: 'cone' },
          { value: 'round', label: 'half a sphere' },
        ]}
        onChange={(v) => edit('shape of the nose', (b) => void (b.machine.noseKind = v))}
      />
      <NumberField
        label="Balances at"
        kind="length"
        unit={mm}
        value={machine.centreOfMassM}
        limits={[0, LIMITS.bodyLengthM[1]]}
        fault={faultAt('machine.centreOfMassM')}
        note="from the nose, ready to go, on a knife edge"
        onChange={(v) => edit('centre of mass', (b) => void (b.machine.centreOfMassM = v), 'cm')}
      />
      <SectionTitle>Fins</SectionTitle>
      <ChoiceField
        label="Fins"
        value={machine.fins ? String(machine.fins.count) : '0'}
        choices={['0', '3', '4', '6', '8'].map((value) => ({ value, label: value === '0' ? 'none' : value }))}
        onChange={(v) =>
          edit('fins', (b) => {
            const count = Number(v)
            b.machine.fins =
              count === 0
                ? null
                : b.machine.fins
                  ? { ...b.machine.fins, count }
                  : {
                      count,
                      rootChordM: 0.2 * b.machine.lengthM,
                      tipChordM: 0.12 * b.machine.lengthM,
                      spanM: 0.6 * b.machine.diameterM,
                      sweepM: 0.08 * b.machine.lengthM,
                      rootAtM: 0.8 * b.machine.lengthM,
                    }
          })
        }
      />
      {machine.fins && (
        <>
          <NumberField
            label="Begin at"
            kind="length"
            unit={mm}
            value={machine.fins.rootAtM}
            limits={[0, LIMITS.bodyLengthM[1]]}
            fault={faultAt('machine.fins.rootAtM')}
            note="from the nose"
            onChange={(v) =>
              edit('place of the fins', (b) => void (b.machine.fins && (b.machine.fins.rootAtM = v)), 'fin-x')
            }
          />
          <NumberField
            label="Root"
            kind="length"
            unit={mm}
            value={machine.fins.rootChordM}
            limits={LIMITS.bodyDiameterM}
            onChange={(v) =>
              edit('root of the fins', (b) => void (b.machine.fins && (b.machine.fins.rootChordM = v)), 'fin-r')
            }
          />
          <NumberField
            label="Tip"
            kind="length"
            unit={mm}
            value={machine.fins.tipChordM}
            limits={LIMITS.finLengthM}
            onChange={(v) =>
              edit('tip of the fins', (b) => void (b.machine.fins && (b.machine.fins.tipChordM = v)), 'fin-t')
            }
          />
          <NumberField
            label="Span of one"
            kind="length"
            unit={mm}
            value={machine.fins.spanM}
            limits={LIMITS.finSpanM}
            onChange={(v) =>
              edit('span of the fins', (b) => void (b.machine.fins && (b.machine.fins.spanM = v)), 'fin-s')
            }
          />
          <NumberField
            label="Tip set back by"
            kind="length"
            unit={mm}
            value={machine.fins.sweepM}
            limits={LIMITS.finLengthM}
            onChange={(v) =>
              edit('sweep of the fins', (b) => void (b.machine.fins && (b.machine.fins.sweepM = v)), 'fin-w')
            }
          />
        </>
      )}
    </>
  )
}

/** Wavy strokes of side wind that press on a point from above. */
const Wind = ({ x, from, to, tone }: { x: number; from: number; to: number; tone: string }) => (
  <g stroke={color(tone)} fill="none" strokeWidth="1.5">
    {[-9, 0, 9].map((dx) => (
      <path key={dx} d={`M${x + dx} ${from}q5 ${(to - from) / 4} 0 ${(to - from) / 2}t0 ${(to - from) / 2}`} />
    ))}
    <path d={`M${x - 5} ${to - 7}L${x} ${to}L${x + 5} ${to - 7}`} />
  </g>
)

/**
 * The body as a beam, to scale: it hangs on the support where it balances, and side wind presses on it at one point.
 * The arm between them decides what it does.
 * The band through it is the air it carries, the pale end what leaves it: as in the air line above.
 */
const BodyPicture = memo(function BodyPicture({
  build,
  predicted,
  shown,
}: {
  build: ThrustBuild
  predicted: ThrustPredicted
  shown: Shown
}) {
  const { machine } = build
  const { stability } = predicted.thrust
  const reach = machine.diameterM / 2 + (machine.fins?.spanM ?? 0)
  const length = Math.max(
    machine.lengthM,
    machine.fins ? machine.fins.rootAtM + machine.fins.sweepM + machine.fins.tipChordM : 0,
  )
  const scale = Math.min(420 / (length * 1000), 92 / (2000 * reach))
  const mid = 118
  const X = (m: number) => 90 + m * 1000 * scale
  const half = 500 * machine.diameterM * scale
  const [balance, wind] = [X(machine.centreOfMassM), X(stability.centreOfPressureM)]
  const foot = mid + reach * 1000 * scale + 26
  const arm = stability.centreOfPressureM - machine.centreOfMassM
  const poor = arm <= 0
  return (
    <svg
      viewBox="0 0 620 268"
      width="100%"
      role="img"
      aria-label={`Body of ${shown.text(machine.lengthM, 'length')} as a beam: hangs where it balances, ${shown.text(machine.centreOfMassM, 'length')} from the nose; side wind presses at ${shown.text(stability.centreOfPressureM, 'length')}; it ${STABILITY_WORDS[stability.verdict]}`}
    >
      <g transform={`translate(90 ${mid}) scale(${scale})`}>
        <path d={bodyPath(machine)} fill={color('field')} stroke={color('ink')} strokeWidth={1.5 / scale} />
      </g>
      <rect
        x={X(machine.noseLengthM)}
        y={mid - 0.5 * half}
        width={Math.max(0, X(machine.lengthM) - X(machine.noseLengthM))}
        height={half}
        fill={color('pipe')}
        opacity="0.75"
      />
      <path
        d={`M${X(machine.lengthM)} ${mid - 0.3 * half}L${X(machine.lengthM) + 58} ${mid - 0.8 * half}V${mid + 0.8 * half}L${X(machine.lengthM)} ${mid + 0.3 * half}Z`}
        fill={color('pale')}
        opacity="0.6"
      />
      {/* the support it hangs on */}
      <path
        d={`M${balance} ${mid + half}V${foot}M${balance - 16} ${foot}H${balance + 16}`}
        stroke={color('ink')}
        strokeWidth="2.4"
        fill="none"
      />
      <path d={`M${balance - 22} ${foot + 5}H${balance + 22}`} stroke={color('ink')} strokeWidth="1" />
      <text x={balance} y={foot + 19} textAnchor="middle" fontSize="11" fill={color('ink')}>
        balances <tspan className="num">{shown.text(machine.centreOfMassM, 'length')}</tspan>
      </text>
      <Wind x={wind} from={14} to={mid - half - 4} tone={poor ? 'brick' : 'copper'} />
      <text x={wind + 18} y="22" fontSize="11" fill={color(poor ? 'brick' : 'copper')}>
        side wind presses <tspan className="num">{shown.text(stability.centreOfPressureM, 'length')}</tspan>
      </text>
      {/* the arm between them, and the way it turns the nose */}
      <path d={`M${balance} ${mid}H${wind}`} stroke={color(poor ? 'brick' : 'copper')} strokeWidth="3" />
      <path
        d={
          arm > 0
            ? `M${X(0) - 14} ${mid + 22}A46 46 0 0 1 ${X(0) - 14} ${mid - 22}`
            : `M${X(0) - 14} ${mid - 22}A46 46 0 0 0 ${X(0) - 14} ${mid + 22}`
        }
        stroke={color('mute')}
        fill="none"
        strokeWidth="1.4"
      />
      <path
        d={
          arm > 0
            ? `M${X(0) - 20} ${mid - 17}L${X(0) - 14} ${mid - 23}L${X(0) - 9} ${mid - 15}`
            : `M${X(0) - 20} ${mid + 17}L${X(0) - 14} ${mid + 23}L${X(0) - 9} ${mid + 15}`
        }
        stroke={color('mute')}
        fill="none"
        strokeWidth="1.4"
      />
      <text x={X(0) - 24} y={mid + 4} textAnchor="end" fontSize="11" fill={color(poor ? 'brick' : 'ink')}>
        {arm > 0 ? 'noses up' : 'tumbles'}
      </text>
      <Dimension
        x1={X(0)}
        y1={foot + 50}
        x2={X(machine.lengthM)}
        y2={foot + 50}
        offset={0}
        text={`${shown.text(machine.lengthM, 'length')}, ${shown.text(machine.diameterM, 'length')} thick`}
      />
    </svg>
  )
})

export function BodyStation(props: ThrustStationProps) {
  const { build, predicted, openWorking } = props
  const shown = useShown()
  const { stability, nozzle } = predicted.thrust
  const guided = build.machine.path.kind === 'track'
  const weight = build.machine.massKg * STANDARD_GRAVITY
  const poor = stability.verdict === 'unstable' || stability.verdict === 'doubtful'
  return (
    <Sheet
      left={<Inputs {...props} />}
      middle={
        <>
          <SectionTitle first>From the side, to scale</SectionTitle>
          <BodyPicture build={build} predicted={predicted} shown={shown} />
          <Advice
            tone={poor && !guided ? 'warn' : 'note'}
            title={
              guided
                ? `On its track it needs no fins; free in the air it ${STABILITY_WORDS[stability.verdict]}`
                : `Free in the air it ${STABILITY_WORDS[stability.verdict]}`
            }
          >
            {poor
              ? 'Side wind must press behind where it balances, like the tail of a weather vane: bigger fins farther back, or weight in the nose.'
              : stability.verdict === 'over-stable'
                ? 'The arm is long: any gust turns it. Smaller fins would do.'
                : 'The arm is long enough to turn it back and short enough not to chase every gust.'}{' '}
            Slender bodies are reckoned within half their thickness; balloons and stubby ones are a guess.
          </Advice>
        </>
      }
      right={
        <>
          <SectionTitle first>What it is</SectionTitle>
          <Figure
            label="Push at first"
            origin="predicted"
            {...shown.parts(nozzle.thrustN, 'force', predicted.uncertainty.thrustN)}
            sub={`${(nozzle.thrustN / weight).toFixed(2)} of its weight without air`}
            onOpen={() => openWorking('thrust')}
          />
          <Figure
            label="Arm of the side wind"
            origin="predicted"
            {...shown.parts(
              stability.marginDiameters * build.machine.diameterM,
              'length',
              0.3 * build.machine.diameterM,
            )}
            warn={poor && !guided}
            sub={`behind the balance; ${STABILITY_WORDS[stability.verdict]}`}
            onOpen={() =>
              openWorking(stabilityWorking(stability, build.machine.centreOfMassM, build.machine.diameterM))
            }
          />
          <Figure
            label="Side wind presses at"
            origin="predicted"
            {...shown.parts(stability.centreOfPressureM, 'length')}
            sub="from the nose, at small angles"
            onOpen={() =>
              openWorking(stabilityWorking(stability, build.machine.centreOfMassM, build.machine.diameterM))
            }
          />
        </>
      }
    />
  )
}
