'use client'
import { Box, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import type { OutletForm } from '../../../core/flow'
import { impulseWorking, runTimeUncertainty, wayWorking, type OutletRow } from '../../../core/prediction'
import { LIMITS } from '../../../project/document'
import {
  Advice,
  ChartBlock,
  ChoiceField,
  Figure,
  NumberField,
  SectionTitle,
  Sheet,
  TextField,
  Views,
  type CurveChartProps,
} from '../../../ui'
import { useAirJob, useSettled, useShown, type Shown } from '../../shared'
import type { ThrustPredicted } from '../../../project/document'
import type { ThrustStationProps } from './station-props'

function Inputs({ build, edit }: ThrustStationProps) {
  const shown = useShown()
  const { path } = build.machine
  return (
    <>
      <SectionTitle first>Where it goes</SectionTitle>
      <TextField
        label="What it is for"
        value={build.machine.label}
        most={120}
        onChange={(v) => edit('what it is for', (b) => void (b.machine.label = v), 'label')}
      />
      <ChoiceField
        label="Way"
        value={path.kind}
        choices={[
          { value: 'track', label: 'along a track' },
          { value: 'climb', label: 'straight up' },
        ]}
        onChange={(v) =>
          edit(
            'way',
            (b) =>
              void (b.machine.path =
                v === 'climb' ? { kind: 'climb' } : { kind: 'track', slopeRad: 0, rollingShare: 0.004, lengthM: 4 }),
          )
        }
      />
      {path.kind === 'track' && (
        <>
          <NumberField
            label="Length of the track"
            kind="length"
            unit="m"
            value={path.lengthM}
            limits={LIMITS.trackLengthM}
            onChange={(v) =>
              edit(
                'length of the track',
                (b) => void (b.machine.path.kind === 'track' && (b.machine.path.lengthM = v)),
                'track',
              )
            }
          />
          <NumberField
            label="Upwards by"
            kind="angle"
            value={path.slopeRad}
            limits={LIMITS.slopeRad}
            onChange={(v) =>
              edit('slope', (b) => void (b.machine.path.kind === 'track' && (b.machine.path.slopeRad = v)), 'slope')
            }
          />
          <NumberField
            label="Resistance"
            kind="share"
            value={path.rollingShare}
            limits={LIMITS.rollingShare}
            note="of its weight: air track 0.2 to 0.5 %, wheels 1 to 3 %, string 10 % (practice)"
            onChange={(v) =>
              edit(
                'resistance',
                (b) => void (b.machine.path.kind === 'track' && (b.machine.path.rollingShare = v)),
                'roll',
              )
            }
          />
        </>
      )}
      {(build.supply.kind === 'vessel' || build.supply.kind === 'balloon') && (
        <NumberField
          label="Of use down to"
          kind="gaugePressure"
          unit={shown.unit('gaugePressure').id}
          suffix="gauge"
          value={build.leastGaugePressurePa}
          limits={LIMITS.leastGaugePressurePa}
          note="for the time held still"
          onChange={(v) => edit('least pressure', (b) => void (b.leastGaugePressurePa = v), 'least')}
        />
      )}
    </>
  )
}

function motionChart({ thrust }: ThrustPredicted, climb: boolean, shown: Shown): CurveChartProps {
  const { trace } = thrust.flight
  return {
    label: 'Speed and way against time',
    xLabel: 'time, s',
    left: { label: 'm/s', domain: [0, 'auto'] },
    right: { label: climb ? 'height, m' : 'way, m', domain: [0, 'auto'] },
    lines: [
      {
        id: 'v',
        name: 'speed',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: trace.map((s) => ({ x: s.timeS, y: shown.number(s.speedMPerS, 'speed') })),
      },
      {
        id: 's',
        name: climb ? 'height' : 'way',
        tone: 'petrol',
        predicted: true,
        axis: 'right',
        points: trace.map((s) => ({ x: s.timeS, y: s.distanceM })),
      },
    ],
    height: 230,
  }
}

function thrustChart({ thrust }: ThrustPredicted, shown: Shown): CurveChartProps {
  const last = thrust.flight.trace[thrust.flight.trace.length - 1]
  const steady = [
    { timeS: 0, t: thrust.nozzle.thrustN },
    { timeS: last?.timeS ?? 1, t: thrust.nozzle.thrustN },
  ]
  const points = thrust.rest
    ? thrust.rest.trace.map((s, i, all) => ({
        timeS: s.timeS,
        t: i < all.length - 1 ? (all[i + 1].impulseNs - s.impulseNs) / Math.max(1e-12, all[i + 1].timeS - s.timeS) : 0,
      }))
    : steady
  return {
    label: 'Thrust held still, against time',
    xLabel: 'time, s',
    left: { label: shown.unit('force').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'f',
        name: 'thrust, held still',
        tone: 'copper',
        predicted: true,
        axis: 'left',
        points: points.map((p) => ({ x: p.timeS, y: shown.number(p.t, 'force') })),
      },
    ],
    height: 230,
  }
}

