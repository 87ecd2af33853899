import { rootBetween } from '../../numerics'
import { curveFit, mean, varianceOf, type CurveFit, type CurveNumber } from '../../statistics'
import { emptyingCourse, type Emptying } from './emptying'
import { standFollows, type Ring } from './stand-response'

/** A push with its stand: from before its opening until the stand is still. */
export interface WholePush {
  readonly timeS: readonly number[]
  readonly overN: readonly number[]
  readonly stepS: number
  /** The first row that stands over the noise, and how long about it pushes. */
  readonly risesS: number
  readonly lastsS: number
  /** Noise of a row, one sigma. */
  readonly noiseN: number
}

/** A push as that of a vessel which empties itself. */
export interface VesselFit {
  readonly openS: number
  readonly ring: Ring | null
  readonly opensInS: number
  /** Thrust of the open valve at the first pressure. */
  readonly thrustN: number
  readonly standardUncertaintyN: number
  /** From the opening until a share of the thrust is left. */
  readonly endsAfter: (share: number) => { readonly valueS: number; readonly standardUncertaintyS: number }
  /** Variance of what is left over that of the noise: about 1 where it is a vessel's push. */
  readonly misses: number
  /** The push itself at a time, behind its valve and without its stand. */
  readonly push: (timeS: number) => number
}

/** Numbers of a fit: of valve and ring only where there is one. Times and ratios as logarithms. */
interface Numbers {
  readonly thrustN: number
  /** When its valve is half open: told far better than when it begins to open. */
  readonly middleS: number
  readonly lnTauS: number
  readonly lnOverRoom: number
  readonly exponent: number
  readonly opensInS: number
  readonly lnRingHz?: number
  readonly lnDamped?: number
}
type Name = keyof Numbers
const asNumbers = (names: readonly Name[], p: readonly number[]) =>
  ({ opensInS: 0, ...Object.fromEntries(p.map((v, i) => [names[i], v])) }) as unknown as Numbers

/** A fit, and which numbers it is of. */
interface Found extends CurveFit {
  readonly names: readonly Name[]
  readonly numbers: Numbers
}

/** Steps in a turn of a ring, and in a push. */
const [IN_A_TURN, IN_A_PUSH] = [16, 500] as const
/** So much of its thrust is left about where a push is seen to end. */
const GONE = 0.03
/** Pressure over the room's, as a logarithm, and exponent as they are known without a gauge. Our own estimate. */
const OVER_ROOM = { value: Math.log(5), standardUncertainty: 0.6, least: Math.log(1.1), most: Math.log(30) } as const
const EXPONENT = { value: 1.25, standardUncertainty: 0.12, least: 1, most: 1.4 } as const
/** A valve opens within a share of the push. */
const OPENS = { standardUncertainty: 0.2, most: 0.5 } as const
/**
 * Rings that are tried: from this frequency on, each so many times the last, up to a share of the rows' rate and so many
 * turns in a push: where there are more its first part tells enough.
 */
const [SLOWEST_HZ, NEXT_RING, MOST_RING, MOST_TURNS] = [3, 1.06, 0.45, 150] as const
const DAMPED = [0.03, 0.12, 0.4] as const
const [LEAST_DAMPED, MOST_DAMPED] = [0.002, 0.8] as const
/** Courses that are tried, as shares of how long it is seen to push, and moments, in rows from the first that rises. */
const [LASTS, MOMENTS] = [
  [0.6, 0.85, 1.2],
  [-0.25, -1.25, -2.75],
] as const
/** Rings apart from each other by this share are begun from, so many of them; none that leaves so many times the best. */
const [APART, BEGUN, HOPELESS] = [0.15, 3, 30] as const
/** More rows than these are taken in blocks. */
const MOST_ROWS = 800
/** What is left over the noise of a fit that needs no other. */
const NO_MORE = 1.5
/** Numbers more for a ring, or a valve that takes its time, must explain so much. */
const EXPLAINS = 25

