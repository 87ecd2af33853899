'use client'
import { useMemo } from 'react'
import {
  dutyWorking,
  fillingWorking,
  heatWorking,
  meetingWorking,
  roomFlow,
  runTimeUncertainty,
  runTimeWorking,
  strokesWorking,
  wastedWorking,
  waterWorking,
} from '../../../core/prediction'
import {
  BETZ_LIMIT,
  SKIN_UNCERTAINTY,
  balloonEnergy,
  burstEnergy,
  fillTime,
  fillingExergy,
  fillingMass,
  roomDensity,
  strokesToFill,
  windPower,
  type RunDown,
} from '../../../core/supply'
import { Advice, Figure } from '../../../ui'
import { useSettled, useShown } from '../../shared'
import { cycleOf } from '../supply/source-charts'
import type { AirStationProps } from './station-props'

export function CompressorFigures({ build, predicted, openWorking }: AirStationProps) {
  const shown = useShown()
  const { air, input } = predicted
  const late = useSettled(predicted)
  const cycle = useMemo(() => cycleOf(late.input, late.air), [late])
  const { sustained: s, heat } = air
  if (!s || !heat || input.supply.kind !== 'compressor' || build.supply.kind !== 'compressor') return null
  const fill = fillTime(input.supply, air.temperatureK, 0, input.supply.cutOutGaugePressurePa)
  const duty = cycle?.duty ?? s.duty
  return (
    <>
      <Figure
        label="Pressure held"
        origin="predicted"
        {...shown.parts(air.supplyGaugePressurePa, 'gaugePressure')}
        sub={`wanted ${shown.text(air.wantedGaugePressurePa, 'gaugePressure')}`}
        warn={!s.keepsUp}
        onOpen={() => openWorking('sustainedPressure')}
      />
      <Figure
        label="Compressor runs"
        origin="predicted"
        {...shown.parts(duty, 'share')}
        sub={
          duty > 0.6
            ? 'of the time: longer than small pumps are made for'
            : cycle?.onS
              ? `of the time: ${cycle.onS.toFixed(0)} s on, ${cycle.offS?.toFixed(0)} s off`
              : 'of the time'
        }
        warn={duty > 0.6}
        onOpen={() => openWorking(cycle ? dutyWorking(cycle, air) : 'sustainedPressure')}
      />
      {s.secondsFromFull !== null && Number.isFinite(s.secondsFromFull) && (
        <Figure
          label="Full tank lasts"
          origin="predicted"
          {...shown.parts(s.secondsFromFull, 'time')}
          sub="until the pressure begins to sag"
          onOpen={() => openWorking('tankTime')}
        />
      )}
      <Figure
        label="Empty to full"
        origin="predicted"
        {...(Number.isFinite(fill) ? shown.parts(fill, 'time') : { value: 'never', unit: '' })}
        sub={Number.isFinite(fill) ? undefined : 'delivery gives out before cut-out'}
        warn={!Number.isFinite(fill)}
      />
      <Figure
        label="Air comes at"
        origin={input.supply.airTemperatureK === null ? 'predicted' : 'plain'}
        {...shown.parts(air.temperatureK, 'temperature')}
        sub={
          input.supply.airTemperatureK === null
            ? `estimate; out of the pump at ${shown.text(heat.pumpOutletK, 'temperature')}`
            : `as measured; worked out it would be ${shown.text(heat.deliveredK, 'temperature')}`
        }
        onOpen={() => openWorking(heatWorking(input, air, heat))}
      />
      <Figure
        label="Water that settles"
        origin="predicted"
        {...shown.parts(heat.waterKgPerS, 'waterRate')}
        sub={heat.waterKgPerS > 0 ? 'in tank and coil: drain it' : 'none: the air stays warm or dry enough'}
        onOpen={() => openWorking(waterWorking(input, heat))}
      />
    </>
  )
}

