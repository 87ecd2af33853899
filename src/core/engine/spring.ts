/** A helical spring of round wire under compression, ends closed and ground. */
export interface HelicalSpring {
  readonly wireM: number
  readonly outerM: number
  /** Coils that work; two more lie dead at the ends. */
  readonly coils: number
  readonly freeM: number
  /** Where the ball sits. */
  readonly seatedM: number
  readonly solidM: number
  /** Shear stress in the wire where it is pressed furthest, Pa. */
  readonly stressPa: number
}

/** Shear modulus of spring steel, Pa. Handbook value, from memory. */
const SHEAR_PA = 79.3e9
/**
 * Shear that music wire stands at rest without set, Pa: 45 % of its strength, A / d^m with A = 2211 MPa mm^m, m =
 * 0.145.
 * Source: Shigley, Mechanical Engineering Design, tables on spring wire; from memory.
 */
const standsPa = (wireM: number): number => (0.45 * 2211e6) / (wireM * 1e3) ** 0.145
/** Wires that springs of this size are sold in, m. Common practice, no source. */
const WIRES_M = [
  0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3, 3.2, 3.5, 4,
  4.5, 5,
].map((mm) => mm * 1e-3)
const FEWEST = 2.5
const MOST_COILS = 14
const DEAD = 2

/**
 * Rate of a helical spring, N/m: G d^4 / (8 D^3 n). Source: Shigley, Mechanical Engineering Design, chapter on springs.
 */
export const springRate = (wireM: number, meanM: number, coils: number): number =>
  (SHEAR_PA * wireM ** 4) / (8 * meanM ** 3 * coils)

/**
 * Shear stress at a force, Pa, with the curvature of the wire (Wahl): K 8 F D / (pi d^3), K = (4C-1)/(4C-4) + 0.615/C.
 */
export function springStress(forceN: number, wireM: number, meanM: number): number {
  const c = meanM / wireM
  const k = (4 * c - 1) / (4 * c - 4) + 0.615 / c
  return (k * 8 * forceN * meanM) / (Math.PI * wireM ** 3)
}

/**
 * The spring to look for that pushes with a force where it sits and has a rate: the thinnest wire on sale that stands
 * it. Null where none does.
 * @param room how far it is pressed beyond where it sits.
 */
export function springFor(forceN: number, stiffnessNPerM: number, outerM: number, roomM: number): HelicalSpring | null {
  for (const wireM of WIRES_M) {
    const meanM = outerM - wireM
    if (meanM < 3 * wireM) break
    const coils = springRate(wireM, meanM, 1) / stiffnessNPerM
    const stressPa = springStress(forceN + stiffnessNPerM * roomM, wireM, meanM)
    if (coils < FEWEST || stressPa > standsPa(wireM)) continue
    if (coils > MOST_COILS) break
    const solidM = (coils + DEAD) * wireM
    const seatedM = solidM + roomM
    return { wireM, outerM, coils, solidM, seatedM, freeM: seatedM + forceN / stiffnessNPerM, stressPa }
  }
  return null
}
