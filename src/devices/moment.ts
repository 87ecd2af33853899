import type { LiveMoment } from '../project/measuring'
import type { TableMapping } from '../project/document'
import { UNITS_OF, channelHeader, isAbsolute, splitHeader, type DeviceHeader, type Role } from '../project/recording'

const CAPACITY = 8192

/** Where a role's numbers come from in a reading, and what one of them is in SI. */
interface Source {
  readonly role: string
  readonly of: Role['of']
  readonly channel: number
  readonly si: number
  /** Comes off, in SI: the room's pressure where a gauge shows absolute. */
  readonly less: number
}

/** The newest readings, by role, in rings. */
export class Moments {
  private readonly sources: readonly Source[]
  private readonly times = new Float64Array(CAPACITY)
  private readonly rings: readonly Float64Array[]
  private count = 0
  /** What was set by hand, by role, in SI. */
  private readonly set = new Map<string, number>()

  constructor(header: DeviceHeader, mapping: TableMapping, roles: readonly Role[], roomPaAbs: number) {
    this.sources = roles.flatMap((role) => {
      const mapped = mapping.columns[role.id]
      const channel = mapped ? header.channels.findIndex((c) => channelHeader(c) === mapped.header) : -1
      if (channel < 0) return []
      const { unit } = splitHeader(mapped.header)
      const si = unit?.si ?? UNITS_OF[role.of]?.[mapped.unit] ?? 1
      const absolute = role.of === 'pressure' && isAbsolute(mapped.header, mapped.unit)
      return [{ role: role.id, of: role.of, channel, si, less: absolute ? roomPaAbs : 0 }]
    })
    this.rings = this.sources.map(() => new Float64Array(CAPACITY))
  }

  /** How a channel's numbers become gauge pressures of a role, Pa; null where it is none. */
  gaugeOf(channel: number): { readonly role: string; readonly si: number; readonly less: number } | null {
    return this.sources.find((s) => s.channel === channel && s.of === 'pressure') ?? null
  }

  /** What is in place by hand; NaN while it is changed. */
  place(role: string, value: number): void {
    this.set.set(role, value)
  }

  push(timeS: number, values: readonly number[]): void {
    const at = this.count % CAPACITY
    this.times[at] = timeS
    const before = (this.count + CAPACITY - 1) % CAPACITY
    this.sources.forEach(({ channel, si, less }, i) => {
      const value = values[channel] * si - less
      // a channel that comes more seldom stands at its last value
      this.rings[i][at] = Number.isNaN(value) ? (this.count > 0 ? this.rings[i][before] : NaN) : value
    })
    this.count++
  }

  /** The readings of the last so many seconds, oldest first. */
  last(seconds: number, nowS: number): LiveMoment {
    const held = Math.min(this.count, CAPACITY)
    let n = 0
    while (n < held && this.times[(this.count - 1 - n) % CAPACITY] >= nowS - seconds) n++
    const take = (ring: Float64Array) =>
      Float64Array.from({ length: n }, (_, i) => ring[(this.count - n + i) % CAPACITY])
    const values: Record<string, Float64Array> = {}
    this.sources.forEach(({ role }, i) => {
      const all = take(this.rings[i])
      if (all.some(Number.isFinite)) values[role] = all
    })
    for (const [role, value] of this.set) if (Number.isFinite(value)) values[role] = new Float64Array(n).fill(value)
    return { nowS, timeS: take(this.times), values }
  }
}
