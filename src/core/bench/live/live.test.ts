import fc from 'fast-check'
import { TracePyramid, packTrace, levelOf, motionOfCounts, motionOfMarks, motionOfSpeed } from '.'
import { plateaus } from '../settled'
import { angleOfPulses } from '../angle/angle-trace'
import { normalDraw, seededRandom } from '../../statistics'

describe('a trace’s pyramid', () => {
  test('least and greatest of every column are those of its readings, whatever the lengths and spans', () =>
    fc.assert(
      fc.property(
        fc.array(fc.float({ min: -1000, max: 1000, noNaN: true }), { minLength: 1, maxLength: 700, size: 'max' }),
        fc.integer({ min: 1, max: 90 }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (values, columns, start, share) => {
          const trace = new TracePyramid()
          values.forEach((v, i) => trace.push(i / 100, v))
          const from = start * trace.lastS
          const to = from + share * (trace.lastS - from) + 0.005
          const { timeS, least, most } = trace.view(from, to, columns)
          const width = (to - from) / columns
          const expected = Array.from({ length: columns }, (_, c) => {
            const end = c === columns - 1 ? to : from + (c + 1) * width
            return values.filter((_, i) => i / 100 >= from + c * width && i / 100 < end)
          }).filter((part) => part.length > 0)
          expect(timeS).toHaveLength(expected.length)
          expected.forEach((part, c) => {
            expect(least[c]).toBe(Math.min(...part))
            expect(most[c]).toBe(Math.max(...part))
          })
        },
      ),
      { numRuns: 300 },
    ))
  test('a column of one reading stands where it was read, of several in its own middle', () => {
    const trace = new TracePyramid()
    for (let i = 0; i < 20; i++) trace.push(i / 10, i)
    expect([...trace.view(0.5, 0.9, 8).timeS]).toEqual([0.5, 0.6, 0.7, 0.8].map((t) => expect.closeTo(t, 12)))
    expect([...trace.view(0, 2, 4).timeS]).toEqual([0.25, 0.75, 1.25, 1.75])
  })
  test('a peak of one reading in a million is seen; a gap is one, and does not swallow its neighbours', () => {
    const trace = new TracePyramid()
    for (let i = 0; i < 1_000_000; i++) trace.push(i / 2000, i === 777_777 ? 9 : 1)
    expect(Math.max(...trace.view(0, 500, 600).most)).toBe(9)
    const torn = new TracePyramid()
    for (let i = 0; i < 64; i++) torn.push(i, i === 30 ? NaN : i)
    const { least, most } = torn.view(0, 64, 64)
    expect(least[30]).toBeNaN()
    expect([most[29], most[31]]).toEqual([29, 31])
    expect(torn.view(0, 64, 1)).toMatchObject({ least: Float32Array.of(0), most: Float32Array.of(63) })
  })
})

test('a finished trace packed at once shows what one does that grew reading by reading; gaps too', () =>
  fc.assert(
    fc.property(
      fc.array(fc.option(fc.float({ min: -1000, max: 1000, noNaN: true }), { nil: NaN }), {
        minLength: 1,
        maxLength: 1300,
        size: 'max',
      }),
      fc.integer({ min: 1, max: 90 }),
      (values, columns) => {
        const grown = new TracePyramid()
        values.forEach((v, i) => grown.push(i / 100, v))
        const packed = packTrace(
          Float64Array.from(values, (_, i) => i / 100),
          Float64Array.from(values),
        )
        const trace = TracePyramid.unpacked(packed)
        for (const [from, to] of [
          [0, values.length / 100],
          [0.11, values.length / 200 + 0.2],
        ])
          expect(trace.view(from, to, columns)).toEqual(grown.view(from, to, columns))
        expect([trace.firstS, trace.lastS, trace.length]).toEqual([0, grown.lastS, values.length])
        expect(trace.count(0.095, 0.205)).toBe(values.filter((_, i) => i >= 10 && i <= 20).length)
        // a block for every eight, all of them full
        expect(packed.levels.map((l) => l.least.length)).toEqual(
          [8, 64, 512].filter((n) => n <= values.length).map((n) => Math.floor(values.length / n)),
        )
      },
    ),
    { numRuns: 120, seed: 8 },
  ))

describe('the moment, against motions in closed form', () => {
  // angle = w t + a t²/2, looked at its newest reading
  const [w, a] = [300, 80]
  const times = Array.from({ length: 200 }, (_, i) => i * 0.0025)
  const end = times[199]
  const angle = (t: number) => w * t + (a * t * t) / 2
  test('from counts: speed and its rate at the newest reading, within what rounding to counts allows', () => {
    const rad = (2 * Math.PI) / 400
    const motion = motionOfCounts(
      times,
      times.map((t) => Math.floor(angle(t) / rad)),
      rad,
    )
    expect(Math.abs(motion!.speedRadPerS.value - (w + a * end))).toBeLessThan(0.4)
    expect(Math.abs(motion!.accelerationRadPerS2.value - a)).toBeLessThan(4)
    expect(Math.abs(motion!.accelerationRadPerS2.value - a)).toBeLessThan(
      4 * motion!.accelerationRadPerS2.standardUncertainty + 1,
    )
  })
  test('counting down turns as fast', () => {
    const motion = motionOfCounts(
      times,
      times.map((t) => -Math.floor(400 * t)),
      0.01,
    )
    expect(motion!.speedRadPerS.value).toBeCloseTo(4, 1)
  })
  test('a wheel that stands: no speed, and no rate of it', () => {
    const motion = motionOfCounts(
      times,
      times.map(() => 17),
      0.01,
    )
    expect(motion).toMatchObject({
      speedRadPerS: { value: 0 },
      accelerationRadPerS2: { standardUncertainty: Infinity },
    })
  })
  test('from speeds', () => {
    const motion = motionOfSpeed(
      times,
      times.map((t) => w + a * t),
    )
    expect(motion!.accelerationRadPerS2.value).toBeCloseTo(a, 6)
  })
  test('a speed that scatters by ten is known to ten over the root of the readings, however fast it turns', () => {
    const scatters = (mean: number) =>
      motionOfSpeed(
        Array.from({ length: 101 }, (_, i) => i / 100),
        Array.from({ length: 101 }, (_, i) => mean + (i % 2 === 0 ? 10 : -10)),
      )!.speedRadPerS
    expect(scatters(1000).standardUncertainty).toBeCloseTo(1, 2)
    expect(scatters(5000).standardUncertainty).toBeCloseTo(scatters(1000).standardUncertainty, 9)
    // the newest is what it is now
    expect(scatters(1000).value).toBe(1010)
  })
  test('from marks; one that is overdue slows the speed that is shown', () => {
    const marks = Array.from({ length: 30 }, (_, n) => (-w + Math.sqrt(w * w + 2 * a * n * 2 * Math.PI)) / a)
    const last = marks[29]
    const now = motionOfMarks(marks, 2 * Math.PI, last)
    expect(now!.speedRadPerS.value / (w + (a * last) / 2)).toBeCloseTo(1, 3)
    expect(now!.accelerationRadPerS2.value / a).toBeCloseTo(1, 1)
    expect(motionOfMarks(marks, 2 * Math.PI, last + 1)!.speedRadPerS.value).toBeCloseTo(2 * Math.PI, 6)
    expect(motionOfMarks(marks.slice(0, 2), 1, 1)).toBeNull()
  })
  test('a level and its standard error', () => {
    const random = seededRandom(5)
    const found = levelOf(Array.from({ length: 400 }, () => 7 + 0.3 * normalDraw(random)))!
    expect(Math.abs(found.value - 7)).toBeLessThan(4 * found.standardUncertainty)
    expect(found.standardUncertainty).toBeCloseTo(0.3 / 20, 2)
    expect(levelOf([])).toBeNull()
  })
})

describe('settled stretches', () => {
  const rate = 20
  /** Steps of 8 s that the shaft comes to with a lag. */
  const course = (noise: number, seed: number) => {
    const random = seededRandom(seed)
    let value = 0
    return Array.from({ length: 40 * rate }, (_, i) => {
      const target = [0, 900, 700, 500, 300][Math.floor(i / (8 * rate))]
      value += (target - value) * (1 - Math.exp(-1 / rate / 0.6))
      return value + noise * normalDraw(random)
    })
  }
  const timeS = Array.from({ length: 40 * rate }, (_, i) => i / rate)
  test.each([0.5, 4])('five steps are five stretches, each at its own level, noise %d', (noise) => {
    const values = course(noise, 3)
    const found = plateaus(timeS, [values])
    expect(found).toHaveLength(5)
    found.forEach(({ from, to }, k) => {
      const part = values.slice(from, to)
      expect(part.reduce((x, y) => x + y, 0) / part.length / 1000).toBeCloseTo([0, 0.9, 0.7, 0.5, 0.3][k], 2)
      expect(timeS[to - 1] - timeS[from]).toBeGreaterThan(3.5)
    })
  })
  test('a second channel that still moves is not settled; a slope never is', () => {
    const still = timeS.map(() => 5)
    expect(plateaus(timeS, [still, timeS.map((t) => 3 * t)])).toEqual([])
    expect(plateaus(timeS, [still, still])).toHaveLength(1)
  })
  test('what creeps is cut before it has gone far', () => {
    const found = plateaus(timeS, [timeS.map((t) => (t < 20 ? 0.0002 * t : 1 + 0.01 * (t - 20)))])
    expect(found.length).toBeGreaterThan(2)
  })
})

describe('marks that a device numbers', () => {
  // 2 s of rest to speed at 200 rad/s², one mark a turn
  const marks = Array.from({ length: 120 }, (_, n) => Math.sqrt((2 * (n + 1) * 2 * Math.PI) / 200))
  const scale = { countsPerTurn: 1, rotorTurnsPerSensorTurn: 1 }
  const number = marks.map((_, n) => n + 1)
  test('lost lines are counted in for certain, a hundred at once as well', () => {
    const keep = marks.map((_, n) => n < 15 || n >= 95)
    const { trace, repairs } = angleOfPulses(
      Float64Array.from(marks.filter((_, n) => keep[n])),
      scale,
      Float64Array.from(number.filter((_, n) => keep[n])),
    )
    expect(trace.timeS).toHaveLength(40)
    expect(trace.angleRad[39] / (2 * Math.PI)).toBeCloseTo(119, 9)
    expect(repairs).toEqual([expect.objectContaining({ kind: 'lost mark', count: 80, firstAtS: marks[14] })])
  })
  test('none lost: as without numbers', () =>
    expect(angleOfPulses(Float64Array.from(marks), scale, Float64Array.from(number))).toEqual(
      angleOfPulses(Float64Array.from(marks), scale),
    ))
  test('numbers that begin anew are no losses', () => {
    const { repairs } = angleOfPulses(
      Float64Array.from(marks),
      scale,
      Float64Array.from(number, (n) => (n > 60 ? n - 60 : n)),
    )
    expect(repairs).toEqual([])
  })
})
