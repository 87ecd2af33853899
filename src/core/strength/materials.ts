/**
 * What a part is made of. Strengths are estimates of common practice for printed parts, not certificates;
 * `standardUncertainty` of strength is about a quarter.
 */
export interface Material {
  readonly id: string
  readonly label: string
  readonly densityKgPerM3: number
  readonly poissonRatio: number
  readonly elasticModulusPa: number
  /** Tensile strength of the bulk material at 20 degC. */
  readonly tensileStrengthPa: number
  /** What is left across the layers (1: no layers). */
  readonly acrossLayers: number
  /** Above this the part goes soft. */
  readonly softeningK: number
}

const c = (celsius: number) => celsius + 273.15

export const MATERIALS: readonly Material[] = [
  {
    id: 'pla',
    label: 'PLA, printed',
    densityKgPerM3: 1240,
    poissonRatio: 0.36,
    elasticModulusPa: 3.3e9,
    tensileStrengthPa: 50e6,
    acrossLayers: 0.6,
    softeningK: c(55),
  },
  {
    id: 'petg',
    label: 'PETG, printed',
    densityKgPerM3: 1270,
    poissonRatio: 0.38,
    elasticModulusPa: 2.0e9,
    tensileStrengthPa: 45e6,
    acrossLayers: 0.65,
    softeningK: c(75),
  },
  {
    id: 'abs',
    label: 'ABS or ASA, printed',
    densityKgPerM3: 1050,
    poissonRatio: 0.37,
    elasticModulusPa: 2.0e9,
    tensileStrengthPa: 38e6,
    acrossLayers: 0.5,
    softeningK: c(95),
  },
  {
    id: 'resin',
    label: 'Tough resin, printed',
    densityKgPerM3: 1150,
    poissonRatio: 0.38,
    elasticModulusPa: 2.2e9,
    tensileStrengthPa: 45e6,
    acrossLayers: 0.95,
    softeningK: c(60),
  },
  {
    id: 'nylon',
    label: 'Nylon, printed',
    densityKgPerM3: 1130,
    poissonRatio: 0.39,
    elasticModulusPa: 1.6e9,
    tensileStrengthPa: 50e6,
    acrossLayers: 0.65,
    softeningK: c(80),
  },
  {
    id: 'aluminium',
    label: 'Aluminium 6061-T6',
    densityKgPerM3: 2700,
    poissonRatio: 0.33,
    elasticModulusPa: 69e9,
    tensileStrengthPa: 310e6,
    acrossLayers: 1,
    softeningK: c(150),
  },
  {
    id: 'brass',
    label: 'Brass',
    densityKgPerM3: 8500,
    poissonRatio: 0.34,
    elasticModulusPa: 100e9,
    tensileStrengthPa: 340e6,
    acrossLayers: 1,
    softeningK: c(200),
  },
  {
    id: 'steel',
    label: 'Mild steel',
    densityKgPerM3: 7850,
    poissonRatio: 0.3,
    elasticModulusPa: 207e9,
    tensileStrengthPa: 400e6,
    acrossLayers: 1,
    softeningK: c(300),
  },
]

/** The material by its id; ids are checked at the edge. */
export function materialById(id: string): Material {
  const found = MATERIALS.find((m) => m.id === id)
  if (!found) throw new RangeError(`Unknown material ${id}`)
  return found
}

/**
 * Strength a part can be counted on for, Pa: bulk strength times infill share, layer knock-down and a straight fall to
 * nothing between 20 degC and 20 K above softening.
 * Estimate (common practice); standard uncertainty 25 %.
 */
export function allowableStrength(
  material: Material,
  print: { infill: number; loadedAcrossLayers: boolean; temperatureK: number },
): number {
  const hot = Math.max(0, Math.min(1, 1 - (print.temperatureK - 293.15) / (material.softeningK + 20 - 293.15)))
  return material.tensileStrengthPa * print.infill * (print.loadedAcrossLayers ? material.acrossLayers : 1) * hot
}
