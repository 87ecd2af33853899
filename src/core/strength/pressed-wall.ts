/**
 * Greatest hoop stress in the wall of a cylinder under inner pressure, Pa: at its bore.
 * Formula: p (b^2 + a^2) / (b^2 - a^2). Valid: elastic, far from ends. Source: Lame (1852).
 */
export const cylinderHoopStress = (gaugePa: number, boreRadiusM: number, wallM: number): number => {
  const [a, b] = [boreRadiusM, boreRadiusM + wallM]
  return (gaugePa * (b * b + a * a)) / (b * b - a * a)
}
