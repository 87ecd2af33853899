'use client'
import { useMemo } from 'react'
import { formatNumber } from '../../../core/units'
import { LIMITS } from '../../../project/document'
import { Advice, ChartBlock, Figure, LinkButton, NumberField, SectionTitle, Sheet, TextField } from '../../../ui'
import { useSettled, useShown } from '../../shared'
import { Triangles } from '../drawings/Triangles'
import { fillingChart } from '../filling-chart'
import { BuildRecords } from './BuildRecords'
import { performanceChart } from '../performance-chart'
import type { StationProps } from './station-props'

export function LoadStation({ build, predicted, edit, openWorking }: StationProps) {
  const shown = useShown()
  const late = useSettled(predicted)
  const lateLoad = useSettled(build.machine.load)
  const chart = useMemo(() => performanceChart(late.prediction, shown, lateLoad), [late, shown, lateLoad])
  const filling = useMemo(() => fillingChart(late, shown), [late, shown])
  const { figures: f, uncertainty: u, point, compressor } = predicted.prediction
  const spare = f.powerAtLoadW - build.machine.load.wantedPowerW
  const ratio = f.bestSpeedRadPerS / Math.max(1, build.machine.load.speedRadPerS)
  const bestSpeed = shown.text(f.bestSpeedRadPerS, 'rotation')
  return (
    <Sheet
      left={
        <>
          <SectionTitle first>What it drives</SectionTitle>
          <TextField
            label="Name"
            value={build.machine.load.label}
            most={120}
            onChange={(v) => edit('load', (b) => void (b.machine.load.label = v), 'load-label')}
          />
          <NumberField
            label="Speed"
            kind="rotation"
            unit="rpm"
            value={build.machine.load.speedRadPerS}
            limits={LIMITS.speedRadPerS}
            onChange={(v) => edit('speed of the load', (b) => void (b.machine.load.speedRadPerS = v), 'load-speed')}
          />
          <NumberField
            label="Power wanted"
            kind="power"
            unit={shown.unit('power').id}
            value={build.machine.load.wantedPowerW}
            limits={LIMITS.wantedPowerW}
            onChange={(v) => edit('power wanted', (b) => void (b.machine.load.wantedPowerW = v), 'load-power')}
          />
          <BuildRecords build={build} edit={edit} />
        </>
      }
      middle={
        <>
          {filling ? (
            <>
              <SectionTitle first>A balloon blown up by it</SectionTitle>
              <ChartBlock {...filling} />
            </>
          ) : (
            <>
              <SectionTitle first>Velocities at the load’s speed</SectionTitle>
              <Triangles point={point} />
            </>
          )}
          <SectionTitle>Torque and power against speed</SectionTitle>
          <ChartBlock {...chart} />
        </>
      }
      right={
        <>
          <SectionTitle first>What it gets</SectionTitle>
          {compressor && !compressor.stalled && (
            <>
              <Figure
                label="Balances at"
                origin="predicted"
                {...shown.parts(compressor.speedRadPerS, 'rotation')}
                sub={`tips at ${shown.text(compressor.tipSpeedMPerS, 'speed')}`}
              />
              <Figure
                label="Pressure ratio"
                origin="predicted"
                value={compressor.pressureRatio.toFixed(3)}
                unit=""
                sub={`${shown.text(compressor.pressurePaAbs - predicted.input.ambient.absolutePressurePa, 'gaugePressure')} out of the delivery hole, set by tip speed`}
              />
              <Figure
                label="Air delivered"
                origin="predicted"
                {...shown.parts(compressor.deliveredKgPerS, 'massFlow')}
                sub={`${shown.text(compressor.leakKgPerS, 'massFlow')} leaks back at each stage; leaves at ${shown.text(compressor.temperatureK, 'temperature')}`}
              />
            </>
          )}
          {compressor?.stalled && (
            <Advice tone="warn" title="The turbine cannot turn it">
              A smaller impeller, more pressure or a larger throat would.
            </Advice>
          )}
          <Figure
            label="Power there"
            origin="predicted"
            {...shown.parts(f.powerAtLoadW, 'power', u.powerAtLoadW)}
            warn={spare < 0}
            sub={
              spare >= 0
                ? `${shown.text(spare, 'power')} to spare`
                : `${shown.text(-spare, 'power')} short of what it wants`
            }
            onOpen={() => openWorking('powerAtLoad')}
          />
          <Figure
            label="Torque there"
            origin="predicted"
            {...shown.parts(point.torqueNm, 'torque')}
            onOpen={() => openWorking('powerAtLoad')}
          />
          <Figure
            label="Of the air’s power"
            origin="predicted"
            {...shown.parts(
              Math.max(0, f.powerAtLoadW / Math.max(1e-9, predicted.prediction.air.supplyPowerW)),
              'share',
            )}
            onOpen={() => openWorking('supplyPower')}
          />
          <Figure
            label="Free air a minute"
            origin="predicted"
            {...shown.parts(predicted.prediction.nozzle.freeAirM3PerS, 'freeAir')}
            sub={`${formatNumber(f.powerAtLoadW / Math.max(1e-9, f.massFlowKgPerS * 1000), 3)} J from each gram of air`}
            onOpen={() => openWorking('massFlow')}
          />
          {!compressor && f.bestPowerW > 1.1 * Math.max(0, f.powerAtLoadW) && (
            <Advice
              tone="advice"
              title={ratio > 1 ? 'The rotor would rather turn faster' : 'The rotor would rather turn slower'}
            >
              At {bestSpeed} it gives {shown.text(f.bestPowerW, 'power')}. A gear of{' '}
              {formatNumber(ratio > 1 ? ratio : 1 / ratio, 3)} : 1 {ratio > 1 ? 'down' : 'up'} to the load would use it.{' '}
              <LinkButton
                onClick={() =>
                  edit('speed of the load', (b) => void (b.machine.load.speedRadPerS = f.bestSpeedRadPerS))
                }
              >
                Set the speed to {bestSpeed}
              </LinkButton>
            </Advice>
          )}
        </>
      }
    />
  )
}
