'use client'
import { Box } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useMemo, useState } from 'react'
import { heldWorking, regulatorDropOut } from '../../../core/prediction'
import { LIMITS, type Build } from '../../../project/document'
import { regulatorInput } from '../../../project/parts/regulator-parts'
import { Advice, ChartBlock, Figure, LinkButton, SectionTitle, Sheet, Views } from '../../../ui'
import { useAirJob, useSettled, useShown } from '../../shared'
import { LineInputs } from '../line/LineInputs'
import { LinePicture } from '../line/LinePicture'
import { RegulatorSizing } from '../line/RegulatorSizing'
import { bottleChart, droopChart, pulseChart, settingChart, widthChart } from '../line/line-charts'
import type { MachinePredicted as AirPredicted } from '../../../project/document'
import { Findings } from './Findings'
import type { AirStationProps } from './station-props'

type View = 'width' | 'droop' | 'pulse' | 'bottle'

const Waiting = ({ what }: { what: string }) => (
  <Box h="220px" color="mute" role="status" fontSize="sm">
    {what}
  </Box>
)

/** Whether the regulator pulses: worked out in time, in a worker. */
function Pulse({ predicted }: { predicted: AirPredicted }) {
  const shown = useShown()
  const input = useSettled(predicted.input, 300)
  const { result, failed } = useAirJob(useMemo(() => ({ kind: 'pulse' as const, input, seconds: 1.2 }), [input]))
  const chart = useMemo(() => (result ? pulseChart(result, shown) : null), [result, shown])
  if (failed)
    return (
      <Advice tone="warn" title={failed}>
        Check the regulator’s figures.
      </Advice>
    )
  if (!result || !chart) return <Waiting what="Opening the valve…" />
  return (
    <>
      <ChartBlock {...chart} />
      <Advice
        tone={result.pulses ? 'advice' : 'note'}
        title={
          result.pulses
            ? `It pulses: ${shown.text(result.swingPa, 'pressureDrop')} up and down, about ${result.pulsesPerS.toFixed(0)} times a second`
            : `It stands still within ${shown.text(result.swingPa, 'pressureDrop')}`
        }
      >
        {result.pulses
          ? 'Friction lets it move only once the pressure is far off, and then it goes too far. Less friction (a diaphragm, grease, a lip seal), more air behind it, or a softer valve calms it.'
          : 'With these figures friction is too small to make it jump.'}{' '}
        An estimate: it tells pulsing from steady, not the exact pitch.
      </Advice>
    </>
  )
}

