import { PRINT } from '../start'
import { ENGINE_COEFFICIENTS, type EngineCoefficient, type EngineLoad } from './schema'

const mm = 1e-3

/**
 * The uncertain numbers of an engine at their plain values: coefficients of a drilled seat and of ports, multiples of
 * what is stated. Common practice, no source.
 */
const PLAIN: Readonly<Record<EngineCoefficient, readonly [value: number, standardUncertainty: number]>> = {
  seat: [0.7, 0.06],
  outlet: [0.7, 0.08],
  pastSeals: [1, 0.5],
  rubbing: [1, 0.3],
  wallHeat: [1, 0.5],
}

export const plainEngineCoefficients = () =>
  Object.fromEntries(
    ENGINE_COEFFICIENTS.map((name) => [
      name,
      { value: PLAIN[name][0], standardUncertainty: PLAIN[name][1], from: 'default' as const },
    ]),
  ) as Record<EngineCoefficient, { value: number; standardUncertainty: number; from: 'default' }>

/** A propeller that such an engine turns. */
export const plainPropeller = (): Extract<EngineLoad, { kind: 'propeller' }> => ({
  kind: 'propeller',
  label: 'propeller',
  diameterM: 0.2,
  thrustCoefficient: 0.1,
  powerCoefficient: 0.045,
})

/** What any first engine has beside its chambers and valves. */
export const startEngine = () => ({
  inlet: { boreDiameterM: 5 * mm, manifoldVolumeM3: 2e-6 },
  leakAreaM2: 0.04e-6,
  seal: { forceN: 0.6, areaM2: 2e-6 },
  wallM: 4 * mm,
  bearingDragNm: 0.002,
  bearingDragNmS: 3e-6,
  wallFilmWPerM2K: 100,
  wheelInertiaKgM2: 3e-5,
  shaft: { bearingClassId: '625', diameterM: 5 * mm },
  load: plainPropeller() as EngineLoad,
})

/** The same of a piston engine: one cylinder. */
export const startPistons = () => ({ ...startEngine(), cylinders: 1, phaseStepRad: Math.PI / 2 })

export const PLAIN_ENGINE = { coefficients: plainEngineCoefficients(), ...PRINT }
