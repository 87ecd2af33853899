import { TracePyramid } from '../core/bench'
import type { Build, Rig, TableMapping } from '../project/document'
import { liveOf, methodOf, type LiveBench, type LiveFigure } from '../project/measuring'
import {
  LineProtocol,
  UNITS_OF,
  channelHeader,
  splitHeader,
  guessChannels,
  type DeviceHeader,
  type LineEvent,
  type Role,
} from '../project/recording'
import { LinkError, type BenchLink } from './contract'
import { Moments } from './moment'

/** Where a recording's bytes go as they come. */
export interface RecordingSink {
  append(bytes: Uint8Array): void
  map(mapping: TableMapping): void
  readonly problem: string | null
}

export type LinkState =
  | { readonly phase: 'connecting' }
  | { readonly phase: 'recording' }
  | { readonly phase: 'lost'; readonly why: string; readonly next: string }
  | { readonly phase: 'stopped' }
  | { readonly phase: 'failed'; readonly why: string; readonly next: string }

type Break = Extract<LineEvent, { kind: 'break' }>

/** A strip of the trace: a channel as it comes, or a figure made of counts. */
export interface Strip {
  readonly id: string
  readonly label: string
  readonly unit: string
  /** A figure of the moment and its kind, where the strip shows one. */
  readonly figure: LiveFigure['id'] | null
  /** Of a pressure: which, and how its numbers become gauge ones, Pa. */
  readonly gauge: ReturnType<Moments['gaugeOf']>
  readonly trace: TracePyramid
}

/** So often figures are worked out, s of the device's clock. */
const FIGURE_EVERY_S = 0.04
/** So long after a link was lost it is tried again, ms: at once, then less often. */
const RETRIES_MS = [300, 1000, 2000, 4000]
const SHOWN_BREAKS = 50
/** What is set by hand is written in, by what it is of. */
const BY_HAND_UNITS: Partial<Record<Role['of'], string>> = { length: 'mm', force: 'N' }

/**
 * Records a device: reads its lines, keeps every byte as it came, makes traces and the figures of the moment, and opens
 * a lost link again.
 * A lost and a found link are written among the device's lines, so that the recording tells of them wherever it goes.
 */
export class LiveRecorder {
  link: LinkState = { phase: 'connecting' }
  header: DeviceHeader | null = null
  mapping: TableMapping | null = null
  readonly protocol = new LineProtocol()
  readonly breaks: Break[] = []
  readonly strips: Strip[] = []
  figures: readonly LiveFigure[] = []
  /** What was said to be in place by hand, by role, SI; null while it is changed. */
  readonly inPlace = new Map<string, number | null>()
  nowS = 0
  /** When the last reading came, ms of the page's clock. */
  heardAt: number | null = null
  private moments: Moments | null = null
  /** Roles that the device itself sends. */
  private sent: ReadonlySet<string> = new Set()
  private figuredS = -Infinity
  private readonly live: LiveBench
  private readonly ending = new AbortController()
  private lineOpen = false
  /** Lines of the page's own that wait for the device's to end. */
  private held = ''
  private running: Promise<void> | null = null

  constructor(
    private readonly of: {
      readonly rig: Rig
      readonly build: Build
      readonly roomPaAbs: number
      readonly device: BenchLink
      readonly sink: RecordingSink
      readonly now?: () => number
    },
  ) {
    const live = liveOf(of.rig)
    if (!live) throw new RangeError(`no device records for a ${of.rig.kind}`)
    this.live = live
  }

  private now(): number {
    return (this.of.now ?? Date.now)()
  }

  /** Seconds since anything was heard. */
  get silentS(): number {
    return this.heardAt === null ? 0 : (this.now() - this.heardAt) / 1000
  }

  start(): Promise<void> {
    this.running ??= this.run()
    return this.running
  }

  /** Ends it; resolves when the last bytes were handed to the sink. */
  async stop(): Promise<void> {
    this.ending.abort()
    await this.running
    if (this.link.phase !== 'failed') this.link = { phase: 'stopped' }
  }

