export type Point = [number, number]

const distance = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1])

/** True when a run of points ends where it begins. */
export const closes = (points: readonly Point[], within: number): boolean =>
  points.length > 2 && distance(points[0], points[points.length - 1]) <= within

/**
 * Closed outlines from runs of points: those that close by themselves, and open ones joined end to end in either
 * direction.
 * Ends within `within` of each other meet. What stays open is counted.
 */
export function joinChains(runs: readonly (readonly Point[])[], within: number): { closed: Point[][]; open: number } {
  const closed: Point[][] = []
  const left = runs.filter((r) => r.length > 1).map((r) => [...r])
  let open = 0
  while (left.length > 0) {
    const chain = left.shift() as Point[]
    while (!closes(chain, within)) {
      const end = chain[chain.length - 1]
      // the nearest end that meets, its run turned round where it is the last point
      let best: { at: number; turned: boolean; away: number } | null = null
      left.forEach((run, at) => {
        for (const turned of [false, true]) {
          const away = distance(end, turned ? run[run.length - 1] : run[0])
          if (away <= within && (!best || away < best.away)) best = { at, turned, away }
        }
      })
      if (!best) break
      const { at, turned } = best as { at: number; turned: boolean }
      const [run] = left.splice(at, 1)
      chain.push(...(turned ? run.reverse() : run).slice(1))
    }
    if (closes(chain, within)) closed.push(chain.slice(0, -1))
    else if (left.some((r) => distance(r[0], chain[0]) <= within || distance(r[r.length - 1], chain[0]) <= within))
      left.push(chain.reverse())
    else open++
  }
  return { closed, open }
}
