const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

type Estimate = readonly [value: number, standardUncertainty: number]

/**
 * What version 3 took as plain estimates, by family, where version 4 knows better: the old figure, then the new one.
 * Figures that a maker changed are kept.
 */
const EVERYWHERE: Readonly<Record<string, readonly [Estimate, Estimate]>> = {
  entrainment: [
    [1, 0.2],
    [1.2, 0.25],
  ],
  ventilation: [
    [1, 0.35],
    [1, 0.5],
  ],
}
const JETS = {
  capture: [
    [0.55, 0.1],
    [0.7, 0.12],
  ],
} as const
const SEATS = {
  leakage: [
    [1, 0.4],
    [1.5, 0.6],
  ],
  bearing: [
    [1, 0.5],
    [2, 0.8],
  ],
} as const
const OF_FAMILY: Readonly<Record<string, Readonly<Record<string, readonly [Estimate, Estimate]>>>> = {
  'tangential-impulse': JETS,
  'turbine-compressor': JETS,
  'radial-inflow': {
    capture: [
      [0.85, 0.08],
      [0.55, 0.15],
    ],
    passage: [
      [0.8, 0.08],
      [0.75, 0.1],
    ],
    ...SEATS,
  },
  axial: {
    capture: [
      [0.85, 0.12],
      [0.4, 0.15],
    ],
    ...SEATS,
  },
  'reaction-rotor': {
    capture: [
      [0.55, 0.1],
      [0.85, 0.18],
    ],
  },
}

function coefficientsV4(coefficients: Record<string, unknown>, family: unknown): Record<string, unknown> {
  const better = { ...EVERYWHERE, ...(typeof family === 'string' ? OF_FAMILY[family] : {}) }
  return Object.fromEntries(
    Object.entries(coefficients).map(([name, held]) => {
      const change = better[name]
      if (!change || !isObject(held)) return [name, held]
      const [[value, standardUncertainty], [newValue, newUncertainty]] = change
      return [
        name,
        held.value === value && held.standardUncertainty === standardUncertainty
          ? { value: newValue, standardUncertainty: newUncertainty }
          : held,
      ]
    }),
  )
}

function buildV4(build: unknown): unknown {
  if (
    !isObject(build) ||
    !isObject(build.nozzle) ||
    !isObject(build.shaft) ||
    !isObject(build.coefficients) ||
    !isObject(build.supply) ||
    !isObject(build.making)
  )
    return build
  return {
    ...build,
    supply: build.supply.kind === 'compressor' ? { ...build.supply, filling: null } : build.supply,
    nozzle: { ...build.nozzle, edge: 'rounded' },
    making: { ...build.making, bedM: 0.22 },
    shaft: { ...build.shaft, rotorInertia: null },
    coefficients: coefficientsV4(build.coefficients, isObject(build.machine) ? build.machine.family : undefined),
  }
}

const runV4 = (run: unknown): unknown =>
  isObject(run) && isObject(run.cautions) ? { ...run, cautions: { ...run.cautions, flywheel: null } } : run

/**
 * Version 4: the printer's bed, how a nozzle's hole begins, a measured rotor inertia, a compressor known by its filling
 * time, the flywheel in a run's cautions; estimates that were too sure of themselves.
 */
export function v3ToV4(document: { schemaVersion: number }): { schemaVersion: number } {
  const { builds, runs } = document as { schemaVersion: number; builds?: unknown; runs?: unknown }
  return {
    ...document,
    schemaVersion: 4,
    ...(Array.isArray(builds) ? { builds: builds.map(buildV4) } : {}),
    ...(Array.isArray(runs) ? { runs: runs.map(runV4) } : {}),
  } as { schemaVersion: number }
}
