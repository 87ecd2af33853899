import { curveFit } from './curve-fit'

// Statistical Reference Datasets of NIST, nonlinear regression, by memory: Misra1a (lower difficulty), both starts.
const x = [77.6, 114.9, 141.1, 190.8, 239.9, 289.0, 332.8, 378.4, 434.8, 477.3, 536.8, 593.1, 689.1, 760.0]
const y = [10.07, 14.73, 17.94, 23.93, 29.61, 35.18, 40.02, 44.82, 50.76, 55.05, 61.01, 66.4, 75.47, 81.78]
const free = { least: -1e9, most: 1e9 }
const misra = ([b1, b2]: readonly number[]) => x.map((v) => b1 * (1 - Math.exp(-b2 * v)))

test.each([
  [500, 0.0001],
  [250, 0.0005],
])('Misra1a from %d and %d: parameters, their deviations and the sum of squares', (b1, b2) => {
  const found = curveFit(misra, y, 1, [
    { start: b1, step: 1e-4, ...free },
    { start: b2, step: 1e-10, ...free },
  ])
  expect(found.settled).toBe(true)
  expect(found.parameters[0]).toBeCloseTo(238.94212918, 3)
  expect(found.parameters[1]).toBeCloseTo(5.5015643181e-4, 9)
  expect(found.chiSquare).toBeCloseTo(0.12455138894, 7)
  const variance = found.chiSquare / found.degreesOfFreedom
  expect(Math.sqrt(found.covariance![0][0] * variance)).toBeCloseTo(2.7070075241, 2)
  expect(Math.sqrt(found.covariance![1][1] * variance)).toBeCloseTo(7.2668688436e-6, 8)
})

test('what is known beforehand counts as a reading more; a number stays within its limits', () => {
  const line = ([a]: readonly number[]) => [a, a]
  const one = { start: 0, step: 1e-4, ...free }
  // two readings of 4 by 1 and a prior of 1 by 1: the mean of three
  const known = curveFit(line, [4, 4], 1, [{ ...one, prior: { value: 1, standardUncertainty: 1 } }])
  expect(known.parameters[0]).toBeCloseTo(3, 6)
  expect(known.covariance![0][0]).toBeCloseTo(1 / 3, 6)
  expect(curveFit(line, [4, 4], 1, [{ ...one, most: 2.5 }]).parameters[0]).toBe(2.5)
})
