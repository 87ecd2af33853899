import type { PredictionInput } from '../prediction'
import { withNumbers } from './field-path'

/**
 * One number that a search may move. `path` is within a build: nozzle.throatDiameterM, machine.bladeCount and so on.
 */
export interface SearchVariable {
  readonly path: string
  readonly from: number
  readonly to: number
  readonly whole?: boolean
}

const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37]

/** Van der Corput's number of an index in a base, in [0, 1). */
function vanDerCorput(index: number, base: number): number {
  let [result, fraction] = [0, 1 / base]
  for (let i = index; i > 0; i = Math.floor(i / base)) {
    result += fraction * (i % base)
    fraction /= base
  }
  return result
}

/**
 * Point `index` of a Halton sequence, shifted by a seed: fills a box evenly, and any share of it does too.
 * Source: Halton (1960); the shift modulo one is Cranley & Patterson's (1976).
 */
export function haltonPoint(index: number, dimensions: number, seed: number): number[] {
  const point: number[] = []
  for (let d = 0; d < dimensions; d++) {
    const shift = (((seed * 0.754877666 + d * 0.569840291) % 1) + 1) % 1
    point.push((vanDerCorput(index + 1, PRIMES[d % PRIMES.length]) + shift) % 1)
  }
  return point
}

/** Values of the variables at one design of a search. */
export function designValues(variables: readonly SearchVariable[], index: number, seed: number): number[] {
  const point = haltonPoint(index, variables.length, seed)
  for (let i = 0; i < variables.length; i++) {
    const { from, to, whole } = variables[i]
    point[i] = whole ? Math.min(to, from + Math.floor(point[i] * (to - from + 1))) : from + point[i] * (to - from)
  }
  return point
}

const THROAT = 'nozzle.throatDiameterM'
const EXIT = 'nozzle.exitDiameterM'

/** The paths that a design sets, and its values for them: a plain hole's exit follows its throat. */
export function designPaths(
  base: PredictionInput,
  paths: readonly string[],
): { readonly paths: readonly string[]; readonly values: (of: readonly number[]) => readonly number[] } {
  const at = paths.indexOf(THROAT)
  if (at < 0 || paths.includes(EXIT)) return { paths, values: (of) => of }
  // as a ratio first, so that a plain hole stays exactly plain
  const ratio = base.nozzle.exitDiameterM / base.nozzle.throatDiameterM
  return { paths: [...paths, EXIT], values: (of) => [...of, of[at] * ratio] }
}

/** A base with a design's values put in; a plain hole's exit follows its throat. */
export function applyDesign(
  base: PredictionInput,
  paths: readonly string[],
  values: readonly number[],
): PredictionInput {
  const all = designPaths(base, paths)
  const put = all.values(values)
  return withNumbers(
    base,
    all.paths.map((path, i) => [path, put[i]]),
  )
}
