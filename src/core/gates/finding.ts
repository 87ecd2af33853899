/** How a finding bears on what is to be done with a figure or a run. */
export type SafetyState = 'fine' | 'watch' | 'do not run'

/** What a finding's words are made from: SI numbers, words, and what is the case. */
export type FindingValues = Readonly<Record<string, number | string | boolean | null>>

/**
 * Something to know before a figure is believed or the air goes on. The `id` is what decisions hang on; what it says,
 * why it matters and what would mend it is put into words where it is shown.
 */
export interface Finding {
  readonly id: string
  readonly state: SafetyState
  readonly values: FindingValues
}

export const finding = (id: string, state: SafetyState, values: FindingValues = {}): Finding => ({ id, state, values })
