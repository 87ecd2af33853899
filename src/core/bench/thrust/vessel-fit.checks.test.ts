import { emptyingCourse } from './emptying'
import { reduceThrust } from './reduce-thrust'
import { simulateStand, trueThrust, type StandTruth } from './simulate-thrust'
import { vesselPush } from './simulate-vessel'
import { standFollows, standReads } from './stand-response'
import { vesselFit } from './vessel-fit'
import { thrustWorkings } from './workings'

describe('the course of a vessel that empties itself', () => {
  // closed forms of a choked blow-down (text-books of gas dynamics): the jet of a converging hole pushes by
  // A (1.2679 p - room); its pressure falls as (1 + t / 5 tau)^-7 without heat and as e^(-t / tau) where it keeps warm
  const thrust = (overRoom: number) => 1.26788 * overRoom - 1
  test.each([
    [1.4, (t: number) => (1 + t / 5) ** -7],
    [1, (t: number) => Math.exp(-t)],
  ])('exponent %d: while it is choked, the closed form', (exponent, pressure) => {
    const course = emptyingCourse({ tauS: 2, overRoom: 8, exponent, opensInS: 0 })
    for (const t of [0, 0.1, 0.3, 0.7, 1]) {
      expect(8 * pressure(t)).toBeGreaterThan(1.893)
      expect(course(2 * t)).toBeCloseTo(thrust(8 * pressure(t)) / thrust(8), 4)
    }
    expect(course(-0.01)).toBe(0)
    expect(course(24)).toBeLessThan(1e-3)
  })
  test('behind a valve that takes a second as much has left by then as through an open one in half of it', () => {
    const open = emptyingCourse({ tauS: 3, overRoom: 6, exponent: 1.3, opensInS: 0 })
    const slow = emptyingCourse({ tauS: 3, overRoom: 6, exponent: 1.3, opensInS: 1 })
    expect(slow(2)).toBeCloseTo(open(1.5), 9)
    // half open after half a second, an eighth of one has left as through an open one
    expect(slow(0.5)).toBeCloseTo(0.5 * open(0.125), 9)
  })
  test('choked and not, it is that of the gas itself by small steps', () => {
    const { push, truth } = vesselPush({ paAbs: 6e5, volumeM3: 1e-3, throatM2: 1e-5, opensInS: 1e-9, wallWPerK: 0 })
    const tauS = 1e-3 / (1e-5 * 0.68473 * Math.sqrt(287.05 * 293.15))
    const course = emptyingCourse({ tauS, overRoom: 6e5 / 101_325, exponent: 1.4, opensInS: 0 })
    for (const i of [100, 300, 600]) expect(course(push.timeS[i])).toBeCloseTo(push.forceN[i] / truth.thrust, 2)
  })
})

test('a stand under a force that goes straight from step to step follows it by its closed form', () => {
  const ring = { frequencyHz: 11, dampingRatio: 0.08 }
  const force = Float64Array.from({ length: 400 }, (_, i) => 2 + 30 * i * 1e-3)
  const { place, speed } = standFollows(force, 1e-3, ring)
  for (const i of [0, 7, 60, 399]) {
    const at = (t: number) => 2 * standReads(0, t, ring) + 30 * standReads(1, t, ring)
    expect(place[i]).toBeCloseTo(at(i * 1e-3), 9)
    if (i > 0) expect(speed[i]).toBeCloseTo((at(i * 1e-3 + 1e-6) - at(i * 1e-3 - 1e-6)) / 2e-6, 4)
  }
})

const STAND: Omit<StandTruth, 'push'> = {
  openS: 2.003,
  endS: 6,
  stepS: 1 / 80,
  ring: { frequencyHz: 17, dampingRatio: 0.06 },
  offsetN: 0.3,
  driftNPerS: -0.004,
  noiseN: 0.02,
  windN: 0,
  windS: 1,
  resolutionN: 0.005,
  span: 0,
  seed: 11,
}
const exact = { spanRelativeUncertainty: 0 }
/** Bottles with their wide necks: over before their stand has swung ten times. */
const bottle = (volumeM3: number, diameterM: number, gaugePa: number, opensInS = 1e-4) =>
  vesselPush({
    paAbs: 101_325 + gaugePa,
    volumeM3,
    throatM2: (Math.PI / 4) * diameterM ** 2,
    opensInS,
    wallWPerK: 0.2,
  })

