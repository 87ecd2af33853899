/**
 * Lines of a bench device: first one that says what it sends, then one reading a line, each a JSON object.
 * What cannot be read is counted and shown, never fatal. `docs/line-protocol.md` is the contract that devices follow.
 */

/** One thing that a device sends. */
export interface DeviceChannel {
  readonly name: string
  readonly unit: string
  /** Counts of one turn, where it sends counts. */
  readonly perTurn: number | null
}

export interface DeviceHeader {
  readonly device: string
  readonly channels: readonly DeviceChannel[]
  /** What one tick of its clock is, s. */
  readonly tickS: number
}

/** Why time does not run on evenly from one reading to the next. */
export type BreakCause = 'gap' | 'restart' | 'reconnect'

export type LineEvent =
  | { readonly kind: 'header'; readonly header: DeviceHeader }
  | {
      readonly kind: 'reading'
      readonly timeS: number
      /** By place in the header's channels; NaN where this reading has none of it. */
      readonly values: readonly number[]
    }
  /** What was set by hand beside the device, from the next reading on; NaN while it is being changed. */
  | { readonly kind: 'set'; readonly name: string; readonly unit: string; readonly value: number }
  | { readonly kind: 'break'; readonly cause: BreakCause; readonly fromS: number; readonly toS: number }
  | { readonly kind: 'bad'; readonly line: number; readonly text: string; readonly why: string }

const TICKS: Readonly<Record<string, number>> = { us: 1e-6, ms: 1e-3, s: 1 }
/** A microcontroller's clock of 32 bits begins anew from 0 after this many ticks. */
const WRAP = 2 ** 32
const MOST_LINE = 16_384
const MOST_CHANNELS = 64
/**
 * How many usual steps make a gap, and how fast the usual one follows: marks of a shaft that slows down come ever more
 * seldom.
 */
const GAP_STEPS = 8
const FOLLOW = 0.2
const LEAST_GAP_S = 0.05

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

function channelsOf(list: unknown): readonly DeviceChannel[] | string {
  if (!Array.isArray(list) || list.length === 0) return 'channels: a list of what is sent is expected'
  if (list.length > MOST_CHANNELS) return `channels: at most ${MOST_CHANNELS}`
  const channels: DeviceChannel[] = []
  for (const entry of list) {
    if (!isObject(entry) || typeof entry.name !== 'string' || entry.name === '' || entry.name === 't')
      return 'channels: each needs a name, and none is called t'
    if (channels.some((c) => c.name === entry.name)) return `channels: “${entry.name.slice(0, 40)}” stands twice`
    const { unit, perTurn } = entry
    if (perTurn !== undefined && !(typeof perTurn === 'number' && perTurn > 0))
      return 'perTurn: more than 0 is expected'
    channels.push({
      name: entry.name.slice(0, 80),
      unit: typeof unit === 'string' ? unit.slice(0, 20) : '',
      perTurn: typeof perTurn === 'number' ? perTurn : null,
    })
  }
  return channels
}

/** A first line; a sentence where it is none. */
function headerOf(line: Record<string, unknown>): DeviceHeader | string {
  const channels = channelsOf(line.channels)
  if (typeof channels === 'string') return channels
  const clock = line.clock ?? 'us'
  const tickS = typeof clock === 'string' ? TICKS[clock] : undefined
  if (tickS === undefined) return 'clock: us, ms or s is expected'
  return { device: typeof line.device === 'string' ? line.device.slice(0, 120) : 'unnamed device', channels, tickS }
}

const sameChannels = (a: DeviceHeader, b: DeviceHeader) =>
  a.tickS === b.tickS && JSON.stringify(a.channels) === JSON.stringify(b.channels)

/**
 * Reads a device's lines as they come, cut anywhere. Times go on from the first reading, in seconds, over wraps of the
 * clock and over restarts.
 * A restarted clock goes on after what the page's clock says has passed, or after one usual step where it says nothing.
 */
export class LineProtocol {
  header: DeviceHeader | null = null
  readings = 0
  badLines = 0
  private line = 0
  private rest = ''
  private skipping = false
  private decoder = new TextDecoder()
  /** Of the device's clock, ticks. */
  private lastTick: number | null = null
  /** What is added to the device's time, s. */
  private offsetS = 0
  private lastS = 0
  /** The usual step between readings, s. */
  private usualS = NaN
  /** Of what is set by hand. */
  private readonly units = new Map<string, string>()
  private lostAt: number | null = null
  private awayS: number | null = null
  private rejoined = false

  /** Takes bytes; tells `hear` of each thing found in them. */
  push(bytes: Uint8Array, hear: (event: LineEvent) => void): void {
    this.take(this.decoder.decode(bytes, { stream: true }), hear)
  }

  /** The last line, where nothing ended it. */
  finish(hear: (event: LineEvent) => void): void {
    this.take(`${this.decoder.decode()}\n`, hear)
  }

  /** Whole lines of a text; what follows the last line end waits for more. */
  take(text: string, hear: (event: LineEvent) => void): void {
    const all = this.rest + text
    let at = 0
    for (let end = all.indexOf('\n', at); end >= 0; end = all.indexOf('\n', at)) {
      if (this.skipping) this.skipping = false
      else this.read(all.slice(at, end), hear)
      at = end + 1
    }
    this.rest = all.slice(at)
    if (this.rest.length > MOST_LINE) {
      if (!this.skipping) {
        this.line++
        this.bad(this.rest, `longer than ${MOST_LINE} signs`, hear)
      }
      this.skipping = true
      this.rest = ''
    }
  }

