import { DEFAULT_COEFFICIENTS, type CoefficientName } from '../../core/turbine'

const { discharge, velocity } = DEFAULT_COEFFICIENTS

/** What the air side of any machine needs, at its plain values. */
export const PLAIN_AIR = { discharge, velocity }

export type AirCoefficient = keyof typeof PLAIN_AIR
const AIR = Object.keys(PLAIN_AIR) as AirCoefficient[]

/** The coefficients that a document holds for a model: those of its air side, and its own. */
export const heldCoefficients = (own: readonly CoefficientName[]): readonly CoefficientName[] => [
  ...new Set([...AIR, ...own]),
]