const emptyingOf = (n: Numbers): Emptying => ({
  tauS: Math.exp(n.lnTauS),
  overRoom: Math.exp(n.lnOverRoom),
  exponent: n.exponent,
  opensInS: n.opensInS,
})
const ringOf = ({ lnRingHz, lnDamped }: Numbers): Ring | null =>
  lnRingHz === undefined || lnDamped === undefined
    ? null
    : { frequencyHz: Math.exp(lnRingHz), dampingRatio: Math.exp(lnDamped) }
const openedAt = ({ middleS, opensInS }: Numbers): number => middleS - opensInS / 2

type Course = (sinceS: number) => number

/** A push as its stand reads it; a stiff one reads the push itself. */
function readBy(ring: Ring | null, pushes: Course, forS: number, finestS: number): Course {
  if (!ring) return pushes
  const stepS = Math.min(finestS, 1 / (IN_A_TURN * ring.frequencyHz))
  const force = Float64Array.from({ length: Math.ceil(forS / stepS) + 2 }, (_, i) => pushes(i * stepS))
  const { place, speed } = standFollows(force, stepS, ring)
  return (t) => {
    if (t <= 0) return 0
    // between two steps by their places and speeds (Hermite)
    const i = Math.min(place.length - 2, Math.floor(t / stepS))
    const s = t / stepS - i
    const [a, b] = [place[i], place[i + 1]]
    const [da, db] = [stepS * speed[i], stepS * speed[i + 1]]
    return a + s * (da + s * (3 * (b - a) - 2 * da - db + s * (2 * (a - b) + da + db)))
  }
}

/** From the opening until a share of the thrust is left. */
function lastsOf(e: Emptying, share: number, mostS: number): number {
  const course = emptyingCourse(e)
  if (course(mostS) >= share) return mostS
  return course(e.opensInS) > share ? rootBetween((t) => course(t) - share, e.opensInS, mostS) : e.opensInS
}

/** Where a fit begins, and what it leaves there. */
interface Begun {
  readonly numbers: Numbers
  readonly left: number
}

/** The rows of a push, many of them in blocks, and how they are compared with a course. */
class PushRows {
  readonly forS: number
  readonly noiseN: number
  readonly read: Float64Array
  private readonly mostHz: number
  private readonly size: number

  constructor(readonly push: WholePush) {
    const { timeS, risesS, lastsS, stepS, overN, noiseN } = push
    this.mostHz = Math.min(MOST_RING / stepS, MOST_TURNS / lastsS)
    this.size = Math.ceil(timeS.length / MOST_ROWS)
    this.noiseN = noiseN / Math.sqrt(this.size)
    this.forS = timeS[timeS.length - 1] - risesS + 4 * stepS
    this.read = Float64Array.from({ length: Math.floor(timeS.length / this.size) }, (_, k) =>
      mean(overN.slice(k * this.size, (k + 1) * this.size)),
    )
  }

  /** A course in the place of the push; of blocks beyond where its valve opens by Simpson's rule. */
  private at(course: Course, { opensInS, ...n }: Numbers, thrustN = 1): Float64Array {
    const { size } = this
    const { timeS, stepS } = this.push
    const openS = openedAt({ opensInS, ...n })
    const means = new Float64Array(this.read.length)
    for (let k = 0; k < means.length; k++) {
      const [from, to] = [timeS[k * size] - stepS / 2 - openS, timeS[k * size + size - 1] + stepS / 2 - openS]
      if (to <= 0) continue
      if (size > 1 && from > opensInS) means[k] = (course(from) + 4 * course((from + to) / 2) + course(to)) / 6
      else for (let i = 0; i < size; i++) means[k] += course(timeS[k * size + i] - openS) / size
      means[k] *= thrustN
    }
    return means
  }

  /** The course that was worked out last, and of what: a push of another thrust or moment goes by the same. */
  private last: { readonly of: readonly unknown[]; readonly reads: Course } | null = null

  private model(n: Numbers): Float64Array {
    const of = [n.lnTauS, n.lnOverRoom, n.exponent, n.opensInS, n.lnRingHz, n.lnDamped]
    if (!this.last || of.some((v, i) => v !== this.last!.of[i])) {
      const course = emptyingCourse(emptyingOf(n))
      this.last = { of, reads: readBy(ringOf(n), course, this.forS, this.push.lastsS / IN_A_PUSH) }
    }
    return this.at(this.last.reads, n, n.thrustN)
  }

