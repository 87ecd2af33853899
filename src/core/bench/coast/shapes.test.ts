import { shapeAt, shapeOf, type DragWindow } from './shapes'

const TOP = 2000
const windows = (drag: (share: number) => number, from = 0.05, n = 14, share = 0.003): DragWindow[] =>
  Array.from({ length: n }, (_, i) => {
    const x = from + ((1 - from) * (i + 0.5)) / n
    return { speedRadPerS: x * TOP, torqueNm: drag(x), uncertaintyNm: share * drag(x) }
  })
/** Drag that a shape tells, its parabola by three points of the truth where it stands. */
const told = (drag: (share: number) => number, of: DragWindow[], x: number) => {
  const shape = shapeOf(of, TOP)!
  return { value: (shape.stands ? drag(x) : 0) + shapeAt(shape, shape.torqueNm, x * TOP), shape }
}

test('a parabola stands, and what the others say beside it is next to nothing where it was read', () => {
  const drag = (x: number) => 3e-4 * (1 + 0.4 * x + 0.9 * x * x)
  const shape = shapeOf(windows(drag), TOP)!
  expect([shape.stands, shape.lies]).toEqual([true, true])
  for (const x of [0.1, 0.3, 0.6, 0.95]) {
    expect(Math.abs(shapeAt(shape, shape.torqueNm, x * TOP)) / drag(x)).toBeLessThan(2e-3)
    expect(shapeAt(shape, shape.apartNm, x * TOP) / drag(x)).toBeLessThan(4e-3)
  }
})

// laws as text-books have them: oil and grease of a bearing (Palmgren), a laminar and a turbulent disc, boundary friction
test.each([
  ['grease, two thirds of a power', (x: number) => 3e-4 * (1 + 2 * x ** (2 / 3))],
  ['grease and the air of a turbulent disc', (x: number) => 2e-4 * (1 + x ** 0.6 + 1.5 * x ** 1.8)],
  ['a cube', (x: number) => 3e-4 * (1 + 1.5 * x ** 3)],
  ['friction that is greater near rest', (x: number) => 3e-4 * (1 + 0.5 * Math.exp(-x / 0.12) + x ** 1.5)],
])('%s: the parabola does not stand, the mean of the others lies within what they differ by', (_, drag) => {
  const { shape } = told(drag, windows(drag), 0.5)
  expect([shape.stands, shape.lies]).toEqual([false, true])
  for (const x of [0, 0.08, 0.3, 0.6, 1]) {
    const off = Math.abs(told(drag, windows(drag), x).value - drag(x))
    expect([x, off < Math.max(3 * shapeAt(shape, shape.apartNm, x * TOP), 0.004 * drag(x))]).toEqual([x, true])
  }
})

test('what was not read is not known: the further from rest the recording ends, the less', () => {
  const drag = (x: number) => 3e-4 * (1 + 0.4 * x + 0.9 * x * x)
  const unsure = [0.03, 0.2, 0.5].map((from) => shapeOf(windows(drag, from), TOP)!.apartNm[0] / 3e-4)
  expect(unsure[0]).toBeLessThan(unsure[1])
  expect(unsure[1]).toBeLessThan(unsure[2])
  expect(unsure[2]).toBeGreaterThan(0.1)
})

test('windows that scatter by a twentieth tell no shape: all laws stand, and differ by little where it was read', () => {
  const drag = (x: number) => 3e-4 * (1 + 0.4 * x + 0.9 * x * x)
  const shape = shapeOf(windows(drag, 0.05, 14, 0.05), TOP)!
  expect(shape.stands).toBe(true)
  expect(shape.apartNm[30] / drag(0.5)).toBeGreaterThan(2e-3)
  expect(shape.apartNm[30] / drag(0.5)).toBeLessThan(0.03)
})

test('what no law lies on is said, and too few windows tell nothing', () => {
  const touched = windows((x) => 3e-4 * (1 + x * x)).map((w, i) =>
    i === 6 ? { ...w, torqueNm: 1.08 * w.torqueNm } : w,
  )
  expect(shapeOf(touched, TOP)!.lies).toBe(false)
  expect(shapeOf(windows((x) => 3e-4 * (1 + x)).slice(0, 5), TOP)).toBeNull()
})

test('no law has friction at rest that drives, or that is more than doubled by standing', () => {
  // steeper towards rest than any friction: the laws end at twice the constant, they do not run off
  const drag = (x: number) => 3e-4 * (1 + 6 * Math.exp(-x / 0.05))
  const shape = shapeOf(windows(drag, 0.15), TOP)!
  expect((shape.stands ? 3e-4 : 0) + shape.torqueNm[0]).toBeLessThan(2.1 * 3e-4)
  expect(
    Math.min(
      ...shapeOf(
        windows((x) => 1e-4 * x),
        TOP,
      )!.torqueNm,
    ),
  ).toBeGreaterThanOrEqual(-1e-9)
})

test('a shape is joined straight between its steps, and held at its ends', () => {
  const shape = shapeOf(
    windows((x) => 3e-4 * (1 + 2 * x ** 0.6)),
    TOP,
  )!
  const values = shape.torqueNm.map((_, i) => i * i)
  expect(shapeAt(shape, values, (TOP * 30.5) / 60)).toBeCloseTo((30 ** 2 + 31 ** 2) / 2, 9)
  expect([shapeAt(shape, values, -5), shapeAt(shape, values, 3 * TOP)]).toEqual([0, 3600])
})
