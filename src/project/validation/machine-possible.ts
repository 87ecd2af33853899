import type { PredictionInput } from '../../core/prediction'
import type { SearchSpec } from '../../core/search'
import type { TurbineMachine } from '../../core/machines'
import { turbineSchema } from '../machines/schemas'
import type { RotatingSpec } from '../machines/rotating'
import { SPECS } from '../machines/specs'
import { numberFault } from './number-limits'

const feedPossible = ({ nozzle }: PredictionInput): boolean =>
  nozzle.exitDiameterM >= nozzle.throatDiameterM && nozzle.throatDiameterM <= 60e-3

/**
 * True when a machine's parts leave room for each other and its feed is not wider than it may be: what a document would
 * take.
 */
export const machinePossible = (input: PredictionInput): boolean =>
  feedPossible(input) && turbineSchema.safeParse(input.machine).success

/** What across a machine's figures cannot be, each figure by itself being sound. */
function roomLeft(machine: TurbineMachine): boolean {
  let left = true
  const spec = SPECS[machine.family] as RotatingSpec<TurbineMachine['family']>
  spec.check(machine as never, () => (left = false))
  return left
}

/**
 * `machinePossible` for the designs of one search, without the schema: each figure's limits are looked at once, at the
 * ends of its range, and a design's own figures only against each other.
 * A search from a build that is not possible by itself, or beyond a limit, is judged by the schema.
 */
export function possibleWithin({
  base,
  variables,
}: Pick<SearchSpec, 'base' | 'variables'>): (input: PredictionInput) => boolean {
  const { family } = base.machine
  const within = variables.every(({ path, from, to, whole }) =>
    // a count that is moved as if it were no whole number shows between the ends
    [from, to, ...(whole ? [] : [from + 0.618034 * (to - from)])].every(
      (value) => numberFault(family, path, value) === null,
    ),
  )
  return within && machinePossible(base) ? (input) => feedPossible(input) && roomLeft(input.machine) : machinePossible
}
