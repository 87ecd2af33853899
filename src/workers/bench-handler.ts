import {
  InputFault,
  isWav,
  methodOf,
  loudestChannel,
  readWav,
  type Channels,
  type Conditions,
  type MeasuredRun,
} from '../project/measuring'
import type { Rig, TableMapping } from '../project/document'
import { guessMapping, parseTable, type Dialect, type Table } from '../project/recording'
import { packTrace, type PackedTrace } from '../core/bench'
import { RecordingWanted } from './job-faults'
import type { Said } from '../core/said'

export interface PreviewRequest {
  readonly kind: 'preview'
  readonly key: string
  readonly bytes: Uint8Array
  /** Whose method says which columns are wanted. */
  readonly rig: Rig
  /** How the file is written, when the guess was wrong. */
  readonly dialect: Dialect | null
}

export interface ReduceRequest {
  readonly kind: 'reduce'
  /** Names the recording, so that it is read once and kept. */
  readonly key: string
  /** Left out where the recording was read before; asked for where it was not kept. */
  readonly bytes: Uint8Array | null
  /** How a table is written, where the maker corrected the guess. */
  readonly dialect: Dialect | null
  readonly conditions: Conditions
}

/** One column over time as it was recorded, to be looked at reading by reading. */
export interface TraceRequest {
  readonly kind: 'trace'
  readonly key: string
  readonly bytes: Uint8Array | null
  readonly dialect: Dialect | null
  /** Header of the time column; null where rows are counted instead. */
  readonly time: string | null
  /** Header of the column; that of the time itself asks for marks a second, from each to the next. */
  readonly column: string
  /** How fast it rises from each reading to the next, in place of what it is; of a column over its time alone. */
  readonly rate: boolean
}

export type BenchRequest = PreviewRequest | ReduceRequest | TraceRequest

export interface Preview {
  readonly kind: 'preview'
  readonly dialect: Dialect
  readonly headers: readonly { readonly header: string; readonly unit: string | null }[]
  readonly firstRows: readonly (readonly number[])[]
  readonly rows: number
  readonly notes: readonly Said[]
  readonly comments: readonly string[]
  readonly guess: TableMapping
  /** The device that sent it; null for a plain table. */
  readonly device: string | null
}

/** What a method made of a recording, or the word that the recording itself is wanted. */
export interface Reduced {
  readonly kind: 'reduce'
  readonly measured: MeasuredRun
}

/** A sound needs no columns: its channel is all that is chosen, the loudest to begin with. */
export interface SoundPreview {
  readonly kind: 'sound'
  readonly channel: number
}

export interface Traced {
  readonly kind: 'trace'
  readonly trace: PackedTrace
  /** Over its time; false where its times fall somewhere, or it has none, so that it stands over its rows. */
  readonly timed: boolean
  /** Of its values, as the file says. */
  readonly unit: string | null
}

export type BenchReply = Preview | SoundPreview | Reduced | Traced

const KEPT = 6
const kept = new Map<string, Channels>()

/** A recording once it is read; the oldest of the kept ones makes room. */
function channelsOf(
  recording: string,
  bytes: Uint8Array | null,
  dialect: Dialect | null,
  progress: (share: number) => void,
): Channels {
  const key = `${recording} ${JSON.stringify(dialect)}`
  const known = kept.get(key)
  if (known) return known
  if (!bytes) throw new RecordingWanted()
  const read = isWav(bytes) ? soundOf(bytes) : tableOf(bytes, dialect, progress)
  kept.set(key, read)
  if (kept.size > KEPT) kept.delete(kept.keys().next().value as string)
  return read
}

function tableOf(bytes: Uint8Array, dialect: Dialect | null, progress: (share: number) => void): Channels {
  const parsed = parseTable(bytes, { ...(dialect ? { dialect } : {}), progress: (share) => progress(0.85 * share) })
  if (!parsed.ok) throw new InputFault(parsed.message)
  return { kind: 'table', table: parsed.table }
}

function soundOf(bytes: Uint8Array): Channels {
  const read = readWav(bytes)
  if (!read.ok) throw new InputFault(read.message)
  return { kind: 'sound', sound: read.sound }
}

/** A number as it was written in the file: SI undone by its unit. */
const asWritten = (value: number, si: number) => Number((value / si).toPrecision(9))

function previewOf(table: Table, { rig, dialect }: PreviewRequest): Preview {
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
    device: table.device?.header.device ?? null,
    guess: { ...guessMapping(table.columns, methodOf(rig.kind).roles(rig)), dialect },
  }
}

/** A column as it was written, over its time where the times rise. */
function tracedOf({ columns, rows }: Table, { time, column, rate }: TraceRequest): Traced {
  const named = (header: string | null) => columns.find((c) => c.header === header)
  const own = named(column)
  if (!own) throw new InputFault(`The recording has no column “${column}”.`)
  const clock = named(time)
  const timed = clock !== undefined && rises(clock.values)
  const over = timed ? clock.values : Float64Array.from({ length: rows }, (_, i) => i + 1)
  if (own === clock) {
    const perS = own.values.map((_, i) => perTime(1, own.values, i))
    return { kind: 'trace', trace: packTrace(over, perS), timed, unit: '1/s' }
  }
  const si = own.unit?.si ?? 1
  if (rate && timed) {
    const perS = own.values.map((v, i) => perTime((v - own.values[i - 1]) / si, over, i))
    return { kind: 'trace', trace: packTrace(over, perS), timed, unit: `${own.unit?.id ?? ''}/s` }
  }
  return {
    kind: 'trace',
    trace: packTrace(
      over,
      own.values.map((v) => v / si),
    ),
    timed,
    unit: own.unit?.id ?? null,
  }
}

/** So much since the reading before, for each second of it; a gap where no time went by. */
const perTime = (of: number, times: Float64Array, i: number): number =>
  i > 0 && times[i] > times[i - 1] ? of / (times[i] - times[i - 1]) : NaN

const rises = (times: Float64Array): boolean => {
  for (let i = 1; i < times.length; i++) if (!(times[i] >= times[i - 1])) return false
  return times.length > 0 && Number.isFinite(times[0])
}

/** What of a reply need not be copied on its way. */
export const handedOver = (reply: BenchReply): ArrayBuffer[] =>
  reply.kind === 'trace'
    ? [
        reply.trace.times.buffer,
        reply.trace.values.buffer,
        ...reply.trace.levels.flatMap(({ least, most }) => [least.buffer, most.buffer]),
      ]
    : []

/** Preview or reduction of a recording. Pure but for the recordings kept between calls. */
export function handleBench(request: BenchRequest, progress: (share: number) => void): BenchReply {
  const channels = channelsOf(request.key, request.bytes, request.dialect, progress)
  if (request.kind === 'preview') {
    const { reads, words } = methodOf(request.rig.kind)
    if (!reads.includes(channels.kind))
      throw new InputFault(
        channels.kind === 'sound'
          ? `This is a sound. A rig of the kind “${words.name}” reads tables.`
          : `This is a table. A rig of the kind “${words.name}” reads a WAV.`,
      )
    if (channels.kind === 'sound') return { kind: 'sound', channel: loudestChannel(channels.sound) }
    return previewOf(channels.table, request)
  }
  if (request.kind === 'trace') {
    if (channels.kind === 'sound') throw new InputFault('A sound has no columns: its picture is its spectrogram.')
    return tracedOf(channels.table, request)
  }
  progress(0.92)
  return { kind: 'reduce', measured: methodOf(request.conditions.method).reduce(channels, request.conditions) }
}
