import type { Said } from '../../core/said'
import type { Dialect } from './dialect'
import type { DeviceTold } from './lines/parse-lines'
import type { HeaderUnit } from './units'

export interface TableColumn {
  readonly name: string
  readonly header: string
  readonly unit: HeaderUnit | null
  /** In SI where the header gave a unit, else as written. */
  readonly values: Float64Array
}

export interface Table {
  readonly dialect: Dialect
  readonly columns: readonly TableColumn[]
  readonly rows: number
  readonly badRows: { readonly count: number; readonly lines: readonly number[]; readonly examples: readonly string[] }
  /** Further headers met inside the file, by line. */
  readonly laterHeaders: readonly { readonly line: number; readonly headers: readonly string[] }[]
  readonly comments: readonly string[]
  readonly notes: readonly Said[]
  /** What its device told of itself, where it came as a device's lines. */
  readonly device?: DeviceTold
}

export type ParsedTable =
  { readonly ok: true; readonly table: Table } | { readonly ok: false; readonly message: string }
