import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { checksOf, expectCheck, given } from '../../check-values/check-values'
import { normalDraw, seededRandom } from '../../statistics'
import {
  angleOfCounts,
  angleOfPulses,
  angleOfSpeed,
  dragOf,
  effectiveInertia,
  encoderCounts,
  reduceInertia,
  ringInertia,
  ringMass,
  shaftTorqueOf,
  bladeTorqueOf,
  reductionWorkings,
  simulateSpinUp,
  type InertiaRig,
  type SpinUpTruth,
} from '..'
import { noteWords } from '../../../words'

const rpm = Math.PI / 30
const fixtures = 'src/project/fixtures/recordings'

interface Truth {
  T0: number
  n0: number
  a: number
  b: number
  c: number
  I_turbine: number
  I_flywheel: number
  gear_N: number
  P_max_gas_W: number
  P_max_net_W: number
  n_at_shut_rpm: number
  pulses_true?: number
  gas_torque_at_rpm: Record<string, number>
  drag_at_rpm: Record<string, number>
}

/** A recording of known truth, made by a separate computation. */
function recording(name: string): { truth: Truth; rows: number[][]; rig: InertiaRig } {
  const truth = JSON.parse(readFileSync(join(fixtures, `${name}.truth.json`), 'utf8')) as Truth
  const rows = readFileSync(join(fixtures, `${name}.csv`), 'utf8')
    .split('\n')
    .filter((line) => /^[-\d]/.test(line))
    .map((line) => line.split(',').map(Number))
  const rig: InertiaRig = {
    flywheelInertiaKgM2: { value: truth.I_flywheel, standardUncertainty: 0.01 * truth.I_flywheel },
    rotorInertiaKgM2: { value: truth.I_turbine, standardUncertainty: 0.1 * truth.I_turbine },
    speedRatio: truth.gear_N,
    countsPerTurn: 400,
    sensorOn: 'flywheel',
  }
  return { truth, rows, rig }
}

describe('line encoder on the flywheel, 1 kHz, 100 rows lost (independent recording of known truth)', () => {
  const { truth, rows, rig } = recording('spin_encoder_1000hz')
  const trace = angleOfCounts(
    Float64Array.from(rows, (r) => r[0]),
    Float64Array.from(rows, (r) => r[1]),
    { countsPerTurn: 400, rotorTurnsPerSensorTurn: 1 / truth.gear_N },
  )
  const r = reduceInertia(trace, rig)
  test.each(Object.entries(truth.gas_torque_at_rpm))(
    'blade torque at %s rpm within 2 % of the torque at rest',
    (speed, torque) =>
      expect(Math.abs(bladeTorqueOf(r.law, Number(speed) * rpm) - torque)).toBeLessThan(0.02 * truth.T0),
  )
  test.each(Object.entries(truth.drag_at_rpm))('drag at %s rpm within 5 %', (speed, drag) =>
    expect(Math.abs(dragOf(r.law, Number(speed) * rpm) / drag - 1)).toBeLessThan(0.05),
  )
  test('peak power on the blades and at the shaft within 3 %', () => {
    expect(Math.abs(r.peakBladePower.power.value / truth.P_max_gas_W - 1)).toBeLessThan(0.03)
    expect(Math.abs(r.peakShaftPower.power.value / truth.P_max_net_W - 1)).toBeLessThan(0.03)
  })
  test('the stretches drawn beside the line lie on it and on the truth, as near as they say', () => {
    const torque = (w: number) => truth.T0 * (1 - w / (truth.n0 * rpm))
    const off = r.points.map((p) => (p.bladeTorqueNm - torque(p.speedRadPerS)) / truth.T0)
    expect(Math.max(...off.slice(1).map(Math.abs))).toBeLessThan(0.08)
    // those of the first second scatter about the fitted line by some one of their own uncertainty; later ones are
    // longer, and what is off there is smaller than can be drawn
    const early = r.points.filter((p) => p.timeS < 2)
    const sigmas = early.map((p) => (p.shaftTorqueNm - shaftTorqueOf(r.law, p.speedRadPerS)) / p.torqueUncertaintyNm)
    const scatter = Math.sqrt(sigmas.reduce((sum, z) => sum + z * z, 0) / sigmas.length)
    expect([early.length > 6, scatter > 0.5, scatter < 2]).toEqual([true, true, true])
    for (const p of r.points)
      expect(Math.abs(p.shaftTorqueNm - shaftTorqueOf(r.law, p.speedRadPerS))).toBeLessThan(
        3 * p.torqueUncertaintyNm + 1e-3 * truth.T0,
      )
    const drag = r.coastPoints.map((p) => (p.dragNm - dragOf(r.law, p.speedRadPerS)) / p.dragNm)
    expect([r.coastPoints.length, Math.max(...drag.map(Math.abs)) < 0.01]).toEqual([14, true])
    // a coasting is read over longer stretches: 1 % of the drag at most
    const unsure = r.coastPoints.map((p) => p.uncertaintyNm / p.dragNm)
    expect([Math.min(...unsure) > 1e-4, Math.max(...unsure) < 0.02]).toEqual([true, true])
  })
  test('the phases are found: air from 1 s to 16 s', () => {
    expect(r.phases.spinUp.fromS).toBeGreaterThan(0.9)
    expect(r.phases.spinUp.fromS).toBeLessThan(1.2)
    expect(Math.abs(r.phases.spinUp.toS - 16)).toBeLessThan(0.4)
    expect(r.phases.coast?.fromS).toBeGreaterThan(16)
  })
  test('the fitted law lies on the recording', () => expect(r.residualRadPerS / rpm).toBeLessThan(30))
})

