import type { PlacedMesh } from '../../../ui/space'

export interface Scene {
  readonly label: string
  readonly meshes: readonly PlacedMesh[]
  readonly marks?: readonly unknown[]
  readonly cut: unknown
  readonly bed?: number
}
interface Check {
  readonly code: string
  readonly of: string
  readonly found: number
  readonly wanted: number
  readonly fine: boolean
}

const TURNS: Check = { code: 'turns', of: 'all that turns', found: 0, wanted: 0, fine: true }
const begin = () => ({
  /** Where the page is, behind the question mark, and where it was sent. */
  query: '',
  went: [] as string[],
  /** What the view in space was given; null where none is drawn. */
  scenes: null as Scene[] | null,
  /** Files that it handed over. */
  files: [] as { readonly name: string; readonly type: string; readonly content: Blob }[],
  /** Whether solids are made, and whether recordings are reduced; else it takes for ever. */
  parts: false,
  reduces: true,
  /** Whether what earlier tests had reduced, of a recording of the same name, is taken as it is. */
  remembers: true,
  /** What a machine that was put together shows. */
  checks: [TURNS],
})

/** What stands around a room while it is tested; `set` before each test. */
export const stage = begin()
export const setStage = () => void Object.assign(stage, begin())
