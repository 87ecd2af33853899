'use client'
import { useMemo } from 'react'
import { thrustPerSquare } from '../../../project/document'
import { useProject } from '../../../store'
import { Advice, ChartBlock, Figure, SectionTitle, Sheet } from '../../../ui'
import { useSettled, useShown } from '../../shared'
import { BuildRecords } from '../stations/BuildRecords'
import { speedChart } from './engine-charts'
import type { EngineStationProps } from './engine-props'
import { LoadFields } from './LoadFields'
import { WholeBottle } from './WholeBottle'

/** How well a propeller’s coefficient is known that nobody measured. Common practice, no source. */
const COEFFICIENT_KNOWN = 0.1

/** What it drives, at which speed, and for how long. */
export function EngineLoadStation(props: EngineStationProps) {
  const { build, predicted, openWorking } = props
  const shown = useShown()
  const { ambient } = useProject()
  const late = useSettled(predicted)
  const { figures: f, uncertainty: u, steady } = predicted.prediction
  const chart = useMemo(
    () => speedChart(late, build.machine.load.label, shown),
    [late, build.machine.load.label, shown],
  )
  const perSquare = thrustPerSquare(build, ambient)
  const best = late.overSpeed?.lines[0].values.reduce((at, v, i, all) => (v > all[at] ? i : at), 0) ?? 0
  const bestW = late.overSpeed?.lines[0].values[best] ?? 0
  return (
    <Sheet
      left={
        <>
          <LoadFields {...props} />
          <BuildRecords {...props} />
        </>
      }
      middle={
        <>
          <SectionTitle first>Torque and power against speed</SectionTitle>
          {chart && <ChartBlock {...chart} />}
          <WholeBottle key={build.id} {...props} />
        </>
      }
      right={
        <>
          <SectionTitle first>What it gets</SectionTitle>
          <Figure
            label="Speed"
            origin="predicted"
            {...shown.parts(f.speedRadPerS, 'rotation', u.speedRadPerS)}
            onOpen={() => openWorking('speedRadPerS')}
          />
          <Figure
            label="Power there"
            origin="predicted"
            {...shown.parts(f.shaftPowerW, 'power', u.shaftPowerW)}
            onOpen={() => openWorking('shaftPowerW')}
          />
          <Figure
            label="Mean torque"
            origin="predicted"
            {...shown.parts(steady?.figures.shaftTorqueNm ?? 0, 'torque')}
          />
          {perSquare > 0 && (
            <Figure
              label="Thrust"
              origin="predicted"
              {...shown.parts(
                perSquare * f.speedRadPerS ** 2,
                'force',
                Math.hypot(
                  2 * perSquare * f.speedRadPerS * u.speedRadPerS,
                  COEFFICIENT_KNOWN * perSquare * f.speedRadPerS ** 2,
                ),
              )}
              sub="standing, by its coefficient: within a fifth (estimate)"
            />
          )}
          <Figure
            label="Free air a minute"
            origin="predicted"
            {...shown.parts(predicted.nozzle.freeAirM3PerS, 'freeAir')}
            sub={`${shown.text(f.workPerAirJPerKg, 'workPerAir')} of work`}
          />
          {late.overSpeed && bestW > 1.15 * f.shaftPowerW && f.shaftPowerW > 0 && (
            <Advice
              tone="advice"
              title={late.overSpeed.over[best] > f.speedRadPerS ? 'The load holds it back' : 'The load lets it race'}
            >
              At {shown.text(late.overSpeed.over[best], 'rotation')} it would give {shown.text(bestW, 'power')}:{' '}
              {late.overSpeed.over[best] > f.speedRadPerS
                ? 'a smaller propeller, less load or a gear would use it'
                : 'more load would use it'}
              .
            </Advice>
          )}
        </>
      }
    />
  )
}
