import { GAS_CONSTANT } from '../air'
import { checksOf, expectCheck, given, type CheckValue } from '../check-values/check-values'
import { STANDARD_GRAVITY } from '../units/gravity'
import { RPM } from '../units/rotation'
import { flashCandidates } from './by-eye/flashes'
import { frameCandidates } from './by-eye/frames'
import { derive } from './derived'
import { simulateSpinUp } from './inertia/simulate-inertia'
import { reduceBrake, reduceGenerator, reduceRubbed, type BrakeRig, type GeneratorReading } from './settled'

const settings = { nominalGaugePressurePa: null, roomPaAbs: 101_325 }
const grams = (g: number) => (g / 1000) * STANDARD_GRAVITY

describe('a brake’s arm on a scale', () => {
  const rig = (armM: number): BrakeRig => ({
    armM,
    armRelativeUncertainty: 0,
    tiltRad: 0,
    scaleRelativeUncertainty: 0,
    tareN: 0,
    resolutionN: 0,
    pulsesPerTurn: 1,
  })
  /** What is made of a reading that stands among others, all of one machine. */
  const point = (c: CheckValue, scaleG: number, turnsPerMin: number, tiltRad = 0) => {
    const speed = turnsPerMin * RPM
    const readings = [1, 0.9, 1.2, 1.4, 0.8].map((k) => ({
      scaleN: grams(scaleG) * (2 - k),
      sensorRadPerS: speed * k,
    }))
    const r = reduceBrake(readings, { ...rig(given(c, 'arm') / 1000), tiltRad }, settings)
    return r.points[0]
  }
  test.each(checksOf('brake.T'))('%s', (_, c) => expectCheck(point(c, given(c, 'reading'), 3000).torqueNm, c))
  test.each(checksOf('brake.P'))('%s', (_, c) => {
    const { torqueNm, speedRadPerS } = point(c, given(c, 'reading'), given(c, 'n'))
    expectCheck(torqueNm * speedRadPerS, c)
  })
  test.each(checksOf('unc.P'))('%s', (_, c) => {
    const { torqueNm, speedRadPerS } = point(c, given(c, 'scale'), given(c, 'n'))
    expectCheck(torqueNm * speedRadPerS, c)
  })
  test.each(checksOf('brake.cos'))('%s', (_, c) => {
    const arm = { ...c, inputs: { arm: { value: 150, unit: 'mm' } } }
    const at = (tilt: number) => point(arm, 100, 3000, tilt).torqueNm
    expectCheck(at((given(c, 'a') * Math.PI) / 180) / at(0) - 1, c)
  })
  test.each(checksOf('brake.rope'))('%s', (_, c) => {
    const readings = [1, 0.9, 1.2, 1.4].map((k) => ({
      weightN: grams(given(c, 'W')) * (2 - k),
      slackN: grams(given(c, 'S')) * (2 - k),
      sensorRadPerS: 100 * k,
    }))
    const rope = {
      drumRadiusM: given(c, 'D') / 2000,
      ropeDiameterM: given(c, 'd_rope') / 1000,
      radiusRelativeUncertainty: 0,
      wrapRad: Math.PI,
      speedRatio: 1,
      weightRelativeUncertainty: 0,
      scaleRelativeUncertainty: 0,
      resolutionN: 0,
      pulsesPerTurn: 1,
    }
    expectCheck(reduceRubbed(readings, rope, settings).points[0].torqueNm, c)
  })
})

