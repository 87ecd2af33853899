import type { Coefficient } from '../../core/calibration'
import { defaultCoefficients, type Family } from '../../core/machines'
import {
  DEFAULT_COEFFICIENTS,
  PLAIN_DISCHARGE,
  type CoefficientName,
  type TurbineCoefficients,
} from '../../core/turbine'

const { discharge, velocity } = DEFAULT_COEFFICIENTS

/** What the air side of any machine needs, at its plain values. */
export const PLAIN_AIR = { discharge, velocity }

export type AirCoefficient = keyof typeof PLAIN_AIR
const AIR = Object.keys(PLAIN_AIR) as AirCoefficient[]

/** The coefficients that a document holds for a model: those of its air side, and its own. */
export const heldCoefficients = (own: readonly CoefficientName[]): readonly CoefficientName[] => [
  ...new Set([...AIR, ...own]),
]

/** Those coefficients at the plain values of their model. */
export const plainCoefficients = <N extends CoefficientName>(
  own: readonly N[],
  plain: TurbineCoefficients = DEFAULT_COEFFICIENTS,
): Record<N | AirCoefficient, Coefficient> =>
  Object.fromEntries(heldCoefficients(own).map((name) => [name, { ...plain[name], from: 'default' }])) as Record<
    N | AirCoefficient,
    Coefficient
  >

/** The plain value of one coefficient of a rotating machine, for the entry that its nozzle has. */
export const plainCoefficient = (
  machine: { readonly family: Family; readonly nozzle: { readonly edge: keyof typeof PLAIN_DISCHARGE } },
  name: CoefficientName,
): Coefficient => ({
  ...(name === 'discharge' ? PLAIN_DISCHARGE[machine.nozzle.edge] : defaultCoefficients(machine.family)[name]),
  from: 'default',
})
