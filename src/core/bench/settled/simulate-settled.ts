import { normalDraw, seededRandom } from '../../statistics'
import type { BrakeReading } from './reduce-brake'
import type { GeneratorReading } from './reduce-generator'
import type { LiftedReading, RubbedReading } from './reduce-rope'

/** A machine whose torque falls with speed, straight or bent once, and goes with the absolute supply pressure. */
export interface LineTruth {
  readonly stallTorqueNm: number
  readonly freeSpeedRadPerS: number
  /** Share of the torque's fall that goes with the square of the speed; none where left out. */
  readonly bend?: number
}

/** What is left of the torque at a share of the free speed. */
const left = (bend: number, x: number) => 1 - (1 - bend) * x - bend * x * x

/** Figures of a line of torque in closed form. */
export const trueFigures = ({ stallTorqueNm: t, freeSpeedRadPerS: w, bend = 0 }: LineTruth) => {
  // slope of x − (1 − b) x² − b x³ is nothing at its greatest; written so that it holds for b = 0 as well
  const best = 1 / (1 - bend + Math.sqrt((1 - bend) ** 2 + 3 * bend))
  return { stallTorque: t, freeSpeed: w, peakPower: t * w * best * left(bend, best), peakSpeed: best * w }
}

export interface SettledTruth {
  readonly line: LineTruth
  /** Loads as shares of the free speed at which the machine settles. */
  readonly settings: readonly number[]
  readonly repeats: number
  readonly nominalGaugePa: number
  readonly roomPaAbs: number
  /** Scatter of the supply from reading to reading, Pa; all readings sag by a share towards the heaviest load. */
  readonly pressureNoisePa: number
  readonly sagShare: number
  /** Scatter of the speed as a share. */
  readonly speedNoise: number
  readonly seed: number
  /** By how much torque changes with the gauge pressure, each over itself, other than by the absolute one; none. */
  readonly carryOff?: number
}

export interface BrakeTruth extends SettledTruth {
  readonly armM: number
  /** Share by which arm and scale read too much. */
  readonly armError: number
  readonly tareN: number
  readonly scaleNoiseN: number
  readonly resolutionN: number
  readonly pulsesPerTurn: number
  readonly tareReadings: number
  /** Wrong readings put in: decimal points, missed marks, an arm on its stop. */
  readonly wrong: number
}

const rounded = (value: number, step: number) => (step > 0 ? Math.round(value / step) * step : value)

/** Each setting's readings, the supply and speed as they were. */
function* settled(t: SettledTruth, random: () => number) {
  for (const share of t.settings)
    for (let k = 0; k < t.repeats; k++) {
      const mean = t.nominalGaugePa * (1 - t.sagShare * (1 - share))
      const gaugePa = mean + t.pressureNoisePa * normalDraw(random)
      const speed = t.line.freeSpeedRadPerS * share * (1 + t.speedNoise * normalDraw(random))
      const pressure =
        ((gaugePa + t.roomPaAbs) / (t.nominalGaugePa + t.roomPaAbs)) * (gaugePa / t.nominalGaugePa) ** (t.carryOff ?? 0)
      yield {
        gaugePa,
        speed,
        torque: t.line.stallTorqueNm * pressure * left(t.line.bend ?? 0, speed / t.line.freeSpeedRadPerS),
      }
    }
}

