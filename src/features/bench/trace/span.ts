/** What is looked at of a trace: from where to where, in what its axis counts. */
export interface Span {
  readonly from: number
  readonly to: number
}

/** A span brought into the whole, no narrower than `least`, as wide as it was where it can be. */
export function within({ from, to }: Span, whole: Span, least: number): Span {
  const width = Math.min(whole.to - whole.from, Math.max(least, to - from))
  const middle = (from + to) / 2
  const start = Math.min(whole.to - width, Math.max(whole.from, middle - width / 2))
  return { from: start, to: start + width }
}

/** Wider by a factor, or narrower below one, the place `at` left where it stands. */
export const zoomed = ({ from, to }: Span, by: number, at = (from + to) / 2): Span => ({
  from: at - (at - from) * by,
  to: at + (to - at) * by,
})

/** Moved on by a share of its width. */
export const moved = ({ from, to }: Span, share: number): Span => {
  const by = (to - from) * share
  return { from: from + by, to: to + by }
}
