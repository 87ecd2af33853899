import { angleOfCounts, angleOfPulses, angleOfSpeed } from '..'
import { risingRows } from './clean-time'

const f = (...values: number[]) => Float64Array.from(values)
const kinds = (x: { repairs: readonly { kind: string; count: number }[] }) => x.repairs.map((r) => [r.kind, r.count])

describe('rows whose time does not rise', () => {
  test('a reversed block is set aside, nothing is sorted', () => {
    const { rows, repairs } = risingRows(f(0, 1, 2, 5, 4, 3, 6, 7), f(0, 1, 2, 3, 4, 5, 6, 7))
    expect([...rows]).toEqual([0, 1, 2, 3, 6, 7])
    expect(kinds({ repairs })).toEqual([['row out of order', 2]])
  })
  test('a repeated time is set aside', () =>
    expect(kinds(risingRows(f(0, 1, 1, 2), f(0, 1, 2, 3)))).toEqual([['repeated time', 1]]))
  test('after a clock restart the longest stretch is kept', () => {
    const { rows, repairs } = risingRows(f(0, 1, 2, 3, 4, 0, 1, 2), f(0, 1, 2, 3, 4, 5, 6, 7))
    expect([...rows]).toEqual([0, 1, 2, 3, 4])
    expect(kinds({ repairs })).toEqual([['clock restart', 1]])
  })
  test('what is not a number is set aside and counted', () =>
    expect(kinds(risingRows(f(0, NaN, 2), f(0, 1, 2)))).toEqual([['not a number', 1]]))
})

describe('counts', () => {
  test('a counter that runs over is carried on', () => {
    const { trace, repairs } = angleOfCounts(f(0, 1, 2, 3), f(250, 254, 2, 6), {
      countsPerTurn: 4,
      rotorTurnsPerSensorTurn: 1,
    })
    expect((trace.angleRad[3] - trace.angleRad[0]) / (2 * Math.PI)).toBeCloseTo(3, 9)
    expect(kinds({ repairs })).toEqual([['counter wrap', 1]])
  })
  test('a counter that counts down turns the rotor forward', () =>
    expect(
      angleOfCounts(f(0, 1, 2), f(0, -10, -20), { countsPerTurn: 10, rotorTurnsPerSensorTurn: 2 }).trace.angleRad[2],
    ).toBeCloseTo(8 * Math.PI, 9))
})

describe('marks', () => {
  // as a clock of microseconds writes them: without its digits, gaps of one and two look like a coarse clock
  const steady = Array.from({ length: 200 }, (_, i) => i * 0.01 + 1e-6 * ((7 * i) % 5))
  test('half of the marks missed for a while does not become the new normal', () => {
    const kept = steady.filter((_, i) => i < 50 || i > 150 || i % 2 === 0)
    const { trace, repairs } = angleOfPulses(Float64Array.from(kept), { countsPerTurn: 1, rotorTurnsPerSensorTurn: 1 })
    expect(trace.angleRad[trace.angleRad.length - 1] / (2 * Math.PI)).toBeCloseTo(199, 9)
    expect(kinds({ repairs })).toEqual([['missed pulse', 50]])
  })
  test('a doubled mark is dropped', () => {
    const { trace, repairs } = angleOfPulses(Float64Array.from([...steady, 0.5003].sort((a, b) => a - b)), {
      countsPerTurn: 2,
      rotorTurnsPerSensorTurn: 1,
    })
    expect(trace.timeS).toHaveLength(200)
    expect(kinds({ repairs })).toEqual([['double pulse', 1]])
  })
})

test('speed is summed to angle by trapezoids', () =>
  expect(angleOfSpeed(f(0, 1, 2), f(0, 2, 4), 1).trace.angleRad[2]).toBeCloseTo(4, 12))
