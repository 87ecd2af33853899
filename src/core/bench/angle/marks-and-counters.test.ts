/** @jest-environment node */
import { chosen, sample } from '../../check-values/sample'
import { readFileSync } from 'node:fs'
import {
  angleOfCounts,
  angleOfPulses,
  pulseTimes,
  reduceInertia,
  simulateSpinUp,
  type InertiaRig,
  type SpinUpTruth,
} from '..'
import { normalDraw, seededRandom } from '../../statistics'
import { countMarks } from './marks'

const rpm = Math.PI / 30
const optical = readFileSync('src/project/fixtures/recordings/spin_optical_1ppr.csv', 'utf8')
  .split('\n')
  .filter((line) => /^[-\d]/.test(line))
  .map(Number)
const rig: InertiaRig = {
  flywheelInertiaKgM2: { value: 4.2e-4, standardUncertainty: 0 },
  rotorInertiaKgM2: { value: 1.6e-6, standardUncertainty: 0 },
  speedRatio: 0.2,
  countsPerTurn: 1,
  sensorOn: 'rotor',
}

describe('one mark missing among the first (independent recording of known truth, 12.91 W)', () => {
  test.each(chosen([1, 2, 3, 4, 5, 6, 9], (mark) => mark === 1 || mark === 4))('mark %p taken out', (skip) => {
    const traced = angleOfPulses(Float64Array.from(optical.filter((_, i) => i !== skip)), {
      countsPerTurn: 1,
      rotorTurnsPerSensorTurn: 1,
    })
    const { trace } = traced
    expect((trace.angleRad[trace.angleRad.length - 1] - trace.angleRad[0]) / 2 / Math.PI).toBeCloseTo(11212, 6)
    expect(reduceInertia(traced, rig).peakShaftPower.power.value).toBeCloseTo(12.91, 1)
  })
})

describe('marks of simulated spin-ups with every fault at once', () => {
  const truth: SpinUpTruth = {
    stallTorqueNm: 0.02,
    dragFreeSpeedRadPerS: 22_000 * rpm,
    drag: [4e-4, 2e-7, 1e-10],
    effectiveInertiaKgM2: 2e-5,
    openS: 0.5,
    shutS: 8,
    endS: 16,
  }
  const motion = simulateSpinUp(truth, 0.001)
  const turns = Math.floor(motion.angleRad[motion.angleRad.length - 1] / 2 / Math.PI)
  test.each(Array.from({ length: sample(8) }, (_, i) => i))('seed %p: every turn counted', (seed) => {
    const marks = pulseTimes(motion, {
      perTurn: 1,
      tickS: 4e-6,
      jitterS: 2e-5,
      missedShare: 0.015,
      doubledShare: 0.01,
      seed,
    })
    const counted = countMarks(marks)
    expect(Math.abs(counted.number[counted.number.length - 1] - turns)).toBeLessThanOrEqual(2)
    expect(counted.undecided.length).toBeLessThan(3)
  })
  /** Times of marks on an uneven disc of a rotor whose angle is known, told late or twice as a device does. */
  const told = (
    angle: (t: number) => number,
    seconds: number,
    {
      perTurn,
      uneven,
      jitterS,
      doubleAfterS,
      seed,
    }: Record<'perTurn' | 'uneven' | 'jitterS' | 'doubleAfterS' | 'seed', number>,
  ) => {
    const random = seededRandom(seed)
    const place = Array.from({ length: perTurn }, () => uneven * normalDraw(random))
    const times: number[] = []
    let [t, next] = [0, 1]
    for (const step = 1e-4; t < seconds; t += step)
      for (const [a, b] = [angle(t), angle(t + step)]; ; next++) {
        const at = ((next + place[next % perTurn]) * 2 * Math.PI) / perTurn
        if (at > b) break
        times.push(t + (step * (at - a)) / (b - a))
      }
    const [marks, faults] = [times.length, { missed: 0, doubled: 0 }]
    const read = times.flatMap((at, i) => {
      const seen = at + jitterS * normalDraw(random)
      const chance = i > 8 && i < marks - 8 ? random() : 1
      if (chance < 0.003) return (faults.missed++, [])
      if (chance < 0.005) return (faults.doubled++, [seen, seen + doubleAfterS])
      return [seen]
    })
    return { marks, faults, read: Float64Array.from(read.sort((a, b) => a - b)) }
  }
  const slowing = (top: number, tauS: number) => (t: number) => top * tauS * (1 - Math.exp(-t / tauS))
  test('marks that are read again a bit over a third of their gap later: each is told for what it is, before and after', () => {
    const even = Array.from({ length: 600 }, (_, i) => i * 1e-3)
    const twice = even.flatMap((t, i) => (i % 37 === 9 ? [t, t + 0.36e-3] : [t]))
    const { timeS, number, doubledAtS, missed } = countMarks(Float64Array.from(twice))
    expect(Array.from(timeS)).toEqual(even)
    expect(number.at(-1)).toBe(599)
    expect(doubledAtS.length).toBe(twice.length - 600)
    expect(missed).toEqual([])
  })
  test('sparks between a few marks do not send a walk on at twice the speed', () => {
    const even = Array.from({ length: 2000 }, (_, i) => i * 1e-3)
    const torn = even.flatMap((t, i) => (i >= 80 && i < 92 ? [t, t + 0.5e-3] : [t]))
    const { number, missed } = countMarks(Float64Array.from(torn))
    expect(missed.length).toBeLessThan(20)
    expect(Math.abs(number[number.length - 1] - 1999)).toBeLessThanOrEqual(13)
  })
  test('seven turns in which the speed falls to a quarter: each mark is one', () => {
    const { marks, read } = told(slowing(32, 1.67), 2.5, {
      perTurn: 6,
      uneven: 0.01,
      jitterS: 1e-5,
      doubleAfterS: 2e-4,
      seed: 5,
    })
    const { number, missed, undecided } = countMarks(read.slice(0, marks))
    expect(marks).toBeLessThan(45)
    expect(number.at(-1)).toBe(read.length - 1)
    expect([missed, undecided]).toEqual([[], []])
  })
  test.each(Array.from({ length: sample(5) }, (_, i) => i + 1))(
    'eight uneven marks read again after two fifths of their gap, slowing to a quarter, seed %i: no walk goes on at three times the speed',
    (seed) => {
      const { marks, read } = told(slowing(1510, 4.1), 6.2, {
        perTurn: 8,
        uneven: 0.01,
        jitterS: 2e-6,
        doubleAfterS: 2e-4,
        seed,
      })
      const { number } = countMarks(read)
      expect(Math.abs(number[number.length - 1] - (marks - 1))).toBeLessThanOrEqual(2)
    },
  )
  test.each([1, 2, 3])(
    'marks that come early and late by an eighth of their gap, seed %i: counted by more of them',
    (seed) => {
      const held = (t: number) => 2200 * t
      const { marks, read } = told(held, 8, { perTurn: 5, uneven: 0.01, jitterS: 4.8e-5, doubleAfterS: 2e-4, seed })
      const { number } = countMarks(read)
      expect(marks).toBeGreaterThan(13_000)
      expect(Math.abs(number[number.length - 1] / (marks - 1) - 1)).toBeLessThan(1.5e-3)
    },
  )
  test('what fits no whole number of marks is told with both readings', () => {
    const even = Array.from({ length: 200 }, (_, i) => i * 0.01)
    const torn = even.flatMap((t, i) => (i < 100 ? [t] : [t + 0.0148]))
    const { repairs } = angleOfPulses(Float64Array.from(torn), { countsPerTurn: 1, rotorTurnsPerSensorTurn: 1 })
    const { taken, other } = repairs.find((r) => r.kind === 'undecided gap')?.values ?? {}
    expect([taken, other].sort()).toEqual([2, 3])
  })
})

