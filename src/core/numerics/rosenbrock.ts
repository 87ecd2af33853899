/**
 * A stiff system dy/dx = f(x, y) with quantities that are only summed along the way.
 * The first `size` of a state act on each other; the `sums` after them (time, air, work) are driven by those and drive
 * nothing.
 * What hangs on x alone (areas, volumes) is worked out once for each place, in one of two slots, with its slopes.
 */
export interface StiffSystem {
  readonly size: number
  readonly sums: number
  /** Called before each march: what follows is asked of this system until the next one begins. */
  begin(): void
  place(x: number, slot: number): void
  /** f at the slot's place, of `size + sums` values. */
  rate(slot: number, y: Float64Array, out: Float64Array): void
  /**
   * All that a step sets out from, in one pass: f at the slot's place; df/dy of all rows by the first `size` columns,
   * row by row; and how f changes along x alone.
   */
  linear(slot: number, y: Float64Array, f: Float64Array, jacobian: Float64Array, slope: Float64Array): void
  /** False where a state is none that can be: the step is tried shorter. */
  possible(y: Float64Array): boolean
}

const GAMMA = 1 / 2
/** The most that a step grows by from one to the next. */
const GROWS = 2
/** A step that was narrow the last time and errs by less than this share now is no longer kept short. */
const STILL_NARROW = 0.03

/**
 * LU factors of a small square matrix in place, with pivots by rows and one over each head; false where it has none.
 */
function factor(a: Float64Array, n: number, pivot: Int32Array): boolean {
  if (n === 3) return factor3(a, pivot)
  for (let k = 0; k < n; k++) {
    let best = k
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]) > Math.abs(a[best * n + k])) best = i
    pivot[k] = best
    if (best !== k)
      for (let j = 0; j < n; j++) {
        const held = a[k * n + j]
        a[k * n + j] = a[best * n + j]
        a[best * n + j] = held
      }
    const head = a[k * n + k]
    if (!(Math.abs(head) > 0)) return false
    const perHead = (a[k * n + k] = 1 / head)
    for (let i = k + 1; i < n; i++) {
      const share = (a[i * n + k] *= perHead)
      if (share !== 0) for (let j = k + 1; j < n; j++) a[i * n + j] -= share * a[k * n + j]
    }
  }
  return true
}

function solve(a: Float64Array, n: number, pivot: Int32Array, b: Float64Array): void {
  if (n === 3) return solve3(a, pivot, b)
  // whole rows were exchanged, so that the factors belong to the right-hand side with all exchanges made
  for (let k = 0; k < n; k++) {
    const p = pivot[k]
    if (p !== k) {
      const held = b[k]
      b[k] = b[p]
      b[p] = held
    }
  }
  for (let k = 0; k < n; k++) for (let i = k + 1; i < n; i++) b[i] -= a[i * n + k] * b[k]
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]
    for (let j = i + 1; j < n; j++) sum -= a[i * n + j] * b[j]
    b[i] = sum * a[i * n + i]
  }
}

function swapRows(a: Float64Array, i: number, j: number): void {
  for (let c = 0; c < 3; c++) {
    const held = a[3 * i + c]
    a[3 * i + c] = a[3 * j + c]
    a[3 * j + c] = held
  }
}

/** The same for three, which most engines have, written out. */
function factor3(a: Float64Array, pivot: Int32Array): boolean {
  const [size0, size1, size2] = [Math.abs(a[0]), Math.abs(a[3]), Math.abs(a[6])]
  const best = size1 > size0 ? (size2 > size1 ? 2 : 1) : size2 > size0 ? 2 : 0
  pivot[0] = best
  if (best !== 0) swapRows(a, 0, best)
  if (a[0] === 0) return false
  const per0 = (a[0] = 1 / a[0])
  const share1 = (a[3] *= per0)
  const share2 = (a[6] *= per0)
  a[4] -= share1 * a[1]
  a[5] -= share1 * a[2]
  a[7] -= share2 * a[1]
  a[8] -= share2 * a[2]
  pivot[1] = 1
  if (Math.abs(a[7]) > Math.abs(a[4])) {
    pivot[1] = 2
    swapRows(a, 1, 2)
  }
  if (a[4] === 0) return false
  const per1 = (a[4] = 1 / a[4])
  const share = (a[7] *= per1)
  const last = a[8] - share * a[5]
  a[8] = 1 / last
  pivot[2] = 2
  return Math.abs(last) > 0
}