/** What a maker writes down at a brake. */
export function simulateBrake(t: BrakeTruth): BrakeReading[] {
  const random = seededRandom(t.seed)
  const read = (torque: number) =>
    rounded((torque / t.armM) * (1 + t.armError) + t.tareN + t.scaleNoiseN * normalDraw(random), t.resolutionN)
  const rest = Array.from({ length: t.tareReadings }, () => ({ scaleN: read(0), sensorRadPerS: 0, gaugePressurePa: 0 }))
  const readings = [...settled(t, random)].map(({ gaugePa, speed, torque }) => ({
    scaleN: read(torque),
    sensorRadPerS: speed * t.pulsesPerTurn,
    gaugePressurePa: rounded(gaugePa, 1e3),
  }))
  for (let i = 0; i < t.wrong; i++) {
    const at = Math.floor(random() * readings.length)
    const r = readings[at]
    const kind = Math.floor(random() * 3)
    readings[at] =
      kind === 0
        ? { ...r, scaleN: 10 * r.scaleN }
        : kind === 1
          ? { ...r, sensorRadPerS: r.sensorRadPerS / 2 }
          : { ...r, scaleN: t.tareN + 0.5 * (r.scaleN - t.tareN) }
  }
  return [...rest, ...readings]
}

export interface GeneratorTruth extends SettledTruth {
  readonly constantVs: number
  readonly resistanceOhm: number
  readonly polePairs: number
  readonly frictionNm: number
  readonly frictionNms: number
  readonly meterNoise: number
  /** Share by which both meters read too much. */
  readonly meterError: number
}

/**
 * What a maker reads off meters and resistors: each setting is the load at which the machine settles near that speed.
 */
export function simulateGenerator(t: GeneratorTruth): GeneratorReading[] {
  const random = seededRandom(t.seed)
  return [...settled(t, random)].map(({ gaugePa, speed, torque }) => {
    const current = Math.max(0, (torque - t.frictionNm - t.frictionNms * speed) / t.constantVs)
    const voltage = t.constantVs * speed - t.resistanceOhm * current
    return {
      voltageV: rounded(voltage * (1 + t.meterError + t.meterNoise * normalDraw(random)), 1e-3),
      currentA: rounded(current * (1 + t.meterNoise * normalDraw(random)), 1e-3),
      sensorRadPerS: speed * t.polePairs,
      gaugePressurePa: gaugePa,
    }
  })
}

export interface RopeTruth extends SettledTruth {
  readonly drumRadiusM: number
  readonly ropeDiameterM: number
  /** Share by which the drum is wider than stated, and the weights heavier; by which the balance shows too little. */
  readonly radiusError: number
  readonly weightError: number
  readonly balanceError: number
  readonly speedRatio: number
  readonly frictionOfRope: number
  readonly wrapRad: number
  readonly digitN: number
  readonly noiseN: number
}

const trueRadius = (t: RopeTruth) => (t.drumRadiusM + t.ropeDiameterM / 2) * (1 + t.radiusError)

/**
 * What a maker writes down at a rope between weight and balance: the pull that the torque makes is shared by the
 * capstan law.
 */
export function simulateRubbed(t: RopeTruth): RubbedReading[] {
  const random = seededRandom(t.seed)
  const grip = Math.exp(t.frictionOfRope * t.wrapRad)
  return [...settled(t, random)].map(({ gaugePa, speed, torque }) => {
    const pull = (torque * t.speedRatio) / trueRadius(t)
    const slack = pull / (grip - 1)
    const weight = (pull + slack) / (1 + t.weightError)
    return {
      weightN: rounded(weight, t.digitN),
      slackN: rounded(slack / (1 + t.balanceError) + t.noiseN * normalDraw(random), t.digitN),
      sensorRadPerS: speed,
      gaugePressurePa: rounded(gaugePa, 1e3),
    }
  })
}

/** What a maker writes down of weights that are wound up over a height. */
export function simulateLifted(t: RopeTruth, heightM: number, timeNoiseS: number): LiftedReading[] {
  const random = seededRandom(t.seed)
  return [...settled(t, random)].map(({ gaugePa, speed, torque }) => ({
    weightN: rounded((torque * t.speedRatio) / trueRadius(t) / (1 + t.weightError), t.digitN),
    heightM,
    timeS: rounded(heightM / ((speed / t.speedRatio) * trueRadius(t)) + timeNoiseS * normalDraw(random), 0.01),
    gaugePressurePa: rounded(gaugePa, 1e3),
  }))
}
