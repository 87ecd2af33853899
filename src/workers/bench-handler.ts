import { reduceInertia, type InertiaReduction, type InertiaRig, type InertiaSettings } from '../core/bench'
import type { Mapping, Rig } from '../project/document'
import { guessMapping, mapTrace, parseTable, type Dialect, type Table } from '../project/recording'
import { InputFault } from './job-faults'

export interface PreviewRequest {
  readonly kind: 'preview'
  readonly key: string
  readonly bytes: Uint8Array
  readonly signal: Rig['signal']
  /** How the file is written, when the guess was wrong. */
  readonly dialect: Dialect | null
}

export interface ReduceRequest {
  readonly kind: 'reduce'
  /** Names the recording, so that its table is read once and kept. */
  readonly key: string
  readonly bytes: Uint8Array
  readonly rig: Pick<Rig, 'signal' | 'countsPerTurn' | 'sensorOn' | 'speedRatio'>
  readonly inertiaRig: InertiaRig
  readonly mapping: Mapping
  readonly settings: InertiaSettings
  /** Of the run's room: what comes off an absolute pressure. */
  readonly roomPaAbs: number
}

export type BenchRequest = PreviewRequest | ReduceRequest

export interface Preview {
  readonly kind: 'preview'
  readonly dialect: Dialect
  readonly headers: readonly { readonly header: string; readonly unit: string | null }[]
  readonly firstRows: readonly (readonly number[])[]
  readonly rows: number
  readonly notes: readonly string[]
  readonly comments: readonly string[]
  readonly guess: Mapping
}

export interface Reduced {
  readonly kind: 'reduce'
  readonly reduction: InertiaReduction
  readonly pressurePa: { readonly mean: number; readonly least: number; readonly most: number } | null
  readonly tableNotes: readonly string[]
}

export type BenchReply = Preview | Reduced

const KEPT_TABLES = 6
const tables = new Map<string, Table>()

/** The table of a recording, read once; the oldest of the kept ones makes room. */
function tableOf(
  recording: string,
  bytes: Uint8Array,
  dialect: Dialect | null,
  progress: (share: number) => void,
): Table {
  const key = `${recording} ${JSON.stringify(dialect)}`
  const kept = tables.get(key)
  if (kept) return kept
  const parsed = parseTable(bytes, { ...(dialect ? { dialect } : {}), progress: (share) => progress(0.85 * share) })
  if (!parsed.ok) throw new InputFault(parsed.message)
  tables.set(key, parsed.table)
  if (tables.size > KEPT_TABLES) tables.delete(tables.keys().next().value as string)
  return parsed.table
}

/** A number as it was written in the file: SI undone by its unit. */
const asWritten = (value: number, si: number) => Number((value / si).toPrecision(9))

/** Preview or reduction of a recording. Pure but for the tables kept between calls. */
export function handleBench(request: BenchRequest, progress: (share: number) => void): BenchReply {
  const table = tableOf(
    request.key,
    request.bytes,
    request.kind === 'preview' ? request.dialect : request.mapping.dialect,
    progress,
  )
  if (request.kind === 'preview')
    return {
      kind: 'preview',
      dialect: table.dialect,
      headers: table.columns.map((c) => ({ header: c.header, unit: c.unit?.id ?? null })),
      firstRows: Array.from({ length: Math.min(6, table.rows) }, (_, i) =>
        table.columns.map((c) => asWritten(c.values[i], c.unit?.si ?? 1)),
      ),
      rows: table.rows,
      notes: table.notes,
      comments: table.comments,
      guess: { ...guessMapping(table.columns, request.signal), dialect: request.dialect },
    }
  const mapped = mapTrace(table, request.mapping, request.rig, request.roomPaAbs)
  if (!mapped.ok) throw new InputFault(mapped.message)
  progress(0.92)
  return {
    kind: 'reduce',
    reduction: reduceInertia({ ...mapped.trace, pressure: mapped.pressure }, request.inertiaRig, request.settings),
    pressurePa: mapped.pressurePa,
    tableNotes: table.notes,
  }
}
