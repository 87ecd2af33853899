'use client'
import { useMemo } from 'react'
import { Advice, ChartBlock, Figure, SectionTitle, Sheet } from '../../../ui'
import { useShown } from '../../shared'
import { EngineFields } from './EngineFields'
import { standingChart, torqueChart } from './engine-charts'
import type { EngineStationProps } from './engine-props'
import { membersOf } from './members'
import { toDeg } from './opening'

const range = ([from, to]: readonly [number, number]): string =>
  to - from > 6.2 ? 'anywhere' : `${Math.round(toDeg(from))}° to ${Math.round(toDeg(to)) % 360 || 360}°`

/** Crank and flywheel: whether it starts by itself and from where, how evenly it turns, what rubs. */
export function CrankStation(props: EngineStationProps) {
  const { build, predicted } = props
  const shown = useShown()
  const { standing, steady } = predicted.prediction
  const { machine } = build
  const chart = useMemo(() => standingChart(standing, shown), [standing, shown])
  const turning = useMemo(
    () => (steady ? torqueChart(steady.cycle, standing, machine, true, 0, shown) : null),
    [steady, standing, machine, shown],
  )
  const least = Math.min(...standing.torqueNm.map((t, i) => t - standing.holdsNm[i]))
  const swing = steady
    ? (steady.figures.fastestRadPerS - steady.figures.slowestRadPerS) / steady.figures.speedRadPerS
    : 0
  return (
    <Sheet
      left={<EngineFields {...props} groups={['Cylinders', 'Wheel', 'Losses']} />}
      middle={
        <>
          <SectionTitle first>Starting: torque at rest, full pressure</SectionTitle>
          <ChartBlock {...chart} />
          {turning && (
            <>
              <SectionTitle>Turning: torque round the turn, each {membersOf(machine).name}</SectionTitle>
              <ChartBlock {...turning} />
            </>
          )}
        </>
      }
      right={
        <>
          <Figure
            label="Starts by itself"
            origin="predicted"
            {...shown.parts(standing.startsShare, 'share')}
            sub={
              standing.starts.length === 0
                ? 'from nowhere: flick it on'
                : `from ${standing.starts.map(range).join(', ')}`
            }
          />
          <Figure
            label="Backwards"
            origin="predicted"
            {...shown.parts(standing.backwardsShare, 'share')}
            sub="of the turn starts it the wrong way"
          />
          <Figure
            label="Weakest place"
            origin="predicted"
            {...shown.parts(least, 'torque')}
            warn={least < 0}
            sub={least < 0 ? 'short of what holds it: it must be carried over' : 'to spare everywhere'}
          />
          {steady && (
            <>
              <Figure
                label="Speed swings by"
                origin="predicted"
                {...shown.parts(swing, 'share')}
                sub="of itself in each turn; a heavier wheel evens it"
              />
              <Figure
                label="Friction takes"
                origin="predicted"
                {...shown.parts(steady.figures.frictionPowerW, 'power')}
                sub={`${shown.text(steady.figures.frictionPowerW / Math.max(1e-9, steady.figures.indicatedPowerW), 'share')} of what the air gives`}
              />
            </>
          )}
          {machine.family === 'double-acting-engine' &&
            machine.cylinders === 2 &&
            Math.abs(machine.phaseStepRad - Math.PI) < 0.1 && (
              <Advice tone="advice" title="At 180° both cylinders stand dead together">
                90° apart, one pushes where the other turns over: it starts from anywhere.
              </Advice>
            )}
          <Advice tone="note" title="Fingers">
            Under pressure it can start at a touch: shut the air and let it out before reaching
            {machine.family === 'three-flank-engine'
              ? ' to the wheel, a weight or into a port.'
              : ' between piston, rod and wheel.'}
          </Advice>
        </>
      }
    />
  )
}
