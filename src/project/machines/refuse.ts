/** Says of a machine's figures what cannot be: the field by its path within the machine, and what is wrong. */
export type Refuse = (path: string | readonly string[], message: string) => void

export const mmWords = (m: number): string => `${(m * 1000).toFixed(1)} mm`

/** Blades must leave a disc round the hub, and a passage at their roots. `radialM` is their length along the radius. */
export function checkBlades(
  refuse: Refuse,
  m: {
    readonly meanRadiusM: number
    readonly hubRadiusM: number
    readonly bladeCount: number
    readonly bladeThicknessM: number
  },
  radialM: number,
): void {
  const root = m.meanRadiusM - radialM / 2
  if (root <= m.hubRadiusM + 1e-3)
    refuse('hubRadiusM', `the blades begin at ${mmWords(root)}: the hub must leave at least 1 mm of disc inside that`)
  if (m.bladeCount * m.bladeThicknessM > 0.8 * 2 * Math.PI * root)
    refuse('bladeCount', 'so many blades of this thickness leave no passage at their roots')
}
