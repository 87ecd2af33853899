import { said, type Said } from '../../../core/said'
import { Growing } from '../growing'
import type { ParsedTable, TableColumn } from '../table'
import { guessMapping } from '../mapping'
import type { Role } from '../signals'
import { splitHeader } from '../units'
import type { TableMapping } from '../../validation/schema'
import { LineProtocol, type BreakCause, type DeviceChannel, type DeviceHeader, type LineEvent } from './protocol'

/** What a recording of a device's lines tells beside its numbers. */
export interface DeviceTold {
  readonly header: DeviceHeader
  readonly breaks: readonly Extract<LineEvent, { kind: 'break' }>[]
}

const BREAK_NOTES: Readonly<Record<BreakCause, (at: { fromS: number; toS: number }) => Said>> = {
  gap: ({ fromS, toS }) => said('lines-gap', { fromS, forS: toS - fromS }),
  restart: ({ fromS }) => said('lines-restart', { fromS }),
  reconnect: ({ fromS, toS }) => said('lines-reconnect', { fromS, forS: toS - fromS }),
}

const SHOWN_FAULTS = 20
const PIECE = 1024 * 1024

/** Whether a text is a device's lines and no table: it begins with an object. */
export const isLines = (text: string): boolean => /^\uFEFF?\s*\{/.test(text)

/** A channel as the header of the column that it becomes. */
export const channelHeader = ({ name, unit }: Pick<DeviceChannel, 'name' | 'unit'>): string =>
  unit === '' ? name : `${name} [${unit}]`

const CLOCK = { name: 'time', unit: 's' }

/** A first guess of which channel is what, before any reading has come. */
export const guessChannels = ({ channels }: DeviceHeader, roles: readonly Role[]): TableMapping =>
  guessMapping(
    [CLOCK, ...channels].map((channel) => columnOf(channel, new Float64Array())),
    roles,
  )

const columnOf = (channel: Pick<DeviceChannel, 'name' | 'unit'>, values: Float64Array): TableColumn => {
  const header = channelHeader(channel)
  const split = splitHeader(header)
  const si = split.unit?.si ?? 1
  return { ...split, header, values: si === 1 ? values : values.map((v) => v * si) }
}

interface Read {
  readonly header: DeviceHeader
  readonly time: Float64Array
  readonly columns: readonly Float64Array[]
  /** Set by hand beside the device. */
  readonly sets: readonly { readonly channel: Pick<DeviceChannel, 'name' | 'unit'>; readonly values: Float64Array }[]
  readonly breaks: DeviceTold['breaks']
  readonly bads: readonly Extract<LineEvent, { kind: 'bad' }>[]
  readonly badCount: number
}

function readAll(text: string, progress?: (share: number) => void): Read | { readonly why: string } {
  const protocol = new LineProtocol()
  const time = new Growing()
  let columns: Growing[] = []
  const breaks: Extract<LineEvent, { kind: 'break' }>[] = []
  const bads: Extract<LineEvent, { kind: 'bad' }>[] = []
  const sets = new Map<string, { readonly unit: string; readonly values: Growing; now: number }>()
  const set = (name: string, unit: string, value: number) => {
    const known = sets.get(name) ?? { unit, values: new Growing(), now: value }
    // what came before it was set is not known
    while (known.values.length < time.length) known.values.push(NaN)
    known.now = value
    sets.set(name, known)
  }
  const hear = (event: LineEvent) => {
    if (event.kind === 'reading') {
      time.push(event.timeS)
      for (let i = 0; i < columns.length; i++) columns[i].push(event.values[i])
      for (const { values, now } of sets.values()) values.push(now)
    } else if (event.kind === 'header') columns = event.header.channels.map(() => new Growing())
    else if (event.kind === 'set') set(event.name, event.unit, event.value)
    else if (event.kind === 'break') breaks.push(event)
    else if (bads.length < SHOWN_FAULTS) bads.push(event)
  }
  for (let at = 0; at < text.length; at += PIECE) {
    protocol.take(text.slice(at, at + PIECE), hear)
    progress?.(Math.min(1, (at + PIECE) / text.length))
  }
  protocol.finish(hear)
  const { header, badLines } = protocol
  const first = bads.length > 0 ? ` Line ${bads[0].line}: ${bads[0].why}.` : ''
  if (!header) return { why: `No line says what is sent: {"device":…, "channels":[…]} is expected first.${first}` }
  if (time.length === 0) return { why: `The device said what it sends, and sent no reading.${first} Record again.` }
  return {
    header,
    time: time.done(),
    columns: columns.map((c) => c.done()),
    sets: [...sets].map(([name, { unit, values }]) => ({ channel: { name, unit }, values: values.done() })),
    breaks,
    bads,
    badCount: badLines,
  }
}

const NOTHING_SET =
  'No reading came while everything was in place that is set by hand. Say what is in place before the readings, and record again.'

const sum = (values: Float64Array) => values.reduce((a, b) => a + b, 0)
const known = (values: Float64Array) => values.reduce((n, v) => (Number.isNaN(v) ? n : n + 1), 0)

/** A channel that comes with fewer readings than others stands at its last value between them. */
function held(values: Float64Array): Float64Array {
  let last = values.find((v) => !Number.isNaN(v)) ?? NaN
  return values.map((v) => (last = Number.isNaN(v) ? last : v))
}

/**
 * A device's lines as a table, time first, what was set by hand last. Channels that came with less than half of the
 * readings are held between; readings that lack another are left out, and those while something was being set.
 */
export function parseLines(text: string, progress?: (share: number) => void): ParsedTable {
  const read = readAll(text, progress)
  if ('why' in read) return { ok: false, message: read.why }
  const { header, time, breaks, bads, badCount } = read
  const sets = read.sets.filter(({ values }) => known(values) > 0)
  const inPlace = time.map((_, i) => (sets.every(({ values }) => !Number.isNaN(values[i])) ? 1 : 0))
  const sent = header.channels.flatMap((channel, i) => {
    const share = known(read.columns[i]) / time.length
    return share === 0 ? [] : [{ channel, share, values: read.columns[i] }]
  })
  const full = sent.filter((c) => c.share >= 0.5).map((c) => c.values)
  const sound = time.map((_, i) => (full.every((values) => !Number.isNaN(values[i])) ? 1 : 0))
  const whole = time.map((_, i) => sound[i] * inPlace[i])
  const kept = sum(whole)
  if (kept === 0) return { ok: false, message: NOTHING_SET }
  const keep = (values: Float64Array) => (kept === time.length ? values : values.filter((_, i) => whole[i] === 1))
  const columns = [
    columnOf(CLOCK, keep(time)),
    ...sent.map(({ channel, share, values }) => columnOf(channel, keep(share < 0.5 ? held(values) : values))),
    ...sets.map(({ channel, values }) => columnOf(channel, keep(values))),
  ]
  const notes: Said[] = []
  if (badCount > 0) notes.push(said('lines-bad', { count: badCount, first: bads[0].line, why: bads[0].why }))
  const lacking = time.length - sum(sound)
  if (lacking > 0) notes.push(said('lines-left-out', { count: lacking }))
  const changing = sum(sound) - kept
  if (changing > 0)
    notes.push(said('lines-being-set', { count: changing, names: sets.map((s) => s.channel.name).join(', ') }))
  for (const { channel, share } of sent)
    if (share < 0.5) notes.push(said('lines-held', { name: channel.name, every: Math.round(1 / share) }))
  for (const broken of breaks.slice(0, SHOWN_FAULTS)) notes.push(BREAK_NOTES[broken.cause](broken))
  const lines = bads.map((b) => b.line)
  return {
    ok: true,
    table: {
      dialect: { delimiter: ',', decimal: '.' },
      columns,
      rows: kept,
      badRows: { count: badCount, lines, examples: bads.map((b) => b.text) },
      laterHeaders: [],
      comments: [`sent by ${header.device}`],
      notes,
      device: { header, breaks },
    },
  }
}
