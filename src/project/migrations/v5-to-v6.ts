const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

type Plain = Readonly<Record<string, readonly (readonly [number, number])[]>>

/** Plain values of version 5, [value, standard uncertainty]: by name, and where a family's own differed. */
const PLAIN: Plain = {
  // a rounded entry, and a sharp one
  discharge: [
    [0.9, 0.03],
    [0.61, 0.02],
  ],
  velocity: [[0.96, 0.02]],
  entrainment: [[1.2, 0.25]],
  capture: [[0.7, 0.12]],
  passage: [[0.7, 0.15]],
  ventilation: [[1, 0.5]],
  bearing: [[1, 0.5]],
  rowLoss: [[2, 0.6]],
  leakage: [[1, 0.4]],
  sliding: [[0.2, 0.06]],
  shear: [[0.9, 0.1]],
}
const OWN: Readonly<Record<string, Plain>> = {
  'supersonic-impulse': { capture: [[0.85, 0.08]], passage: [[0.85, 0.1]] },
  'radial-inflow': {
    capture: [[0.55, 0.15]],
    passage: [[0.75, 0.1]],
    leakage: [[1.5, 0.6]],
    bearing: [[2, 0.8]],
  },
  'reaction-rotor': { capture: [[0.85, 0.18]] },
  'disc-pack': { capture: [[0.75, 0.15]], shear: [[0.9, 0.2]] },
  'wind-stack': { capture: [[0.7, 0.25]] },
  axial: { capture: [[0.4, 0.15]], leakage: [[1.5, 0.6]], bearing: [[2, 0.8]] },
  'vane-motor': { leakage: [[0.8, 0.35]], sliding: [[0.3, 0.08]] },
}

/**
 * Version 5 did not say where a coefficient came from. A plain value is one; one whose uncertainty is no plain one was
 * weighed at the bench; what is left was typed.
 */
function originOf(family: unknown, name: string, coefficient: Record<string, unknown>): 'default' | 'typed' | 'runs' {
  const plain = [...(OWN[String(family)]?.[name] ?? []), ...(PLAIN[name] ?? [])]
  const { value, standardUncertainty } = coefficient
  if (plain.some(([v, u]) => v === value && u === standardUncertainty)) return 'default'
  return plain.some(([, u]) => u === standardUncertainty) ? 'typed' : 'runs'
}

function buildV6(build: unknown): unknown {
  if (!isObject(build) || !isObject(build.machine) || !isObject(build.machine.coefficients)) return build
  const { machine } = build
  const coefficients = Object.fromEntries(
    Object.entries(machine.coefficients as Record<string, unknown>).map(([name, c]) => [
      name,
      isObject(c) ? { ...c, from: originOf(machine.family, name, c) } : c,
    ]),
  )
  return { ...build, machine: { ...machine, coefficients } }
}

/** Version 6: every coefficient says where it comes from. */
export function v5ToV6(document: { schemaVersion: number }): { schemaVersion: number } {
  const { builds } = document as { builds?: unknown }
  return {
    ...document,
    schemaVersion: 6,
    ...(Array.isArray(builds) ? { builds: builds.map(buildV6) } : {}),
  }
}
