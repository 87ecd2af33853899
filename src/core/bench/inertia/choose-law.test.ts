import { chooseLaw } from './choose-law'
import { maximise } from '../../numerics'
import { angleOfCounts } from '../angle/counter'
import type { PressureTrace } from './pressure-drive'
import { reduceInertia } from './reduce-inertia'
import { sample } from '../../check-values/sample'
import { campaign } from './campaign'
import { bendOf } from './torque-law'
import { encoderCounts, simulateSpinUp, type SpinUpTruth } from './simulate-inertia'

const TRUTH: SpinUpTruth = {
  stallTorqueNm: 0.02,
  dragFreeSpeedRadPerS: 900,
  drag: [3e-4, 2e-7, 3e-10],
  effectiveInertiaKgM2: 2e-5,
  openS: 0.5,
  shutS: 6,
  endS: 14,
}
const blades = (bend: number, w: number) => 0.02 * (1 - (1 - bend) * (w / 900) - bend * (w / 900) ** 2)
const shaft = (bend: number, w: number) => blades(bend, w) - 3e-4 - 2e-7 * w - 3e-10 * w * w
const peakW = (bend: number) => {
  const best = maximise((w) => w * shaft(bend, w), 0, 850)
  return best * shaft(bend, best)
}

/** A machine whose torque bends so much, read by an encoder of 400 lines; its pressure beside it where it is known. */
function read(bend: number, gaugePa: ((t: number) => number) | null, drive: (t: number) => number = () => 1) {
  const { timeS, angleRad, speedRadPerS } = simulateSpinUp({ ...TRUTH, bend }, 0.001, drive)
  const counts = encoderCounts(angleRad, speedRadPerS, {
    countsPerRad: 400 / (2 * Math.PI),
    timeJitterS: 2e-5,
    seed: 4,
  })
  const pressure: PressureTrace | null = gaugePa && { timeS, gaugePa: timeS.map(gaugePa) }
  const known = (value: number) => ({ value, standardUncertainty: 0.01 * value })
  return reduceInertia(
    { ...angleOfCounts(timeS, counts, { countsPerTurn: 400, rotorTurnsPerSensorTurn: 1 }), pressure },
    {
      flywheelInertiaKgM2: known(2e-5),
      rotorInertiaKgM2: known(0),
      speedRatio: 1,
      countsPerTurn: 400,
      sensorOn: 'rotor',
    },
    gaugePa ? { nominalGaugePressurePa: 350e3 } : {},
  )
}
const codes = (r: ReturnType<typeof read>) => r.notes.map((n) => n.code)

test.each([0.5, -0.3, 0.1])('a bend of %d under a pressure that was recorded: torque and power are its own', (bend) => {
  const r = read(bend, () => 350e3)
  expect(r.peakShaftPower.power.value / peakW(bend)).toBeCloseTo(1, 2)
  expect(r.stallTorque.value / 0.02).toBeCloseTo(1, 2)
  expect(r.dragFreeSpeed.value / 900).toBeCloseTo(1, 2)
  // along the whole of the curve, and power by the same
  r.curve.speedRadPerS.forEach((w, i) => {
    expect(Math.abs(r.curve.shaftTorqueNm[i] - shaft(bend, w))).toBeLessThan(0.01 * 0.02)
    expect(r.curve.bladePowerW[i]).toBeCloseTo(w * r.curve.bladeTorqueNm[i], 12)
  })
  expect(codes(r)).toContain('torque-bent')
  for (const code of ['reduction-scatter', 'reduction-waves', 'reduction-torque-fell'])
    expect(codes(r)).not.toContain(code)
})

test('a supply that sags while the torque bends: one is told from the other', () => {
  const pressure = (t: number) => 350e3 * (1 - 0.04 * Math.min(1, Math.max(0, (t - 0.5) / 5.5)))
  const r = read(0.4, pressure, (t) => pressure(t) / 350e3)
  expect(r.peakShaftPower.power.value / peakW(0.4)).toBeCloseTo(1, 2)
  expect(codes(r)).toEqual(expect.arrayContaining(['torque-bent', 'reduction-pressure-moved']))
})

test('a straight machine is told as one: with its pressure beside it, to a few thousandths', () => {
  const r = read(0, () => 350e3)
  expect(Math.abs(r.bend.share)).toBeLessThan(0.002)
  expect(codes(r)).not.toContain('torque-bent')
  const { value, standardUncertainty } = r.peakShaftPower.power
  expect(value / peakW(0)).toBeCloseTo(1, 2)
  // one hundredth is the inertia's
  expect(Math.sqrt((standardUncertainty / value) ** 2 - 0.01 ** 2)).toBeLessThan(0.003)
})

