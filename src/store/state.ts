import type { Fault, Project } from '../project/document'
import type { Edit } from '../project/edits'
import type { HeldWhy } from './writing'

/** A change that was not written, with why: the maker decides what becomes of it. */
export interface HeldChange {
  readonly id: number
  readonly label: string
  readonly edits: readonly Edit[]
  readonly why: HeldWhy
}

/** Why what stands on the page is not on the disk. It is kept in memory. */
export type Unsaved =
  /** The storage did not take it, in the browser's words. */
  | { readonly code: 'storage'; readonly why: string }
  /** The project is not in this browser's storage any more. */
  | { readonly code: 'gone' }
  /** A newer application has written the project since: this one must not. */
  | { readonly code: 'outdated' }

/** A project that lies in the store and could not be opened. */
export interface Unopened {
  readonly id: string
  readonly name: string
  readonly message: string
}

export interface StoreState {
  readonly status: 'opening' | 'open' | 'failed'
  readonly project: Project | null
  readonly undoLabel: string | null
  readonly redoLabel: string | null
  /** True while a change is on its way to the disk. */
  readonly saving: boolean
  readonly unsaved: Unsaved | null
  readonly held: readonly HeldChange[]
  readonly unopened: Unopened | null
  /** True once a newer application wrote this project: this page must be loaded anew before it can save again. */
  readonly outdated: boolean
  /** What went wrong last, in words for the maker; null when all is well. */
  readonly problem: string | null
}

export type ChangeResult = { readonly ok: true } | { readonly ok: false; readonly faults: readonly Fault[] }

export const CLOSED: StoreState = {
  status: 'opening',
  project: null,
  undoLabel: null,
  redoLabel: null,
  saving: false,
  unsaved: null,
  held: [],
  unopened: null,
  outdated: false,
  problem: null,
}
