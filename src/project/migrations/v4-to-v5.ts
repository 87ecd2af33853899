const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const pick = (from: Record<string, unknown>, names: readonly string[]): Record<string, unknown> =>
  Object.fromEntries(names.filter((n) => n in from).map((n) => [n, from[n]]))
const without = (from: Record<string, unknown>, names: readonly string[]): Record<string, unknown> =>
  Object.fromEntries(Object.entries(from).filter(([key]) => !names.includes(key)))

const AIR = ['discharge', 'velocity']
const IMPULSE = [...AIR, 'entrainment', 'capture', 'passage', 'ventilation', 'bearing']
const ROWS = [...AIR, 'capture', 'rowLoss', 'leakage', 'ventilation', 'bearing']
/** The coefficients that each kind's model used in version 4; the others lay unused in the document. */
const COEFFICIENTS: Readonly<Record<string, readonly string[]>> = {
  'tangential-impulse': IMPULSE,
  'supersonic-impulse': IMPULSE,
  'turbine-compressor': IMPULSE,
  'radial-inflow': [...AIR, 'capture', 'passage', 'leakage', 'ventilation', 'bearing'],
  axial: ROWS,
  'wind-stack': ROWS,
  'disc-pack': [...AIR, 'capture', 'shear', 'rowLoss', 'ventilation', 'bearing'],
  'vane-motor': [...AIR, 'leakage', 'sliding', 'bearing'],
  'reaction-rotor': [...AIR, 'capture', 'leakage', 'ventilation', 'sliding', 'bearing'],
  'thrust-body': AIR,
}

const MOVED = ['nozzle', 'shaft', 'load', 'coefficients', 'machine', 'making', 'leastGaugePressurePa']

function buildV5(build: unknown): unknown {
  if (!isObject(build)) return build
  const { machine, nozzle, shaft, load, coefficients, making } = build
  if (!isObject(machine) || !isObject(nozzle) || !isObject(shaft) || !isObject(load) || !isObject(coefficients))
    return build
  const used = COEFFICIENTS[String(machine.family)]
  if (!used) return build
  const shared = { ...without(build, MOVED), leastGaugePressurePa: load.leastGaugePressurePa }
  const own = pick(coefficients, used)
  return machine.family === 'thrust-body'
    ? {
        ...shared,
        machine: { ...machine, label: load.label, nozzle: without(nozzle, ['angleRad', 'gapM']), coefficients: own },
        making,
      }
    : {
        ...shared,
        machine: { ...machine, nozzle, shaft, load: without(load, ['leastGaugePressurePa']), coefficients: own },
        making,
      }
}

/** What the cautions of a run showed, by the codes that version 5 has for it. */
const HAZARDS = [
  ['burst-speed', 'burstSpeedRadPerS'],
  ['free-speed', 'freeSpeedRadPerS'],
  ['stress-margin', 'stressMargin'],
  ['bearing-share', 'bearingShare'],
  ['stored-energy', 'storedEnergyJ'],
] as const
const FLYWHEEL = [
  ['flywheel-speed', 'speedRadPerS'],
  ['flywheel-stress-margin', 'stressMargin'],
  ['flywheel-rim-speed', 'rimSpeedMPerS'],
  ['flywheel-stored-energy', 'storedEnergyJ'],
] as const

const listed = (from: Record<string, unknown>, names: readonly (readonly [id: string, key: string])[]) =>
  names.filter(([, key]) => key in from).map(([id, key]) => ({ id, value: from[key] }))

function cautionsV5(cautions: unknown): unknown {
  if (!isObject(cautions)) return cautions
  const { flywheel } = cautions
  return {
    ...pick(cautions, ['at', 'cautions', 'state']),
    hazards: [...listed(cautions, HAZARDS), ...(isObject(flywheel) ? listed(flywheel, FLYWHEEL) : [])],
  }
}

function runV5(run: unknown): unknown {
  if (!isObject(run)) return run
  const { rigId, recordingId, mapping, settings, cautions, notes } = run
  return {
    ...without(run, ['rigId', 'recordingId', 'mapping', 'settings', 'cautions', 'notes']),
    measurements: [
      {
        id: 'm1',
        rigId,
        recordingId,
        mapping: isObject(mapping) ? { kind: 'table', ...mapping } : mapping,
        method: 'inertia',
        settings,
      },
    ],
    cautions: cautionsV5(cautions),
    notes,
  }
}

const recordingV5 = (recording: unknown): unknown =>
  isObject(recording) ? { ...without(recording, ['addedAt']), kind: 'table', addedAt: recording.addedAt } : recording

/**
 * Version 5: a machine owns all that is particular to its kind, a run holds one or more measurements, a recording says
 * what it is made of; what lay unused is gone.
 */
export function v4ToV5(document: { schemaVersion: number }): { schemaVersion: number } {
  const mapped = (key: string, to: (entry: unknown) => unknown) => {
    const list = (document as Record<string, unknown>)[key]
    return Array.isArray(list) ? { [key]: list.map(to) } : {}
  }
  return {
    ...document,
    schemaVersion: 5,
    ...mapped('builds', buildV5),
    ...mapped('runs', runV5),
    ...mapped('recordings', recordingV5),
  }
}
