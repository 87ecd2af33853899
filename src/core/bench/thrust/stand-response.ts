/** A load cell with what stands on it: it rings at a frequency, and dies away. */
export interface Ring {
  readonly frequencyHz: number
  /** Of critical damping. */
  readonly dampingRatio: number
}

/**
 * What a stand at rest reads at a time after a push of tau^k began: the push itself behind its lag, and its ring.
 * Closed form of x'' + 2 zeta w x' + w^2 x = w^2 tau^k from rest, damping below critical.
 */
export function standReads(k: number, tauS: number, { frequencyHz, dampingRatio: zeta }: Ring): number {
  if (tauS <= 0) return 0
  const w = 2 * Math.PI * frequencyHz
  // what it settles to is a polynomial of the push's degree: its coefficients from the highest down
  const follows = new Array<number>(k + 3).fill(0)
  follows[k] = 1
  for (let j = k - 1; j >= 0; j--)
    follows[j] = ((-2 * zeta) / w) * (j + 1) * follows[j + 1] - ((j + 2) * (j + 1) * follows[j + 2]) / (w * w)
  const damped = w * Math.sqrt(1 - zeta * zeta)
  const a = -follows[0]
  const b = (zeta * w * a - follows[1]) / damped
  let settled = 0
  for (let j = k; j >= 0; j--) settled = settled * tauS + follows[j]
  return settled + Math.exp(-zeta * w * tauS) * (a * Math.cos(damped * tauS) + b * Math.sin(damped * tauS))
}
