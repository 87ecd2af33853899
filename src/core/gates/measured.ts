import { RPM } from '../units/rotation'
import type { Measured } from '../statistics'
import { finding, type Finding } from './finding'

/** What a run says, as far as it can be held against what is possible. */
export interface MeasuredRun {
  readonly peakPower: Measured
  readonly stallTorque: Measured
  readonly freeSpeed: Measured
  /** Torque of drag half-way to the free speed; null where no coasting was read. */
  readonly dragNm: number | null
}

/** What the air of that run can give at the most, and what was expected of it. */
export interface AirOfRun {
  /** Isentropic power of the flow at the run's pressure. */
  readonly airPowerW: number
  /** Speed of a loss-free expansion, m/s, and the radius it works on. */
  readonly spoutingSpeedMPerS: number
  readonly radiusM: number
  /** Thrust of the jets; null for machines that no free jet drives. */
  readonly thrustN: number | null
  readonly predicted: { readonly freeSpeedRadPerS: number; readonly stallTorqueNm: number; readonly dragNm: number }
}

/** How the recording was read: what a wrong figure of the rig does to it. */
export type ReadAs =
  | {
      readonly signal: 'count' | 'pulse-times'
      readonly countsPerTurn: number
      readonly speedRatio: number
      readonly sensorOn: 'rotor' | 'flywheel'
    }
  | {
      readonly signal: 'speed'
      readonly unit: string
      readonly speedRatio: number
      readonly sensorOn: 'rotor' | 'flywheel'
    }

/** Line counts and mark counts that encoders and wheels come in. */
const USUAL_COUNTS = [
  1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 18, 20, 24, 30, 32, 36, 40, 48, 50, 60, 64, 72, 80, 100, 120, 128, 144, 180, 200,
  240, 250, 256, 300, 360, 400, 480, 500, 512, 600, 720, 800, 1000, 1024, 1200, 1440, 1600, 2000, 2048, 2400, 2500,
  3600, 4000, 4096, 5000, 8192,
] as const

const nearest = (value: number): number =>
  USUAL_COUNTS.reduce((best, c) => (Math.abs(Math.log(c / value)) < Math.abs(Math.log(best / value)) ? c : best))

/** A figure of the rig or of how it was read, what it would have to be, and what it is. */
export interface Fit {
  readonly field: 'counts-per-turn' | 'speed-unit'
  readonly value: number | string
  readonly now: number | string
}

/**
 * The figure of the rig that would bring a reading to what was expected; null where none comes within a factor of 1.6.
 */
export function fittingFigure(read: ReadAs, measuredOverExpected: number): Fit | null {
  const close = (ratio: number) => ratio > 1 / 1.6 && ratio < 1.6
  if (read.signal !== 'speed') {
    const wanted = read.countsPerTurn * measuredOverExpected
    const counts = nearest(wanted)
    return counts !== read.countsPerTurn && close(counts / wanted)
      ? { field: 'counts-per-turn', value: counts, now: read.countsPerTurn }
      : null
  }
  const units: Record<string, number> = { rpm: RPM, 'rad/s': 1, Hz: 2 * Math.PI }
  const now = units[read.unit]
  if (!now) return null
  const found = Object.entries(units).find(
    ([unit, si]) => unit !== read.unit && close((measuredOverExpected * si) / now),
  )
  return found ? { field: 'speed-unit', value: found[0], now: read.unit } : null
}

/**
 * Free speed, torque and drag this many times off what was expected are looked at before they are believed: predictions
 * themselves are good to a factor of about 1.5.
 */
const FAR = { above: 3, below: 1 / 6, drag: 12 } as const

/** Ids of findings after which a run has no verdict: its figures are not of this machine on this air. */
const NO_VERDICT = new Set([
  'power-beyond-air',
  'speed-beyond-jet',
  'torque-beyond-jet',
  'no-figure',
  'drag-far',
  'thrust-beyond-air',
  'impulse-beyond-air',
])

/** A run whose figures are possible: only then may it be compared or judged. */
export const possibleRun = (findings: readonly Finding[]): boolean => !findings.some((f) => NO_VERDICT.has(f.id))

/**
 * A run held against what is possible at all: shaft power below the air's, the rim slower than the jet, torque at rest
 * at most what turning the jet back gives, every figure larger than its uncertainty.
 * First law and momentum; the factors by which drag and speed may be off are estimates. Each finding names the figure
 * of the rig that would fit.
 */
export function measuredFindings(run: MeasuredRun, air: AirOfRun, read: ReadAs): Finding[] {
  const found: Finding[] = []
  const speedOff = air.predicted.freeSpeedRadPerS > 0 ? run.freeSpeed.value / air.predicted.freeSpeedRadPerS : NaN
  const fit = Number.isFinite(speedOff) ? fittingFigure(read, speedOff) : null
  const fitted = { fitField: fit?.field ?? null, fitValue: fit?.value ?? null, fitNow: fit?.now ?? null }
  const surely = (m: Measured) => m.value - 2 * m.standardUncertainty
  const noFigure = [run.peakPower, run.stallTorque, run.freeSpeed].some(
    (m) => !(m.standardUncertainty < m.value) || !Number.isFinite(m.value),
  )
  if (noFigure) found.push(finding('no-figure', 'watch'))
  if (air.airPowerW > 0 && surely(run.peakPower) > air.airPowerW)
    found.push(
      finding('power-beyond-air', 'do not run', { powerW: run.peakPower.value, airPowerW: air.airPowerW, ...fitted }),
    )
  if (surely(run.freeSpeed) * air.radiusM > air.spoutingSpeedMPerS)
    found.push(
      finding('speed-beyond-jet', 'do not run', {
        freeRadPerS: run.freeSpeed.value,
        rimMPerS: run.freeSpeed.value * air.radiusM,
        spoutingMPerS: air.spoutingSpeedMPerS,
        ...fitted,
      }),
    )
  if (air.thrustN !== null && surely(run.stallTorque) > 2 * air.thrustN * air.radiusM)
    found.push(
      finding('torque-beyond-jet', 'do not run', {
        torqueNm: run.stallTorque.value,
        thrustN: air.thrustN,
        mostNm: 2 * air.thrustN * air.radiusM,
        ...fitted,
      }),
    )
  if (
    run.dragNm !== null &&
    air.predicted.dragNm > 0 &&
    !noFigure &&
    (run.dragNm > FAR.drag * air.predicted.dragNm || run.dragNm > run.stallTorque.value)
  )
    found.push(finding('drag-far', 'watch', { dragNm: run.dragNm, times: run.dragNm / air.predicted.dragNm }))
  if (
    found.every((f) => f.id === 'no-figure') &&
    !noFigure &&
    Number.isFinite(speedOff) &&
    (speedOff > FAR.above || speedOff < FAR.below)
  )
    found.push(finding('speed-far', 'watch', { times: speedOff, ...fitted }))
  return found
}
