/**
 * What never comes nearer to nothing than this share of its most is looked at by itself: a regulator's droop would be a
 * flat line.
 */
const FAR = 0.6

/** From this share of a limit on a trace has come near it; one that is as high all the while has not. */
export const NEAR = { rises: 0.5, stands: 0.85 } as const

/** What the trace shows, with its limit once it comes near, and never less than a little. */
export function rangeOf(
  low: number,
  high: number,
  most: number | null,
  predicted: number | null,
  share: number = NEAR.rises,
): [number, number] {
  if (!Number.isFinite(low) || !Number.isFinite(high)) return [0, most ?? predicted ?? 1]
  const near = [predicted, most].filter((v): v is number => v !== null && high > share * v)
  const top = Math.max(high, ...near.map((v) => 1.08 * v))
  const bottom = low > FAR * top ? low - 0.06 * (top - low) : Math.min(0, low)
  const span = top - bottom
  return [bottom, top + 0.06 * (span || 1)]
}
