import type { LiveFigure } from '../project/measuring'

/** At what a run is to be stopped. */
export interface StopAt {
  readonly speedRadPerS: number | null
  /** Gauge, of what the machine or the hole is fed with. */
  readonly gaugePressurePa: number | null
}

/** Why to shut the valve now. */
export type StopWhy =
  /** The greatest speed over the limit so far. */
  | { readonly code: 'speed'; readonly speedRadPerS: number; readonly limitRadPerS: number }
  /** The greatest gauge pressure over the limit so far. */
  | { readonly code: 'pressure'; readonly gaugePa: number; readonly limitPa: number }
  | { readonly code: 'silent'; readonly forS: number; readonly lastRadPerS: number }
  | { readonly code: 'vanished'; readonly lastRadPerS: number }

/** What stands before a regulator is not what a run is fed with. */
const FED: readonly LiveFigure['id'][] = ['pressure', 'outlet']
const SILENT_S = 1.5
/** Slower than this share of the limit, or of the fastest so far, silence is a machine at rest. */
const TURNING = 0.1
/** No machine on a bench loses this share of its speed from one figure to the next. */
const SUDDEN = 0.5

/**
 * Watches a run: too fast, too much pressure, silent while it turned, or its speed gone at once, as when a mark flies off.
 * A stop stays until it is taken back: a machine that falls silent does not become safe by it.
 */
export class Guard {
  why: StopWhy | null = null
  private fastest = 0
  private before: { readonly speed: number; readonly atS: number } | null = null

  constructor(public at: StopAt) {}

  look(figures: readonly LiveFigure[], nowS: number, silentS: number): StopWhy | null {
    const speed = figures.find((f) => f.id === 'speed')?.value ?? null
    const last = this.before?.speed ?? 0
    if (speed !== null && (!this.before || nowS > this.before.atS)) {
      this.fastest = Math.max(this.fastest, speed)
      const step = this.before ? nowS - this.before.atS : 0
      if (this.turned(last) && step < 0.25 && speed < SUDDEN * last)
        this.why ??= { code: 'vanished', lastRadPerS: last }
      this.before = { speed, atS: nowS }
    }
    const { speedRadPerS: limit, gaugePressurePa: limitPa } = this.at
    const gaugePa = figures.find((f) => FED.includes(f.id))?.value ?? null
    // of the two a speed breaks more
    if (
      gaugePa !== null &&
      limitPa !== null &&
      gaugePa > limitPa &&
      (!this.why || (this.why.code === 'pressure' && gaugePa > this.why.gaugePa))
    )
      this.why = { code: 'pressure', gaugePa, limitPa }
    if (
      speed !== null &&
      limit !== null &&
      speed > limit &&
      !(this.why?.code === 'speed' && this.why.speedRadPerS >= speed)
    )
      this.why = { code: 'speed', speedRadPerS: speed, limitRadPerS: limit }
    if (silentS > SILENT_S && this.turned(last)) this.why ??= { code: 'silent', forS: silentS, lastRadPerS: last }
    return this.why
  }

  private turned(speed: number): boolean {
    return speed > TURNING * Math.max(this.fastest, this.at.speedRadPerS ?? 0)
  }

  /** The maker has shut the valve, or knows better. */
  takeBack(): void {
    this.why = null
    this.before = null
  }
}
