'use client'
import { useMemo } from 'react'
import type { RopeReduction } from '../../../../core/bench'
import { ChartBlock, Figure } from '../../../../ui'
import { useShown } from '../../../shared'
import type { MeasuredProps, MethodView } from '../contract'
import { SettledFigures } from '../settled/Figures'
import { Readings } from '../settled/Readings'
import { settledChart } from '../settled/charts'
import { RopeRigFields } from './RigFields'

function RopeCharts({ measured, predicted }: MeasuredProps) {
  const shown = useShown()
  const r = measured.detail as RopeReduction
  const chart = useMemo(() => settledChart(r, predicted, shown), [r, predicted, shown])
  return (
    <>
      <ChartBlock {...chart} />
      <Readings reduction={r} />
    </>
  )
}

const TORQUE = {
  rubs: 'T = (W − S)·(R + d/2)/ratio, times p/p of the reading',
  lifts: 'T = W·(R + d/2)/ratio, ω = ratio·h/(t·(R + d/2)), times p/p of the reading',
} as const

function RopeFigures(props: MeasuredProps) {
  const shown = useShown()
  const r = props.measured.detail as RopeReduction
  return (
    <>
      <SettledFigures {...props} reduction={r} torque={TORQUE[r.does]} />
      {r.does === 'rubs' && (
        <Figure
          label="Heat in the rope"
          origin="measured"
          {...shown.parts(r.mostTakenW, 'power')}
          sub="the most that a reading put into it"
        />
      )}
      {r.friction && (
        <Figure
          label="Rope on drum"
          origin="measured"
          {...shown.parts(r.friction.value, 'ratio', r.friction.standardUncertainty)}
          sub="its friction, by weight over balance and the angle it lies round; the same in all readings if they are right"
        />
      )}
    </>
  )
}

export const ropeView: MethodView = { RigFields: RopeRigFields, Charts: RopeCharts, Figures: RopeFigures }
