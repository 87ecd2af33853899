/** Nelder & Mead's simplex, of a library without types of its own. */
declare module 'fmin/src/nelderMead.js' {
  export function nelderMead(
    f: (x: readonly number[]) => number,
    start: readonly number[],
    parameters?: {
      readonly maxIterations?: number
      readonly nonZeroDelta?: number
      readonly zeroDelta?: number
      readonly minErrorDelta?: number
      readonly minTolerance?: number
      readonly sigma?: number
    },
  ): { readonly x: number[]; readonly fx: number }
}
