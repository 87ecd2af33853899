import { RANGE, axialTurbine } from '../../turbine'
import { rowsBodies, rowsFeatures, tipGap, type AxialRows } from '../axial'
import type { RotatingFamily } from '../rotating'

/** Vanes that catch wind from any side and send it down to a small axial wheel. */
export type WindStack = {
  readonly family: 'wind-stack'
  readonly stackRadiusM: number
  readonly stackHeightM: number
  readonly stackVanes: number
  readonly vaneSlantRad: number
} & AxialRows

/**
 * Share of the wind in front of a stack that its slanted vanes turn in, of the most a stream can give.
 * Estimate: best near 45 degrees and with a dozen vanes; each vane's edge costs.
 */
export const stackCapture = (stack: Pick<WindStack, 'stackVanes' | 'vaneSlantRad'>): number =>
  0.5 *
  Math.sin(2 * Math.min(Math.PI / 2, Math.max(0, stack.vaneSlantRad))) *
  Math.min(1, stack.stackVanes / 8) *
  (1 - 0.01 * stack.stackVanes)

export const windStack: RotatingFamily<WindStack> = {
  coefficients: ['discharge', 'velocity', 'capture', 'rowLoss', 'leakage', 'ventilation', 'bearing'],
  plainCoefficients: { capture: { value: 0.7, standardUncertainty: 0.25 } },
  holdsBack: true,
  model: (m, around, inlet) => axialTurbine({ ...m, ...around }, inlet),
  workingRadiusM: (m) => m.meanRadiusM,
  outerRadiusM: (m) => m.stackRadiusM,
  // of three tiers
  tallestM: (m) => m.stackHeightM / 3,
  runningGap: tipGap,
  features: rowsFeatures,
  bodies: rowsBodies,
  range: [RANGE.pressure(0, 0.5), RANGE.diameter(40, 600), RANGE.blades],
  working: {
    torque: 'T = (1 − leak) · ṁ · r · (c1u − c2u)',
    source: 'Betz (1920) for what a stream gives; Euler’s turbine equation; Soderberg (1949)',
    range: 'Estimate. The vanes’ capture is a guess: a factor of two in power.',
  },
}