describe('one mark a turn with missed and doubled marks (independent recording of known truth)', () => {
  const { truth, rows, rig } = recording('spin_optical_1ppr')
  const trace = angleOfPulses(
    Float64Array.from(rows, (r) => r[0]),
    { countsPerTurn: 1, rotorTurnsPerSensorTurn: 1 },
  )
  const angle = trace.trace.angleRad
  const r = reduceInertia(trace, { ...rig, countsPerTurn: 1, sensorOn: 'rotor' })
  test('turns counted within 0.1 %', () =>
    expect(
      Math.abs((angle[angle.length - 1] - angle[0]) / (2 * Math.PI) / (truth.pulses_true ?? NaN) - 1),
    ).toBeLessThan(0.001))
  test('146 missed and 87 doubled marks are reported', () =>
    expect(trace.repairs.map((x) => [x.kind, x.count])).toEqual([
      ['double pulse', 87],
      ['missed pulse', 146],
    ]))
  test('torque line within 2 %, peak within 3 %, speed at shut-off within 0.5 %', () => {
    for (const [speed, torque] of Object.entries(truth.gas_torque_at_rpm))
      expect(Math.abs(bladeTorqueOf(r.law, Number(speed) * rpm) - torque)).toBeLessThan(0.02 * truth.T0)
    expect(Math.abs(r.peakBladePower.power.value / truth.P_max_gas_W - 1)).toBeLessThan(0.03)
    const at = r.trace.timeS.findIndex((t) => t >= 15.6)
    expect(Math.abs((r.trace.fittedRadPerS[at] ?? NaN) / rpm / truth.n_at_shut_rpm - 1)).toBeLessThan(0.005)
  })
})

const TRUTH: SpinUpTruth = {
  stallTorqueNm: 0.018,
  dragFreeSpeedRadPerS: 21_000 * rpm,
  drag: [3e-4, 2e-7, 1e-10],
  effectiveInertiaKgM2: 2e-5,
  openS: 1,
  shutS: 12,
  endS: 26,
}

