import type { PredictionInput } from '../prediction'
import { evaluateDesign, type DesignFigures } from './evaluate'
import { numberAt } from './field-path'
import { applyDesign, type SearchVariable } from './points'
import { tradePower, type Possible, type SearchGoal } from './search'

/** What a small change of one number brings, all else as it is; null where that side cannot be built. */
export interface Sensitivity {
  readonly path: string
  readonly change: number
  readonly upW: number | null
  readonly downW: number | null
}

/** One number over its range, all else as it is. */
export function sweep(
  base: PredictionInput,
  variable: SearchVariable,
  points: number,
  possible: Possible = () => true,
): { readonly value: number; readonly figures: DesignFigures | null }[] {
  const { path, from, to, whole } = variable
  const n = whole ? Math.min(points, to - from + 1) : points
  return Array.from({ length: n }, (_, i) => {
    const raw = n > 1 ? from + ((to - from) * i) / (n - 1) : from
    const value = whole ? Math.round(raw) : raw
    const input = applyDesign(base, [path], [value])
    return { value, figures: possible(input) ? evaluateDesign(input) : null }
  })
}

/**
 * Watts per printable change of each number: best power, or power at the load, with it moved up and down by its change.
 * Null where a side cannot be built.
 */
export function sensitivities(
  base: PredictionInput,
  changes: readonly { readonly path: string; readonly change: number }[],
  goal: SearchGoal,
  possible: Possible = () => true,
): Sensitivity[] {
  const power = (input: PredictionInput): number | null => {
    if (!possible(input)) return null
    const figures = evaluateDesign(input)
    return figures ? tradePower(figures, goal) : null
  }
  const here = power(base)
  return changes.map(({ path, change }) => {
    const side = (sign: number) => {
      const there = power(applyDesign(base, [path], [numberAt(base, path) + sign * change]))
      return there === null || here === null ? null : there - here
    }
    return { path, change, upW: side(1), downW: side(-1) }
  })
}