/** The bottle run down both ways, side by side. */
function WithOrWithout({ build, predicted }: { build: Build; predicted: AirPredicted }) {
  const shown = useShown()
  const input = useSettled(predicted.input, 200)
  const { result, failed } = useAirJob(useMemo(() => ({ kind: 'bottle' as const, input }), [input]))
  const charts = useMemo(
    () =>
      result
        ? {
            run: bottleChart(result, input.ambient.absolutePressurePa, input.leastGaugePressurePa, shown),
            setting:
              result.settings.length > 0
                ? settingChart(result, input.line.regulator?.setGaugePressurePa ?? 0, shown)
                : null,
          }
        : null,
    [result, input, shown],
  )
  if (failed)
    return (
      <Advice tone="warn" title={failed}>
        Check the figures of bottle and regulator.
      </Advice>
    )
  if (!result || !charts) return <Waiting what="Running the bottle down both ways…" />
  const { bare, held } = result
  const longer = held ? held.run.timeS / Math.max(bare.run.timeS, 1e-9) - 1 : 0
  const energy = held ? held.run.jetEnergyJ / Math.max(bare.run.jetEnergyJ, 1e-9) - 1 : 0
  const longest = result.settings.reduce<(typeof result.settings)[number] | null>(
    (a, b) => (a && a.runTimeS >= b.runTimeS ? a : b),
    null,
  )
  return (
    <>
      <ChartBlock {...charts.run} />
      {held ? (
        <Advice
          tone={longer > 0.05 ? 'note' : 'advice'}
          title={`${longer > 0.02 ? `It lasts ${(100 * longer).toFixed(0)} % longer` : longer < -0.02 ? `It lasts ${(-100 * longer).toFixed(0)} % shorter` : 'It lasts as long as without'}, and ${energy < -0.02 ? `${(-100 * energy).toFixed(0)} % less energy reaches the nozzle` : energy > 0.02 ? `${(100 * energy).toFixed(0)} % more energy reaches the nozzle` : 'the same energy reaches the nozzle'}`}
        >
          A regulator saves no air: it lets it out more slowly, at a lower pressure, and throttles power away. It pays
          where the machine needs little and would waste the rest. Air left when it stops:{' '}
          {(100 * bare.wastedShare).toFixed(0)} % without, {(100 * held.wastedShare).toFixed(0)} % with.
          {longest
            ? ` Longest with a setting near ${shown.text(longest.gaugePressurePa, 'gaugePressure')}: ${longest.runTimeS.toFixed(1)} s.`
            : ''}
        </Advice>
      ) : (
        <Advice tone="note" title={`Without a regulator it lasts ${bare.run.timeS.toFixed(1)} s`}>
          {(100 * bare.wastedShare).toFixed(0)} % of its air is left when the machine stops at{' '}
          {shown.text(build.leastGaugePressurePa, 'gaugePressure')}. Put a regulator in on the left to see both side by
          side.
        </Advice>
      )}
      {charts.setting && (
        <Box mt="3">
          <ChartBlock {...charts.setting} />
        </Box>
      )}
    </>
  )
}

/** To the parts of a regulator that is printed. */
function ToItsParts({ build }: { build: Build }) {
  const router = useRouter()
  if (!regulatorInput(build)) return null
  return (
    <Box fontSize="sm" mt="2">
      <LinkButton onClick={() => router.push(`/make?build=${build.id}&of=regulator`)}>Its parts, to print</LinkButton>
      <Box fontSize="xs" color="mute">
        body, valve, {build.line.regulator?.kind === 'piston' ? 'piston' : 'diaphragm plates'}, spring to buy, for these
        figures
      </Box>
    </Box>
  )
}

function Middle(props: AirStationProps) {
  const { build, predicted } = props
  const shown = useShown()
  const late = useSettled(predicted)
  const [wanted, setView] = useState<View | null>(null)
  const { regulator, parts } = build.line
  const views: { value: View; label: string }[] = [
    ...(regulator
      ? ([
          { value: 'droop', label: 'Regulator' },
          { value: 'pulse', label: 'Does it pulse?' },
        ] as const)
      : []),
    ...(build.supply.kind === 'vessel' ? ([{ value: 'bottle', label: 'With or without' }] as const) : []),
    ...(parts.length > 0 ? ([{ value: 'width', label: 'A wider line' }] as const) : []),
  ]
  const view = views.find((v) => v.value === wanted)?.value ?? views[0]?.value
  const chart = useMemo(
    () => (view === 'width' ? widthChart(late, shown) : view === 'droop' ? droopChart(late, shown) : null),
    [view, late, shown],
  )
  return (
    <>
      <SectionTitle first>Where the pressure goes</SectionTitle>
      <LinePicture build={build} predicted={predicted} shown={shown} />
      {views.length > 0 && (
        <Views label="Pictures of regulator and line" value={view} views={views} onChange={setView} />
      )}
      {chart && <ChartBlock {...chart} />}
      {view === 'droop' && regulator && (
        <>
          <RegulatorSizing {...props} regulator={regulator} />
          <ToItsParts build={build} />
        </>
      )}
      {view === 'pulse' && <Pulse predicted={predicted} />}
      {view === 'bottle' && <WithOrWithout build={build} predicted={predicted} />}
    </>
  )
}

