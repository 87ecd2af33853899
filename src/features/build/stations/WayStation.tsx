'use client'
import { useMemo, useState } from 'react'
import { impulseWorking, runTimeUncertainty, wayWorking } from '../../../core/prediction'
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
} from '../../../ui'
import { useSettled, useShown } from '../../shared'
import type { ThrustStationProps } from './station-props'
import { motionChart, thrustChart } from './way-charts'
import { Ranking } from './OutletRanking'

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
