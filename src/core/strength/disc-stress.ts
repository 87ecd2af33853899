/** A spinning disc of even thickness. `boreRadiusM` 0 for a solid disc. */
export interface SpinningDisc {
  readonly boreRadiusM: number
  readonly outerRadiusM: number
  readonly densityKgPerM3: number
  readonly poissonRatio: number
  readonly speedRadPerS: number
}

/**
 * Greatest hoop stress of a spinning disc of even thickness, Pa: at the centre when solid, at the bore when annular.
 * Formula: solid (3+nu)/8 rho w^2 b^2; annular (3+nu)/4 rho w^2 (b^2 + (1-nu)/(3+nu) a^2).
 * Valid: thin disc (plane stress), elastic. Source: Timoshenko & Goodier, Theory of Elasticity, rotating discs.
 */
export function discPeakHoopStress(disc: SpinningDisc): number {
  const { boreRadiusM: a, outerRadiusM: b, poissonRatio: nu } = disc
  const scale = disc.densityKgPerM3 * disc.speedRadPerS ** 2
  if (a <= 0) return ((3 + nu) / 8) * scale * b * b
  return ((3 + nu) / 4) * scale * (b * b + ((1 - nu) / (3 + nu)) * a * a)
}

/** Radial and hoop stress at a radius of a spinning disc of even thickness, Pa. Same source and range as the peak. */
export function discStressAt(disc: SpinningDisc, radiusM: number): { radialPa: number; hoopPa: number } {
  const { boreRadiusM: a, outerRadiusM: b, poissonRatio: nu } = disc
  const scale = ((3 + nu) / 8) * disc.densityKgPerM3 * disc.speedRadPerS ** 2
  const r2 = radiusM * radiusM
  const rim = ((1 + 3 * nu) / (3 + nu)) * r2
  if (a <= 0) return { radialPa: scale * (b * b - r2), hoopPa: scale * (b * b - rim) }
  const cross = (a * a * b * b) / r2
  return { radialPa: scale * (a * a + b * b - cross - r2), hoopPa: scale * (a * a + b * b + cross - rim) }
}

/**
 * Hoop stress at the bore of a ring pulled outward at its rim by `rimPullPa`, Pa (Lame): 2 p b^2/(b^2-a^2); p when
 * solid.
 */
export const rimPullHoopStress = (rimPullPa: number, boreRadiusM: number, outerRadiusM: number): number =>
  boreRadiusM <= 0 ? rimPullPa : (2 * rimPullPa * outerRadiusM ** 2) / (outerRadiusM ** 2 - boreRadiusM ** 2)
