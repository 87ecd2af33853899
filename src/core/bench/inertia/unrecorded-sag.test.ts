import { angleOfCounts } from '../angle/counter'
import { reduceInertia } from './reduce-inertia'
import { encoderCounts, simulateSpinUp, type SpinUpTruth } from './simulate-inertia'

/** A supply that falls far behind, as nobody recorded: beyond what the campaign draws. */
const truth: SpinUpTruth = {
  stallTorqueNm: 0.021,
  dragFreeSpeedRadPerS: 2200,
  drag: [4e-4, 2e-7, 0.9e-10],
  effectiveInertiaKgM2: 2e-5,
  speedShare: 0.25,
  openS: 1,
  shutS: 12,
  endS: 28,
}

const straight = (x: number) => x
const settling = (rate: number) => (x: number) => Math.expm1(-rate * x) / Math.expm1(-rate)

function reduced(sag: number, course: (x: number) => number) {
  const { timeS, angleRad, speedRadPerS } = simulateSpinUp(
    truth,
    0.001,
    (t) => 1 - sag * course(Math.min(1, Math.max(0, (t - truth.openS) / (truth.shutS - truth.openS)))),
  )
  const counts = encoderCounts(angleRad, speedRadPerS, { countsPerRad: 80 / 2 / Math.PI, timeJitterS: 5e-5, seed: 5 })
  return reduceInertia(angleOfCounts(timeS, counts, { countsPerTurn: 80, rotorTurnsPerSensorTurn: 1 }), {
    flywheelInertiaKgM2: { value: truth.effectiveInertiaKgM2, standardUncertainty: 0 },
    rotorInertiaKgM2: { value: 0, standardUncertainty: 0 },
    speedRatio: 1,
    countsPerTurn: 80,
    sensorOn: 'rotor',
  })
}

/** Speed without drag at the pressure of the shut: it follows by its share of what torque does. */
const speedAtShut = (sag: number) => (truth.dragFreeSpeedRadPerS * (1 - sag)) / (1 - 0.75 * sag)

/** Each figure as a share of what it should be, and how many of its uncertainties it is off. */
const off = (measured: { value: number; standardUncertainty: number }, right: number) => ({
  share: Math.abs(measured.value / right - 1),
  sigmas: Math.abs(measured.value - right) / measured.standardUncertainty,
})
const SAGS = [0.06, 0.12, 0.2]

describe.each([
  ['straight', straight],
  ['settling slowly', settling(3)],
  ['fast, as a regulator gives way when the valve opens', settling(25)],
])('a fall %s', (_, course) => {
  test.each(SAGS)('of %p leaves torque at rest, power and free speed where they are', (sag) => {
    const found = reduced(sag, course)
    const figures = [
      off(found.stallTorque, truth.stallTorqueNm),
      off(found.dragFreeSpeed, speedAtShut(sag)),
      off(found.peakBladePower.power, (truth.stallTorqueNm * speedAtShut(sag)) / 4),
    ]
    expect(figures.map((f) => f.sigmas < 2)).toEqual([true, true, true])
    expect(figures.map((f, i) => f.share < [0.005, 0.005, 0.02][i])).toEqual([true, true, true])
    const { share } = found.pressure
    expect(Math.abs(share.value - sag)).toBeLessThan(2 * share.standardUncertainty)
    const codes = found.notes.map((note) => note.code)
    expect(codes).toContain('reduction-no-pressure')
    if (sag > 0.1) expect(codes).toContain('reduction-torque-fell')
    expect(codes).not.toContain('torque-bent')
    expect(codes).not.toContain('reduction-scatter')
    expect(found.autocorrelation).toBeLessThan(0.3)
  })
})

// as quick as the rotor itself comes up, it looks like torque that bends: torque at rest and free speed hang on neither
test.each(SAGS)(
  'a fall of %p that goes as the rotor comes up leaves torque at rest and free speed, and the peak unsure',
  (sag) => {
    const found = reduced(sag, settling(11))
    expect(off(found.stallTorque, truth.stallTorqueNm).sigmas).toBeLessThan(2)
    expect(off(found.dragFreeSpeed, speedAtShut(sag)).sigmas).toBeLessThan(2)
    const peak = off(found.peakBladePower.power, (truth.stallTorqueNm * speedAtShut(sag)) / 4)
    expect(peak.sigmas).toBeLessThan(5)
    expect(peak.share).toBeLessThan(0.7 * sag)
    expect(found.notes.map((note) => note.code)).toContain('reduction-no-pressure')
  },
)