  private bad(text: string, why: string, hear: (event: LineEvent) => void): void {
    this.badLines++
    hear({ kind: 'bad', line: this.line, text: text.slice(0, 80), why })
  }

  private read(text: string, hear: (event: LineEvent) => void): void {
    this.line++
    if (text.trim() === '') return
    if (text.length > MOST_LINE) return this.bad(text, `longer than ${MOST_LINE} signs`, hear)
    let line: unknown
    try {
      line = JSON.parse(text)
    } catch {
      return this.bad(text, 'no JSON', hear)
    }
    if (!isObject(line)) return this.bad(text, 'an object is expected', hear)
    if (line.bench === 'set') return this.set(line, text, hear)
    if ('bench' in line) return this.mark(line)
    if ('channels' in line) return this.begin(line, text, hear)
    if (!this.header) return this.bad(text, 'a reading before the first line that says what is sent', hear)
    if (typeof line.t !== 'number' || !Number.isFinite(line.t)) return this.bad(text, 't: a time is expected', hear)
    this.reading(line, line.t, text, hear)
  }

  /** A line that the page itself wrote among the device's: when the link was up or down, by the page's clock. */
  private mark({ bench, at }: Record<string, unknown>): void {
    const when = typeof at === 'string' ? Date.parse(at) : NaN
    if (Number.isNaN(when)) return
    if (bench === 'lost') this.lostAt = when
    if (bench === 'connected' && this.lostAt !== null) {
      this.awayS = Math.max(0, (when - this.lostAt) / 1000)
      this.rejoined = true
      this.lostAt = null
    }
  }

  /** A line of the page's own as well: what a device cannot tell, as its maker set it. */
  private set(line: Record<string, unknown>, text: string, hear: (event: LineEvent) => void): void {
    const { name, unit = '', value } = line
    if (typeof name !== 'string' || name === '' || name === 't' || name.length > 80 || typeof unit !== 'string')
      return this.bad(text, 'set: a name and its unit are expected', hear)
    if (value !== null && !(typeof value === 'number' && Number.isFinite(value)))
      return this.bad(text, 'set: a value is expected, or null while it is changed', hear)
    if (this.header?.channels.some((c) => c.name === name))
      return this.bad(text, `set: the device itself sends “${name}”`, hear)
    const known = this.units.get(name) ?? unit
    if (unit !== known) return this.bad(text, `set: “${name}” was in ${known || 'no unit'} before`, hear)
    this.units.set(name, unit)
    hear({ kind: 'set', name, unit, value: value ?? NaN })
  }

  private begin(line: Record<string, unknown>, text: string, hear: (event: LineEvent) => void): void {
    const header = headerOf(line)
    if (typeof header === 'string') return this.bad(text, header, hear)
    if (this.header) {
      // a device that was reset says again what it sends; another device is another recording
      if (!sameChannels(this.header, header)) this.bad(text, 'what is sent changed: begin another recording', hear)
      return
    }
    this.header = header
    hear({ kind: 'header', header })
  }

  private reading(line: Record<string, unknown>, tick: number, text: string, hear: (event: LineEvent) => void): void {
    const { channels, tickS } = this.header as DeviceHeader
    const values = channels.map(({ name }) => {
      const value = line[name]
      return typeof value === 'number' ? value : NaN
    })
    if (values.every(Number.isNaN)) return this.bad(text, 'none of what the first line names', hear)
    const timeS = this.timeOf(tick, tickS, hear)
    this.readings++
    this.lastS = timeS
    this.lastTick = tick
    hear({ kind: 'reading', timeS, values })
  }

  /** A reading's time from the first one, and what broke before it. */
  private timeOf(tick: number, tickS: number, hear: (event: LineEvent) => void): number {
    if (this.lastTick === null) {
      this.offsetS = -tick * tickS
      return 0
    }
    const wrapped = tick < this.lastTick && this.lastTick - tick > WRAP / 2 && this.lastTick < WRAP
    if (wrapped) this.offsetS += WRAP * tickS
    const step = tick * tickS + this.offsetS - this.lastS
    const usual = Number.isNaN(this.usualS) ? 0 : this.usualS
    const { rejoined, awayS } = this
    this.rejoined = false
    this.awayS = null
    if (step < 0) {
      const away = rejoined ? (awayS ?? usual) : usual
      this.offsetS += away - step
      hear({ kind: 'break', cause: rejoined ? 'reconnect' : 'restart', fromS: this.lastS, toS: this.lastS + away })
      return this.lastS + away
    }
    if (rejoined) hear({ kind: 'break', cause: 'reconnect', fromS: this.lastS, toS: this.lastS + step })
    else if (step > LEAST_GAP_S && step > GAP_STEPS * usual && usual > 0)
      hear({ kind: 'break', cause: 'gap', fromS: this.lastS, toS: this.lastS + step })
    else this.learn(step)
    return this.lastS + step
  }

  private learn(step: number): void {
    this.usualS = Number.isNaN(this.usualS) ? step : this.usualS + FOLLOW * (step - this.usualS)
  }
}