/** The part that costs most, if one stands out. */
function worst({ line }: Build, { air }: AirPredicted): { name: string; lossPa: number } | null {
  const losses = air.parts.map((s, i) => ({
    name: line.parts[i]?.label || (line.parts[i]?.kind ?? ''),
    lossPa: s.inletPaAbs - s.outletPaAbs,
  }))
  return losses.reduce<{ name: string; lossPa: number } | null>((a, b) => (a && a.lossPa >= b.lossPa ? a : b), null)
}

export function LineStation(props: AirStationProps) {
  const { build, predicted, openWorking } = props
  const shown = useShown()
  const { air, input } = predicted
  const late = useSettled(predicted)
  const dropOut = useMemo(() => regulatorDropOut(late.input, late.air), [late])
  const drop = air.supplyPressurePaAbs - air.nozzlePressurePaAbs
  const heavy = air.supplyGaugePressurePa > 0 && drop > 0.15 * air.supplyGaugePressurePa
  const most = worst(build, predicted)
  const choked = air.parts.findIndex((s) => s.choked)
  const { regulator } = build.line
  return (
    <Sheet
      left={<LineInputs {...props} />}
      middle={<Middle {...props} />}
      right={
        <>
          <SectionTitle first>What it gives</SectionTitle>
          {regulator && (
            <Figure
              label="Behind the regulator"
              origin="predicted"
              {...shown.parts(air.supplyGaugePressurePa, 'gaugePressure')}
              warn={air.droppedOut}
              sub={
                air.droppedOut
                  ? 'wide open: it cannot hold its setting'
                  : regulator.readWhile === 'closed'
                    ? `set to ${shown.text(regulator.setGaugePressurePa, 'gaugePressure')} with nothing flowing`
                    : 'as it was set, while air flows'
              }
              onOpen={() => openWorking(heldWorking(regulator, air))}
            />
          )}
          {dropOut !== null && (
            <Figure
              label="Lets go below"
              origin="predicted"
              {...shown.parts(dropOut, 'gaugePressure')}
              sub="before it: there its valve stands wide open"
              onOpen={() => regulator && openWorking(heldWorking(regulator, air))}
            />
          )}
          <Figure
            label="At the nozzle"
            origin="predicted"
            {...shown.parts(air.nozzlePressurePaAbs - input.ambient.absolutePressurePa, 'gaugePressure')}
            onOpen={() => openWorking('linePressure')}
          />
          <Figure
            label="Lost in the line"
            origin="predicted"
            {...shown.parts(drop, 'pressureDrop')}
            warn={heavy}
            sub={`${shown.text(air.supplyPowerW - air.nozzlePowerW, 'power')} of the air’s power`}
            onOpen={() => openWorking('linePressure')}
          />
          {regulator && (
            <Figure
              label="Throttled away"
              origin="predicted"
              {...shown.parts(air.sourcePowerW - air.supplyPowerW, 'power')}
              sub="in the regulator: what its steadiness costs"
            />
          )}
          {choked >= 0 && (
            <Advice tone="warn" title={`${build.line.parts[choked]?.label || 'A part'} is choked`}>
              The air reaches the speed of sound in it: a bigger nozzle behind it would get no more. Use a wider one.
            </Advice>
          )}
          {heavy && choked < 0 && most && (
            <Advice tone="advice" title={`${most.name} takes most: ${shown.text(most.lossPa, 'pressureDrop')}`}>
              A gauge at the regulator reads high by what the line takes. Use a wider or shorter one, or full-bore
              couplings.
            </Advice>
          )}
          <Findings findings={predicted.review.findings} ids={['setting']} />
          <Advice tone="note" title="Where C and b come from">
            Makers of fittings state them (ISO 6358); classes here are estimates. To measure: read the pressure before
            and behind while the nozzle blows, and change C until the figure here agrees. Hoses are tied down at both
            ends: a loose one whips.
          </Advice>
          {build.line.parts.length === 0 && air.supplyGaugePressurePa > LIMITS.supplyGaugePressurePa[0] && (
            <Advice tone="advice" title="No line at all">
              Most machines have at least a fitting before the nozzle. Put in what is there.
            </Advice>
          )}
        </>
      }
    />
  )
}