describe('counters of any width, up or down, set back', () => {
  const timeS = Float64Array.from({ length: 4000 }, (_, i) => i * 0.001)
  const whole = timeS.map((t) => Math.floor(9000 * t + 2500 * t * t))
  const end = whole[whole.length - 1]
  const read = (counts: ArrayLike<number>) => {
    const { trace, repairs } = angleOfCounts(timeS, Float64Array.from(counts), {
      countsPerTurn: 100,
      rotorTurnsPerSensorTurn: 1,
    })
    return {
      counts: (trace.angleRad[trace.angleRad.length - 1] / 2 / Math.PI) * 100,
      kinds: repairs.map((r) => r.kind),
    }
  }
  test.each([8, 10, 12, 16])('%p bits, unsigned', (bits) =>
    expect(read(whole.map((c) => c % 2 ** bits))).toEqual({ counts: expect.closeTo(end, 6), kinds: ['counter wrap'] }),
  )
  // wide ones run over once at most in a recording
  test.each([14, 15, 20, 24, 31, 32, 40, 48])('%p bits, over in the middle', (bits) => {
    const half = whole[2000]
    expect(read(whole.map((c) => (c < half ? c - half + 2 ** bits : c - half)))).toEqual({
      counts: expect.closeTo(end, 3),
      kinds: ['counter wrap'],
    })
  })
  test('16 bits, signed: from 32 767 to −32 768', () =>
    expect(read(whole.map((c) => ((c + 32768) % 65536) - 32768))).toEqual({
      counts: expect.closeTo(end, 6),
      kinds: ['counter wrap'],
    }))
  test('down, signed', () =>
    expect(read(whole.map((c) => -(((c + 32768) % 65536) - 32768)))).toEqual({
      counts: expect.closeTo(end, 6),
      kinds: ['counter wrap'],
    }))
  test('32 bits that need no mending', () =>
    expect(read(whole.map((c) => c + 5e6))).toEqual({ counts: expect.closeTo(end, 6), kinds: [] }))
  test('set back to nought in the middle: carried on within one step', () => {
    const { counts, kinds } = read(whole.map((c, i) => (i < 2500 ? c + 40_000 : c - whole[2500])))
    expect(kinds).toEqual(['counter reset'])
    expect(Math.abs(counts - end)).toBeLessThan(25)
  })
})

test('one of two marks peels off half-way: every gap after it stands for two, at whatever the speed', () => {
  // two marks a turn at a speed that falls slowly; from the turn 300 on every second one is gone
  const at = (k: number) => 60 - 60 * Math.sqrt(1 - k / 4000)
  const all = Array.from({ length: 1500 }, (_, k) => k)
  const kept = all.filter((k) => k < 600 || k % 2 === 0)
  const { number, timeS } = countMarks(Float64Array.from(kept, at))
  expect(timeS).toHaveLength(kept.length)
  expect(Array.from(number, (v) => v - number[0])).toEqual(kept)
})

test('a second reading is told by how soon it comes: close to its mark at once, half-way on with more doubt', () => {
  // where the walk begins, before and after it
  for (const at of [20, 48, 100, 150, 181]) {
    const even = Array.from({ length: 200 }, (_, i) => i)
    const withOne = (share: number) => countMarks(Float64Array.from([...even, at + share].sort((a, b) => a - b)))
    const [soon, late] = [withOne(0.1), withOne(0.45)]
    expect([at, soon.doubledAtS, soon.lateDoubles]).toEqual([at, [at + 0.1], 0])
    expect([at, late.doubledAtS.length, late.lateDoubles]).toEqual([at, 1, 1])
  }
})
