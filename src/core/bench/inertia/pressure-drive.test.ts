import { nozzleFlow } from '../../flow'
import { angleOfSpeed } from '../angle/angle-trace'
import { driveOf, fallOf, fellUnseen, jetSpeedFollows, lineShape, slopeAtShut } from './pressure-drive'
import { reduceInertia } from './reduce-inertia'
import { simulateSpinUp } from './simulate-inertia'
import { rootBetween } from '../../numerics'
import { COURSES } from './courses'
import { FACTORS, march, priorsOf } from './trajectory-march'

describe('how a jet’s speed follows the gauge pressure', () => {
  test('a weak jet by the root (Bernoulli), a strong one less', () => {
    expect(jetSpeedFollows(1)).toBeCloseTo(0.5, 4)
    expect(jetSpeedFollows(350e3)).toBeCloseTo(0.208, 3)
    expect(jetSpeedFollows(2e6)).toBeLessThan(0.12)
  })
  test('as the exit of a plain nozzle has it below choking (isentropic, NACA Report 1135)', () => {
    const speed = (gauge: number) =>
      nozzleFlow(
        { totalPressurePaAbs: 101_325 + gauge, totalTemperatureK: 293.15, backPressurePaAbs: 101_325 },
        { throatDiameterM: 1e-3 },
      ).exitSpeedMPerS
    for (const gauge of [5e3, 20e3, 60e3]) {
      const slope = Math.log(speed(1.01 * gauge) / speed(gauge / 1.01)) / (2 * Math.log(1.01))
      expect(slope).toBeCloseTo(jetSpeedFollows(gauge), 3)
    }
  })
})

/** A flywheel on a supply that sags, whose jets slow down with it. */
const SAG = 0.06
const TRUTH = {
  stallTorqueNm: 0.02,
  dragFreeSpeedRadPerS: 2200,
  drag: [4e-4, 1.5e-7, 1e-10] as const,
  effectiveInertiaKgM2: 2e-5,
  openS: 1,
  shutS: 12,
  endS: 26,
  speedShare: 0.22,
}
const pressure = (t: number) => 350e3 * (1 - SAG * (1 - Math.exp(-Math.max(0, t - TRUTH.openS) / 3)))
const motion = simulateSpinUp(TRUTH, 0.004, (t) => 1 + 0.95 * (pressure(t) / 350e3 - 1))
const none = { value: 0, standardUncertainty: 0 }
const rig = {
  flywheelInertiaKgM2: { value: 2e-5, standardUncertainty: 0 },
  rotorInertiaKgM2: none,
  speedRatio: 1,
  countsPerTurn: 1,
  sensorOn: 'rotor',
} as const
const recorded = (column: boolean) =>
  reduceInertia(
    {
      ...angleOfSpeed(motion.timeS, motion.speedRadPerS, 1),
      pressure: column ? { timeS: motion.timeS, gaugePa: Float64Array.from(motion.timeS, pressure) } : null,
    },
    rig,
    { nominalGaugePressurePa: 350e3 },
  )
/** Where shaft torque vanishes with the air at so much of its torque at rest. */
const freeAt = (change: number) => {
  const t0 = TRUTH.stallTorqueNm * (1 + change)
  const k = (TRUTH.stallTorqueNm / TRUTH.dragFreeSpeedRadPerS) * (1 + (1 - TRUTH.speedShare) * change) + TRUTH.drag[1]
  const c = TRUTH.drag[2]
  return (-k + Math.sqrt(k * k + 4 * c * (t0 - TRUTH.drag[0]))) / (2 * c)
}

describe('a supply that sags under a machine whose jets slow down with it', () => {
  test('with a column the free speed is that of the set pressure, which was never there while it ran free', () => {
    const { freeSpeed, stallTorque, pressure: fall } = recorded(true)
    expect(Math.abs(freeSpeed.value / freeAt(0) - 1)).toBeLessThan(5e-4)
    // as it was read it would be more than one part in a hundred less
    expect(freeAt(-0.95 * SAG) / freeAt(0)).toBeLessThan(0.988)
    expect(Math.abs(stallTorque.value / TRUTH.stallTorqueNm - 1)).toBeLessThan(5e-4)
    expect(fall.share.value).toBeCloseTo(SAG * (1 - Math.exp(-11 / 3)), 3)
  })
  test('without one it is that at which it was read, torque at rest that of the start; the fall is found', () => {
    const found = recorded(false)
    const shut = 0.95 * (pressure(TRUTH.shutS) / 350e3 - 1)
    expect(Math.abs(found.freeSpeed.value / freeAt(shut) - 1)).toBeLessThan(4e-3)
    expect(Math.abs(found.stallTorque.value / TRUTH.stallTorqueNm - 1)).toBeLessThan(2e-3)
    expect(found.pressure.from).toBe('motion')
    expect(fellUnseen(found.pressure)).toBe(true)
    expect(found.notes.map((n) => n.code)).toContain('reduction-torque-fell')
  })
})

