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

describe.each([
  ['straight', straight],
  ['settling slowly', settling(3)],
  ['settling between two of the courses that are looked for', settling(11)],
  ['fast, as a regulator gives way when the valve opens', settling(25)],
])('a fall %s', (_, course) => {
  test.each([0.06, 0.12, 0.2])('of %p leaves torque at rest, power and free speed where they are', (sag) => {
    const found = reduced(sag, course)
    const within = (measured: { value: number; standardUncertainty: number }, right: number, share: number) => {
      expect(Math.abs(measured.value / right - 1)).toBeLessThan(share)
      expect(Math.abs(measured.value - right)).toBeLessThan(3 * measured.standardUncertainty)
    }
    within(found.stallTorque, truth.stallTorqueNm, 0.005)
    within(found.dragFreeSpeed, speedAtShut(sag), 0.015)
    within(found.peakBladePower.power, (truth.stallTorqueNm * speedAtShut(sag)) / 4, 0.015)
    const { share } = found.pressure
    expect(Math.abs(share.value - sag)).toBeLessThan(3 * share.standardUncertainty)
    expect(found.notes.map((note) => note.code)).toEqual(['reduction-torque-fell', 'reduction-no-uncertainty'])
    expect(found.autocorrelation).toBeLessThan(0.3)
  })
})
