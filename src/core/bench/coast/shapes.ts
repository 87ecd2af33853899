import { linearLeastSquares } from '../../statistics'

/** Drag at a speed, with its standard uncertainty: one window of a coasting. */
export interface DragWindow {
  readonly speedRadPerS: number
  readonly torqueNm: number
  readonly uncertaintyNm: number
}

/** What laws of other shapes than a + b ω + c ω², that lie on the same windows as well or better, say of the drag. */
export interface DragShape {
  /** Where it is told, at even steps from rest to the highest speed. */
  readonly topRadPerS: number
  /** The parabola is among those that lie well, and these are what is to be added to it; else the drag itself. */
  readonly stands: boolean
  readonly torqueNm: readonly number[]
  /** How far the laws lie apart, one standard deviation. */
  readonly apartNm: readonly number[]
  /** The best of them lies on the windows. */
  readonly lies: boolean
}

/** A term of a law of drag beside a constant, over the share of the highest speed. */
interface Term {
  readonly at: (share: number) => number
  /** Friction that is greater until it slides well: at rest no more than as much again. */
  readonly boundary: boolean
}

const power = (p: number): Term => ({ at: (x) => x ** p, boundary: false })
const boundary = (reach: number): Term => ({ at: (x) => Math.exp(-x / reach), boundary: true })

/**
 * Laws that drag may have, the parabola first: oil and grease of a bearing (two thirds of a power, Palmgren 1959, and
 * near it), a laminar boundary layer (three halves), a turbulent one (nearly two), what grows faster, and boundary
 * friction that goes as it begins to slide (Stribeck 1902).
 */
const LAWS: readonly (readonly Term[])[] = [
  [power(1), power(2)],
  ...[0.4, 0.5, 0.6, 2 / 3, 0.8, 1].flatMap((low) => [1.5, 2, 3].map((high) => [power(low), power(high)])),
  ...[2, 3].map((high) => [power(1.5), power(high)]),
  ...[0.05, 0.08, 0.12, 0.18, 0.27].flatMap((reach) => [1, 1.5, 2].map((p) => [boundary(reach), power(p)])),
]
const STEPS = 60
const LEAST_WINDOWS = 6
/** A law is one of those that lie well from this share of the best one's likelihood on. */
const STANDS = 0.01
/** A law lies where the windows' scatter about it is no larger than so many of their own. */
const LIES = 3

interface Fitted {
  readonly chiSquare: number
  readonly at: (share: number) => number
}

/** A constant and the terms, none of which drives: of all sets of them the one that lies best. */
function bestOf(windows: readonly DragWindow[], topRadPerS: number, terms: readonly Term[]): Fitted | null {
  const all: readonly Term[] = [power(0), ...terms]
  let best: Fitted | null = null
  for (let set = 1; set < 1 << all.length; set++) {
    const used = all.filter((_, i) => set & (1 << i))
    const { status, parameters } = linearLeastSquares(
      windows.map((w) => used.map((term) => term.at(w.speedRadPerS / topRadPerS))),
      windows.map((w) => w.torqueNm),
      windows.map((w) => 1 / w.uncertaintyNm ** 2),
      'birge',
    )
    const constant = set & 1 ? parameters[0] : 0
    if (status !== 'fitted' || parameters.some((p, i) => p < 0 || (used[i].boundary && p > constant))) continue
    const at = (share: number) => used.reduce((sum, term, i) => sum + parameters[i] * term.at(share), 0)
    const chiSquare = windows.reduce(
      (sum, w) => sum + ((w.torqueNm - at(w.speedRadPerS / topRadPerS)) / w.uncertaintyNm) ** 2,
      0,
    )
    if (!best || chiSquare < best.chiSquare) best = { chiSquare, at }
  }
  return best
}

/**
 * Mean of laws of drag, each by how well it lies on the windows, and how far they lie apart (Hoeting and others, 1999,
 * Bayesian model averaging; all alike beforehand). What the windows do not tell, towards rest above all, is as unsure
 * as the laws differ there. Null with fewer than six windows.
 */
export function shapeOf(windows: readonly DragWindow[], topRadPerS: number): DragShape | null {
  if (windows.length < LEAST_WINDOWS) return null
  const [parabola, ...others] = LAWS.map((terms) => bestOf(windows, topRadPerS, terms))
  if (!parabola) return null
  const found = [parabola, ...others.filter((f) => f !== null)]
  const least = Math.min(...found.map((f) => f.chiSquare))
  const scatter = least / Math.max(1, windows.length - 4)
  const likely = found.map((f) => Math.exp((-0.5 * (f.chiSquare - least)) / Math.max(1, scatter)))
  const all = likely.reduce((a, b) => a + b, 0)
  const stands = likely[0] > STANDS
  const told = Array.from({ length: STEPS + 1 }, (_, i) => {
    const share = i / STEPS
    const each = found.map((f) => f.at(share))
    const mean = each.reduce((sum, v, k) => sum + (likely[k] / all) * v, 0)
    const variance = each.reduce((sum, v, k) => sum + (likely[k] / all) * (v - mean) ** 2, 0)
    return { torqueNm: stands ? mean - each[0] : mean, apartNm: Math.sqrt(variance) }
  })
  return {
    topRadPerS,
    stands,
    torqueNm: told.map((t) => t.torqueNm),
    apartNm: told.map((t) => t.apartNm),
    lies: scatter < LIES ** 2,
  }
}

/** A list of a shape at a speed; as at its ends beyond them. */
export function shapeAt({ topRadPerS }: DragShape, values: readonly number[], speedRadPerS: number): number {
  const at = Math.min(STEPS, Math.max(0, (STEPS * speedRadPerS) / topRadPerS))
  const i = Math.min(STEPS - 1, Math.floor(at))
  return values[i] + (at - i) * (values[i + 1] - values[i])
}
