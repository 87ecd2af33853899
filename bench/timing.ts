/** Median, least and most of some times, ms. */
export interface Times {
  readonly medianMs: number
  readonly leastMs: number
  readonly mostMs: number
  readonly repeats: number
}

export function summary(times: readonly number[]): Times {
  const sorted = [...times].sort((a, b) => a - b)
  const round = (x: number) => Math.round(x * 100) / 100
  return {
    medianMs: round(sorted[Math.floor(sorted.length / 2)]),
    leastMs: round(sorted[0]),
    mostMs: round(sorted[sorted.length - 1]),
    repeats: sorted.length,
  }
}

/** Times a piece of work after some runs that do not count. */
export async function timed(repeats: number, warmUp: number, work: (i: number) => unknown): Promise<Times> {
  const times: number[] = []
  for (let i = -warmUp; i < repeats; i++) {
    const started = performance.now()
    await work(i)
    if (i >= 0) times.push(performance.now() - started)
  }
  return summary(times)
}