  /** The best thrust of a course and what it leaves. */
  scaled(of: Float64Array): { readonly thrustN: number; readonly left: number } {
    let [own, both, all] = [0, 0, 0]
    of.forEach((m, k) => {
      own += m * m
      both += m * this.read[k]
      all += this.read[k] ** 2
    })
    return both > 0 ? { thrustN: both / own, left: all - (both * both) / own } : { thrustN: 0, left: Infinity }
  }

  /** Courses, moments and rings of a grid, the best first; a stiff stand's and a ringing one's apart. */
  begun(rings: boolean): { readonly stiff: readonly Begun[]; readonly rung: readonly Begun[] } {
    const { stepS, risesS, lastsS } = this.push
    const typical = { lnOverRoom: OVER_ROOM.value, exponent: EXPONENT.value, opensInS: 0 }
    const unitLasts = lastsOf(emptyingOf({ ...typical, thrustN: 1, middleS: 0, lnTauS: 0 }), GONE, 10)
    const [stiff, rung]: Begun[][] = [[], []]
    for (const share of LASTS) {
      const plain = { ...typical, lnTauS: Math.log((share * lastsS) / unitLasts) }
      const course = emptyingCourse(emptyingOf({ ...plain, thrustN: 1, middleS: 0 }))
      const tried = (into: Begun[], ring: Ring | null, more: Partial<Numbers>) => {
        const reads = readBy(ring, course, this.forS, lastsS / IN_A_PUSH)
        for (const rows of MOMENTS) {
          const middleS = risesS + rows * stepS
          const { thrustN, left } = this.scaled(this.at(reads, { ...plain, thrustN: 1, middleS }))
          if (Number.isFinite(left)) into.push({ numbers: { thrustN, middleS, ...plain, ...more }, left })
        }
      }
      tried(stiff, null, {})
      for (let frequencyHz = SLOWEST_HZ; rings && frequencyHz < this.mostHz; frequencyHz *= NEXT_RING)
        for (const dampingRatio of DAMPED)
          tried(
            rung,
            { frequencyHz, dampingRatio },
            { lnRingHz: Math.log(frequencyHz), lnDamped: Math.log(dampingRatio) },
          )
    }
    const best = (of: Begun[]) => of.sort((a, b) => a.left - b.left)
    return { stiff: best(stiff).slice(0, 1), rung: apart(best(rung)) }
  }

  /** The best fit from several beginnings; the first that leaves no more than the noise is as good as any. */
  best(begun: readonly Begun[]): Found | null {
    let best: Found | null = null
    for (const { numbers } of begun) {
      const found = this.fitFrom({ ...numbers, opensInS: this.push.stepS / 2 }, true)
      if (!best || found.chiSquare < best.chiSquare) best = found
      if (best.chiSquare < NO_MORE * best.degreesOfFreedom) break
    }
    return best
  }

  /** Of a valve whose time is not told it is said that it opened at once; thrust stays as unsure as it leaves it. */
  told(slow: Found): Found {
    const atOnce = this.fitFrom(slow.numbers, false)
    const told = atOnce.chiSquare - slow.chiSquare > (EXPLAINS * slow.chiSquare) / slow.degreesOfFreedom
    return told ? slow : { ...slow, numbers: { ...slow.numbers, opensInS: 0, middleS: atOnce.numbers.middleS } }
  }