describe('twenty simulated repeats: a rig known to 1 %, a coarse encoder, a clock that jitters', () => {
  const truePeak = (() => {
    let best = 0
    for (let w = 0; w < 3000; w++)
      best = Math.max(
        best,
        w *
          (TRUTH.stallTorqueNm * (1 - w / TRUTH.dragFreeSpeedRadPerS) -
            TRUTH.drag[0] -
            TRUTH.drag[1] * w -
            TRUTH.drag[2] * w * w),
      )
    return best
  })()
  const repeats = Array.from({ length: 20 }, (_, seed) => {
    const random = seededRandom(1700 + seed)
    const inertia = TRUTH.effectiveInertiaKgM2 * (1 + 0.01 * normalDraw(random))
    const { timeS, angleRad, speedRadPerS } = simulateSpinUp({ ...TRUTH, effectiveInertiaKgM2: inertia }, 0.004)
    const counts = encoderCounts(angleRad, speedRadPerS, { countsPerRad: 24 / (2 * Math.PI), timeJitterS: 1e-4, seed })
    const rig: InertiaRig = {
      flywheelInertiaKgM2: { value: 2e-5, standardUncertainty: 2e-7 },
      rotorInertiaKgM2: { value: 0, standardUncertainty: 0 },
      speedRatio: 1,
      countsPerTurn: 24,
      sensorOn: 'rotor',
    }
    return reduceInertia(angleOfCounts(timeS, counts, { countsPerTurn: 24, rotorTurnsPerSensorTurn: 1 }), rig)
  })
  test('the 95 % band of peak power holds the truth in at least 18 of 20', () =>
    expect(
      repeats.filter(
        (r) => Math.abs(r.peakShaftPower.power.value - truePeak) <= 1.96 * r.peakShaftPower.power.standardUncertainty,
      ).length,
    ).toBeGreaterThanOrEqual(18))
  test('so does the band of torque at half speed', () => {
    const w = TRUTH.dragFreeSpeedRadPerS / 2
    const truth = TRUTH.stallTorqueNm / 2 - TRUTH.drag[0] - TRUTH.drag[1] * w - TRUTH.drag[2] * w * w
    const held = repeats.filter((r) => {
      const at = r.curve.speedRadPerS.reduce(
        (best, s, i) => (Math.abs(s - w) < Math.abs(r.curve.speedRadPerS[best] - w) ? i : best),
        0,
      )
      return Math.abs(shaftTorqueOf(r.law, w) - truth) <= r.curve.torqueBandNm[at]
    })
    expect(held.length).toBeGreaterThanOrEqual(18)
  })
  test('and the band is no wider than it needs: under 4 % of the peak', () => {
    for (const r of repeats) expect((1.96 * r.peakShaftPower.power.standardUncertainty) / truePeak).toBeLessThan(0.04)
  })
})

/** A rig of which nothing is unsure. */
const SURE: InertiaRig = {
  flywheelInertiaKgM2: { value: 2e-5, standardUncertainty: 0 },
  rotorInertiaKgM2: { value: 0, standardUncertainty: 0 },
  speedRatio: 1,
  countsPerTurn: 400,
  sensorOn: 'rotor',
}

test('torque that comes and goes is said to scatter; one that stays is not', () => {
  const codes = (by: number) => {
    const waves = (t: number) => 1 + by * Math.sin((2 * Math.PI * t) / 0.35)
    const { timeS, angleRad, speedRadPerS } = simulateSpinUp(TRUTH, 0.002, waves)
    const counts = encoderCounts(angleRad, speedRadPerS, {
      countsPerRad: 80 / (2 * Math.PI),
      timeJitterS: 1e-6,
      seed: 1,
    })
    const trace = angleOfCounts(timeS, counts, { countsPerTurn: 80, rotorTurnsPerSensorTurn: 1 })
    return reduceInertia(trace, { ...SURE, countsPerTurn: 80 }).notes.map((n) => n.code)
  }
  expect(codes(0)).not.toContain('reduction-scatter')
  expect(codes(0.1)).toContain('reduction-scatter')
})

describe('what cannot be reduced, or only in part', () => {
  const rig = SURE
  const counted = (truth: SpinUpTruth) => {
    const { timeS, angleRad, speedRadPerS } = simulateSpinUp(truth, 0.002)
    return angleOfCounts(
      timeS,
      encoderCounts(angleRad, speedRadPerS, { countsPerRad: 400 / (2 * Math.PI), timeJitterS: 0, seed: 1 }),
      { countsPerTurn: 400, rotorTurnsPerSensorTurn: 1 },
    )
  }
  test('without coasting the drag is unknown and that is said', () => {
    const r = reduceInertia(counted({ ...TRUTH, endS: 11.9 }), rig)
    expect(r.dragMeasured).toBe(false)
    expect(r.notes.map(noteWords).join()).toMatch(/No coasting/)
    expect(r.peakShaftPower.power.value).toBeCloseTo(r.peakBladePower.power.value, 6)
  })
  test('too few readings are refused with the next step', () =>
    expect(() => reduceInertia(angleOfSpeed(new Float64Array([0, 1]), new Float64Array([0, 1]), 1), rig)).toThrow(
      /usable readings/,
    ))
  test('a rotor that never turns is refused', () =>
    expect(() => reduceInertia(counted({ ...TRUTH, stallTorqueNm: 0 }), rig)).toThrow())
  test('a rig without stated uncertainty is told so', () =>
    expect(reduceInertia(counted(TRUTH), rig).notes.map(noteWords).join()).toMatch(/no uncertainty of its flywheel/))
  test('start and end set by hand are kept', () =>
    expect(reduceInertia(counted(TRUTH), rig, { spinUp: { fromS: 1.5, toS: 9 } }).phases.spinUp).toEqual({
      fromS: 1.5,
      toS: 9,
    }))
})

