import type { EngineMachine } from '../../../project/document'

/** What of an engine is looked at one by one, and over what stretch of the shaft’s turn it comes back. */
export interface Members {
  readonly name: 'cylinder' | 'flank'
  readonly count: number
  /** The places of one’s chambers among all of them. */
  readonly chambers: (which: number) => readonly number[]
  readonly chamberNames: readonly string[]
  /** Degrees of the shaft after which everything is as it was. */
  readonly periodDeg: number
  /** Where the dial stands for one of them, degrees: the crank, or what a flank faces. */
  readonly dial: (angleDeg: number, which: number) => number
}

export function membersOf(m: EngineMachine): Members {
  if (m.family === 'three-flank-engine')
    return {
      name: 'flank',
      count: 3,
      chambers: (which) => [which],
      chamberNames: ['between flank and wall'],
      periodDeg: 1080,
      dial: (angle, which) => (angle / 3 + 120 * which) % 360,
    }
  const ends = m.family === 'double-acting-engine' ? 2 : 1
  return {
    name: 'cylinder',
    count: m.cylinders,
    chambers: (which) => Array.from({ length: ends }, (_, i) => which * ends + i),
    chamberNames: ends > 1 ? ['head end', 'crank end'] : ['above the piston'],
    periodDeg: 360,
    dial: (angle) => angle % 360,
  }
}
