/**
 * Least and greatest values of a trace, for one column of a picture each; columns without a reading are left out. NaN
 * where a column holds only a gap.
 */
export interface TraceView {
  readonly timeS: Float64Array
  readonly least: Float32Array
  readonly most: Float32Array
}

const FACTOR = 8

/** A finished trace as plain data, to cross from one thread to another: readings and the blocks above them. */
export interface PackedTrace {
  readonly times: Float64Array<ArrayBuffer>
  readonly values: Float32Array<ArrayBuffer>
  readonly levels: readonly { readonly least: Float32Array<ArrayBuffer>; readonly most: Float32Array<ArrayBuffer> }[]
}

/** Numbers that grow by doubling. */
class Floats {
  length: number
  constructor(public data: Float32Array<ArrayBuffer> = new Float32Array(4096)) {
    this.length = 0
  }
  /** All that is there, and no more of it. */
  static of(data: Float32Array<ArrayBuffer>): Floats {
    const made = new Floats(data)
    made.length = data.length
    return made
  }
  push(value: number): void {
    if (this.length === this.data.length) {
      const wider = new Float32Array(2 * this.data.length)
      wider.set(this.data)
      this.data = wider
    }
    this.data[this.length++] = value
  }
}

interface Level {
  readonly least: Floats
  readonly most: Floats
}

/**
 * A trace that grows while it is looked at: every reading, and above it the least and greatest of each 8, 64, 512, … of
 * them.
 * `push` takes amortised constant time; `view` looks at some tens of numbers for each column, however long the trace
 * is.
 * Values are kept as 32-bit floats: seven digits, enough for a picture and not for a count.
 */
export class TracePyramid {
  private times: Float64Array<ArrayBuffer> = new Float64Array(4096)
  length = 0
  private values = new Floats()
  private levels: Level[] = []

  /** A trace that is finished. */
  static unpacked({ times, values, levels }: PackedTrace): TracePyramid {
    const trace = new TracePyramid()
    trace.times = times
    trace.length = times.length
    trace.values = Floats.of(values)
    trace.levels = levels.map(({ least, most }) => ({ least: Floats.of(least), most: Floats.of(most) }))
    return trace
  }

  /** Appends a reading; its time must not be before the last one's. NaN is a gap. */
  push(timeS: number, value: number): void {
    if (this.length === this.times.length) {
      const wider = new Float64Array(2 * this.times.length)
      wider.set(this.times)
      this.times = wider
    }
    this.times[this.length++] = timeS
    this.values.push(value)
    for (let k = 0, size = FACTOR; this.length % size === 0; k++, size *= FACTOR) this.close(k)
  }

  /** Closes a block of a level: its least and greatest from the eight below. */
  private close(k: number): void {
    this.levels[k] ??= { least: new Floats(), most: new Floats() }
    const below = k === 0 ? { least: this.values, most: this.values } : this.levels[k - 1]
    let least = NaN
    let most = NaN
    for (let i = below.least.length - FACTOR; i < below.least.length; i++) {
      const [low, high] = [below.least.data[i], below.most.data[i]]
      if (!(least <= low)) least = Number.isNaN(low) ? least : low
      if (!(most >= high)) most = Number.isNaN(high) ? most : high
    }
    this.levels[k].least.push(least)
    this.levels[k].most.push(most)
  }

  get firstS(): number {
    return this.length > 0 ? this.times[0] : 0
  }

  /** Readings from one time to another. */
  count(fromS: number, toS: number): number {
    return this.indexAt(toS) - this.indexAt(fromS)
  }

  get lastS(): number {
    return this.length > 0 ? this.times[this.length - 1] : 0
  }

  /** First reading at or after a time. */
  private indexAt(timeS: number): number {
    let low = 0
    let high = this.length
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.times[middle] < timeS) low = middle + 1
      else high = middle
    }
    return low
  }

  /** Least and greatest of readings [from, to), by the largest blocks that fit. */
  private between(from: number, to: number): [number, number] {
    let least = Infinity
    let most = -Infinity
    for (let i = from; i < to;) {
      let k = -1
      let size = 1
      while (this.levels[k + 1] && i % (size * FACTOR) === 0 && i + size * FACTOR <= to) {
        size *= FACTOR
        k++
      }
      const low = k < 0 ? this.values.data[i] : this.levels[k].least.data[i / size]
      const high = k < 0 ? this.values.data[i] : this.levels[k].most.data[i / size]
      if (low < least) least = low
      if (high > most) most = high
      i += size
    }
    return least === Infinity ? [NaN, NaN] : [least, most]
  }

  /** The trace from one time to another in at most so many columns of equal width; exact: no reading is passed over. */
  view(fromS: number, toS: number, columns: number): TraceView {
    const timeS = new Float64Array(columns)
    const least = new Float32Array(columns)
    const most = new Float32Array(columns)
    const width = (toS - fromS) / columns
    let from = this.indexAt(fromS)
    let n = 0
    for (let c = 0; c < columns; c++) {
      const to = this.indexAt(c === columns - 1 ? toS : fromS + (c + 1) * width)
      if (to > from) {
        timeS[n] = to - from === 1 ? this.times[from] : fromS + (c + 0.5) * width
        ;[least[n], most[n]] = this.between(from, to)
        n++
      }
      from = to
    }
    return { timeS: timeS.subarray(0, n), least: least.subarray(0, n), most: most.subarray(0, n) }
  }
}

/** All readings of a finished recording at once, with the blocks above them. Times must not fall. O(n). */
export function packTrace(times: Float64Array, from: Float64Array): PackedTrace {
  const values = Float32Array.from(from)
  const levels: { least: Float32Array<ArrayBuffer>; most: Float32Array<ArrayBuffer> }[] = []
  let below = { least: values, most: values }
  while (below.least.length >= FACTOR) {
    const n = Math.floor(below.least.length / FACTOR)
    const level = { least: new Float32Array(n), most: new Float32Array(n) }
    for (let i = 0; i < n; i++) {
      let [least, most] = [NaN, NaN]
      for (let j = i * FACTOR; j < (i + 1) * FACTOR; j++) {
        const [low, high] = [below.least[j], below.most[j]]
        if (!(least <= low)) least = Number.isNaN(low) ? least : low
        if (!(most >= high)) most = Number.isNaN(high) ? most : high
      }
      level.least[i] = least
      level.most[i] = most
    }
    levels.push(level)
    below = level
  }
  return { times: Float64Array.from(times), values, levels }
}
