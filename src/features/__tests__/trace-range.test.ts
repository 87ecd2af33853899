import { NEAR, rangeOf } from '../bench/live/trace-range'

test('a trace that begins at rest is shown from nothing up, with a little above its most', () => {
  expect(rangeOf(0, 1000, null, null)).toEqual([0, 1060])
  // and below it where it goes there: what slows a rotor is below nothing while it is driven
  expect(rangeOf(-50, 1000, null, null)).toEqual([-50, 1063])
})
test('one that never comes near nothing is shown by itself: a droop is a twentieth of its pressure', () => {
  const [bottom, top] = rangeOf(330, 350, null, null)
  expect(bottom).toBeGreaterThan(320)
  expect(top).toBeLessThan(360)
  expect(rangeOf(200, 350, null, null)[0]).toBe(0)
})
test('a limit is shown once the trace has come half of the way to it', () => {
  expect(rangeOf(0, 400, 1000, null)[1]).toBeCloseTo(424, 9)
  const [, top] = rangeOf(0, 600, 1000, null)
  expect(top).toBeGreaterThan(1080)
  expect(rangeOf(0, 600, null, 1000)[1]).toBe(top)
})
test('of a pressure that stands a fifth below its limit all the while its own course is shown, until it comes near', () => {
  const [bottom, top] = rangeOf(335, 350, 440, null, NEAR.stands)
  expect([bottom > 330, top < 355]).toEqual([true, true])
  expect(rangeOf(335, 380, 440, null, NEAR.stands)[1]).toBeGreaterThan(440)
})
test('before anything has come it goes to the limit, and a still trace has some room', () => {
  expect(rangeOf(NaN, NaN, 800, 500)).toEqual([0, 800])
  expect(rangeOf(NaN, NaN, null, 500)).toEqual([0, 500])
  expect(rangeOf(NaN, NaN, null, null)).toEqual([0, 1])
  const [bottom, top] = rangeOf(0, 0, null, null)
  expect(top).toBeGreaterThan(bottom)
})
