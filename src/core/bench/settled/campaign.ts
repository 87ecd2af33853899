import { normalDraw, seededRandom } from '../../statistics'
import { tally } from '../tally'
import { reduceBrake } from './reduce-brake'
import { reduceGenerator } from './reduce-generator'
import { reduceLifted, reduceRubbed } from './reduce-rope'
import {
  simulateBrake,
  simulateGenerator,
  simulateLifted,
  simulateRubbed,
  trueFigures,
  type SettledTruth,
} from './simulate-settled'

export const BRAKE_CONDITIONS = [
  'steady',
  'three wrong readings',
  'few settings',
  'supply sags',
  'coarse scale',
  'arm to 1 %',
  'bent',
  'bent, few settings',
] as const
export type BrakeCondition = (typeof BRAKE_CONDITIONS)[number]
export const GENERATOR_CONDITIONS = ['steady', 'few loads', 'friction to a tenth', 'meters to 1 %', 'bent'] as const
export type GeneratorCondition = (typeof GENERATOR_CONDITIONS)[number]
export const SETTLED_FIGURES = ['stallTorque', 'freeSpeed', 'peakPower', 'peakSpeed'] as const

const roomPaAbs = 101_325

/** As real machines have it: some tenths either way. */
const bendOf = (seed: number) => Math.min(0.95, Math.max(-0.5, 0.25 + 0.35 * normalDraw(seededRandom(seed * 911 + 3))))

function bench(condition: string, seed: number) {
  const random = seededRandom(seed * 6151 + 17)
  const between = (low: number, high: number) => low + (high - low) * random()
  const straight = { stallTorqueNm: between(0.008, 0.08), freeSpeedRadPerS: between(900, 3200) }
  const few = condition.includes('few')
  // another draw than the rest, which stays as it is
  const line = { ...straight, bend: condition.startsWith('bent') ? bendOf(seed) : 0 }
  const truth: SettledTruth = {
    line,
    settings: few ? [0.85, 0.5, 0.2] : [0.92, 0.78, 0.64, 0.5, 0.36, 0.22],
    repeats: few ? 2 : 3 + Math.floor(random() * 3),
    nominalGaugePa: between(150e3, 500e3),
    roomPaAbs,
    pressureNoisePa: between(1e3, 5e3),
    sagShare: condition === 'supply sags' ? between(0.05, 0.15) : 0,
    speedNoise: between(0.001, 0.005),
    seed: seed + 7,
    carryOff: 0.15 * normalDraw(random),
  }
  return { random, between, line, truth }
}

type Found = Readonly<Record<(typeof SETTLED_FIGURES)[number], { value: number; standardUncertainty: number }>>

/** One simulated brake test, reduced as a maker's would be; null where it is refused. */
export function brakeRun(
  condition: BrakeCondition,
  seed: number,
): { found: Found | null; truth: Record<string, number> } {
  const { random, between, line, truth } = bench(condition, seed)
  const armM = between(0.1, 0.2)
  const full = line.stallTorqueNm / armM
  const arm = condition === 'arm to 1 %' ? 0.01 : 0
  const resolutionN = (condition === 'coarse scale' ? 0.02 : 0.002) * full
  const pulsesPerTurn = 1 + Math.floor(random() * 3)
  const readings = simulateBrake({
    ...truth,
    armM,
    armError: arm * normalDraw(random),
    tareN: between(-0.1, 0.2) * full,
    scaleNoiseN: between(0.003, 0.012) * full,
    resolutionN,
    pulsesPerTurn,
    tareReadings: 1 + Math.floor(random() * 3),
    wrong: condition === 'three wrong readings' ? 3 : 0,
  })
  try {
    const found = reduceBrake(
      readings,
      {
        armM,
        armRelativeUncertainty: arm,
        tiltRad: 0,
        scaleRelativeUncertainty: 0,
        tareN: null,
        resolutionN,
        pulsesPerTurn,
      },
      { nominalGaugePressurePa: truth.nominalGaugePa, roomPaAbs },
    )
    return { found, truth: trueFigures(line) }
  } catch {
    return { found: null, truth: trueFigures(line) }
  }
}

