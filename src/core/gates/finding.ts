/** How a finding bears on what is to be done with a figure or a run. */
export type SafetyState = 'fine' | 'watch' | 'do not run'

/** Something to know before a figure is believed or the air goes on: what, why it matters, what would mend it. The `id` is what decisions hang on; the words come last. */
export interface Finding {
  readonly id: string
  readonly state: SafetyState
  readonly what: string
  readonly why: string
  readonly mend: string
}

export const finding = (id: string, state: SafetyState, what: string, why: string, mend: string): Finding => ({ id, state, what, why, mend })

/** A speed for words, to three digits. */
export const rpmWords = (radPerS: number): string => `${Number(((radPerS * 30) / Math.PI).toPrecision(3)).toLocaleString('en').replace(/,/g, '\u202f')} rpm`
export const timesWords = (x: number): string => (x >= 10 ? x.toFixed(0) : x.toFixed(1))
/** Three digits, no trailing noughts. */
export const digits = (x: number): string => String(Number(x.toPrecision(3)))
