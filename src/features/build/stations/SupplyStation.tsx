'use client'
import { useMemo, useState } from 'react'
import { buildRunDown } from '../../../core/prediction'
import { materialById } from '../../../core/strength'
import { fillingBalance, type FillingBalance, type RunDown } from '../../../core/supply'
import { kindOf } from '../../../project/document'
import { Advice, ChartBlock, Figure, SectionTitle, Sheet, Views } from '../../../ui'
import { useSettled, useShown } from '../../shared'
import { FillingPicture } from '../supply/FillingPicture'
import { HeatPicture } from '../supply/HeatPicture'
import { SourceDrawing } from '../supply/SourceDrawing'
import { SourceInputs } from '../supply/SourceInputs'
import {
  cycleChart,
  cycleOf,
  deliveryChart,
  meetingChart,
  runDownChart,
  runDownHeatChart,
  skinChart,
} from '../supply/source-charts'
import type { MachinePredicted as AirPredicted } from '../../../project/document'
import { Findings } from './Findings'
import type { AirStationProps } from './station-props'
import { CompressorFigures, VesselFigures, BalloonFigures, FallingFigures } from './SupplyFigures'

type View = 'delivery' | 'cycle' | 'heat' | 'rundown' | 'cold' | 'filling' | 'meeting' | 'skin'

const VIEWS: Record<
  AirStationProps['build']['supply']['kind'],
  readonly { readonly value: View; readonly label: string }[]
> = {
  compressor: [
    { value: 'delivery', label: 'Given and taken' },
    { value: 'cycle', label: 'On and off' },
    { value: 'heat', label: 'Heat and water' },
  ],
  vessel: [
    { value: 'rundown', label: 'Run-down' },
    { value: 'filling', label: 'One filling' },
    { value: 'cold', label: 'How cold it gets' },
  ],
  balloon: [
    { value: 'rundown', label: 'Run-down' },
    { value: 'skin', label: 'The skin' },
  ],
  blower: [{ value: 'meeting', label: 'Source and machine' }],
  breath: [{ value: 'meeting', label: 'Source and machine' }],
  wind: [{ value: 'meeting', label: 'Source and machine' }],
  steady: [],
}

/** What one filling holds and where it goes. */
function fillingOf({ supply, ambient }: AirPredicted['input'], run: RunDown): FillingBalance | null {
  if (supply.kind !== 'vessel') return null
  const pa = ambient.absolutePressurePa
  return fillingBalance(
    { volumeM3: supply.volumeM3, pressurePaAbs: supply.gaugePressurePa + pa, ambientPaAbs: pa },
    supply.airTemperatureK,
    { atNozzleJ: run.run.jetEnergyJ, massLeftKg: run.run.massKg },
  )
}

function Middle({ props, run }: { props: AirStationProps; run: RunDown | null }) {
  const { build } = props
  const shown = useShown()
  const late = useSettled(props.predicted)
  const [wanted, setView] = useState<View | null>(null)
  const views = VIEWS[build.supply.kind]
  const view = views.find((v) => v.value === wanted)?.value ?? views[0]?.value
  const { input, air } = late
  const chart = useMemo(() => {
    if (view === 'delivery') return deliveryChart(input, air, shown)
    if (view === 'meeting') return meetingChart(input, air, shown)
    if (view === 'skin') return skinChart(input, shown)
    if (view === 'rundown') return run ? runDownChart(input, run, shown) : null
    if (view === 'cold') return run ? runDownHeatChart(run, shown) : null
    if (view !== 'cycle') return null
    const cycle = cycleOf(input, air)
    return cycle && cycle.trace.length > 0 ? cycleChart(cycle, shown) : null
  }, [view, input, air, run, shown])
  const filling = view === 'filling' && run ? fillingOf(input, run) : null
  const print = kindOf(build).print?.(build.machine)
  const material = print ? materialById(print.materialId) : null
  if (build.supply.kind === 'steady')
    return (
      <Advice tone="note" title="A steady pressure is taken as given">
        The source is trusted to hold it whatever the machine draws. Choose the source you have to see whether it can.
      </Advice>
    )
  return (
    <>
      <SectionTitle first>
        {build.supply.kind === 'vessel'
          ? 'Bottle and pump, to scale'
          : build.supply.kind === 'balloon'
            ? 'Balloon, to scale'
            : 'The source'}
      </SectionTitle>
      <SourceDrawing build={build} predicted={props.predicted} shown={shown} />
      <Views label="Pictures of the supply" value={view} views={views} onChange={setView} />
      {view === 'heat' && late.air.heat && (
        <HeatPicture
          heat={late.air.heat}
          predicted={late}
          softensK={material?.softeningK ?? null}
          materialLabel={material?.label ?? null}
          shown={shown}
        />
      )}
      {filling && <FillingPicture filling={filling} shown={shown} />}
      {chart && <ChartBlock {...chart} />}
      {view === 'cycle' && !chart && (
        <Advice tone="advice" title="The motor never rests">
          The machine takes more than the compressor gives between its cut-in and cut-out, so it runs without a pause.
        </Advice>
      )}
    </>
  )
}

export function SupplyStation(props: AirStationProps) {
  const { predicted, openWorking, build } = props
  const shown = useShown()
  const late = useSettled(predicted)
  const run = useMemo(() => buildRunDown(late.input), [late])
  const { air, nozzle } = predicted
  const { kind } = build.supply
  return (
    <Sheet
      left={<SourceInputs {...props} />}
      middle={<Middle props={props} run={run} />}
      right={
        <>
          <SectionTitle first>What it gives</SectionTitle>
          {kind === 'compressor' && <CompressorFigures {...props} />}
          {kind === 'vessel' && <VesselFigures {...props} run={run} />}
          {kind === 'balloon' && <BalloonFigures {...props} run={run} />}
          {(kind === 'blower' || kind === 'breath' || kind === 'wind') && <FallingFigures {...props} />}
          {kind === 'steady' && (
            <Figure
              label="Pressure held"
              origin="predicted"
              {...shown.parts(air.supplyGaugePressurePa, 'gaugePressure')}
              onOpen={() => openWorking('sustainedPressure')}
            />
          )}
          <Figure
            label={kind === 'vessel' || kind === 'balloon' ? 'Air taken at first' : 'Air taken'}
            origin="predicted"
            {...shown.parts(nozzle.freeAirM3PerS, 'freeAir')}
            sub={shown.text(air.massFlowKgPerS, 'massFlow')}
            onOpen={() => openWorking('massFlow')}
          />
          <Figure
            label="Power in the air"
            origin="predicted"
            {...shown.parts(air.supplyPowerW, 'power')}
            sub={`entering the line${kind === 'vessel' ? `, at the start of the run` : ''}`}
            onOpen={() => openWorking('supplyPower')}
          />
          <Findings
            findings={predicted.review.findings}
            ids={['starved', 'setting', 'warm', 'vessel', 'supply-match']}
          />
          {kind === 'compressor' || kind === 'vessel' || kind === 'steady' ? (
            <Advice tone="note" title="Pressure">
              {kind === 'vessel'
                ? 'The maker of the bottle and local codes decide what it may hold; this tool certifies no vessel. Keep it behind a guard, away from faces, and let the air out before you touch a joint.'
                : 'Tank, hose and couplings are run within their makers’ limits and local codes. Drain the tank: water comes with the air.'}
            </Advice>
          ) : null}
        </>
      }
    />
  )
}
