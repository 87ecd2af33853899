import type { PartInSet } from '../../core/geometry'
import type { PartName, PartsInput } from '../../core/machines'
import type { Build } from '../../project/document'

/** The machine itself, or the regulator before it. */
export type MadeOf = 'machine' | 'regulator'

/** What all of the room works on: a build, its parts, and the one that is looked at. */
export interface MakeProps {
  readonly build: Build
  readonly of: MadeOf
  /** What its files are called. */
  readonly stem: string
  readonly input: PartsInput
  readonly set: readonly PartInSet<PartName>[]
  readonly part: PartName
}

export type MakeView = 'solid' | 'cut' | 'together' | 'plates' | 'flat'