  private async run(): Promise<void> {
    for (let tries = 0; !this.ending.signal.aborted; tries++) {
      try {
        const stream = await this.of.device.open(this.ending.signal)
        if (this.header) this.note('connected')
        this.link = { phase: 'recording' }
        tries = 0
        await this.drink(stream)
        this.link = { phase: 'lost', why: 'The device stopped sending.', next: 'The link is opened again.' }
      } catch (error) {
        if (this.ending.signal.aborted) break
        const known = error instanceof LinkError ? error : new LinkError((error as Error).message, 'Look at the link.')
        if (known.lasting && !this.header) {
          this.link = { phase: 'failed', why: known.message, next: known.nextStep }
          return
        }
        this.link = { phase: 'lost', why: known.message, next: known.nextStep }
      }
      if (this.ending.signal.aborted) break
      if (this.header && tries === 0) this.note('lost')
      await this.pause(RETRIES_MS[Math.min(tries, RETRIES_MS.length - 1)])
    }
    this.sayHeld()
    this.protocol.finish(this.hear)
  }

  private pause(ms: number): Promise<void> {
    return new Promise((done) => {
      const timer = setTimeout(done, ms)
      this.ending.signal.addEventListener('abort', () => {
        clearTimeout(timer)
        done()
      })
    })
  }

  private async drink(stream: ReadableStream<Uint8Array>): Promise<void> {
    const reader = stream.getReader()
    const end = () => void reader.cancel().catch(() => undefined)
    this.ending.signal.addEventListener('abort', end, { once: true })
    try {
      for (;;) {
        const { value, done } = await reader.read()
        if (done) return
        this.take(value)
      }
    } finally {
      this.ending.signal.removeEventListener('abort', end)
    }
  }

  /** Takes what the device sent; what the page has to say goes where a line has ended. */
  private take(bytes: Uint8Array): void {
    const ended = this.held === '' ? 0 : bytes.indexOf(10) + 1
    this.keep(bytes.subarray(0, ended))
    if (ended > 0) this.sayHeld()
    this.keep(bytes.subarray(ended))
  }

  private sayHeld(): void {
    const { held } = this
    this.held = ''
    this.keep(new TextEncoder().encode(held && this.lineOpen ? `\n${held}` : held))
  }

  /** Keeps bytes, and reads them. */
  private keep(bytes: Uint8Array): void {
    if (bytes.length === 0) return
    this.of.sink.append(bytes)
    this.lineOpen = bytes[bytes.length - 1] !== 10
    this.protocol.push(bytes, this.hear)
    if (this.nowS - this.figuredS >= FIGURE_EVERY_S) this.figure()
  }

  /** A line of the page's own, on a line of its own. One of the device's that is broken off is ended by it. */
  private note(bench: 'lost' | 'connected' | 'set', more: object = {}): void {
    const line = `${JSON.stringify({ bench, ...more, at: new Date(this.now()).toISOString() })}\n`
    // while the link holds, the rest of the device's line is still to come
    if (bench === 'set' && this.lineOpen) this.held += line
    else {
      this.keep(new TextEncoder().encode(`${this.lineOpen ? '\n' : ''}${line}`))
      this.sayHeld()
    }
  }

  /** Of what the device does not tell, the roles that can be set by hand as it goes; none before it has said what it sends. */
  get byHand(): readonly Role[] {
    const { rig } = this.of
    const names = this.live.byHand?.(rig) ?? []
    return methodOf(rig.kind)
      .roles(rig)
      .filter(({ id }) => names.includes(id) && this.header !== null && !this.sent.has(id))
  }