  private fitFrom(n: Numbers, opens: boolean): Found {
    const { stepS, risesS, lastsS } = this.push
    const near = (start: number, step: number, by: number): CurveNumber => ({
      start,
      step,
      least: start - by,
      most: start + by,
    })
    const valve = { value: 0, standardUncertainty: OPENS.standardUncertainty * lastsS }
    const all: [Name, CurveNumber][] = [
      ['thrustN', { start: n.thrustN, step: 1e-3 * n.thrustN, least: 0, most: 100 * n.thrustN }],
      ['middleS', { start: n.middleS, step: 0.02 * stepS, least: risesS - lastsS / 2, most: risesS + lastsS / 2 }],
      ['lnTauS', near(n.lnTauS, 1e-3, 3)],
      ['lnOverRoom', { start: n.lnOverRoom, step: 1e-3, ...OVER_ROOM, prior: OVER_ROOM }],
      ['exponent', { start: n.exponent, step: 1e-3, ...EXPONENT, prior: EXPONENT }],
    ]
    if (opens)
      all.push([
        'opensInS',
        { start: n.opensInS, step: 0.02 * stepS, least: 0, most: OPENS.most * lastsS, prior: valve },
      ])
    if (n.lnRingHz !== undefined && n.lnDamped !== undefined)
      all.push(
        ['lnRingHz', { start: n.lnRingHz, step: 1e-4, least: 0, most: Math.log(this.mostHz) }],
        ['lnDamped', { start: n.lnDamped, step: 1e-3, least: Math.log(LEAST_DAMPED), most: Math.log(MOST_DAMPED) }],
      )
    const names = all.map(([name]) => name)
    const fit = curveFit(
      (p) => this.model(asNumbers(names, p)),
      this.read,
      this.noiseN,
      all.map(([, number]) => number),
    )
    return { ...fit, names, numbers: asNumbers(names, fit.parameters) }
  }
}

/** Of beginnings alike in their ring the best alone. */
function apart(begun: readonly Begun[]): Begun[] {
  const kept: Begun[] = []
  for (const b of begun) {
    if (kept.length >= BEGUN || b.left > HOPELESS * begun[0].left) break
    if (kept.every(({ numbers }) => Math.abs(numbers.lnRingHz! - b.numbers.lnRingHz!) > APART)) kept.push(b)
  }
  return kept
}

/**
 * Fits the course of an emptying vessel behind its valve and stand to a whole push: what the first rows of a short push
 * leave open (ring, valve and moment at once), all of it tells. Null where nothing can be fitted.
 * Method: least squares from the best of a grid; pressure and heat are known within wide limits beforehand.
 * Its band is by what it leaves, and holds for a push that is a vessel's: `misses` tells. Where it may not ring only a stiff
 * stand's is tried: of rows that cannot show a ring, what is left holds it as noise.
 */
export function vesselFit(push: WholePush, mayRing = true): VesselFit | null {
  const rows = new PushRows(push)
  const { stiff, rung } = rows.begun(mayRing)
  const rings = rows.best(rung)
  const hopeless = rung.length > 0 && stiff.length > 0 && stiff[0].left > HOPELESS * rung[0].left
  const still = hopeless ? null : rows.best(stiff)
  const found = rings && (!still || still.chiSquare - rings.chiSquare > EXPLAINS) ? rings : still
  return found?.covariance ? toldOf(rows.told(found), found.covariance, rows.forS, push.stepS) : null
}

function toldOf(
  { parameters: p, names, numbers: n, chiSquare, degreesOfFreedom }: Found,
  covariance: readonly (readonly number[])[],
  forS: number,
  stepS: number,
): VesselFit {
  const misses = chiSquare / degreesOfFreedom
  const course = emptyingCourse(emptyingOf(n))
  const endOf = (of: readonly number[], share: number) => lastsOf(emptyingOf(asNumbers(names, of)), share, forS)
  return {
    openS: openedAt(n),
    ring: ringOf(n),
    opensInS: n.opensInS,
    thrustN: p[0],
    standardUncertaintyN: Math.sqrt(misses * covariance[0][0]),
    endsAfter: (share) => {
      const valueS = endOf(p, share)
      // scale, moment and stand do not move it
      const slopes = p.map((v, j) => {
        const by = { lnTauS: 1e-3, lnOverRoom: 1e-3, exponent: -1e-3, opensInS: 0.02 * stepS }[names[j] as string]
        return by === undefined
          ? 0
          : (endOf(
              p.map((w, k) => (k === j ? v + by : w)),
              share,
            ) -
              valueS) /
              by
      })
      return { valueS, standardUncertaintyS: Math.sqrt(misses * varianceOf(slopes, covariance)) }
    },
    misses,
    push: (t) => n.thrustN * course(t - openedAt(n)),
  }
}