export function VesselFigures({ build, predicted, openWorking, run }: AirStationProps & { run: RunDown | null }) {
  const shown = useShown()
  const { input } = predicted
  const { supply, ambient } = input
  if (supply.kind !== 'vessel' || !run) return null
  const pa = ambient.absolutePressurePa
  const filling = { volumeM3: supply.volumeM3, pressurePaAbs: supply.gaugePressurePa + pa, ambientPaAbs: pa }
  const strokes = strokesToFill(supply.volumeM3, supply.pump, 0, supply.gaugePressurePa, pa)
  const exergy = fillingExergy(filling)
  const starved = run.run.timeS === 0
  return (
    <>
      <Figure
        label="It lasts"
        origin="predicted"
        {...shown.parts(run.run.timeS, 'time', runTimeUncertainty(input, run))}
        sub={
          starved
            ? 'it starts below the machine’s least pressure'
            : `until ${shown.text(build.leastGaugePressurePa, 'gaugePressure')} at the nozzle`
        }
        warn={starved}
        onOpen={() => openWorking(runTimeWorking(input, run))}
      />
      <Figure
        label="Air wasted"
        origin="predicted"
        {...shown.parts(run.wastedShare, 'share')}
        sub="still in the bottle when the machine stops"
        warn={run.wastedShare > 0.4}
        onOpen={() => openWorking(wastedWorking(input, run))}
      />
      <Figure
        label="At the nozzle"
        origin="predicted"
        {...shown.parts(run.run.jetEnergyJ, 'energy')}
        sub={`of ${shown.text(exergy, 'energy')} that a filling holds`}
        onOpen={() => openWorking(fillingWorking(input, exergy))}
      />
      <Figure
        label="Strokes to fill"
        origin="predicted"
        value={strokes === null ? 'never' : String(strokes)}
        unit={strokes === null ? '' : 'strokes'}
        sub={
          strokes === null
            ? 'the pump’s dead volume stops it first'
            : `pumped slowly; ${shown.text(fillingMass(filling, supply.airTemperatureK) - fillingMass({ ...filling, pressurePaAbs: pa }, supply.airTemperatureK), 'mass')} of air`
        }
        warn={strokes === null}
        onOpen={() => openWorking(strokesWorking(supply, pa, strokes))}
      />
      <Figure
        label="Coldest inside"
        origin="predicted"
        {...shown.parts(
          run.trace.reduce((t, s) => Math.min(t, s.temperatureK), Infinity),
          'temperature',
        )}
        sub="while it empties"
      />
      <Figure
        label="If it bursts"
        origin="predicted"
        {...shown.parts(burstEnergy(filling), 'energy')}
        sub="reckoned on the safe side (Brode)"
        warn
      />
    </>
  )
}

export function BalloonFigures({ predicted, openWorking, run }: AirStationProps & { run: RunDown | null }) {
  const shown = useShown()
  const { supply } = predicted.input
  if (supply.kind !== 'balloon' || !run) return null
  return (
    <>
      <Figure
        label="Pressure in it"
        origin="predicted"
        {...shown.parts(
          predicted.air.supplyGaugePressurePa,
          'gaugePressure',
          SKIN_UNCERTAINTY * predicted.air.supplyGaugePressurePa,
        )}
        sub="skins differ by a quarter or more (estimate)"
      />
      <Figure
        label="It lasts"
        origin="predicted"
        {...shown.parts(run.run.timeS, 'time', runTimeUncertainty(predicted.input, run))}
        onOpen={() => openWorking(runTimeWorking(predicted.input, run))}
      />
      <Figure
        label="Stored in it"
        origin="predicted"
        {...shown.parts(balloonEnergy(supply.balloon, predicted.input.ambient.absolutePressurePa), 'energy')}
        sub={`${shown.text(run.run.jetEnergyJ, 'energy')} of it reach the nozzle`}
      />
      <Figure
        label="Air left over"
        origin="predicted"
        {...shown.parts(run.wastedShare, 'share')}
        onOpen={() => openWorking(wastedWorking(predicted.input, run))}
      />
      <Advice tone="note" title="A fresh balloon for each test">
        A skin softens with each use, most with the first: two tests on one balloon are not alike. Blow it to the same
        size, measured across.
      </Advice>
    </>
  )
}

export function FallingFigures({ predicted, openWorking }: AirStationProps) {
  const shown = useShown()
  const { air, input } = predicted
  const { supply, ambient } = input
  const q = roomFlow(air.massFlowKgPerS, ambient)
  const what = supply.kind === 'wind' ? 'wind' : supply.kind === 'breath' ? 'breath' : 'blower'
  const wind =
    supply.kind === 'wind'
      ? windPower(supply.speedMPerS, supply.areaM2, roomDensity(ambient.absolutePressurePa, ambient.temperatureK))
      : 0
  return (
    <>
      <Figure
        label="Pressure it runs at"
        origin="predicted"
        {...shown.parts(air.supplyGaugePressurePa, 'gaugePressure')}
        sub="where source and machine agree"
        onOpen={() => openWorking(meetingWorking(air, q, what))}
      />
      <Figure
        label="Air power"
        origin="predicted"
        {...shown.parts(q * air.supplyGaugePressurePa, 'power')}
        sub={
          supply.kind === 'wind'
            ? `the wind carries ${shown.text(wind, 'power')} on this area; ${shown.text(BETZ_LIMIT * wind, 'power')} is the limit (Betz)`
            : 'pressure times flow'
        }
      />
      {supply.kind === 'breath' && (
        <Figure
          label="One breath lasts"
          origin="predicted"
          {...shown.parts(q > 0 ? supply.lungVolumeM3 / q : Infinity, 'time')}
        />
      )}
      {supply.kind === 'blower' && (
        <Figure label="Air comes at" origin="predicted" {...shown.parts(air.temperatureK, 'temperature')} />
      )}
    </>
  )
}
