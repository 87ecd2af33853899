/**
 * Force that presses a nozzle insert out of its seat, N: gauge pressure on the whole face that it seals, thrust of the
 * jet left out (it pushes the other way).
 * An upper figure: a leak at the seal lowers it. Source: pressure times area.
 */
export const pushOutForce = (sealedDiameterM: number, gaugePressurePa: number): number =>
  (Math.PI / 4) * sealedDiameterM ** 2 * Math.max(0, gaugePressurePa)

/**
 * Share of tensile strength that plastic stands in shear (Tresca), and the factor kept in hand for a print (common
 * practice).
 */
const SHEAR_SHARE = 0.5
const RESERVE = 4

/** Least thickness of a shoulder that keeps an insert in by shear of its ring, m. Estimate with a reserve of four. */
export const shoulderThickness = (forceN: number, diameterM: number, allowablePa: number): number =>
  (RESERVE * forceN) / (Math.PI * diameterM * SHEAR_SHARE * allowablePa)

/**
 * Length of a cross screw that must bear on the plastic, m: bearing stress on its diameter. Estimate with a reserve of
 * four.
 */
export const screwEngagement = (forceN: number, screwDiameterM: number, allowablePa: number): number =>
  (RESERVE * forceN) / (screwDiameterM * allowablePa)
