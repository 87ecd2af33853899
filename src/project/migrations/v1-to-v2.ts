/** What version 1 holds, as far as this step touches it. Anything else is handed on for the schema to judge. */
interface BuildV1 {
  supply?: Record<string, unknown>
  line?: Record<string, unknown>
  nozzle?: Record<string, unknown>
  load?: Record<string, unknown>
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * The regulator that version 1 took for granted: it held its setting while air flowed. A wide seat, so that it still
 * does.
 */
const regulatorV1 = (setGaugePressurePa: unknown) => ({
  kind: 'diaphragm',
  setGaugePressurePa,
  readWhile: 'flowing',
  sensingDiameterM: 0.04,
  springRateNPerM: 12_000,
  seatDiameterM: 0.006,
  greatestLiftM: 0.0015,
  frictionN: 1,
  movingMassKg: 0.015,
  chamberVolumeM3: 6e-5,
})

function buildV2(build: unknown): unknown {
  if (!isObject(build)) return build
  const { supply, line, nozzle, load, ...rest } = build as BuildV1 & Record<string, unknown>
  if (!isObject(supply) || !isObject(line) || !isObject(nozzle) || !isObject(load)) return build
  const { regulatorGaugePressurePa, ...source } = supply
  const compressor = supply.kind === 'compressor'
  const { label, sonicConductance, criticalRatio } = line
  return {
    ...rest,
    supply: compressor ? { ...source, pumpEfficiency: 0.65, coil: null, displacement: null } : supply,
    line: {
      regulator: compressor ? regulatorV1(regulatorGaugePressurePa) : null,
      parts: [{ kind: 'fitting', label, sonicConductance, criticalRatio }],
    },
    nozzle: { ...nozzle, form: { kind: 'round' }, gaugeId: null },
    load: { ...load, leastGaugePressurePa: 50_000 },
  }
}

/**
 * Version 2: more sources, a line of parts with a regulator of its own, outlets of other forms, hole gauges, a least
 * pressure of the machine.
 */
export function v1ToV2(document: { schemaVersion: number }): { schemaVersion: number } {
  const { builds } = document as { schemaVersion: number; builds?: unknown }
  return {
    ...document,
    schemaVersion: 2,
    ...(Array.isArray(builds) ? { builds: builds.map(buildV2) } : {}),
    holeGauges: [],
  } as { schemaVersion: number }
}