  /**
   * Says what is in place by hand from the next reading on, in SI; null while it is changed. It is written among the
   * device's lines, as a channel of its own.
   */
  place({ id, of }: Role, value: number | null): void {
    if (!this.mapping || this.ending.signal.aborted) return
    const unit = BY_HAND_UNITS[of] ?? ''
    const si = UNITS_OF[of]?.[unit] ?? 1
    const name = this.header?.channels.some((c) => c.name === id) ? `${id} by hand` : id
    this.note('set', { name, unit, value: value === null ? null : Number((value / si).toPrecision(9)) })
    this.inPlace.set(id, value)
    this.moments?.place(id, value ?? NaN)
    const { columns } = this.mapping
    this.mapping = {
      ...this.mapping,
      columns: { ...columns, [id]: { header: channelHeader({ name, unit }), unit } },
    }
    this.of.sink.map(this.mapping)
  }

  private readonly hear = (event: LineEvent): void => {
    if (event.kind === 'reading') return this.reading(event.timeS, event.values)
    if (event.kind === 'header') return this.begin(event.header)
    if (event.kind === 'break') {
      if (this.breaks.length < SHOWN_BREAKS) this.breaks.push(event)
      // a trace is not drawn over what is not known
      for (const { trace } of this.strips) if (trace.length > 0) trace.push(event.fromS, NaN)
    }
  }

  private begin(header: DeviceHeader): void {
    const roles = methodOf(this.of.rig.kind).roles(this.of.rig)
    this.header = header
    const fits = (role: Role) =>
      header.channels.filter((c) => {
        const { unit } = splitHeader(channelHeader(c))
        return unit ? unit.kind === role.of : role.like.test(c.name)
      })
    // of two cells that are wanted and one that is sent, it is the one that nobody could say by hand
    const told = this.live.byHand?.(this.of.rig) ?? []
    const lacks = roles.filter(
      (role) => told.includes(role.id) && fits(role).length < roles.filter((r) => r.of === role.of).length,
    )
    this.mapping = guessChannels(
      header,
      roles.filter((role) => !lacks.includes(role)),
    )
    const { columns } = this.mapping
    this.sent = new Set(
      roles
        .filter((role) => !lacks.includes(role))
        .filter((role) =>
          header.channels.some((c) => {
            const { unit } = splitHeader(channelHeader(c))
            // a guess takes any column where none fits
            return unit
              ? unit.kind === role.of && columns[role.id]?.header === channelHeader(c)
              : role.like.test(c.name)
          }),
        )
        .map((role) => role.id),
    )
    this.of.sink.map(this.mapping)
    this.moments = new Moments(header, this.mapping, roles, this.of.roomPaAbs)
    const { moments } = this
    header.channels.forEach(({ name, unit }, i) => {
      if (unit === 'count') return
      const gauge = moments.gaugeOf(i)
      this.strips.push({ id: name, label: name, unit, figure: null, gauge, trace: new TracePyramid() })
    })
    if (header.channels.some((c) => c.unit === 'count'))
      this.strips.unshift({
        id: ' speed',
        label: 'speed',
        unit: '',
        figure: 'speed',
        gauge: null,
        trace: new TracePyramid(),
      })
  }

  private reading(timeS: number, values: readonly number[]): void {
    this.nowS = timeS
    this.heardAt = this.now()
    this.moments?.push(timeS, values)
    const { channels } = this.header as DeviceHeader
    let strip = this.strips[0]?.figure ? 1 : 0
    for (let i = 0; i < channels.length; i++) {
      if (channels[i].unit === 'count') continue
      const value = values[i]
      if (!Number.isNaN(value)) this.strips[strip].trace.push(timeS, value)
      strip++
    }
  }

  /** Works the figures of the moment out anew. */
  private figure(): void {
    if (!this.moments) return
    this.figuredS = this.nowS
    const { rig, build } = this.of
    this.figures = this.live.figures(this.moments.last(this.live.momentS, this.nowS), rig, build)
    for (const { figure, trace } of this.strips) {
      const found = figure && this.figures.find((f) => f.id === figure)
      if (found) trace.push(this.nowS, found.value)
    }
  }
}
