import { LONG, MEMORY, motionNow, timeTo } from './motion-now'
import { LATE, STEADY, UNDECIDED, steadiest, steadyStretch, type Start } from './steady-stretch'

/** Marks of a recording with what was found between them. */
export interface CountedMarks {
  /** Times of the marks that are kept. */
  readonly timeS: Float64Array
  /** Running number of each, missed ones counted in. */
  readonly number: Float64Array
  readonly doubledAtS: readonly number[]
  /** Of them those that came late after their mark, as second readings hardly do. */
  readonly lateDoubles: number
  readonly missed: readonly { readonly atS: number; readonly marks: number }[]
  /** Gaps that fit no whole number of marks well: what was taken, and what else it may be. */
  readonly undecided: readonly { readonly atS: number; readonly taken: number; readonly other: number }[]
}

/** No sensor reads so large a share of its marks twice. */
const HOPELESS = 0.2
/**
 * From this share on it is asked whether a walk was lost for a while: it was where counting by parts leaves less than
 * half of the faults.
 */
const DOUBTFUL = 0.03

/**
 * Parts of a recording in each of which a steady stretch is looked for: the walk that finds the fewest faults is
 * believed.
 */
const TRIES = 6
/** Two walks from far apart that find the same marks are believed without any more, where no more than this share is at fault. */
const AGREED = 0.05

/**
 * What comes before this share of the gap is false as well where the next one comes on time: it is off by less than so
 * much of what this one is.
 */
const [BETWEEN, ON_TIME] = [0.75, 0.3] as const

/** A walk is lost when of so many marks in a row, evenly spaced, so many were taken for second readings. */
const [LOOKED_BACK, LOST] = [8, 3] as const
/** It is lost as well when so many evenly spaced marks in a row each stand for two or more: it has half of their gap. */
const HALVED = 24
/** By how much a gap grows where a mark peels off. */
const PEELED = [1.6, 2.6] as const
/** Share of missed marks from which it is asked whether a walk went on at twice the speed. */
const MANY_MISSED = 0.1
/** Neighbouring gaps no more unlike than this are evenly spaced: a second reading parts its gap unevenly. */
const EVEN = 1.6

interface Way {
  readonly kept: number[]
  readonly marks: number[]
  readonly doubled: number[]
  late: number
  readonly missed: { at: number; marks: number }[]
  readonly undecided: { at: number; taken: number; other: number }[]
}

/**
 * Walks away from a steady stretch over times that rise, deciding for each how many marks it stands for: each gap
 * against what speed and its growth let expect.
 * `start` holds times and mark counts of the stretch already passed.
 */
function walk(
  times: readonly number[],
  start: { readonly times: readonly number[]; readonly marks: readonly number[] },
  falsePulseComesLate: boolean,
  again: boolean,
): Way {
  const way: Way = { kept: [], marks: [], doubled: [], late: 0, missed: [], undecided: [] }
  const past = [...start.times]
  const counts = [...start.marks]
  /** Takes the last marks up to one for one each, and goes on from there. */
  const follow = (back: number, i: number) => {
    beginAnew(times, i, way, back)
    past.splice(0, past.length, ...times.slice(i - back + 1, i + 1))
    counts.splice(0, counts.length, 0, ...new Array<number>(back - 1).fill(1))
  }
  for (let i = 0; i < times.length; i++) {
    const { speed, growth } = motionNow(past, counts)
    const from = past[past.length - 1]
    const one = timeTo(1, speed, growth)
    const gap = times[i] - from
    const next = i + 1 < times.length ? times[i + 1] - from : Infinity
    const off = (value: number) => Math.abs(Math.log(value / one))
    // no machine triples its speed within one mark: that soon it is a second reading of the same one
    const soon =
      gap < 0.3 * one ||
      (gap < BETWEEN * one && off(next) < ON_TIME * off(gap)) ||
      (gap < 0.62 * one && (falsePulseComesLate ? off(next) < off(gap) : next < 1.5 * one && off(next) < off(gap)))
    // walking back, the second reading is met before the mark itself
    const echo = !falsePulseComesLate && next - gap < 0.3 * one
    if (soon || echo) {
      way.doubled.push(i)
      if (!echo && gap > LATE * one) way.late++
      if (again && lost(times, i, way)) {
        follow(LOOKED_BACK, i)
      }
      continue
    }
    let [taken, miss, other] = [1, Infinity, 1]
    for (let m = 1; m <= 64; m++) {
      const expected = timeTo(m, speed, growth)
      const distance = Math.abs(gap - expected) * speed
      if (distance < miss) [taken, miss, other] = [m, distance, m + (gap > expected ? 1 : -1)]
      if (expected > gap) break
    }
    // further off than a third of a mark: what else it may be is kept in mind
    if (miss > UNDECIDED && Number.isFinite(miss)) way.undecided.push({ at: i, taken, other: Math.max(1, other) })
    if (taken > 1) way.missed.push({ at: i, marks: taken - 1 })
    way.kept.push(i)
    way.marks.push(taken)
    if (again && halved(times, i, way)) {
      follow(HALVED, i)
      continue
    }
    past.push(times[i])
    counts.push(taken)
    if (past.length > LONG * MEMORY + 1) {
      past.shift()
      counts.shift()
    }
  }
  return way
}

