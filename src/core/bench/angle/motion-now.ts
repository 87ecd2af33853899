/** Gaps from which the way on is judged. */
export const MEMORY = 7
/** So many times as many where their speeds scatter by this share, and the many by no more than so many times the few. */
export const LONG = 4
const [SCATTERED, AS_WELL] = [0.04, 2.5] as const

interface Motion {
  readonly speed: number
  readonly growth: number
  /** By how much the gaps' own speeds lie off it, over it. */
  readonly off: number
}

/** A straight line through the speeds of the last `most` gaps by least squares, at their end. In marks per second. */
function lineOver(times: readonly number[], marks: readonly number[], most: number): Motion {
  const last = times.length - 1
  const first = Math.max(1, last - most + 1)
  const n = last - first + 1
  let [st, sv, stt, stv, svv] = [0, 0, 0, 0, 0]
  for (let i = first; i <= last; i++) {
    const t = 0.5 * (times[i] + times[i - 1]) - times[last]
    const v = marks[i] / (times[i] - times[i - 1])
    st += t
    sv += v
    stt += t * t
    stv += t * v
    svv += v * v
  }
  const spread = n * stt - st * st
  const growth = n > 2 && spread > 0 ? (n * stv - st * sv) / spread : 0
  const speed = (sv - growth * st) / n
  const square = svv - speed * sv - growth * stv
  return { speed, growth, off: Math.sqrt(Math.max(0, square) / Math.max(1, n - 2)) / speed }
}

/**
 * Speed and its growth where a walk has come to, from its last gaps; from more of them where those scatter, and the
 * more lie on one line nearly as well as the few.
 */
export function motionNow(times: readonly number[], marks: readonly number[]): Motion {
  const few = lineOver(times, marks, MEMORY)
  if (few.off < SCATTERED || times.length <= MEMORY + 1) return few
  const many = lineOver(times, marks, LONG * MEMORY)
  return many.off < AS_WELL * few.off ? many : few
}

/** Time to the m-th next mark at a speed that grows; infinite where it would come to rest before. */
export function timeTo(m: number, speed: number, growth: number): number {
  const root = speed * speed + 2 * growth * m
  if (!(root > 0)) return Infinity
  return (2 * m) / (speed + Math.sqrt(root))
}
