/** An uncertain number of a model: value and standard uncertainty (one sigma). */
export interface Uncertain {
  readonly value: number
  readonly standardUncertainty: number
}

/** Where a coefficient comes from: the plain value of its model, its maker's own word, or what was measured. */
export const COEFFICIENT_ORIGINS = ['default', 'typed', 'runs'] as const
export type CoefficientOrigin = (typeof COEFFICIENT_ORIGINS)[number]

/** A coefficient as a build holds it. */
export interface Coefficient extends Uncertain {
  readonly from: CoefficientOrigin
}

/** What one standard uncertainty of each coefficient changes in a figure, with its sign; by the coefficient's name. */
export type Changes = Readonly<Record<string, number>>

/** Standard uncertainty of a figure whose coefficients err independently. JCGM 100, 5.1.2. */
export const uncertaintyOfChanges = (changes: Changes): number => Math.hypot(...Object.values(changes))

/**
 * One number that stands in both builds errs in both alike: the same plain value, or the same typed or measured one.
 */
export const isShared = (a: Coefficient | undefined, b: Coefficient | undefined): boolean =>
  a !== undefined && b !== undefined && a.from === b.from && a.value === b.value

/**
 * Standard uncertainty of the difference of a figure between two builds, b less a: coefficients that both share err in
 * both alike, so that only the difference of what they change is left of them; all others err each for itself.
 * Source: JCGM 100, 5.2.2 with correlation one for those that are shared and none for the others.
 */
export function differenceUncertainty(a: Changes, b: Changes, shared: (name: string) => boolean): number {
  const names = new Set([...Object.keys(a), ...Object.keys(b)])
  return Math.hypot(
    ...[...names].map((name) => {
      const [of, to] = [a[name] ?? 0, b[name] ?? 0]
      return shared(name) ? to - of : Math.hypot(of, to)
    }),
  )
}