const phases = { spinUp: { fromS: 1, toS: 12 }, coast: null }
const column = { timeS: motion.timeS, gaugePa: Float64Array.from(motion.timeS, pressure) }

test('a supply that gives way by 6 % within seconds, and nobody recorded it: torque at rest within 1 %', () => {
  const truth = {
    ...TRUTH,
    stallTorqueNm: 0.012,
    dragFreeSpeedRadPerS: 2000,
    effectiveInertiaKgM2: 3e-5,
    shutS: 16,
    endS: 30,
  }
  const run = simulateSpinUp(truth, 0.004, (t) => 1 - 0.06 * (1 - Math.exp(-Math.max(0, t - 1) / 4)))
  const { stallTorque } = reduceInertia(angleOfSpeed(run.timeS, run.speedRadPerS, 1), rig)
  // its inertia is half as much again as the rig says
  expect(Math.abs((stallTorque.value * 1.5) / 0.012 - 1)).toBeLessThan(0.01)
})

test('a slope at the start becomes that at the shut: speed falls by its share of the fall', () => {
  const drive = driveOf(null, phases, 1, undefined).drive
  const { factor, byFall } = slopeAtShut(drive, [0.02, 0.01, 0, 0])
  const keeps = drive.factors[0].onSlope
  expect(factor).toBeCloseTo((1 - keeps * 0.03) / 0.97, 12)
  expect(byFall).toBeCloseTo((slopeAtShut(drive, [0.03 + 1e-6]).factor - slopeAtShut(drive, [0.03]).factor) / 1e-6, 5)
  // 0.208 of the pressure's change, over 0.95 of torque
  expect(1 - keeps).toBeCloseTo(0.2081 / 0.95, 3)
})

test('a fall is plain above three times its uncertainty and 0.3 % of the torque, and only where nobody recorded it', () => {
  const fall = (from: 'motion' | 'column', value: number, alone: number) =>
    fellUnseen({
      from,
      nominalGaugePa: null,
      // how far it fell is less sure than that it did
      share: { value, standardUncertainty: 5 * alone, unit: '' },
      sigmas: value / alone,
    })
  expect(fall('motion', 0.031, 0.01)).toBe(true)
  expect(fall('motion', 0.029, 0.01)).toBe(false)
  expect(fall('motion', 0.0029, 0.0001)).toBe(false)
  expect(fall('column', 0.031, 0.01)).toBe(false)
})

test('a line is bent where it is so beyond doubt; else a fall that nobody saw moved it', () => {
  const shape = (value: number, share: number, standardUncertainty: number) =>
    lineShape(
      {
        from: 'motion',
        nominalGaugePa: null,
        share: { value, standardUncertainty: 0.001, unit: '' },
        sigmas: value / 0.001,
      },
      { share, standardUncertainty },
    )
  expect([shape(0, 0.031, 0.01), shape(0.05, -0.031, 0.01)]).toEqual(['bent', 'bent'])
  expect([shape(0, 0.029, 0.01), shape(0, 0.0049, 1e-4), shape(0.05, 0.029, 0.01)]).toEqual([
    'straight',
    'straight',
    'moved',
  ])
  // where no bend of that size would be seen, none is not said either
  expect([shape(0, 0.02, 0.0151), shape(0, 0.02, 0.0149)]).toEqual(['untold', 'straight'])
})

test.each([
  ['a column', column, true],
  ['no column', null, true],
  ['the air shut', null, false],
])('by %s: a row’s derivatives are those of the angle, by every parameter', (_, pressureTrace, open) => {
  const { drive } = driveOf(pressureTrace, phases, 1, 350e3)
  const priors = priorsOf(drive)
  const place = FACTORS + priors.length
  const size = place + COURSES.length + 2
  const stretch = { from: 0, to: 200, open, at: size - 2 }
  const trace = { timeS: Float64Array.from({ length: 200 }, (__, i) => 1.2 + 0.05 * i) } as never
  const fallen = priors.map((p, i) => p.value + 0.02 * ((i % 3) - 1))
  const x = [1000, 0.3, 20, 0.007, 5e-6, 8e-5, ...fallen, ...COURSES.map((c, i) => (c.drives ? 30 : 3) + i), 300, 5]
  const last = (at: readonly number[]) => {
    let found = { angle: NaN, row: [] as number[] }
    march(size, trace, stretch, at, drive, null, { place, referenceRadPerS: 3000 }, (block, angle, __, ___, row) => {
      if (block === 199) found = { angle, row: [...row] }
    })
    return found
  }
  const { row } = last(x)
  const off = x.map((v, i) => {
    const step = 1e-5 * (Math.abs(v) || 0.02)
    const [up, down] = [1, -1].map((side) => last(x.map((w, j) => (i === j ? w + side * step : w))).angle)
    return Math.abs((up - down) / (2 * step) - row[i]) / (1 + Math.abs(row[i]))
  })
  expect(Math.max(...off)).toBeLessThan(1e-4)
})

