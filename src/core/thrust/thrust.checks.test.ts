import { STANDARD_AMBIENT, airDensity } from '../air'
import { GRAVITY, flight, stability, type FinnedBody, type PushSample } from '.'

const steady = (thrustN: number, seconds: number, area = 0): PushSample[] =>
  [0, seconds].map((timeS) => ({ timeS, thrustN, airMassKg: 0, heavyAirKg: 0, frontalAreaM2: area }))
const climb = { massKg: 0.1, dragCoefficient: 0, path: { kind: 'climb' as const } }
const track = (rollingShare: number, lengthM = 1e4, slopeRad = 0) => ({
  massKg: 0.2,
  dragCoefficient: 0,
  path: { kind: 'track' as const, slopeRad, rollingShare, lengthM },
})

describe('straight-line motion against closed forms', () => {
  test('without drag: height is that of thrust and coast, h = a t²/2 (1 + a/g)', () => {
    const a = 3 / 0.1 - GRAVITY
    const run = flight(climb, steady(3, 0.5), STANDARD_AMBIENT)
    expect(run.distanceM / (0.5 * a * 0.25 * (1 + a / GRAVITY))).toBeCloseTo(1, 3)
    expect(run.topSpeedMPerS / (a * 0.5)).toBeCloseTo(1, 3)
    expect(run.timeS).toBeCloseTo(0.5 + (a * 0.5) / GRAVITY, 3)
  })
  test('with drag a long push ends at the speed where drag takes all of it', () => {
    const rho = airDensity(STANDARD_AMBIENT.absolutePressurePa, STANDARD_AMBIENT.temperatureK)
    const body = { ...track(0, 1e6), dragCoefficient: 0.8 }
    const run = flight(body, steady(1, 60, 0.01), STANDARD_AMBIENT)
    expect(run.topSpeedMPerS).toBeCloseTo(Math.sqrt(1 / (0.5 * rho * 0.8 * 0.01)), 2)
  })
  test('on a track, work of the push is lost to friction: F s1 = mu m g s', () => {
    const run = flight(track(0.05), steady(0.5, 2), STANDARD_AMBIENT)
    const a = 0.5 / 0.2 - 0.05 * GRAVITY
    expect((0.5 * (0.5 * a * 4)) / (0.05 * 0.2 * GRAVITY * run.distanceM)).toBeCloseTo(1, 3)
  })
  test('a push weaker than the weight never leaves', () => {
    const run = flight(climb, steady(0.9, 5), STANDARD_AMBIENT)
    expect([run.leaves, run.distanceM, run.timeS]).toEqual([false, 0, null])
  })
  test('it waits until the push has grown enough, and stops at the end of its track', () => {
    const growing: PushSample[] = [
      { ...steady(0, 0)[0], timeS: 0 },
      { ...steady(2, 0)[0], timeS: 2 },
    ]
    const run = flight(climb, growing, STANDARD_AMBIENT)
    expect(run.trace[0].timeS).toBeCloseTo(2, 1)
    const ended = flight(track(0.01, 1.5), steady(0.5, 5), STANDARD_AMBIENT)
    expect([ended.reachedEnd, ended.distanceM.toFixed(3)]).toEqual([true, '1.500'])
  })
  test('its trace is one motion: speed adds up what pushes at each moment, distance adds up speed', () => {
    const swelling: PushSample[] = [0, 1, 2, 3, 4, 5].map((t) => ({ ...steady(2 - Math.abs(t - 2.5), 0)[0], timeS: t }))
    const { trace } = flight(climb, swelling, STANDARD_AMBIENT)
    // what weighs nothing more begins at once that the push outweighs it
    expect(trace[0].timeS).toBeGreaterThan(1)
    let [speed, way] = [trace[0].speedMPerS, trace[0].distanceM]
    for (let i = 1; i < trace.length; i++) {
      const [a, b] = [trace[i - 1], trace[i]]
      const dt = b.timeS - a.timeS
      expect(dt).toBeGreaterThan(0)
      speed += (dt * (a.accelerationMPerS2 + b.accelerationMPerS2)) / 2
      way += (dt * (a.speedMPerS + b.speedMPerS)) / 2
      const n = swelling.findLastIndex((s) => s.timeS <= b.timeS)
      const [from, to] = [swelling[n], swelling[n + 1] ?? swelling[n]]
      expect(b.thrustN).toBeCloseTo(from.thrustN + (b.timeS - from.timeS) * (to.thrustN - from.thrustN), 6)
      expect(Math.abs(b.speedMPerS - speed)).toBeLessThan(0.02 * Math.max(...trace.map((s) => s.speedMPerS)))
    }
    expect(trace.at(-1)!.distanceM / way).toBeCloseTo(1, 2)
  })
})

describe('Barrowman & Barrowman (1966): centre of pressure', () => {
  const body: FinnedBody = {
    lengthM: 0.4,
    diameterM: 0.04,
    noseLengthM: 0.08,
    noseKind: 'cone',
    centreOfMassM: 0.2,
    fins: null,
  }
  test('a bare body has its centre at the nose: cone at two thirds, ogive at 0.466', () => {
    expect(stability(body).centreOfPressureM).toBeCloseTo((0.08 * 2) / 3, 9)
    expect(stability({ ...body, noseKind: 'ogive' }).centreOfPressureM).toBeCloseTo(0.466 * 0.08, 9)
    expect(stability(body).verdict).toBe('unstable')
  })
  test('slender-body theory: a nose’s lift acts at its length less its volume over its base; cone and half sphere', () => {
    const r = 0.02
    const by = (lengthM: number, volumeM3: number) => lengthM - volumeM3 / (Math.PI * r * r)
    const round = stability({ ...body, noseKind: 'round', noseLengthM: r })
    expect(round.centreOfPressureM).toBeCloseTo(by(r, (2 / 3) * Math.PI * r ** 3), 9)
    expect(stability(body).centreOfPressureM).toBeCloseTo(by(0.08, (Math.PI * r * r * 0.08) / 3), 9)
  })
  test('four rectangular fins by hand', () => {
    // root = tip = 40 mm, span 40 mm, no sweep, at 360 mm: interference 1 + 20/60, 4*4*1 / (1 + sqrt(1 + (2*40/80)^2))
    const s = stability({
      ...body,
      fins: { count: 4, rootChordM: 0.04, tipChordM: 0.04, spanM: 0.04, sweepM: 0, rootAtM: 0.36 },
    })
    const slope = (4 / 3) * (16 / (1 + Math.SQRT2))
    expect(s.finSlope).toBeCloseTo(slope, 9)
    // quarter chord of a rectangle
    expect(s.centreOfPressureM).toBeCloseTo(((2 * 0.16) / 3 + slope * 0.37) / (2 + slope), 9)
    expect(s.verdict).toBe('stable')
  })
  test('bigger fins move it back; a heavier tail makes it less stable', () => {
    const fins = { count: 3, rootChordM: 0.05, tipChordM: 0.03, spanM: 0.03, sweepM: 0.02, rootAtM: 0.34 }
    const small = stability({ ...body, fins })
    const big = stability({ ...body, fins: { ...fins, spanM: 0.05 } })
    expect(big.centreOfPressureM).toBeGreaterThan(small.centreOfPressureM)
    expect(stability({ ...body, fins, centreOfMassM: 0.3 }).marginDiameters).toBeLessThan(small.marginDiameters)
  })
})