/**
 * Marks come evenly, and yet many of them were taken for second readings: the speed rose or fell faster than a walk can
 * follow.
 */
function lost(times: readonly number[], i: number, { doubled }: Way): boolean {
  const first = i - LOOKED_BACK + 1
  if (first < 1 || doubled.filter((d) => d >= first).length < LOST) return false
  return evenly(times, first, i)
}

/**
 * Marks come evenly, and yet between each two of them one was taken for missed: the walk goes on at twice the speed or
 * more. A mark that peeled off leaves such gaps too, but there they grow to twice from one to the next.
 */
function halved(times: readonly number[], i: number, { kept, marks }: Way): boolean {
  const first = i - HALVED + 1
  let from = kept.length - HALVED
  if (first < 1 || from < 2 || kept[from] !== first) return false
  if (!marks.slice(from).every((m) => m > 1) || !evenly(times, first, i)) return false
  while (from > 1 && marks[from - 1] > 1) from--
  // where the twos began before this walk did, nothing tells
  if (from < 2) return false
  const [a, b, c] = [kept[from - 2], kept[from - 1], kept[from]].map((k) => times[k])
  const grows = (c - b) / (b - a)
  return grows < PEELED[0] || grows > PEELED[1]
}

/** No two neighbouring gaps of marks first to last differ by much. */
function evenly(times: readonly number[], first: number, last: number): boolean {
  for (let j = first + 1; j < last; j++) {
    const ratio = (times[j + 1] - times[j]) / (times[j] - times[j - 1])
    if (!(ratio < EVEN && ratio > 1 / EVEN)) return false
  }
  return true
}

/** Takes so many last marks for one each; how many turns lie before them is not known. */
function beginAnew(times: readonly number[], i: number, way: Way, back: number): void {
  const first = i - back + 1
  while (way.kept.length > 0 && way.kept[way.kept.length - 1] >= first) {
    way.kept.pop()
    way.marks.pop()
  }
  for (const list of [way.missed, way.undecided])
    while (list.length > 0 && list[list.length - 1].at >= first) list.pop()
  while (way.doubled.length > 0 && way.doubled[way.doubled.length - 1] >= first) way.doubled.pop()
  const before = way.kept.length > 0 ? times[way.kept[way.kept.length - 1]] : times[first] - 1e-9
  const taken = Math.max(1, Math.round((times[first] - before) / (times[first + 1] - times[first])))
  way.undecided.push({ at: first, taken, other: taken + 1 })
  for (let j = first; j <= i; j++) {
    way.kept.push(j)
    way.marks.push(j === first ? taken : 1)
  }
}

/** Numbers all marks by walking both ways from a steady stretch about one gap. */
function countedFrom(times: Float64Array, { middle, width }: Start, again: boolean): CountedMarks {
  const n = times.length
  const from = Math.max(0, middle - (width >> 1))
  const to = Math.min(n - 1, from + width)
  const stretch = steadyStretch(times, from, to)
  const stretchTimes = stretch.kept.map((i) => times[i])
  const forward = walk(Array.from(times.subarray(to + 1)), { times: stretchTimes, marks: stretch.marks }, true, again)
  // backwards in time a mirrored clock runs forwards; the count of a gap belongs to its later end
  const mirrored = stretchTimes.map((t) => -t).reverse()
  const mirroredMarks = [0, ...stretch.marks.slice(1).reverse()]
  const before = Array.from(times.subarray(0, from), (t) => -t).reverse()
  const backward = walk(before, { times: mirrored, marks: mirroredMarks }, false, again)
  const keptBefore = backward.kept.map((i) => from - 1 - i).reverse()
  const marksBefore = backward.marks.slice().reverse()
  const kept = [...keptBefore, ...stretch.kept, ...forward.kept.map((i) => to + 1 + i)]
  // gaps between neighbours: before the stretch each count stands for the gap after its mark
  const steps = [...marksBefore, ...stretch.marks.slice(1), ...forward.marks]
  const number = new Float64Array(kept.length)
  for (let i = 1; i < kept.length; i++) number[i] = number[i - 1] + steps[i - 1]
  const atBefore = (i: number) => times[from - 1 - i]
  const atAfter = (i: number) => times[to + 1 + i]
  return {
    timeS: Float64Array.from(kept, (i) => times[i]),
    number,
    doubledAtS: [
      ...backward.doubled.map(atBefore),
      ...stretch.doubled.map((i) => times[i]),
      ...forward.doubled.map(atAfter),
    ].sort((a, b) => a - b),
    lateDoubles: backward.late + stretch.late + forward.late,
    missed: [
      ...backward.missed.map((m) => ({ atS: atBefore(m.at), marks: m.marks })),
      ...stretch.missed.map((m) => ({ atS: times[m.at], marks: m.marks })),
      ...forward.missed.map((m) => ({ atS: atAfter(m.at), marks: m.marks })),
    ].sort((a, b) => a.atS - b.atS),
    undecided: [
      ...backward.undecided.map((u) => ({ atS: atBefore(u.at), taken: u.taken, other: u.other })),
      ...stretch.undecided.map((u) => ({ atS: times[u.at], taken: u.taken, other: u.other })),
      ...forward.undecided.map((u) => ({ atS: atAfter(u.at), taken: u.taken, other: u.other })),
    ].sort((a, b) => a.atS - b.atS),
  }
}

