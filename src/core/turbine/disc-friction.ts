/**
 * Moment coefficient of a smooth disc turning in a casing, both faces, against Reynolds number w a^2/nu.
 * Source: Daily & Nece (1960), four regimes (constants from memory); the greatest of the four governs.
 * Valid: gap/radius 0.01-0.2, Reynolds number 1e3-1e7. Error: 10 % in range.
 */
function momentCoefficients(gapRatio: number): (reynolds: number) => readonly [number, number, number, number] {
  const narrow = (2 * Math.PI) / gapRatio
  const [wider, less] = [gapRatio ** 0.1, gapRatio ** (-1 / 6)]
  return (reynolds) => {
    const root = 1 / Math.sqrt(reynolds)
    return [narrow / reynolds, 3.7 * wider * root, 0.08 * less * Math.sqrt(root), 0.102 * wider * reynolds ** -0.2]
  }
}

/** The governing coefficient and its regime; see `momentCoefficients`. */
export function dailyNeceMomentCoefficient(
  reynolds: number,
  gapRatio: number,
): { coefficient: number; regime: 1 | 2 | 3 | 4 } {
  const candidates = momentCoefficients(gapRatio)(reynolds)
  const coefficient = Math.max(...candidates)
  return { coefficient, regime: (candidates.indexOf(coefficient) + 1) as 1 | 2 | 3 | 4 }
}

interface DiscInCasing {
  readonly radiusM: number
  readonly gapM: number
  readonly densityKgPerM3: number
  readonly viscosityPaS: number
}

/** Friction torque of both faces of a disc over its speed, N m: 0.5 Cm rho w^2 a^5. Zero at standstill. */
export function discFriction({
  radiusM,
  gapM,
  densityKgPerM3,
  viscosityPaS,
}: DiscInCasing): (speedRadPerS: number) => number {
  const coefficients = momentCoefficients(Math.max(0.005, gapM / radiusM))
  const reynoldsAtOne = (densityKgPerM3 * radiusM ** 2) / viscosityPaS
  const torqueAtOne = 0.5 * densityKgPerM3 * radiusM ** 5
  return (w) => {
    if (w < 1e-6) return 0
    const [a, b, c, d] = coefficients(reynoldsAtOne * w)
    return Math.max(a, b, c, d) * torqueAtOne * w * w
  }
}

/** Friction torque of both faces of a disc at one speed, N m; see `discFriction`. */
export const discFrictionTorque = ({
  speedRadPerS,
  ...disc
}: DiscInCasing & { readonly speedRadPerS: number }): number => discFriction(disc)(speedRadPerS)