function solve3(a: Float64Array, pivot: Int32Array, b: Float64Array): void {
  const p0 = pivot[0]
  let b0 = b[0]
  if (p0 !== 0) {
    b0 = b[p0]
    b[p0] = b[0]
  }
  let b1 = b[1]
  let b2 = b[2]
  if (pivot[1] === 2) {
    const held = b1
    b1 = b2
    b2 = held
  }
  b1 -= a[3] * b0
  b2 -= a[6] * b0 + a[7] * b1
  b2 *= a[8]
  b1 = (b1 - a[5] * b2) * a[4]
  b[0] = (b0 - a[1] * b1 - a[2] * b2) * a[0]
  b[1] = b1
  b[2] = b2
}

export interface StiffMarch {
  /** The state, changed as it goes; set it before the first call. */
  readonly y: Float64Array
  readonly steps: () => { readonly taken: number; readonly refused: number }
  /**
   * Goes from x to `end` (forwards), never past it.
   * @param hint length of the first step to try, where the caller knows better than the last step before x.
   * @returns where it got to: less than `end` where a state that can be was not to be found in any step.
   */
  advance(x: number, end: number, hint?: number): number
  /** What the last `advance` had better begun with, by the error of its first good step. */
  readonly began: () => number
}

/**
 * Room for every march, one at a time: at fixed places, arrays are read twice as fast. Nothing in it outlives a call of
 * `advance`.
 */
const MOST = 128
const array = () => new Float64Array(MOST)
const [y, next, f0, f3, f4] = [array(), array(), array(), array(), array()]
/** The slope along x alone, f over x. */
const slope = array()
const [k1, k2, k3, k4, joined] = [array(), array(), array(), array(), array()]
const allowed = array()
const jacobian = new Float64Array(MOST * MOST)
const matrix = new Float64Array(MOST * MOST)
const pivot = new Int32Array(MOST)

/**
 * Where steps were refused on the last way along the same x, and what went there instead: a way that is nearly the same
 * goes there at once.
 */
function narrowPlaces() {
  let [before, now]: [number[], number[]] = [[], []]
  let at = 0
  let reached = -Infinity
  return {
    /** The way goes on from x; at less than it has reached, the next way begins. */
    from: (x: number): void => {
      if (x < reached) {
        ;[before, now] = [now, before]
        now.length = at = 0
      }
    },
    to: (x: number): void => void (reached = x),
    /** The step that went near x, or none that was narrow. */
    went: (x: number): number => {
      while (at < before.length && before[at] + 0.5 * before[at + 1] < x) at += 2
      return at < before.length && before[at] - 0.5 * before[at + 1] < x ? before[at + 1] : Infinity
    },
    keep: (x: number, step: number): void => void now.push(x, step),
  }
}

/**
 * One step from the state to `next`, its sums left as they are. The greatest error over what is allowed; no number
 * where there is no such step.
 */
function attempt(system: StiffSystem, relative: number, x: number, step: number, there: number): number {
  const n = system.size
  const diagonal = 1 / (step * GAMMA)
  const cells = n * n
  for (let at = 0; at < cells; at++) matrix[at] = -jacobian[at]
  for (let i = 0; i < n; i++) matrix[i * n + i] += diagonal
  if (!factor(matrix, n, pivot)) return NaN
  const inverse = 1 / step
  for (let i = 0; i < n; i++) k1[i] = f0[i] + 0.5 * step * slope[i]
  solve(matrix, n, pivot, k1)
  for (let i = 0; i < n; i++) k2[i] = f0[i] + 4 * inverse * k1[i] + 1.5 * step * slope[i]
  solve(matrix, n, pivot, k2)
  for (let i = 0; i < n; i++) next[i] = y[i] + 2 * k1[i]
  if (!system.possible(next)) return NaN
  system.place(x + step, there)
  system.rate(there, next, f3)
  for (let i = 0; i < n; i++) k3[i] = f3[i] + inverse * (k1[i] - k2[i])
  solve(matrix, n, pivot, k3)
  for (let i = 0; i < n; i++) next[i] += k3[i]
  if (!system.possible(next)) return NaN
  system.rate(there, next, f4)
  for (let i = 0; i < n; i++) k4[i] = f4[i] + inverse * (k1[i] - k2[i] - (8 / 3) * k3[i])
  solve(matrix, n, pivot, k4)
  let worst = 0
  for (let i = 0; i < n; i++) {
    next[i] += k4[i]
    const error = Math.abs(k4[i]) / (allowed[i] + relative * Math.max(Math.abs(y[i]), Math.abs(next[i])))
    if (!(error <= worst)) worst = error
  }
  return system.possible(next) ? worst : NaN
}