/**
 * A wrong start makes half of all marks doubles or misses. Marks are missed (they peel off) more often than read twice;
 * an undecided gap weighs more than a clear fault.
 */
const faultsOf = (c: CountedMarks): number =>
  c.doubledAtS.length + 3 * c.lateDoubles + c.missed.reduce((sum, m) => sum + m.marks, 0) + 3 * c.undecided.length

const told = ({ number, doubledAtS, missed, undecided }: CountedMarks) => [
  number.length,
  number[number.length - 1],
  doubledAtS.length,
  missed.length,
  undecided.length,
]

/** What the first walk finds, where it finds no fault, or few and the last one finds the same; null otherwise. */
function agreed(
  times: Float64Array,
  startIn: (part: number) => Start,
  parts: number,
): { start: Start; counted: CountedMarks } | null {
  const start = startIn(0)
  const counted = countedFrom(times, start, false)
  const faults = faultsOf(counted)
  if (faults === 0) return { start, counted }
  if (faults > AGREED * times.length) return null
  const others = told(countedFrom(times, startIn(parts - 1), false))
  return told(counted).every((v, i) => v === others[i]) ? { start, counted } : null
}

/** How many gaps in a row each stand for two marks or more. */
function longestMissed({ number }: CountedMarks): number {
  let [longest, run] = [0, 0]
  for (let i = 1; i < number.length; i++) {
    run = number[i] - number[i - 1] > 1 ? run + 1 : 0
    longest = Math.max(longest, run)
  }
  return longest
}

/**
 * Numbers the marks of a recording: from where the speed is steady, forwards and backwards, so that a fault near the
 * start cannot be taken for the speed itself.
 * Several steady stretches are tried and the reading with the fewest faults is kept, so that a stretch in which every
 * second mark is missing is not taken for half the speed; where the first and the last agree, and little is at fault,
 * no other is.
 * Where no way takes fewer than a fifth of the marks for second readings, or where it halves the faults, the walks may
 * begin anew: then the count is right in each part, and what lies between them is returned as undecided.
 * Source: this project. Error: exact with up to 2 % of faults, a mark left out among the first five included (checked
 * on recordings of known truth); gaps that could be read two ways are returned.
 */
export function countMarks(times: Float64Array): CountedMarks {
  const n = times.length
  if (n < 12)
    return { timeS: times, number: times.map((_, i) => i), doubledAtS: [], lateDoubles: 0, missed: [], undecided: [] }
  const gaps = Float64Array.from({ length: n - 1 }, (_, i) => times[i + 1] - times[i])
  const tries = Math.max(1, Math.min(TRIES, Math.floor(gaps.length / STEADY[0])))
  const startIn = (part: number) =>
    steadiest(gaps, Math.floor((part * gaps.length) / tries), Math.floor(((part + 1) * gaps.length) / tries))
  const starts = () => Array.from({ length: tries }, (_, part) => startIn(part))
  const best = (from: readonly Start[], again: boolean) =>
    from
      .map((start) => ({ start, counted: countedFrom(times, start, again) }))
      .reduce((a, b) => (faultsOf(b.counted) < faultsOf(a.counted) ? b : a))
  const { start, counted: followed } = agreed(times, startIn, tries) ?? best(starts(), false)
  // a rotor with nothing on its shaft may gain several times its speed within a turn: there no walk can follow it, and
  // each part is counted by itself
  const missed = followed.missed.reduce((sum, m) => sum + m.marks, 0)
  const doubtful = followed.doubledAtS.length > DOUBTFUL * n
  if (!doubtful && missed <= MANY_MISSED * n && longestMissed(followed) < HALVED) return followed
  // of marks that are missed alone only the walk that was believed is asked: from elsewhere one that peeled off would
  // pass for half the speed
  const { counted: byParts } = best(doubtful ? starts() : [start], true)
  return followed.doubledAtS.length > HOPELESS * n || faultsOf(byParts) < 0.5 * faultsOf(followed) ? byParts : followed
}
