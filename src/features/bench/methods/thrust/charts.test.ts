import { reduceThrust } from '../../../../core/bench'
import type { Shown } from '../../../shared'
import { pushChart, thinned } from './charts'

const timeS = Array.from({ length: 4000 }, (_, i) => i / 400)
const push = (t: number) => (t > 3 && t < 6 ? 8 : 0)
const forceN = timeS.map((t, i) => push(t) + 0.01 * Math.sin(91 * i) + (i === 1600 ? 3 : 0))
const shown = { unit: () => ({ label: 'N', si: 1 }) } as unknown as Shown

test('a trace is thinned without losing its highest and lowest row', () => {
  const points = thinned(timeS, forceN, 0, 10)
  expect(points.length).toBeLessThanOrEqual(701)
  expect(Math.max(...points.map((p) => p.v))).toBe(Math.max(...forceN))
  expect(points.every((p, i) => i === 0 || p.t > points[i - 1].t)).toBe(true)
  // few rows are all there, and only those asked for
  expect(thinned(timeS, forceN, 1, 1.5)).toHaveLength(201)
})

test('the push alone, or all of it; what is predicted is drawn as predicted, with its band', () => {
  const r = reduceThrust({ timeS, forceN }, { spanRelativeUncertainty: 0 })
  const predicted = { figures: [{ id: 'thrust', kind: 'force', value: 7, standardUncertainty: 0.5, changes: {} }] }
  const [near, whole] = [true, false].map((n) => pushChart(r, predicted as never, n, shown))
  expect(near.xDomain?.[0]).toBeCloseTo(3 - 0.35 * 3, 1)
  expect(whole.xDomain).toEqual([0, timeS[timeS.length - 1]])
  const foreseen = near.lines.find((l) => l.predicted)
  expect(foreseen?.points[0]).toMatchObject({ y: 7, lo: 7 - 0.98, hi: 7 + 0.98 })
  expect(near.lines.filter((l) => !l.predicted).map((l) => l.id)).toEqual(['read', 'push'])
  expect(pushChart(r, null, true, shown).lines.some((l) => l.predicted)).toBe(false)
})
