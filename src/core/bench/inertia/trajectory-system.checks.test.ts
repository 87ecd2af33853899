import { FACTORS } from './trajectory-march'
import { costOf, solvedForEach, solver, weightsOf, type Left, type Problem } from './trajectory-system'

/**
 * NIST StRD, linear regression, Longley (1967): employment of 1947 to 1962, known for columns that look so alike that
 * the squares of normal equations lose most of their digits. Data and certified values from memory; that they agree to
 * so many digits shows that both are remembered right.
 */
const EMPLOYED = [
  60323, 61122, 60171, 61187, 63221, 63639, 64989, 63761, 66019, 67857, 68169, 66513, 68655, 69564, 69331, 70551,
]
const COLUMNS = [
  EMPLOYED.map(() => 1),
  [83, 88.5, 88.2, 89.5, 96.2, 98.1, 99, 100, 101.2, 104.6, 108.4, 110.8, 112.6, 114.2, 115.7, 116.9],
  [
    234289, 259426, 258054, 284599, 328975, 346999, 365385, 363112, 397469, 419180, 442769, 444546, 482704, 502601,
    518173, 554894,
  ],
  [2356, 2325, 3682, 3351, 2099, 1932, 1870, 3578, 2904, 2822, 2936, 4681, 3813, 3931, 4806, 4007],
  [1590, 1456, 1616, 1650, 3099, 3594, 3547, 3350, 3048, 2857, 2798, 2637, 2552, 2514, 2572, 2827],
  [
    107608, 108632, 109773, 110929, 112075, 113270, 115094, 116219, 117388, 118734, 120445, 121950, 123366, 125368,
    127852, 130081,
  ],
  EMPLOYED.map((_, i) => 1947 + i),
]
const CERTIFIED = [
  -3482258.63459582, 15.0618722713733, -0.035819179292591, -2.02022980381683, -1.03322686717359, -0.0511041056535807,
  1829.15146461355,
]
const CERTIFIED_DEVIATIONS = [
  890420.383607373, 84.9149257747669, 0.0334910077722432, 0.488399681651699, 0.214274163161675, 0.22607320006937,
  455.478499142212,
]
const RESIDUAL_DEVIATION = 304.854073561965

const problem = {
  free: COLUMNS.map((_, j) => j),
  priors: [],
  counts: EMPLOYED.map(() => 1),
  trace: {},
} as unknown as Problem
const rows = EMPLOYED.map((_, i) => Float64Array.from(COLUMNS, (column) => column[i]))
const origin = COLUMNS.map(() => 0)
const left: Left = { rows, residual: Float64Array.from(EMPLOYED), speeds: new Float64Array(16) }
const weights = weightsOf(problem, left.speeds, [RESIDUAL_DEVIATION ** 2, 0])

test('a step and what it is known by, where columns look alike (NIST StRD, Longley)', () => {
  const { step, covariance, cost } = solver(problem, origin, left, weights)()
  step.forEach((v, j) => expect(v / CERTIFIED[j]).toBeCloseTo(1, 8))
  step.forEach((_, j) => expect(Math.sqrt(covariance(j, j)) / CERTIFIED_DEVIATIONS[j]).toBeCloseTo(1, 8))
  expect(covariance(1, 4)).toBeCloseTo(covariance(4, 1), 9)
  expect(cost).toBeCloseTo(9, 5)
})

test('the cost there is that of the certified residuals: nine are left over', () => {
  const residual = Float64Array.from(EMPLOYED, (y, i) => y - rows[i].reduce((sum, v, j) => sum + v * CERTIFIED[j], 0))
  expect(costOf(problem, origin, { ...left, residual }, weights)).toBeCloseTo(9, 5)
})

test('a damped step is shorter in what is hardly told, and no other in what is told well', () => {
  const size = (step: readonly number[]) => Math.hypot(...step.map((v, j) => v * Math.hypot(...COLUMNS[j])))
  const by = solver(problem, origin, left, weights)
  const [free, little, much] = [0, 1e-6, 1e-2].map((damped) => by(damped).step)
  expect(size(little)).toBeLessThan(0.9 * size(free))
  expect(size(much)).toBeLessThan(0.9 * size(little))
  const employed = (step: readonly number[]) => rows[8].reduce((sum, v, j) => sum + v * step[j], 0)
  expect(employed(much) / employed(free)).toBeCloseTo(1, 1)
  // its cost is what it leaves of the recording, by no other way than straight
  const residual = Float64Array.from(EMPLOYED, (y, i) => y - rows[i].reduce((sum, v, j) => sum + v * little[j], 0))
  expect(by(1e-6).cost / costOf(problem, origin, { ...left, residual }, weights)).toBeCloseTo(1, 8)
})

test('what is known beforehand weighs as one more reading of it', () => {
  // law of one column at the place of the first factor
  const known: Problem = {
    ...problem,
    free: [FACTORS],
    priors: [{ place: FACTORS, value: 3, standardUncertainty: 0.5 }],
    counts: [1, 1],
  }
  const two: Left = {
    rows: [FACTORS, FACTORS].map((at) => Float64Array.from({ length: FACTORS + 1 }, (_, j) => (j === at ? 1 : 0))),
    residual: Float64Array.from([6, 8]),
    speeds: new Float64Array(2),
  }
  const at = Array.from({ length: FACTORS + 1 }, () => 0)
  const even = weightsOf(known, two.speeds, [1, 0])
  const { step, covariance } = solver(known, at, two, even)()
  // weights 1, 1 and 4: (6 + 8 + 4 * 3) / 6
  expect(step[0]).toBeCloseTo(26 / 6, 6)
  expect(covariance(0, 0)).toBeCloseTo(1 / 6, 6)
  expect(costOf(known, at, two, even)).toBeCloseTo(36 + 64 + 36, 5)
  // and the same for several such at once
  const vague = { ...known, priors: [{ ...known.priors[0], standardUncertainty: 1e6 }] }
  const each = solvedForEach([known, vague], at, two, even)
  expect(each.map((s) => s.step[0])).toEqual([26 / 6, 7].map((v) => expect.closeTo(v, 6)))
  expect(each.map((s) => s.logDeterminant)).toEqual([6, 2].map((v) => expect.closeTo(Math.log(v), 6)))
})

test('a block is weighted by its readings and the scatter at its speed', () => {
  const two = { ...problem, counts: [4, 1] }
  const [first, second] = weightsOf(two, Float64Array.from([0, 10]), [0.25, 0.01])
  expect(first).toBeCloseTo(4, 6)
  expect(second).toBeCloseTo(1 / Math.sqrt(1.25), 6)
  // and no surer than any sensor is, whatever the scatter
  expect([...weightsOf(two, Float64Array.of(0, 0), [1e-20, 0])]).toEqual([1e4, 1e4].map((w) => expect.closeTo(w, 3)))
  const speeds = { ...two, trace: { noiseOn: 'speed' } } as unknown as Problem
  expect(weightsOf(speeds, Float64Array.of(0, 0), [1e-20, 0])[0]).toBeCloseTo(1e3, 6)
})
