/**
 * Moment coefficient of a smooth disc turning in a casing, both faces.
 * Source: Daily & Nece (1960), four regimes (constants from memory); the greatest of the four governs.
 * Valid: gap/radius 0.01-0.2, Reynolds number w a^2/nu 1e3-1e7. Error: 10 % in range.
 */
export function dailyNeceMomentCoefficient(
  reynolds: number,
  gapRatio: number,
): { coefficient: number; regime: 1 | 2 | 3 | 4 } {
  const candidates = [
    (2 * Math.PI) / (gapRatio * reynolds),
    3.7 * gapRatio ** 0.1 * reynolds ** -0.5,
    0.08 * gapRatio ** (-1 / 6) * reynolds ** -0.25,
    0.102 * gapRatio ** 0.1 * reynolds ** -0.2,
  ]
  const coefficient = Math.max(...candidates)
  return { coefficient, regime: (candidates.indexOf(coefficient) + 1) as 1 | 2 | 3 | 4 }
}

/** Friction torque of both faces of a disc, N m: 0.5 Cm rho w^2 a^5. Zero at standstill. */
export function discFrictionTorque(disc: {
  radiusM: number
  gapM: number
  speedRadPerS: number
  densityKgPerM3: number
  viscosityPaS: number
}): number {
  const { radiusM, speedRadPerS: w, densityKgPerM3 } = disc
  if (w < 1e-6) return 0
  const reynolds = (densityKgPerM3 * w * radiusM ** 2) / disc.viscosityPaS
  const { coefficient } = dailyNeceMomentCoefficient(reynolds, Math.max(0.005, disc.gapM / radiusM))
  return 0.5 * coefficient * densityKgPerM3 * w * w * radiusM ** 5
}
