import type { AngleTrace } from '../angle/repair'

/** Turns that show where the marks of a disc stand, at least; marks above which nobody counts single ones. */
const [LEAST_TURNS, MOST_MARKS] = [4, 64] as const

/**
 * Angle of marks that do not stand evenly on their disc: how early or late each of them comes in a turn, beside the
 * middle of a whole turn about it, in the mean over all turns, taken off. A turn holds each mark once, so that its
 * middle knows nothing of how they stand; what the speed does in a turn is alike for all of them.
 * `perMarkRad`: rotor's angle from one mark to the next, were they even. A trace of too few turns comes back as it is.
 */
export function evenMarks(trace: AngleTrace, perMarkRad: number, marksPerTurn: number): AngleTrace {
  const { timeS, angleRad } = trace
  const n = timeS.length
  if (!Number.isInteger(marksPerTurn) || marksPerTurn < 2 || marksPerTurn > MOST_MARKS) return trace
  const number = Array.from(angleRad, (a) => Math.round((a - angleRad[0]) / perMarkRad))
  const half = Math.floor(marksPerTurn / 2)
  // of an even number the first and the last of a turn are the same mark, half of it each
  const ends = marksPerTurn % 2 === 0 ? 0.5 : 1
  const early = Array.from({ length: marksPerTurn }, () => ({ sum: 0, turns: 0 }))
  for (let i = half; i + half < n; i++) {
    if (number[i + half] - number[i - half] !== 2 * half) continue
    let middle = 0
    for (let k = -half; k <= half; k++) middle += (Math.abs(k) === half ? ends : 1) * timeS[i + k]
    const gap = (timeS[i + half] - timeS[i - half]) / (2 * half)
    const mark = early[number[i] % marksPerTurn]
    mark.sum += (middle / marksPerTurn - timeS[i]) / gap
    mark.turns++
  }
  if (early.some((m) => m.turns < LEAST_TURNS)) return trace
  const by = early.map((m) => m.sum / m.turns)
  const mean = by.reduce((a, b) => a + b, 0) / marksPerTurn
  // a mark that comes early stands before its place
  return { ...trace, angleRad: angleRad.map((a, i) => a - (by[number[i] % marksPerTurn] - mean) * perMarkRad) }
}
