/**
 * Greatest hoop stress in the wall of a cylinder under inner pressure, Pa: at its bore.
 * Formula: p (b^2 + a^2) / (b^2 - a^2). Valid: elastic, far from ends. Source: Lame (1852).
 */
export const cylinderHoopStress = (gaugePa: number, boreRadiusM: number, wallM: number): number => {
  const [a, b] = [boreRadiusM, boreRadiusM + wallM]
  return (gaugePa * (b * b + a * a)) / (b * b - a * a)
}

/**
 * Greatest bending stress of a round flat plate held at its rim under even pressure, Pa: at the rim.
 * Formula: 3 p a^2 / (4 t^2). Valid: thin, small deflection. Source: Timoshenko and Woinowsky-Krieger, Theory of Plates
 * and Shells, art. 16.
 */
export const clampedPlateStress = (gaugePa: number, radiusM: number, thicknessM: number): number =>
  0.75 * gaugePa * (radiusM / thicknessM) ** 2