test.each([0.5, -0.3])(
  'without a pressure, a bend of %d lies within what is told, and what that hangs on is said',
  (bend) => {
    const r = read(bend, null)
    const { value, standardUncertainty } = r.peakShaftPower.power
    expect(Math.abs(value - peakW(bend))).toBeLessThan(1.96 * standardUncertainty)
    expect(standardUncertainty).toBeLessThan(0.06 * value)
    expect(codes(r)).toContain('reduction-no-pressure')
  },
)

test('a bend is that of the middle over the line from rest to the top', () => {
  const none = Array.from({ length: 6 }, (_, i) => [0, 1, 2, 3, 4, 5].map((j) => (i === j && i === 5 ? 1e-18 : 0)))
  const law = { parameters: [0.02, 1e-5, 3e-4, 0, 0, 4e-9], referenceRadPerS: 900, covariance: none }
  const { share, standardUncertainty } = bendOf(law, 1000)
  expect(share).toBeCloseTo((4e-9 * 1000 ** 2) / 4 / 0.02, 12)
  expect(share / standardUncertainty).toBeCloseTo(4, 9)
})

describe('machines of other shapes than any law’s', () => {
  const conditions = ['drag of another shape', 'torque of another shape', 'both, shut early'] as const
  test.each(conditions)('%s: each figure lies within what is told', (condition) => {
    const rows = campaign(condition, sample(6), 500)
    expect(rows[0].refused).toBe(0)
    for (const row of rows) {
      expect([row.figure, row.held > 0.8]).toEqual([row.figure, true])
      expect([row.figure, row.relative < 0.08]).toEqual([row.figure, true])
    }
  })
})

describe('what a fit tells of how the speed follows the pressure is believed as far as its own law holds', () => {
  const KNOWN_AT = 0.2
  const law = [300, 0.12, 6, 2e-3, 1e-6, 2e-5]
  const fitted = (follows: number, u: number, logEvidence: number) => {
    const parameters = [...law, 0.95, follows]
    const covariance = parameters.map((v, i) => parameters.map((_, j) => (i === j ? (i === 7 ? u : 1e-3 * v) ** 2 : 0)))
    return { status: 'converged' as const, parameters, covariance, autocorrelation: 0, widened: 1, logEvidence }
  }
  const drive = (standardUncertainty: number, value = KNOWN_AT) => ({
    factors: [
      { value: 0.95, standardUncertainty: 0.15, onTorque: 1, onSlope: 1 },
      { value, standardUncertainty, onTorque: 0, onSlope: -1 },
    ],
    misread: [],
    at: () => undefined,
  })
  const driven = {
    drive: drive(0.15),
    other: null,
    unasked: { drive: drive(1e-3), other: drive(1e-3, KNOWN_AT + 0.15) },
    nominalGaugePa: 350e3,
    changed: -0.01,
  }
  /** What is chosen where the motion alone says −0.07 ± u, and is so much less likely with what is known beforehand. */
  const chosen = (u: number, lessLikely: number) => {
    const asked: number[] = []
    const { motion } = chooseLaw(
      (by, _law, _shape, scales) => {
        const { value, standardUncertainty } = by.factors[1]
        asked.push(value)
        const free = standardUncertainty > 0.1
        return scales.map(() => fitted(free ? -0.07 : value, free ? u : 1e-3, free ? 0 : -lessLikely) as never)
      },
      { parameters: law.map((v) => v * 1e-4), covariance: [], referenceRadPerS: 1800 } as never,
      driven,
      { value: 1e-4, standardUncertainty: 0, unit: 'kg·m²' },
    )
    return { follows: motion.parameters[7], asked: asked.length }
  }
  test('one narrow place beside a wide one that is hardly less likely: what was known beforehand counts', () =>
    expect(chosen(0.0175, 2).follows).toBe(KNOWN_AT))
  test('a motion that tells it, and is far less likely with anything else, is believed', () =>
    expect(chosen(0.0175, 120).follows).toBe(-0.07))
  test('as unlikely beside it as its own law has it: believed', () => {
    // 0.27 at ±0.09: 4.5 less by half its square, 0.5 more by its width
    expect(chosen(0.09, 4).follows).toBe(-0.07)
    expect(chosen(0.09, 0.5).follows).toBe(KNOWN_AT)
  })
  test('one that leaves it as it was known is not asked twice', () => expect(chosen(0.14, 0).asked).toBe(1))
})
