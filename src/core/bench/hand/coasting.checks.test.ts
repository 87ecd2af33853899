import { normalDraw, seededRandom } from '../../statistics'
import { reduceHand, type CoastingReading } from '.'

const rpm = Math.PI / 30
const base: CoastingReading = {
  kind: 'coasting',
  rows: [{ aloneS: 10, addedS: 15 }],
  fromRadPerS: 9000 * rpm,
  toRadPerS: 3000 * rpm,
  addedKgM2: 1e-5,
  addedRelativeUncertainty: 0,
  timeUncertaintyS: 0.1,
}
const figure = (reading: CoastingReading, id: string) => reduceHand(reading).figures.find((f) => f.id === id)!.measured

/** Time to coast between two speeds, by small steps of the equation of motion. */
function coastTime(inertia: number, from: number, to: number, drag: (w: number) => number): number {
  let [w, t] = [from, 0]
  const dt = 1e-3
  for (;;) {
    const k1 = -drag(w) / inertia
    const k2 = -drag(w + 0.5 * dt * k1) / inertia
    const next = w + dt * k2
    if (next <= to) return t + (dt * (w - to)) / (w - next)
    w = next
    t += dt
  }
}

test.each([
  ['constant', () => 4e-4],
  ['growing with speed', (w: number) => 1e-4 + 6e-7 * w],
  ['as the square', (w: number) => 1e-4 + 6e-10 * w * w],
])('whatever the drag does over the speed (%s), the times tell the inertia, by the equation of motion', (_, drag) => {
  const truth = 2.3e-5
  const [aloneS, addedS] = [0, 1e-5].map((more) => coastTime(truth + more, base.fromRadPerS, base.toRadPerS, drag))
  const reading = { ...base, rows: [{ aloneS, addedS }] }
  expect(figure(reading, 'inertia').value / truth).toBeCloseTo(1, 3)
  // mean drag: what would have taken as long had it been the same all the way
  const meanDrag = figure(reading, 'meanDrag').value
  expect(coastTime(truth, base.fromRadPerS, base.toRadPerS, () => meanDrag) / aloneS).toBeCloseTo(1, 3)
})

test('a piece half as heavy again tells; one that hardly lengthens the time is told, and so is a single pair', () => {
  const codes = (rows: CoastingReading['rows']) => reduceHand({ ...base, rows }).said.map((s) => s.code)
  const pair = { aloneS: 10, addedS: 15 }
  expect(codes([pair, pair])).toEqual([])
  expect(codes([pair])).toEqual(['hand-single'])
  expect(codes([{ aloneS: 10, addedS: 11 }])).toEqual(['hand-single', 'hand-coasting-near'])
  // a stopwatch's error weighs far more there
  const u = (addedS: number) => {
    const m = figure({ ...base, rows: [{ aloneS: 10, addedS }] }, 'inertia')
    return m.standardUncertainty / m.value
  }
  expect(u(11)).toBeGreaterThan(4 * u(15))
  expect(
    figure({ ...base, timeUncertaintyS: 1e-4, addedRelativeUncertainty: 0.02 }, 'inertia').standardUncertainty,
  ).toBeCloseTo(0.02 * 2e-5, 9)
})

test('over 1,000 of them the 95 % intervals hold inertia and drag in 93 to 97.5 %, with a bias under a quarter of the uncertainty', () => {
  const random = seededRandom(123)
  const noise = (s: number) => s * normalDraw(random)
  const truth = 2e-5
  const drag = (truth * (base.fromRadPerS - base.toRadPerS)) / 12
  for (const n of [1, 3, 5]) {
    const held = { inertia: 0, meanDrag: 0 }
    const bias = { inertia: 0, meanDrag: 0 }
    for (let i = 0; i < 1000; i++) {
      const added = 1.5e-5 * (1 + noise(0.01))
      const rows = Array.from({ length: n }, () => ({
        aloneS: 12 + noise(0.15),
        addedS: 12 * (1 + added / truth) + noise(0.15),
      }))
      const reading = { ...base, rows, addedKgM2: 1.5e-5, addedRelativeUncertainty: 0.01, timeUncertaintyS: 0.15 }
      for (const [id, exact] of [
        ['inertia', truth],
        ['meanDrag', drag],
      ] as const) {
        const { value, standardUncertainty } = figure(reading, id)
        const off = (value - exact) / standardUncertainty
        if (Math.abs(off) <= 1.96) held[id]++
        bias[id] += off / 1000
      }
    }
    for (const id of ['inertia', 'meanDrag'] as const) {
      expect([n, id, held[id], held[id] >= 930 && held[id] <= 975]).toEqual([n, id, held[id], true])
      expect(Math.abs(bias[id])).toBeLessThan(0.25)
    }
  }
})
