'use client'
import { memo } from 'react'
import { stabilityWorking } from '../../../core/prediction'
import { LIMITS, type ThrustBuild } from '../../../project/document'
import { Advice, ChoiceField, Dimension, Figure, NumberField, SectionTitle, Sheet, color } from '../../../ui'
import { bodyPath, useShown, type Shown } from '../../shared'
import { STABILITY_WORDS } from '../station-texts'
import type { ThrustPredicted } from '../use-build'
import type { ThrustStationProps } from './station-props'

function Inputs({ build, edit, faultAt }: ThrustStationProps) {
  const shown = useShown()
  const { machine } = build
  const mm = shown.unit('length').id
  return (
    <>
      <SectionTitle first>Body</SectionTitle>
      <NumberField label="Mass, no air in it" kind="mass" value={machine.massKg} limits={LIMITS.bodyMassKg} onChange={(v) => edit('mass of the body', (b) => void (b.machine.massKg = v), 'mass')} />
      <NumberField label="Length" kind="length" unit={mm} value={machine.lengthM} limits={LIMITS.bodyLengthM} onChange={(v) => edit('length of the body', (b) => void (b.machine.lengthM = v), 'length')} />
      <NumberField label="Diameter" kind="length" unit={mm} value={machine.diameterM} limits={LIMITS.bodyDiameterM} onChange={(v) => edit('diameter of the body', (b) => void (b.machine.diameterM = v), 'diameter')} />
      <NumberField label="Drag coefficient" kind="ratio" value={machine.dragCoefficient} limits={LIMITS.dragCoefficient} note="0.4 to 0.8 for such bodies, within a fifth (estimate)" onChange={(v) => edit('drag coefficient', (b) => void (b.machine.dragCoefficient = v), 'cd')} />
      <NumberField label="Nose" kind="length" unit={mm} value={machine.noseLengthM} limits={LIMITS.bodyLengthM} fault={faultAt('machine.noseLengthM')} onChange={(v) => edit('nose', (b) => void (b.machine.noseLengthM = v), 'nose')} />
      <ChoiceField label="Its shape" value={machine.noseKind} choices={[{ value: 'ogive', label: 'ogive' }, { value: 'cone', label: 'cone' }, { value: 'round', label: 'half a sphere' }]} onChange={(v) => edit('shape of the nose', (b) => void (b.machine.noseKind = v))} />
      <NumberField label="Balances at" kind="length" unit={mm} value={machine.centreOfMassM} limits={[0, LIMITS.bodyLengthM[1]]} fault={faultAt('machine.centreOfMassM')} note="from the nose, ready to go, on a knife edge" onChange={(v) => edit('centre of mass', (b) => void (b.machine.centreOfMassM = v), 'cm')} />
      <SectionTitle>Fins</SectionTitle>
      <ChoiceField
        label="Fins"
        value={machine.fins ? String(machine.fins.count) : '0'}
        choices={['0', '3', '4', '6', '8'].map((value) => ({ value, label: value === '0' ? 'none' : value }))}
        onChange={(v) =>
          edit('fins', (b) => {
            const count = Number(v)
            b.machine.fins = count === 0 ? null : b.machine.fins ? { ...b.machine.fins, count } : { count, rootChordM: 0.2 * b.machine.lengthM, tipChordM: 0.12 * b.machine.lengthM, spanM: 0.6 * b.machine.diameterM, sweepM: 0.08 * b.machine.lengthM, rootAtM: 0.8 * b.machine.lengthM }
          })
        }
      />
      {machine.fins && (
        <>
          <NumberField label="Begin at" kind="length" unit={mm} value={machine.fins.rootAtM} limits={[0, LIMITS.bodyLengthM[1]]} fault={faultAt('machine.fins.rootAtM')} note="from the nose" onChange={(v) => edit('place of the fins', (b) => void (b.machine.fins && (b.machine.fins.rootAtM = v)), 'fin-x')} />
          <NumberField label="Root" kind="length" unit={mm} value={machine.fins.rootChordM} limits={LIMITS.bodyDiameterM} onChange={(v) => edit('root of the fins', (b) => void (b.machine.fins && (b.machine.fins.rootChordM = v)), 'fin-r')} />
          <NumberField label="Tip" kind="length" unit={mm} value={machine.fins.tipChordM} limits={LIMITS.finLengthM} onChange={(v) => edit('tip of the fins', (b) => void (b.machine.fins && (b.machine.fins.tipChordM = v)), 'fin-t')} />
          <NumberField label="Span of one" kind="length" unit={mm} value={machine.fins.spanM} limits={LIMITS.finSpanM} onChange={(v) => edit('span of the fins', (b) => void (b.machine.fins && (b.machine.fins.spanM = v)), 'fin-s')} />
          <NumberField label="Tip set back by" kind="length" unit={mm} value={machine.fins.sweepM} limits={LIMITS.finLengthM} onChange={(v) => edit('sweep of the fins', (b) => void (b.machine.fins && (b.machine.fins.sweepM = v)), 'fin-w')} />
        </>
      )}
    </>
  )
}

