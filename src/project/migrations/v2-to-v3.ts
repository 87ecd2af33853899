const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Coefficients that version 3 added for the other families; of no weight for the machines that version 2 knew. */
const ADDED = {
  rowLoss: { value: 2, standardUncertainty: 0.6 },
  leakage: { value: 1, standardUncertainty: 0.4 },
  sliding: { value: 0.2, standardUncertainty: 0.06 },
  shear: { value: 0.9, standardUncertainty: 0.1 },
}

function buildV3(build: unknown): unknown {
  if (!isObject(build) || !isObject(build.shaft) || !isObject(build.coefficients)) return build
  const { machine } = build
  const drawn =
    isObject(machine) && machine.family === 'tangential-impulse' ? { machine: { ...machine, outline: null } } : {}
  return {
    ...build,
    ...drawn,
    shaft: { ...build.shaft, spanM: 0.03, overhangM: 0, sideLoadN: 0, balanceGradeMPerS: 6.3e-3 },
    coefficients: { ...build.coefficients, ...ADDED },
    making: { process: 'filament', lineWidthM: 0.4e-3, layerHeightM: 0.2e-3, outlets: 'holes' },
  }
}

/**
 * Version 3: every family of turning machine; where the rotor sits on its shaft, what pulls at it, how well it is
 * balanced; coefficients of the new families; how parts are made.
 */
export function v2ToV3(document: { schemaVersion: number }): { schemaVersion: number } {
  const { builds } = document as { schemaVersion: number; builds?: unknown }
  return { ...document, schemaVersion: 3, ...(Array.isArray(builds) ? { builds: builds.map(buildV3) } : {}) } as {
    schemaVersion: number
  }
}
