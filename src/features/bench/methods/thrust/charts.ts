import type { ThrustReduction } from '../../../../core/bench'
import type { MachinePredicted } from '../../../../project/document'
import type { CurveChartProps } from '../../../../ui'
import type { Shown } from '../../../shared'

/** More points than a line on the screen has. */
const MOST = 700

/** Every few rows of a trace between two times; the highest and lowest of each few, so that a ring keeps its height. */
export function thinned(
  timeS: readonly number[],
  values: readonly number[],
  from: number,
  to: number,
  most = MOST,
): { t: number; v: number }[] {
  const rows = timeS.flatMap((t, i) => (t >= from && t <= to ? [i] : []))
  const per = Math.max(1, Math.ceil((2 * rows.length) / most))
  const out: { t: number; v: number }[] = []
  for (let k = 0; k < rows.length; k += per) {
    const few = rows.slice(k, k + per)
    const least = few.reduce((a, b) => (values[b] < values[a] ? b : a))
    const greatest = few.reduce((a, b) => (values[b] > values[a] ? b : a))
    for (const i of [...new Set([Math.min(least, greatest), Math.max(least, greatest)])])
      out.push({ t: timeS[i], v: values[i] })
  }
  return out
}

/** What was read over the zero, the push without its ring, and what was predicted; all of it, or the push alone. */
export function pushChart(
  r: ThrustReduction,
  predicted: MachinePredicted | null,
  near: boolean,
  shown: Shown,
): CurveChartProps {
  const { timeS, readN, thrustN } = r.curve
  const { fromS, toS } = r.push
  const side = 0.35 * (toS - fromS)
  const [from, to] = near ? [fromS - side, toS + side] : [timeS[0], timeS[timeS.length - 1]]
  const unit = shown.unit('force')
  const points = (values: readonly number[]) =>
    thinned(timeS, values, from, to).map(({ t, v }) => ({ x: t, y: v / unit.si }))
  const start = predicted?.figures.find((f) => f.id === 'thrust')
  return {
    label: 'Force read, and the push without its ring',
    xLabel: 'time, s',
    xDomain: [from, to],
    left: { label: unit.label, domain: ['auto', 'auto'] },
    lines: [
      {
        id: 'read',
        name: 'read, zero taken off',
        tone: 'mute',
        predicted: false,
        axis: 'left',
        broad: true,
        points: points(readN),
      },
      {
        id: 'push',
        name: r.ring ? `push, ring of ${r.ring.frequencyHz.toFixed(1)} Hz taken out` : 'push, smoothed',
        tone: 'copper',
        predicted: false,
        axis: 'left',
        points: points(thrustN),
      },
      ...(start
        ? [
            {
              id: 'foreseen',
              name: 'predicted at the opening',
              tone: 'petrol',
              predicted: true,
              axis: 'left' as const,
              points: [fromS, fromS + Math.max(0.05 * (toS - fromS), 0.02)].map((x) => ({
                x,
                y: start.value / unit.si,
                lo: (start.value - 1.96 * start.standardUncertainty) / unit.si,
                hi: (start.value + 1.96 * start.standardUncertainty) / unit.si,
              })),
            },
          ]
        : []),
    ],
    limits: [],
    height: 300,
  }
}