/** The body from the side, to scale, with where it balances and where the air holds it. */
const BodyPicture = memo(function BodyPicture({ build, predicted, shown }: { build: ThrustBuild; predicted: ThrustPredicted; shown: Shown }) {
  const { machine } = build
  const { stability } = predicted.thrust
  const reach = machine.diameterM / 2 + (machine.fins?.spanM ?? 0)
  const length = Math.max(machine.lengthM, machine.fins ? machine.fins.rootAtM + machine.fins.sweepM + machine.fins.tipChordM : 0)
  const scale = Math.min(420 / (length * 1000), 130 / (2000 * reach))
  const mid = 120
  const X = (m: number) => 90 + m * 1000 * scale
  const marks: [string, number, string][] = [['balances', machine.centreOfMassM, 'ink'], ['air holds it', stability.centreOfPressureM, 'copper']]
  return (
    <svg viewBox="0 0 620 262" width="100%" role="img" aria-label={`Body of ${shown.text(machine.lengthM, 'length')}: balances at ${shown.text(machine.centreOfMassM, 'length')}, centre of pressure at ${shown.text(stability.centreOfPressureM, 'length')}`}>
      <g transform={`translate(90 ${mid}) scale(${scale})`}>
        <path d={bodyPath(machine)} fill={color('field')} stroke={color('ink')} strokeWidth={1.5 / scale} />
      </g>
      <path d={`M${X(machine.lengthM)} ${mid - 5}L${X(machine.lengthM) + 62} ${mid - 14}V${mid + 14}L${X(machine.lengthM)} ${mid + 5}Z`} fill={color('pale')} opacity="0.6" />
      <line x1="70" x2={X(machine.lengthM) + 74} y1={mid} y2={mid} stroke={color('mute')} strokeWidth="0.8" strokeDasharray="10 3 2 3" />
      {marks.map(([name, m, tone], i) => (
        <g key={name}>
          <line x1={X(m)} x2={X(m)} y1={mid - 20} y2={mid + reach * 1000 * scale + 16 + i * 18} stroke={color(tone)} strokeWidth="1.2" strokeDasharray={i ? '5 3' : undefined} />
          {i === 0 ? <path d={`M${X(m) - 7} ${mid}a7 7 0 0 1 14 0Z`} fill={color(tone)} /> : <circle cx={X(m)} cy={mid} r="6" fill="none" stroke={color(tone)} strokeWidth="2" />}
          {i === 0 && <circle cx={X(m)} cy={mid} r="7" fill="none" stroke={color(tone)} strokeWidth="1.6" />}
          <text x={X(m) + 6} y={mid + reach * 1000 * scale + 18 + i * 18} fontSize="11" fill={color(tone)}>
            {name} <tspan className="num">{shown.text(m, 'length')}</tspan>
          </text>
        </g>
      ))}
      <Dimension x1={X(0)} y1={mid - reach * 1000 * scale} x2={X(machine.lengthM)} y2={mid - reach * 1000 * scale} offset={-14} text={shown.text(machine.lengthM, 'length')} />
      <text x="84" y={mid + 4} textAnchor="end" fontSize="11" className="num" fill={color('ink')}>
        ⌀ {shown.text(machine.diameterM, 'length')}
      </text>
    </svg>
  )
})

export function BodyStation(props: ThrustStationProps) {
  const { build, predicted, openWorking } = props
  const shown = useShown()
  const { stability, nozzle } = predicted.thrust
  const guided = build.machine.path.kind === 'track'
  const weight = build.machine.massKg * 9.80665
  const poor = stability.verdict === 'unstable' || stability.verdict === 'doubtful'
  return (
    <Sheet
      left={<Inputs {...props} />}
      middle={
        <>
          <SectionTitle first>From the side, to scale</SectionTitle>
          <BodyPicture build={build} predicted={predicted} shown={shown} />
          <Advice tone={poor && !guided ? 'warn' : 'note'} title={guided ? `On its track it needs no fins; free it would be ${STABILITY_WORDS[stability.verdict]}` : `Free in the air it is ${STABILITY_WORDS[stability.verdict]}`}>
            {poor ? 'The air must hold it behind where it balances: bigger fins farther back, or weight in the nose.' : stability.verdict === 'over-stable' ? 'It turns hard into any wind. Smaller fins would do.' : 'One to three diameters of margin are usual (common practice).'} Slender bodies within half a diameter; balloons and stubby ones are a guess.
          </Advice>
        </>
      }
      right={
        <>
          <SectionTitle first>What it is</SectionTitle>
          <Figure label="Push at first" origin="predicted" {...shown.parts(nozzle.thrustN, 'force', predicted.uncertainty.thrustN)} sub={`${(nozzle.thrustN / weight).toFixed(2)} of its weight without air`} onOpen={() => openWorking('thrust')} />
          <Figure label="Margin of stability" origin="predicted" {...shown.parts(stability.marginDiameters, 'ratio', 0.3)} unit="diameters" warn={poor && !guided} sub={STABILITY_WORDS[stability.verdict]} onOpen={() => openWorking(stabilityWorking(stability, build.machine.centreOfMassM, build.machine.diameterM))} />
          <Figure label="Air holds it at" origin="predicted" {...shown.parts(stability.centreOfPressureM, 'length')} sub="centre of pressure, from the nose" onOpen={() => openWorking(stabilityWorking(stability, build.machine.centreOfMassM, build.machine.diameterM))} />
        </>
      }
    />
  )
}
