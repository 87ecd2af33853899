import { maximise } from '../../numerics'
import { angleOfCounts } from '../angle/counter'
import type { PressureTrace } from './pressure-drive'
import { reduceInertia } from './reduce-inertia'
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
  for (const code of ['reduction-bent', 'reduction-scatter', 'reduction-waves', 'reduction-torque-fell'])
    expect(codes(r)).not.toContain(code)
})

test('a supply that sags while the torque bends: one is told from the other', () => {
  const pressure = (t: number) => 350e3 * (1 - 0.04 * Math.min(1, Math.max(0, (t - 0.5) / 5.5)))
  const r = read(0.4, pressure, (t) => pressure(t) / 350e3)
  expect(r.peakShaftPower.power.value / peakW(0.4)).toBeCloseTo(1, 2)
  expect(codes(r)).toEqual(expect.arrayContaining(['torque-bent', 'reduction-pressure-moved']))
})

test('a fall that hides the bend from the windows does not hide it from the motion', () => {
  const share = (t: number) => 0.08 * (Math.expm1(-3 * Math.min(1, Math.max(0, (t - 0.5) / 5.5))) / Math.expm1(-3))
  const r = read(
    0.047,
    (t) => 350e3 * (1 - share(t)),
    (t) => 1 - share(t),
  )
  expect(Math.abs(r.curvatureSigmas)).toBeLessThan(3)
  expect((r.law.parameters[5] * 900 ** 2) / 0.02).toBeCloseTo(0.047, 2)
  expect(codes(r)).toContain('torque-bent')
})

test('a straight machine has no bend, nor one that its law would be unsure by', () => {
  const r = read(0, () => 350e3)
  expect(r.law.parameters[5]).toBe(0)
  expect(codes(r)).not.toContain('torque-bent')
  expect(r.peakShaftPower.power.value / peakW(0)).toBeCloseTo(1, 2)
  expect(r.peakShaftPower.power.standardUncertainty / r.peakShaftPower.power.value).toBeLessThan(0.011)
})

test('without a pressure: torque that falls less at first is a bend; that which falls more may be a supply that sags', () => {
  const over = read(0.5, null)
  expect(over.peakShaftPower.power.value / peakW(0.5)).toBeCloseTo(1, 2)
  expect(codes(over)).toContain('torque-bent')
  const under = read(-0.3, null)
  expect(codes(under)).toEqual(expect.arrayContaining(['reduction-torque-fell', 'reduction-or-bent']))
  const instead = under.notes.find((n) => n.code === 'reduction-or-bent')
  expect(Number(instead?.values?.powerW) / peakW(-0.3)).toBeCloseTo(1, 2)
  // and the band of what is told reaches to it
  const { value, standardUncertainty } = under.peakShaftPower.power
  expect(Math.abs(value - peakW(-0.3))).toBeLessThan(1.05 * standardUncertainty)
  expect(standardUncertainty).toBeLessThan(0.25 * value)
})
