/**
 * A fact to be told: what is the case, by a code that decisions may hang on, and the values that its sentence needs,
 * SI. The sentence is made where it is shown.
 */
export interface Said {
  readonly code: string
  readonly values: Readonly<Record<string, number | string>>
}

export const said = (code: string, values: Said['values'] = {}): Said => ({ code, values })