test.each([
  ['torque and slope together leave the speed', { onTorque: 1, onSlope: 1 }, 0],
  ['the slope alone moves it', { onTorque: 0, onSlope: -1 }, 1],
  ['a third of it', { onTorque: 1, onSlope: 2 / 3 }, 1 / 3],
])('a bent line keeps its shape over the speed at which its torque vanishes: %s', (_, on, follows) => {
  const [t0, k, q, departure] = [1000, 0.3, 8e-5, 1e-3]
  const freeAt = (by: number) => ((-k + Math.sqrt(k * k + 4 * q * t0)) / (2 * q)) * (1 + by)
  const drive = {
    factors: [{ value: 1, standardUncertainty: 1, ...on }],
    misread: [],
    at: (__: number, out: Float64Array) => void out.fill(departure),
  }
  const trace = { timeS: Float64Array.of(0, 0.01) } as never
  const off = (w: number) => {
    let first = NaN
    const x = [t0, k, 0, 0, 0, q, 1, w, 0]
    march(9, trace, { from: 0, to: 1, open: true, at: 7 }, x, drive, null, null, (__, ___, acceleration) => {
      first = acceleration
    })
    return first / t0
  }
  expect(off(freeAt(follows * departure))).toBeCloseTo(0, 5)
  expect(Math.abs(off(freeAt((follows + 1) * departure)))).toBeGreaterThan(1e-3)
})

test('so does a line with a course of a higher power', () => {
  const [t0, k, referenceRadPerS, departure, follows] = [1000, 0.3, 2000, 1e-3, 0.3]
  const amounts = COURSES.map((c) => (c.drives && c.power >= 3 ? -150 : 0))
  const line = (w: number) =>
    t0 - k * w + COURSES.reduce((sum, c, i) => sum + amounts[i] * c.at(w / referenceRadPerS), 0)
  const free = rootBetween(line, 0, 4000)
  const drive = {
    factors: [{ value: 1, standardUncertainty: 1, onTorque: 1, onSlope: 1 - follows }],
    misread: [],
    at: (__: number, out: Float64Array) => void out.fill(departure),
  }
  const off = (w: number) => {
    let first = NaN
    const x = [t0, k, 0, 0, 0, 0, 1, ...amounts, w, 0]
    const stretch = { from: 0, to: 1, open: true, at: x.length - 2 }
    const trace = { timeS: Float64Array.of(0, 0.01) } as never
    march(x.length, trace, stretch, x, drive, null, { place: 7, referenceRadPerS }, (__, ___, acceleration) => {
      first = acceleration
    })
    return first / t0
  }
  expect(off(free * (1 + follows * departure))).toBeCloseTo(0, 5)
  expect(Math.abs(off(free))).toBeGreaterThan(1e-4)
})

test('how far it fell is as unsure as the motion leaves it, as the speed’s way moves it, and a tenth of it', () => {
  const driven = driveOf(null, phases, 1, undefined)
  const places = driven.drive.factors.map((_, i) => FACTORS + i)
  const fitOf = (fell: number, variance: number) => ({
    status: 'converged' as const,
    parameters: [1000, 0.5, 20, 0.007, 5e-6, 0, fell, ...places.slice(1).map(() => 0)],
    covariance: Array.from({ length: FACTORS + places.length }, (_, i) =>
      Array.from({ length: FACTORS + places.length }, (__, j) => (i === j && i === FACTORS ? variance : 0)),
    ),
  })
  const fall = fallOf(driven, fitOf(0.05, 1e-6) as never, fitOf(0.062, 1e-6) as never)
  expect(fall.share.value).toBeCloseTo(0.05, 12)
  expect(fall.share.standardUncertainty).toBeCloseTo(Math.hypot(1e-3, 0.012, 0.005), 9)
  expect(fall.sigmas).toBeCloseTo(50, 6)
  const alone = fallOf(driven, fitOf(0.05, 1e-6) as never, null)
  expect(alone.share.standardUncertainty).toBeCloseTo(Math.hypot(1e-3, 0.005), 9)
  const failed = { ...fitOf(0.9, 1e-6), status: 'singular' as const }
  expect(fallOf(driven, fitOf(0.05, 1e-6) as never, failed as never)).toEqual(alone)
})

test('what the fit makes of a column is its own change, without a share of the motion in it', () => {
  const driven = driveOf(column, phases, 1, 350e3)
  const motionless = { status: 'converged', parameters: [], covariance: [] } as never
  expect(fallOf(driven, motionless, null)).toMatchObject({ from: 'column', nominalGaugePa: 350e3 })
  expect(driven.other).toBeNull()
  // far from what is said, the column's own start is the nominal
  expect(driveOf(column, phases, 1, 200e3).nominalGaugePa).toBeCloseTo(350e3, -3)
})
