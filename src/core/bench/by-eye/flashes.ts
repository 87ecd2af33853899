import { propagate, type Measured } from '../../statistics'

/** A rate of flashes in which a turning rotor seems to stand. */
export interface FlashReading {
  readonly flashesPerS: number
  /** How many times as many marks are seen as there are: 1 as it is, 2 twice as many, between them. */
  readonly images: number
  /** Standard uncertainty of the rate, as a share: its dial, and how still it stood. */
  readonly relativeUncertainty: number
}

/** A speed that would stand still in every reading. */
export interface FlashCandidate {
  readonly speed: Measured
  /** Turns from one flash of the first reading to the next. */
  readonly turnsPerFlash: number
  /** Greatest difference of a reading from what all give together, in standard uncertainties; 0 with one. */
  readonly apart: number
}

/** Readings agree within so many standard uncertainties. */
const AGREES = 3
/** More turns between two flashes than anybody looks through. */
const MOST_TURNS = 200

const commonDivisor = (a: number, b: number): number => (b === 0 ? a : commonDivisor(b, a % b))

/**
 * Speeds at which a pattern of `marks` alike in a turn stands still in flashes: from flash to flash it goes on by p/q
 * of its own spacing, p and q without a common divisor, and is seen q times over.
 * With rates at which it stood the same way, one after the other, f1 > f2, the speed is f1 f2 / (marks (f1 - f2)).
 * Least speed first.
 * Source: closed form; the rule of two rates is common practice with flashing lights.
 */
export function flashCandidates(
  readings: readonly FlashReading[],
  marks: number,
  fromRadPerS: number,
  toRadPerS: number,
): FlashCandidate[] {
  const [first, ...others] = readings
  if (!first) return []
  const turn = 2 * Math.PI
  /** Turns a second, by how many spacings pass between flashes. */
  const speedAt = (r: FlashReading, p: number) => (p * r.flashesPerS) / (r.images * marks)
  const found: FlashCandidate[] = []
  const most = Math.min(MOST_TURNS * first.images * marks, Math.floor(toRadPerS / turn / speedAt(first, 1)) + 1)
  for (let p = 1; p <= most; p++) {
    if (commonDivisor(p, first.images) !== 1) continue
    const about = speedAt(first, p)
    const all = [{ value: about, u: about * first.relativeUncertainty }]
    for (const r of others) {
      // the nearest way in which this rate shows it so often; where it would show it less often, it is none
      const nearest = Math.max(1, Math.round(about / speedAt(r, 1)))
      const value = commonDivisor(nearest, r.images) === 1 ? speedAt(r, nearest) : Infinity
      all.push({ value, u: value * r.relativeUncertainty })
    }
    const weights = all.map(({ u }) => 1 / u ** 2)
    const sum = weights.reduce((a, b) => a + b, 0)
    const perS = all.reduce((s, { value }, i) => s + weights[i] * value, 0) / sum
    const apart = others.length === 0 ? 0 : Math.max(...all.map(({ value, u }) => Math.abs(value - perS) / u))
    const speed = turn * perS
    if (!(apart < AGREES) || speed < fromRadPerS || speed > toRadPerS) continue
    const standardUncertainty = turn * propagate(all.length, (i, s) => (weights[i] / sum) * s * all[i].u)
    found.push({
      speed: { value: speed, standardUncertainty, unit: 'rad/s' },
      turnsPerFlash: perS / first.flashesPerS,
      apart,
    })
  }
  return found.toSorted((a, b) => a.speed.value - b.speed.value)
}