const FORMS: readonly { readonly name: string; readonly form: OutletForm }[] = [
  { name: 'one hole', form: { kind: 'round' } },
  { name: 'two halves', form: { kind: 'divided', parts: 2, webM: 0.6e-3 } },
  { name: 'four quarters', form: { kind: 'divided', parts: 4, webM: 0.6e-3 } },
  { name: 'slot 6 : 1', form: { kind: 'slot', aspect: 6 } },
  { name: 'ring of 7', form: { kind: 'ring', holes: 7, ringRadiusM: 8e-3 } },
]
const AREAS = [0.5, 1, 2]
const AREA_WORDS: Record<number, string> = { 0.5: 'half the area', 1: 'this area', 2: 'twice the area' }

/** Outlets ranked by both metrics; the best of each column is marked in words. */
function Ranking({ predicted, climb }: { predicted: ThrustPredicted; climb: boolean }) {
  const shown = useShown()
  const input = useSettled(predicted.input, 250)
  const { result, failed } = useAirJob(
    useMemo(() => ({ kind: 'outlets' as const, input, forms: FORMS.map((f) => f.form), areaFactors: AREAS }), [input]),
  )
  if (failed)
    return (
      <Advice tone="warn" title={failed}>
        Check supply and nozzle.
      </Advice>
    )
  if (!result)
    return (
      <Box h="220px" color="mute" role="status">
        Trying fifteen outlets…
      </Box>
    )
  const best = (read: (r: OutletRow) => number) => result.reduce((a, b) => (read(b) > read(a) ? b : a))
  const [longest, strongest, farthest] = [
    best((r) => r.restTimeS ?? 0),
    best((r) => r.impulseNs ?? 0),
    best((r) => r.distanceM),
  ]
  const name = (r: OutletRow) =>
    `${FORMS.find((f) => JSON.stringify(f.form) === JSON.stringify(r.form))?.name ?? r.form.kind}, ${AREA_WORDS[r.areaFactor]}`
  const cell = (text: string, winner: boolean) => (
    <chakra.td
      py="3px"
      px="1"
      textAlign="right"
      className="num"
      fontWeight={winner ? '700' : '500'}
      color={winner ? 'petrol' : undefined}
    >
      {winner ? '★ ' : ''}
      {text}
    </chakra.td>
  )
  return (
    <>
      <chakra.table w="100%" fontSize="xs">
        <caption className="sr-only">
          Outlets compared held still and in motion; a star marks the best of a column
        </caption>
        <thead>
          <chakra.tr borderBottomWidth="1px" color="mute">
            <th style={{ textAlign: 'left' }}>outlet</th>
            <th style={{ textAlign: 'right' }}>push at first</th>
            <th style={{ textAlign: 'right' }}>lasts, held still</th>
            <th style={{ textAlign: 'right' }}>impulse</th>
            <th style={{ textAlign: 'right' }}>{climb ? 'height' : 'way'}</th>
          </chakra.tr>
        </thead>
        <tbody>
          {result.map((r, i) => (
            <chakra.tr key={i} borderBottomWidth="1px">
              <td>{name(r)}</td>
              {cell(shown.text(r.startThrustN, 'force'), false)}
              {cell(
                r.restTimeS === null ? '—' : shown.text(r.restTimeS, 'time'),
                r === longest && r.restTimeS !== null,
              )}
              {cell(
                r.impulseNs === null ? '—' : shown.text(r.impulseNs, 'impulse'),
                r === strongest && r.impulseNs !== null,
              )}
              {cell(r.leaves ? `${r.distanceM.toPrecision(3)} m` : 'stays', r === farthest && r.leaves)}
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
      <Advice
        tone="note"
        title={
          longest === farthest
            ? 'Here the outlet that lasts longest also gets farthest'
            : `Longest: ${name(longest)}. ${climb ? 'Highest' : 'Farthest'}: ${name(farthest)}.`
        }
      >
        Time on the ground and {climb ? 'height' : 'way'} rank outlets differently: a small hole lasts but pushes too
        little. Judge by what you want. The shapes’ own losses are estimates; the areas count for more.
      </Advice>
    </>
  )
}

export function WayStation(props: ThrustStationProps) {
  const { build, predicted, openWorking } = props
  const shown = useShown()
  const [view, setView] = useState<'motion' | 'thrust' | 'ranking'>('motion')
  const late = useSettled(predicted)
  const climb = build.machine.path.kind === 'climb'
  const chart = useMemo(
    () => (view === 'motion' ? motionChart(late, climb, shown) : view === 'thrust' ? thrustChart(late, shown) : null),
    [view, late, climb, shown],
  )
  const { flight, rest, restTimeS, impulseNs, distanceRelativeUncertainty, impulseRelativeUncertainty } =
    predicted.thrust
  const { massKg, dragCoefficient } = build.machine
  return (
    <Sheet
      left={<Inputs {...props} />}
      middle={
        <>
          <SectionTitle first>{climb ? 'The climb' : 'The run along the track'}</SectionTitle>
          <Views
            label="Pictures of the way"
            value={view}
            views={[
              { value: 'motion', label: 'Speed and way' },
              { value: 'thrust', label: 'Thrust held still' },
              { value: 'ranking', label: 'Which outlet?' },
            ]}
            onChange={setView}
          />
          {chart && <ChartBlock {...chart} />}
          {view === 'ranking' && <Ranking predicted={predicted} climb={climb} />}
          {!flight.leaves && (
            <Advice tone="warn" title="It does not leave">
              {climb
                ? 'The push never outweighs it. A larger outlet pushes more and lasts less; a lighter body needs less.'
                : 'The push never beats the resistance of the track.'}
            </Advice>
          )}
        </>
      }
      right={
        <>
          <SectionTitle first>Both ways to judge it</SectionTitle>
          <Figure
            label="Lasts, held still"
            origin="predicted"
            {...(restTimeS === null
              ? { value: '—', unit: '' }
              : shown.parts(restTimeS, 'time', rest ? runTimeUncertainty(predicted.input, rest) : undefined))}
            sub={restTimeS === null ? 'this supply does not run down' : undefined}
          />
          <Figure
            label="Impulse, held still"
            origin="predicted"
            {...(impulseNs === null
              ? { value: '—', unit: '' }
              : shown.parts(impulseNs, 'impulse', impulseRelativeUncertainty * impulseNs))}
            onOpen={rest ? () => openWorking(impulseWorking(rest, impulseRelativeUncertainty)) : undefined}
          />
          <Figure
            label={climb ? 'Height' : 'Gets along'}
            origin="predicted"
            value={
              shown.parts(flight.distanceM, 'ratio', distanceRelativeUncertainty * flight.distanceM || undefined).value
            }
            uncertainty={
              flight.reachedEnd
                ? null
                : shown.parts(flight.distanceM, 'ratio', distanceRelativeUncertainty * flight.distanceM || undefined)
                    .uncertainty
            }
            unit="m"
            sub={
              flight.reachedEnd ? 'the whole track' : climb ? 'an upper figure for anything that wanders' : undefined
            }
            onOpen={() => openWorking(wayWorking(flight, massKg, dragCoefficient, distanceRelativeUncertainty))}
          />
          <Figure
            label="Top speed"
            origin="predicted"
            {...shown.parts(flight.topSpeedMPerS, 'speed')}
            onOpen={() => openWorking(wayWorking(flight, massKg, dragCoefficient, distanceRelativeUncertainty))}
          />
          <Figure
            label={climb ? 'To the top' : flight.reachedEnd ? 'To the end' : 'Until it stands'}
            origin="predicted"
            {...(flight.timeS === null ? { value: '—', unit: '' } : shown.parts(flight.timeS, 'time'))}
          />
          <Advice tone="note" title="Before it goes">
            Nobody in its way or behind it; eyes covered. A bottle that flies is a projectile: local rules say where,
            and its maker what it may hold. Let it go from a distance.
          </Advice>
        </>
      }
    />
  )
}