describe('a push of a few turns of the ring, at eighty rows a second', () => {
  test.each([
    ['1.4 litres through 7.8 mm', bottle(1.4e-3, 7.8e-3, 6.8e5), {}],
    ['0.9 litres through 6.5 mm', bottle(0.94e-3, 6.5e-3, 5.9e5), { ring: { frequencyHz: 12, dampingRatio: 0.05 } }],
    [
      'half a litre, four rows long',
      bottle(0.52e-3, 7.6e-3, 6.1e5),
      { ring: { frequencyHz: 27, dampingRatio: 0.055 } },
    ],
    ['0.7 litres, a ring of 23 Hz', bottle(0.72e-3, 7.9e-3, 6.3e5), { ring: { frequencyHz: 23, dampingRatio: 0.036 } }],
    ['a tap that takes as long as the push', bottle(1.5e-3, 6.9e-3, 3.5e5, 0.048), {}],
    ['a stand that hardly rings', bottle(1.5e-3, 4.3e-3, 2.8e5), { ring: { frequencyHz: 15, dampingRatio: 0.4 } }],
  ])('%s: thrust of the opening and run time', (_, { push, truth }, more) => {
    const r = reduceThrust(simulateStand({ ...STAND, push, ...more }), exact)
    expect(r.asVessel).toBe(true)
    expect(Math.abs(r.thrust.value / truth.thrust - 1)).toBeLessThan(0.02)
    expect(Math.abs(r.thrust.value - truth.thrust)).toBeLessThan(2.5 * r.thrust.standardUncertainty)
    expect(r.thrust.standardUncertainty / truth.thrust).toBeLessThan(0.03)
    expect(Math.abs(r.runTime.value / truth.runTime - 1)).toBeLessThan(0.015)
    expect(Math.abs(r.runTime.value - truth.runTime)).toBeLessThan(2.5 * r.runTime.standardUncertainty)
    expect(Math.abs(r.impulse.value / truth.impulse - 1)).toBeLessThan(0.02)
    // the curve that is drawn is the push, without the ring
    expect(Math.max(...r.curve.thrustN)).toBeLessThan(1.03 * truth.thrust)
    expect(thrustWorkings(r).thrust.formula).toMatch(/vessel that empties itself/)
  })
  test('a valve is told where it takes its time, and is none where that is not told', () => {
    const slow = bottle(1.5e-3, 6.9e-3, 3.5e5, 0.048)
    expect(reduceThrust(simulateStand({ ...STAND, push: slow.push }), exact).opensInS).toBeCloseTo(0.048, 2)
    const quick = bottle(1.4e-3, 7.8e-3, 6.8e5)
    const r = reduceThrust(simulateStand({ ...STAND, push: quick.push }), exact)
    expect(r.opensInS).toBe(0)
    expect(r.push.fromS).toBeCloseTo(2.003, 3)
  })
})

test('a push that is no vessel’s is told by its own course', () => {
  const push = { kind: 'regulated', forceN: 10, opensInS: 0.04, lastsS: 3, endShare: 0.6 } as const
  const r = reduceThrust(simulateStand({ ...STAND, push, endS: 9 }), exact)
  expect([r.steady, r.asVessel]).toEqual([false, false])
  expect(Math.abs(r.thrust.value / 10 - 1)).toBeLessThan(0.03)
  expect(Math.abs(r.runTime.value - 3)).toBeLessThan(0.05)
  expect(trueThrust(push).thrust).toBeLessThan(0.9 * r.thrust.value)
})

test('what is left of a push over its noise tells whether it is a vessel’s', () => {
  const looked = (push: StandTruth['push'], lastsS: number) => {
    const { timeS, forceN } = simulateStand({ ...STAND, push, offsetN: 0, driftNPerS: 0, openS: 0.2, endS: lastsS + 1 })
    const [t, f] = [Array.from(timeS), Array.from(forceN)]
    return vesselFit({ timeS: t, overN: f, stepS: STAND.stepS, risesS: 0.2125, lastsS, noiseN: STAND.noiseN })!
  }
  const { push, truth } = bottle(1.4e-3, 7.8e-3, 6.8e5)
  expect(looked(push, truth.runTime).misses).toBeLessThan(1.6)
  expect(looked(push, truth.runTime).misses).toBeGreaterThan(0.4)
  expect(looked({ kind: 'regulated', forceN: 10, opensInS: 0.01, lastsS: 1, endShare: 0.8 }, 1).misses).toBeGreaterThan(
    20,
  )
})