/** One simulated sweep of resistors. */
export function generatorRun(condition: GeneratorCondition, seed: number): ReturnType<typeof brakeRun> {
  const { random, between, line, truth } = bench(condition, seed)
  const frictionNm = line.stallTorqueNm * between(0.02, 0.06)
  const frictionNms = (line.stallTorqueNm * between(0, 0.04)) / line.freeSpeedRadPerS
  const u = condition === 'friction to a tenth' ? 0.1 * frictionNm : 0
  const meters = condition === 'meters to 1 %' ? 0.01 : 0
  const readings = simulateGenerator({
    ...truth,
    settings: truth.settings.map((s) => Math.min(s, 0.88)),
    constantVs: between(0.6, 1.4) * (12 / line.freeSpeedRadPerS),
    resistanceOhm: between(0.3, 3),
    polePairs: 7,
    frictionNm,
    frictionNms,
    meterNoise: between(0.001, 0.005),
    meterError: meters * normalDraw(random),
  })
  try {
    const found = reduceGenerator(
      readings,
      {
        polePairs: 7,
        voltageRelativeUncertainty: meters,
        currentRelativeUncertainty: 0,
        friction: {
          torqueNm: frictionNm + u * normalDraw(random),
          torqueStandardUncertaintyNm: u,
          perSpeedNms: frictionNms,
        },
      },
      { nominalGaugePressurePa: truth.nominalGaugePa, roomPaAbs },
    )
    return { found, truth: trueFigures(line) }
  } catch {
    return { found: null, truth: trueFigures(line) }
  }
}

export const brakeCampaign = (condition: BrakeCondition, repeats: number, firstSeed = 0) =>
  tally(condition, SETTLED_FIGURES, repeats, (i) => {
    const { found, truth } = brakeRun(condition, firstSeed + i)
    return { found, truth: truth as Record<(typeof SETTLED_FIGURES)[number], number> }
  })

export const generatorCampaign = (condition: GeneratorCondition, repeats: number, firstSeed = 0) =>
  tally(condition, SETTLED_FIGURES, repeats, (i) => {
    const { found, truth } = generatorRun(condition, firstSeed + i)
    return { found, truth: truth as Record<(typeof SETTLED_FIGURES)[number], number> }
  })

export const ROPE_CONDITIONS = [
  'rubs',
  'rubs, drum to 1 %',
  'rubs, balance 8 % off',
  'lifts, drum to 1 %',
  'lifts, drum to 2 %',
] as const
export type RopeCondition = (typeof ROPE_CONDITIONS)[number]

/** One simulated test with a rope, rubbing or winding weights up. */
export function ropeRun(condition: RopeCondition, seed: number): ReturnType<typeof brakeRun> {
  const { random, between, line, truth } = bench('steady', seed)
  const lifts = condition.startsWith('lifts')
  const radius = condition.endsWith('1 %') ? 0.01 : condition.endsWith('2 %') ? 0.02 : 0
  const drumRadiusM = lifts ? between(0.004, 0.012) : between(0.005, 0.03)
  const ropeDiameterM = between(0.5e-3, 3e-3)
  // geared so far down that a weight rises by a hand's breadth or two a second
  const speedRatio = lifts ? (line.freeSpeedRadPerS * drumRadiusM) / between(0.15, 0.4) : between(1, 4)
  const full = (line.stallTorqueNm * speedRatio) / (drumRadiusM + ropeDiameterM / 2)
  const made = {
    ...truth,
    drumRadiusM,
    ropeDiameterM,
    radiusError: radius * normalDraw(random),
    weightError: 0.003 * normalDraw(random),
    speedRatio,
    frictionOfRope: between(0.15, 0.4),
    wrapRad: Math.PI,
    digitN: 0.001 * full,
    noiseN: lifts ? 0 : between(0.002, 0.01) * full,
    balanceError: condition.includes('balance') ? 0.08 : 0.003 * normalDraw(random),
  }
  // held against weights, as far as that tells it
  const scaleFactor = condition.includes('balance') ? 1.08 * (1 + 0.01 * normalDraw(random)) : 1
  const rig = {
    drumRadiusM,
    ropeDiameterM,
    radiusRelativeUncertainty: radius,
    wrapRad: Math.PI,
    speedRatio,
    weightRelativeUncertainty: 0.003,
    scaleFactor,
    scaleRelativeUncertainty: condition.includes('balance') ? 0.01 : 0.003,
    resolutionN: made.digitN,
    pulsesPerTurn: 1,
  }
  const settings = { nominalGaugePressurePa: truth.nominalGaugePa, roomPaAbs }
  try {
    const found = lifts
      ? reduceLifted(simulateLifted(made, 1.5, 0.02), rig, settings)
      : reduceRubbed(simulateRubbed(made), rig, settings)
    return { found, truth: trueFigures(line) }
  } catch {
    return { found: null, truth: trueFigures(line) }
  }
}

export const ropeCampaign = (condition: RopeCondition, repeats: number, firstSeed = 0) =>
  tally(condition, SETTLED_FIGURES, repeats, (i) => {
    const { found, truth } = ropeRun(condition, firstSeed + i)
    return { found, truth: truth as Record<(typeof SETTLED_FIGURES)[number], number> }
  })