/** The sums over a step that is taken: the same method’s, with its stages put together. */
function sumUp(n: number, all: number, step: number): void {
  const third = (GAMMA * step) / 3
  const sixth = step / 6
  for (let i = 0; i < n; i++) joined[i] = third * (5 * k1[i] - k2[i] - k3[i] + 3 * k4[i])
  const j0 = joined[0]
  const j1 = joined[1]
  const j2 = joined[2]
  for (let i = n, at = n * n; i < all; i++) {
    let sum = sixth * (4 * f0[i] + step * slope[i] - f3[i] + 3 * f4[i])
    if (n === 3) {
      sum += jacobian[at] * j0 + jacobian[at + 1] * j1 + jacobian[at + 2] * j2
      at += 3
    } else for (let j = 0; j < n; j++, at++) sum += jacobian[at] * joined[j]
    next[i] = y[i] + sum
  }
}

/**
 * Marches a stiff system by a Rosenbrock method of order 3 with an embedded one of order 2: stiffly accurate, L-stable,
 * three rates and one matrix a step.
 * A way that is gone again and again (x from its start) keeps in mind where its steps were refused.
 * Source: RODAS3, Sandu, Verwer, Blom, Spee, Carmichael & Potra, Atmospheric Environment 31 (1997) 3459; coefficients
 * as Hairer & Wanner transform them (Solving ODEs II, IV.7), from memory, their order is tested.
 * Sums of rates that cancel in f cancel in every step to rounding: mass and energy are kept whatever the step.
 * Error: each step's, against `relative` of each value plus `absolute`; sums have no say in it.
 */
export function marchStiff(
  system: StiffSystem,
  { relative, absolute, firstStep }: { relative: number; absolute: Float64Array; firstStep: number },
): StiffMarch {
  const { size: n, sums } = system
  const all = n + sums
  if (all > MOST) throw new RangeError(`A stiff system of ${all} values: at most ${MOST}`)
  const state = new Float64Array(all)
  /**
   * Next step to try, what to begin with, and how many were taken and refused: an array, so that no number is put on
   * the heap.
   */
  const kept = Float64Array.of(firstStep, firstStep, 0, 0)

  const narrows = narrowPlaces()

  const advance = (start: number, end: number, hint = kept[0]): number => {
    let h = hint
    let first = true
    let x = start
    let here = 0
    let fresh = true
    let again = false
    y.set(state)
    allowed.set(absolute)
    system.begin()
    system.place(x, here)
    narrows.from(x)
    while (x < end) {
      const left = end - x
      const went = fresh ? narrows.went(x) : Infinity
      const warned = went < h
      if (warned) h = went
      // no crumb is left over
      const step = h >= left * 0.999 ? left : h > 0.5 * left ? 0.5 * left : h
      if (!(step > 1e-13 * (1 + Math.abs(x)))) break
      if (fresh) {
        system.linear(here, y, f0, jacobian, slope)
        fresh = false
      }
      const worst = attempt(system, relative, x, step, 1 - here)
      if (!(worst <= 1)) {
        kept[3]++
        again = true
        h = step * (worst > 1 ? Math.max(0.2, 0.93 / Math.cbrt(worst)) : 0.25)
        continue
      }
      sumUp(n, all, step)
      if (again || (warned && worst > STILL_NARROW)) {
        narrows.keep(x, step)
        again = true
      }
      kept[2]++
      if (first) kept[1] = step * Math.min(GROWS, 0.7 / Math.cbrt(Math.max(worst, 1e-6)))
      first = false
      x = step === left ? end : x + step
      for (let i = 0; i < all; i++) y[i] = next[i]
      here = 1 - here
      fresh = true
      const grown = step * Math.min(again ? 1 : GROWS, 0.93 / Math.cbrt(Math.max(worst, 1e-6)))
      again = false
      // a step cut short by an end says nothing against the length before it
      h = step < h ? Math.max(Math.min(h, 4 * step), grown) : grown
    }
    for (let i = 0; i < all; i++) state[i] = y[i]
    kept[0] = h
    narrows.to(x)
    return x
  }
  return { y: state, advance, began: () => kept[1], steps: () => ({ taken: kept[2], refused: kept[3] }) }
}
