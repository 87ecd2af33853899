'use client'
import { useMemo } from 'react'
import type { BrakeReduction } from '../../../../core/bench'
import { ChartBlock, Figure } from '../../../../ui'
import { useShown } from '../../../shared'
import type { MeasuredProps, MethodView } from '../contract'
import { Readings } from '../settled/Readings'
import { SettledFigures } from '../settled/Figures'
import { settledChart } from '../settled/charts'
import { BrakeRigFields } from './RigFields'

function BrakeCharts({ measured, predicted }: MeasuredProps) {
  const shown = useShown()
  const r = measured.detail as BrakeReduction
  const chart = useMemo(() => settledChart(r, predicted, shown), [r, predicted, shown])
  return (
    <>
      <ChartBlock {...chart} />
      <Readings reduction={r} />
    </>
  )
}

function BrakeFigures(props: MeasuredProps) {
  const shown = useShown()
  const r = props.measured.detail as BrakeReduction
  return (
    <>
      <SettledFigures
        {...props}
        reduction={r}
        torque="T = (reading − tare) · arm · cos tilt, times p/p of the reading"
      />
      <Figure
        label="Heat in the brake"
        origin="measured"
        {...shown.parts(r.mostTakenW, 'power')}
        sub="the most that a reading put into it"
      />
      <Figure
        label="Scale without load"
        origin="measured"
        {...shown.parts(r.tareN.value, 'force', r.tareN.standardUncertainty)}
        sub="taken off every reading"
      />
    </>
  )
}

export const brakeView: MethodView = { RigFields: BrakeRigFields, Charts: BrakeCharts, Figures: BrakeFigures }
