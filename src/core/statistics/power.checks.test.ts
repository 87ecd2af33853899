import { powerOfTwoMeans, repeatsFor } from '.'

describe('Cohen (1992), A Power Primer, Psychological Bulletin 112, table 2: two means, two-sided 0.05, power 0.80', () => {
  // values of the table from memory: it has 26 for a large effect and 64 for a medium one
  test('large effect: 26 a group', () => expect(repeatsFor(0.8)).toBe(26))
  test('medium effect: 64 a group, more than a plan asks for', () => {
    expect(repeatsFor(0.5)).toBe(Infinity)
    expect(powerOfTwoMeans(64, 0.5)).toBeGreaterThan(0.8)
    expect(powerOfTwoMeans(63, 0.5)).toBeLessThan(0.8)
  })
  test('at 0.01 a large effect takes 38, to one', () =>
    expect(Math.abs(repeatsFor(0.8, 0.8, 0.01) - 38)).toBeLessThanOrEqual(1))
})
test('without a difference it is seen as often as the level says', () =>
  expect(powerOfTwoMeans(7, 0)).toBeCloseTo(0.05, 6))
test('more runs and larger differences are seen more often; one run sees nothing', () => {
  expect(powerOfTwoMeans(1, 5)).toBe(0)
  expect(powerOfTwoMeans(4, 2)).toBeGreaterThan(powerOfTwoMeans(3, 2))
  expect(powerOfTwoMeans(4, 3)).toBeGreaterThan(powerOfTwoMeans(4, 2))
  expect(repeatsFor(6)).toBe(2)
})
