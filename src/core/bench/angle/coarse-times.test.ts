import { PhysicsError } from '../../errors'
import { angleOfPulses } from './angle-trace'
import { stepOfTimes } from './coarse-times'

/** Marks of a rotor that spins up to `top` marks a second, its times cut off to whole steps, as `millis()` does. */
function marks(top: number, step: number, seconds = 12): number[] {
  const times: number[] = []
  const settle = 2
  // its angle in closed form; each mark by halving
  const angle = (t: number) => top * (t - settle * (1 - Math.exp(-t / settle)))
  for (let n = 1; n < angle(seconds); n++) {
    let [low, high] = [0, seconds]
    for (let k = 0; k < 60; k++) {
      const middle = 0.5 * (low + high)
      if (angle(middle) < n) low = middle
      else high = middle
    }
    times.push(step === 0 ? low : Math.floor(low / step) * step)
  }
  return times
}
const turns = (times: readonly number[]): number => {
  const { trace } = angleOfPulses(Float64Array.from(times), { countsPerTurn: 1, rotorTurnsPerSensorTurn: 1 })
  return (trace.angleRad[trace.angleRad.length - 1] - trace.angleRad[0]) / (2 * Math.PI)
}
const fault = (times: readonly number[]): PhysicsError['detail'] | null => {
  try {
    turns(times)
    return null
  } catch (error) {
    if (error instanceof PhysicsError) return error.detail
    throw error
  }
}

describe('the step that times are written in', () => {
  test.each([1e-3, 2e-3, 1 / 1024])('%p s is found', (step) =>
    expect(stepOfTimes(marks(200, step))).toBeCloseTo(step, 9),
  )
  test('none in times that are finer than what they tell', () => expect(stepOfTimes(marks(200, 0))).toBeLessThan(1e-6))
  test('since 1970 as well', () =>
    expect(stepOfTimes(marks(200, 2e-3).map((t) => t + 1_764_547_200))).toBeCloseTo(2e-3, 6))
  test('gaps of one length, and a few of twice that, are a clean signal with marks missed', () => {
    const even = Array.from({ length: 400 }, (_, i) => 0.01 * i)
    expect(stepOfTimes(even)).toBe(0)
    expect(stepOfTimes(even.filter((_, i) => i % 20 !== 7))).toBe(0)
  })
  test('gaps of two steps and a few of three are a coarse clock', () =>
    expect(stepOfTimes(Array.from({ length: 400 }, (_, i) => 1e-3 * Math.floor(2.05 * i)))).toBeCloseTo(1e-3, 9))
  test('a few marks tell none', () => expect(stepOfTimes([0, 0.1, 0.3, 0.4, 0.6, 0.8, 1])).toBe(0))
})

describe('marks by a clock that is too coarse for them', () => {
  // counted are the turns that were put in; a turn more or less at the ends
  test.each([0, 0.1, 0.3, 0.38])('a step of %p of what a mark takes counts right', (share) => {
    const times = marks(250, share / 250)
    expect(Math.abs(turns(times) - (times.length - 1))).toBeLessThanOrEqual(1)
  })
  test.each([0.5, 0.7, 1.1, 3, 40])('a step of %p of it is refused', (share) =>
    expect(fault(marks(250, share / 250))?.code).toBe('MARKS_COARSE'),
  )
  test('the fault names the step, what came and what to do', () => {
    const { message, nextStep } = fault(marks(500, 1e-3)) ?? { message: '', nextStep: '' }
    expect(message).toMatch(/steps of 1 ms, and a mark came every 2 ms/)
    expect(nextStep).toMatch(/microseconds/)
    expect(fault(marks(250, 1))?.message).toMatch(/many marks share one/)
  })
})