describe('a generator on resistors: V = k ω − R I, torque k I and what its own friction takes', () => {
  const reading = (c: CheckValue): GeneratorReading => {
    const speed = given(c, 'n') * RPM
    const currentA = (given(c, 'k') * speed) / (given(c, 'Ra') + given(c, 'RL'))
    return { voltageV: currentA * given(c, 'RL'), currentA, sensorRadPerS: speed }
  }
  /** Among other loads of the same winding, of a machine whose torque falls straight with its speed. */
  const sweep = (c: CheckValue) => {
    const first = reading(c)
    const others = [0.7, 0.85, 1.2, 1.4].map((x) => {
      const [currentA, sensorRadPerS] = [first.currentA * (2 - x), first.sensorRadPerS * x]
      return { currentA, sensorRadPerS, voltageV: given(c, 'k') * sensorRadPerS - given(c, 'Ra') * currentA }
    })
    const rig = {
      polePairs: 1,
      voltageRelativeUncertainty: 0,
      currentRelativeUncertainty: 0,
      friction: { torqueNm: given(c, 'T_friction'), torqueStandardUncertaintyNm: 0, perSpeedNms: 0 },
    }
    return reduceGenerator([first, ...others], rig, settings)
  }
  test.each(checksOf('gen.T'))('%s', (_, c) => expectCheck(sweep(c).points[0].torqueNm, c))
  test.each(checksOf('gen.Psh'))('%s', (_, c) => {
    const { torqueNm, speedRadPerS } = sweep(c).points[0]
    expectCheck(torqueNm * speedRadPerS, c)
  })
  test.each(checksOf('gen.eta'))('%s', (_, c) => expectCheck(sweep(c).efficiency[0], c))
  test.each(checksOf('gen.Pel'))('%s', (_, c) => {
    const r = sweep(c)
    const { torqueNm, speedRadPerS } = r.points[0]
    expectCheck(r.efficiency[0] * torqueNm * speedRadPerS, c)
    expect([r.constant.value / given(c, 'k'), r.resistance.value / given(c, 'Ra')]).toEqual([
      expect.closeTo(1, 9),
      expect.closeTo(1, 9),
    ])
  })
  test.each(checksOf('gen.rpm'))('%s', (_, c) => {
    const hertz = given(c, 'f') * 2 * Math.PI
    const readings = [1, 0.8, 0.6, 0.5, 0.4].map((x) => ({
      voltageV: 12 * x - 0.5 * (1 - x),
      currentA: 1 - x,
      sensorRadPerS: hertz * x,
    }))
    const rig = {
      polePairs: given(c, 'p'),
      voltageRelativeUncertainty: 0,
      currentRelativeUncertainty: 0,
      friction: null,
    }
    expectCheck(reduceGenerator(readings, rig, settings).points[0].speedRadPerS / RPM, c)
  })
})

describe('what the eye sees under frames and flashes', () => {
  test.each(checksOf('strobe.apparent'))('%s', (_, c) => {
    // a film in which a mark seems to go round so slowly, forwards or backwards: the true speed is among its candidates
    const framesPerSecond = given(c, 'frame_rate')
    const reading = {
      framesPerSecond,
      framesPerTurn: (60 * framesPerSecond) / Math.abs(c.value),
      framesUncertainty: 0.01,
    }
    const found = frameCandidates([reading], given(c, 'symmetry'), 10, 20_000 * RPM)
    const true_ = found.filter((x) => Math.abs(x.speed.value / RPM - given(c, 'n')) < 1e-6)
    expect(true_.map((x) => x.backwards)).toEqual([c.value < 0])
  })
  test.each(checksOf('strobe.freeze'))('%s', (_, c) => {
    const reading = { flashesPerS: c.value / 60, images: 1, relativeUncertainty: 1e-3 }
    const found = flashCandidates([reading], 1, 10, 20_000 * RPM)
    const turns = found.filter((x) => Math.abs(x.speed.value / RPM / given(c, 'n') - 1) < 1e-9)
    expect(turns.map((x) => x.turnsPerFlash)).toEqual([expect.closeTo(given(c, 'N'), 9)])
  })
  test.each(checksOf('strobe.true_from_two'))('%s', (_, c) => {
    const readings = ['f1', 'f2'].map((f) => ({
      flashesPerS: given(c, f) / 60,
      images: 1,
      relativeUncertainty: 1e-3,
    }))
    expectCheck(flashCandidates(readings, 1, 10, 20_000 * RPM)[0].speed.value / RPM, c)
  })
})

test.each(checksOf('unc.eta'))('%s', (_, c) => {
  // a litre of free air is one at 100 kPa and 20 °C (ISO 8778)
  const massFlow = (given(c, 'q') / 60e3) * (1e5 / (GAS_CONSTANT * 293.15))
  const { efficiency } = derive({
    power: { value: given(c, 'P'), standardUncertainty: 0 },
    speedRadPerS: 1000,
    massFlow: { value: massFlow, standardUncertainty: 0 },
    supplyPaAbs: given(c, 'p1'),
    supplyK: given(c, 'T'),
    roomPaAbs: given(c, 'p2'),
  })
  expectCheck(efficiency.value, c)
})

test.each(checksOf('inertia_dyno.tau'))('%s: by then 1 − 1/e of its free speed', (_, c) => {
  const [free, inertia] = [given(c, 'n0') * RPM, given(c, 'I')]
  const { speedRadPerS } = simulateSpinUp(
    {
      stallTorqueNm: given(c, 'T0'),
      dragFreeSpeedRadPerS: free,
      drag: [0, 0, 0],
      effectiveInertiaKgM2: inertia,
      openS: 0,
      shutS: 10,
      endS: c.value,
    },
    c.value / 1000,
  )
  expect(speedRadPerS[1000] / free).toBeCloseTo(1 - Math.exp(-1), 6)
})
