import { bandAt, lineAt, type SettledReduction } from '../../../../core/bench'
import { COVERAGE_95 } from '../../../../core/statistics'
import { inRpm } from '../../../../core/units'
import type { MachinePredicted } from '../../../../project/document'
import type { CurveChartProps } from '../../../../ui'
import type { Shown } from '../../../shared'

const STEPS = 60

/**
 * Settled readings, the line through what agrees and its power, over the prediction; what was set aside is drawn
 * hollow.
 */
export function settledChart(
  r: SettledReduction,
  predicted: MachinePredicted | null,
  shown: Shown,
  ofShaft = true,
): CurveChartProps {
  const t = (nm: number) => shown.number(nm, 'torque')
  const p = (w: number) => shown.number(w, 'power')
  const over = predicted?.overSpeed
  const foreseen = over?.lines.find((l) => l.id === 'torque')
  const top = Math.max(r.freeSpeed.value, over ? (over.over[over.over.length - 1] ?? 0) : 0) * 1.03
  const grid = Array.from({ length: STEPS + 1 }, (_, i) => (r.freeSpeed.value * i) / STEPS)
  const half = (w: number) =>
    COVERAGE_95 * Math.hypot(bandAt(r.line, w), r.sharedRelativeUncertainty * lineAt(r.line, w))
  const at = (aside: boolean) =>
    r.points.filter((x) => (x.aside !== null) === aside).map((x) => ({ x: inRpm(x.speedRadPerS), y: t(x.torqueNm) }))
  const what = ofShaft ? 'torque measured' : 'torque into the windings'
  // a reading ten times too high would press all others to the axis
  const highest = 1.2 * t(Math.max(r.stallTorque.value, foreseen ? Math.max(...foreseen.values) : 0))
  return {
    label: 'Torque and power from settled readings',
    xLabel: 'rotor speed, rpm',
    xDomain: [0, inRpm(top)],
    left: { label: shown.unit('torque').label, domain: [0, Number(highest.toPrecision(2))] },
    right: { label: shown.unit('power').label, domain: [0, 'auto'] },
    lines: [
      {
        id: 'mt',
        name: what,
        tone: 'petrol',
        predicted: false,
        axis: 'left',
        points: grid.map((w) => {
          const torque = lineAt(r.line, w)
          return { x: inRpm(w), y: t(torque), lo: t(torque - half(w)), hi: t(torque + half(w)) }
        }),
      },
      {
        id: 'mp',
        name: ofShaft ? 'power measured' : 'power into the windings',
        tone: 'copper',
        predicted: false,
        axis: 'right',
        points: grid.map((w) => {
          const power = lineAt(r.line, w) * w
          return { x: inRpm(w), y: p(power), lo: p(power - half(w) * w), hi: p(power + half(w) * w) }
        }),
      },
      ...(over && foreseen
        ? [
            {
              id: 'pt',
              name: 'torque predicted',
              tone: 'petrol',
              predicted: true,
              axis: 'left' as const,
              points: over.over.map((w, i) => ({ x: inRpm(w), y: t(foreseen.values[i]) })),
            },
          ]
        : []),
    ],
    dots: [
      { id: 'readings', name: 'readings', tone: 'ink', axis: 'left', shape: 'circle', points: at(false) },
      {
        id: 'aside',
        name: 'set aside',
        tone: 'brick',
        axis: 'left',
        shape: 'circle',
        hollow: true,
        points: at(true).map((d) => ({ ...d, y: Math.min(d.y, 0.97 * Number(highest.toPrecision(2))) })),
      },
    ],
    height: 320,
  }
}
