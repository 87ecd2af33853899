/** One number put into a formula. */
export interface WorkingInput {
  readonly symbol: string
  readonly meaning: string
  readonly value: number
  readonly unit: string
}

/** How a headline figure came about: shown to the maker on request. */
export interface Working {
  readonly title: string
  readonly formula: string
  readonly inputs: readonly WorkingInput[]
  readonly result: { readonly value: number; readonly unit: string; readonly standardUncertainty?: number }
  readonly source: string
  readonly range: string
  /** Whether the result was worked out from a drawing or from a recording. */
  readonly origin: 'predicted' | 'measured'
}

/** One input of a working. */
export const put = (symbol: string, meaning: string, value: number, unit: string): WorkingInput => ({
  symbol,
  meaning,
  value,
  unit,
})
