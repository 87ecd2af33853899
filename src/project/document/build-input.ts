import type { AirInput, PredictionInput, SupplyInput, ThrustInput } from '../../core/prediction'
import { displacementDelivery, fillingDelivery } from '../../core/supply'
import { DEFAULT_COEFFICIENTS } from '../../core/turbine'
import { SPECS } from '../machines/specs'
import type { Build, Project, Supply, ThrustBuild, TurbineBuild } from '../validation/schema'

/**
 * A supply as the core takes it: a pump's displacement becomes delivery points, nested figures stand where the models
 * want them.
 */
export function supplyInput(supply: Supply, ambient: Project['ambient']): SupplyInput {
  switch (supply.kind) {
    case 'compressor': {
      const { displacement, filling, ...rest } = supply
      const most = Math.max(supply.cutOutGaugePressurePa * 1.2, 100e3)
      if (filling)
        return {
          ...rest,
          delivery: fillingDelivery(
            filling,
            supply.tankVolumeM3,
            most,
            ambient.absolutePressurePa,
            ambient.temperatureK,
          ),
        }
      return displacement
        ? {
            ...rest,
            delivery: displacementDelivery(displacement, most, ambient.absolutePressurePa, ambient.temperatureK),
          }
        : rest
    }
    case 'blower':
      return { kind: 'blower', blower: supply, temperatureRiseK: supply.temperatureRiseK }
    case 'balloon':
      return { kind: 'balloon', balloon: supply }
    default:
      return supply
  }
}

/** What an opening lets through, for the air side of any machine. */
export type Opening = Pick<AirInput, 'nozzle' | 'coefficients'>

/** The first links of any build: what air reaches the opening that its machine takes it through. */
export const airThrough = <O extends Opening>(
  build: Pick<Build, 'supply' | 'line' | 'leastGaugePressurePa'>,
  ambient: Project['ambient'],
  opening: O,
): AirInput & O => ({
  ambient,
  supply: supplyInput(build.supply, ambient),
  line: build.line,
  ...opening,
  leastGaugePressurePa: build.leastGaugePressurePa,
})

/**
 * Inputs of a prediction: a rotating build in its project's room. The coefficients that its model does not use stand at
 * their plain values.
 */
export function predictionInput(build: TurbineBuild, ambient: Project['ambient']): PredictionInput {
  const { nozzle, shaft, load, coefficients, ...figures } = build.machine
  const input = airThrough(build, ambient, { nozzle, coefficients: { ...DEFAULT_COEFFICIENTS, ...coefficients } })
  const machine = figures as unknown as PredictionInput['machine']
  const caught = SPECS[machine.family].caught as ((m: typeof machine, s: SupplyInput) => SupplyInput) | undefined
  return { ...input, supply: caught?.(machine, input.supply) ?? input.supply, machine, shaft, load }
}

/** Inputs of a body pushed by its jet. */
export function thrustInput(build: ThrustBuild, ambient: Project['ambient']): ThrustInput {
  const { nozzle, coefficients, family: _family, label: _label, ...body } = build.machine
  return { ...airThrough(build, ambient, { nozzle, coefficients }), body }
}

/**
 * The same build fed at one pressure, as a run was: no regulator before the line. A vessel still bursts where it would:
 * what comes from it is at least as high in it.
 */
export const atSteadyPressure = <T extends AirInput>(
  input: T,
  gaugePressurePa: number,
  airTemperatureK: number,
): T => ({
  ...input,
  supply: {
    kind: 'steady',
    gaugePressurePa,
    airTemperatureK,
    ...('ratedGaugePressurePa' in input.supply && { ratedGaugePressurePa: input.supply.ratedGaugePressurePa }),
  },
  line: { ...input.line, regulator: null },
})
