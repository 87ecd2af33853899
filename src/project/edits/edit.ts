import type { Project } from '../validation'

/** The lists of a project whose entries have ids of their own. */
export const LISTS = [
  'machines',
  'builds',
  'rigs',
  'runs',
  'recordings',
  'holeGauges',
  'plans',
  'handReadings',
] as const
export type ListName = (typeof LISTS)[number]
export type Item = { readonly id: string } & Readonly<Record<string, unknown>>

interface Placed {
  readonly list: ListName
  readonly item: Item
  /** The id that the entry stands behind; null for the first. */
  readonly follows: string | null
  /**
   * True where no entry that stays stands behind it: what is put at the end stays at the end, whatever came there
   * meanwhile.
   */
  readonly atEnd: boolean
}

/**
 * One thing that differs between two states of a project. Entries are meant by their id, never by their place, and each
 * edit carries what stood there before:
 * so it can be taken back, and can be told from another hand's change of the same thing.
 */
export type Edit =
  | {
      readonly kind: 'set'
      /** The entry that is changed; null for what belongs to the project itself. */
      readonly of: { readonly list: ListName; readonly id: string } | null
      readonly path: readonly string[]
      /** Undefined where nothing stood, or nothing shall stand. */
      readonly before: unknown
      readonly after: unknown
    }
  | ({ readonly kind: 'add' } & Placed)
  | ({ readonly kind: 'remove' } & Placed)
  | {
      readonly kind: 'order'
      readonly list: ListName
      readonly before: readonly string[]
      readonly after: readonly string[]
    }

/** Why an edit does not go onto a project: what stands there now is not what it was made on. */
export interface Conflict {
  readonly code: 'changed-elsewhere' | 'removed-elsewhere' | 'added-elsewhere'
  readonly list: ListName | null
  readonly id: string | null
  readonly path: readonly string[]
  readonly wanted: unknown
  readonly stands: unknown
}

export const listOf = (project: Project, list: ListName) => project[list] as unknown as readonly Item[]
