import { GAMMA } from '../air'

/** Pressure ratio below which a flow is choked. */
export const CHOKED_RATIO = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1))
/** The flow function of a choked flow, 0.6847. */
export const CHOKED_FLOW = Math.sqrt(GAMMA * (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (GAMMA - 1)))
/**
 * Above this ratio the flow function is a straight line to nought: its own slope has no end there, which no engine has.
 */
const LINE_FROM = 0.999

const TERMS = 12
const HALF = (1 - CHOKED_RATIO) / 2
const MIDDLE = (1 + CHOKED_RATIO) / 2
const PER_HALF = 1 / HALF

/**
 * Powers of the seventh root between the choked ratio and one, as a Chebyshev series through as many points (by
 * discrete cosine sums), put in powers of the place between.
 */
const POWERS = (() => {
  const powers = new Float64Array(TERMS)
  let [before, chebyshev] = [new Float64Array(TERMS), new Float64Array(TERMS)]
  before[0] = chebyshev[1] = 1
  for (let k = 0; k < TERMS; k++) {
    let sum = 0
    for (let j = 0; j < TERMS; j++) {
      const angle = (Math.PI * (j + 0.5)) / TERMS
      sum += (MIDDLE + HALF * Math.cos(angle)) ** (1 / 7) * Math.cos(k * angle)
    }
    const coefficient = ((k === 0 ? 1 : 2) / TERMS) * sum
    before.forEach((power, i) => (powers[i] += coefficient * power))
    // T(k+1) = 2 x T(k) - T(k-1)
    const [last, this_] = [before, chebyshev]
    before = chebyshev
    chebyshev = this_.map((_, i) => 2 * (this_[i - 1] ?? 0) - last[i])
  }
  return powers
})()
const [P0, P1, P2, P3, P4, P5, P6, P7, P8, P9, P10, P11] = POWERS

/**
 * Seventh root between the choked ratio and one: within 1e-10, at an eighth of the time of a power. Even and odd powers
 * in two chains, which a processor works at together.
 */
function seventhRoot(ratio: number): number {
  const x = (ratio - MIDDLE) * PER_HALF
  const x2 = x * x
  const even = P0 + x2 * (P2 + x2 * (P4 + x2 * (P6 + x2 * (P8 + x2 * P10))))
  const odd = P1 + x2 * (P3 + x2 * (P5 + x2 * (P7 + x2 * (P9 + x2 * P11))))
  return even + x * odd
}

/**
 * Flow function psi of a compressible orifice and its slope, for a ratio of the pressures below and above: mass flow is
 * Cd A p psi / sqrt(R T).
 * Formula: choked 0.6847; else sqrt(2g/(g-1) (r^(2/g) - r^((g+1)/g))), with g = 7/5 by powers of r^(1/7); straight
 * above 0.999.
 * Valid: 0 to 1. Source: isentropic flow, NACA Report 1135 (1953); Saint-Venant & Wantzel (1839).
 */
export function flowFunction(ratio: number): number {
  if (ratio <= CHOKED_RATIO) return CHOKED_FLOW
  if (ratio > LINE_FROM) return (AT_LINE * (1 - ratio)) / (1 - LINE_FROM)
  const s = seventhRoot(ratio)
  const s2 = s * s
  const s10 = s2 * s2 * s2 * s2 * s2
  return Math.sqrt(7 * s10 * (1 - s2))
}

const AT_LINE = Math.sqrt(7 * (LINE_FROM ** (10 / 7) - LINE_FROM ** (12 / 7)))
const LINE_SLOPE = -AT_LINE / (1 - LINE_FROM)

/** The flow function and its slope over the ratio, into the first two places of an array. */
export function flowAndSlope(ratio: number, into: Float64Array): void {
  if (ratio <= CHOKED_RATIO) {
    into[0] = CHOKED_FLOW
    into[1] = 0
    return
  }
  if (ratio > LINE_FROM) {
    into[0] = (AT_LINE * (1 - ratio)) / (1 - LINE_FROM)
    into[1] = LINE_SLOPE
    return
  }
  const s = seventhRoot(ratio)
  const s2 = s * s
  const s10 = s2 * s2 * s2 * s2 * s2
  const psi = Math.sqrt(7 * s10 * (1 - s2))
  into[0] = psi
  into[1] = (s2 * s * (5 - 6 * s2)) / psi
}
