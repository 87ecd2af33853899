'use client'
import { COVERAGE_95 } from '../../core/statistics'
import { inRpm } from '../../core/units'
import { kindOf, measuredBy, type MachineCurves, type MachinePredicted } from '../../project/document'
import { measuredFigure } from '../../project/measuring'
import { type ChartLine, type CurveChartProps } from '../../ui'
import { type Shown } from '../shared'
import { SIDES, type Side } from './sides'

export const TONES = ['petrol', 'copper'] as const

/** The line that both sides have: power over speed, or over the turn. */
const curvesOf = (of: Pick<MachinePredicted, 'overSpeed' | 'overAngle'> | null) =>
  of?.overSpeed ?? of?.overAngle ?? null
const LINE = 'power'

/** Points of the compared line, with its band of 95 %. */
function pointsOf(curves: MachineCurves | null, shown: Shown, banded: boolean): ChartLine['points'] {
  const line = curves?.lines.find((l) => l.id === LINE)
  if (!curves || !line) return []
  const y = (v: number) => shown.number(v, line.kind)
  return curves.over.map((x, i) => ({
    x: inRpm(x),
    y: y(line.values[i]),
    ...(banded
      ? {
          lo: y(line.values[i] - COVERAGE_95 * line.standardUncertainty[i]),
          hi: y(line.values[i] + COVERAGE_95 * line.standardUncertainty[i]),
        }
      : {}),
  }))
}

/** Power of both builds on shared axes: A and B by colour, mark and name; measured solid, predicted dashed. */
export function overlay(sides: readonly Side[], shown: Shown): CurveChartProps {
  const lines = sides.flatMap((side, s): ChartLine[] => {
    const name = `${SIDES[s]} ${side.name}`
    const line = (own: Pick<ChartLine, 'id' | 'name' | 'predicted' | 'thin' | 'points'>): ChartLine => ({
      tone: TONES[s],
      axis: 'left',
      ...own,
    })
    const foreseen = pointsOf(curvesOf(side.predicted), shown, false)
    return [
      ...side.done.map(({ measured }, i) =>
        line({
          id: `m${s}${i}`,
          name: `${name}, measured`,
          predicted: false,
          thin: i > 0,
          points: pointsOf(curvesOf(measured), shown, true),
        }),
      ),
      ...(foreseen.length > 0
        ? [line({ id: `p${s}`, name: `${name}, predicted`, predicted: true, points: foreseen })]
        : []),
    ]
  })
  const top = Math.max(...lines.flatMap((l) => l.points.map((q) => q.x)), 1)
  const peaks = (side: Side) => {
    const { besides } = kindOf(side.build)
    const { id } = measuredBy(kindOf(side.build))
    return side.done.flatMap(({ measured }) => {
      const [peak, at] = [measuredFigure(measured, id), measuredFigure(measured, besides)]
      const y = (v: number) => shown.number(v, peak?.kind ?? 'power')
      return peak && at ? [{ x: inRpm(at.value), y: y(peak.value), e: 2 * y(peak.standardUncertainty) }] : []
    })
  }
  return {
    label: 'Power of both builds against speed',
    xLabel: 'rotor speed, rpm',
    xDomain: [0, top],
    left: { label: shown.unit('power').label, domain: [0, 'auto'] },
    lines,
    dots: sides.flatMap((side, s) =>
      side.done.length > 0
        ? [
            {
              id: `d${s}`,
              name: `${SIDES[s]}, peaks`,
              tone: TONES[s],
              axis: 'left' as const,
              shape: s === 0 ? ('square' as const) : ('circle' as const),
              points: peaks(side),
            },
          ]
        : [],
    ),
    height: 470,
  }
}