describe('workings of the measured figures', () => {
  const { rows, rig, truth } = recording('spin_encoder_1000hz')
  const r = reduceInertia(
    angleOfCounts(
      Float64Array.from(rows, (x) => x[0]),
      Float64Array.from(rows, (x) => x[1]),
      { countsPerTurn: 400, rotorTurnsPerSensorTurn: 1 / truth.gear_N },
    ),
    rig,
  )
  const all = reductionWorkings(r)
  const put = (id: keyof typeof all, symbol: string) => all[id].inputs.find((i) => i.symbol === symbol)?.value ?? NaN
  const net = (id: keyof typeof all) => put(id, 'T') - put(id, 'M')
  test('the numbers put in give peak power at the shaft and on the blades', () => {
    const { peakShaftPower: shaft, peakBladePower: blades } = all
    expect((put('peakShaftPower', 'ω') * net('peakShaftPower')) / shaft.result.value).toBeCloseTo(1, 9)
    expect((put('peakBladePower', 'ω') * put('peakBladePower', 'T')) / blades.result.value).toBeCloseTo(1, 9)
    expect(put('peakBladePower', 'M')).toBeNaN()
  })
  test('at the free speed nothing is left', () => {
    expect(put('freeSpeed', 'ω')).toBe(all.freeSpeed.result.value)
    expect(Math.abs(net('freeSpeed'))).toBeLessThan(1e-9)
    expect(put('freeSpeed', 'T')).toBeGreaterThan(1e-4)
  })
  test('each is measured, with an uncertainty, a source and a range', () => {
    for (const working of Object.values(all)) {
      expect(working.origin).toBe('measured')
      expect(working.result.standardUncertainty).toBeGreaterThan(0)
      expect(working.source.length + working.range.length).toBeGreaterThan(30)
    }
  })
})

describe('rig', () => {
  test.each(checksOf('inertia.I.'))('%s', (_, c) => {
    const ring = {
      innerRadiusM: given(c, 'r_inner') / 1000,
      outerRadiusM: given(c, 'r_outer') / 1000,
      widthM: given(c, 'length') / 1000,
      densityKgPerM3: given(c, 'rho'),
    }
    expectCheck(ringInertia(ringMass(ring), ring.innerRadiusM, ring.outerRadiusM), c)
  })
  test.each(checksOf('inertia.reflected'))('%s', (_, c) => {
    const rig: InertiaRig = {
      flywheelInertiaKgM2: { value: given(c, 'I_flywheel'), standardUncertainty: 0 },
      rotorInertiaKgM2: { value: 0, standardUncertainty: 0 },
      speedRatio: given(c, 'N'),
      countsPerTurn: 1,
      sensorOn: 'rotor',
    }
    expectCheck(effectiveInertia(rig).value, c)
  })
  test.each(checksOf('inertia_dyno.n'))('simulated bench against %s', (_, c) => {
    const t = given(c, 't')
    const truth = {
      stallTorqueNm: given(c, 'T0'),
      dragFreeSpeedRadPerS: given(c, 'n0') * rpm,
      drag: [0, 0, 0] as const,
      effectiveInertiaKgM2: given(c, 'I'),
      openS: 0,
      shutS: t + 1,
      endS: t,
    }
    const { speedRadPerS } = simulateSpinUp(truth, t / 2000)
    expect(speedRadPerS[speedRadPerS.length - 1] / rpm / c.value).toBeCloseTo(1, 5)
  })
})
