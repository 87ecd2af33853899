import type { AirInput, PredictionInput, SupplyInput } from '../../core/prediction'
import { displacementDelivery, fillingDelivery } from '../../core/supply'
import { stackCapture } from '../../core/machines'
import type { Build, Project, Supply, ThrustBuild, TurbineBuild } from '../validation/schema'

export const isTurbine = (build: Build): build is TurbineBuild => build.machine.family !== 'thrust-body'
export const isThrust = (build: Build): build is ThrustBuild => build.machine.family === 'thrust-body'

/** A supply as the core takes it: a pump's displacement becomes delivery points, nested figures stand where the models want them. */
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

/** The first links of any build: what air reaches its nozzle. */
export const airInput = (build: Build, ambient: Project['ambient']): AirInput => ({
  ambient,
  supply: supplyInput(build.supply, ambient),
  line: build.line,
  nozzle: build.nozzle,
  coefficients: build.coefficients,
  leastGaugePressurePa: build.load.leastGaugePressurePa,
})

/** What a wind stack's vanes make of the wind: their area and what their slant leaves of it stand for the supply's own figures. */
const caughtByStack = ({ machine }: TurbineBuild, supply: SupplyInput): SupplyInput =>
  machine.family === 'wind-stack' && supply.kind === 'wind'
    ? { ...supply, areaM2: 2 * machine.stackRadiusM * machine.stackHeightM, capture: stackCapture(machine) }
    : supply

/** Inputs of a prediction: a turbine build in its project's room. */
export const predictionInput = (build: TurbineBuild, ambient: Project['ambient']): PredictionInput => ({
  ...airInput(build, ambient),
  supply: caughtByStack(build, supplyInput(build.supply, ambient)),
  nozzle: build.nozzle,
  machine: build.machine,
  shaft: build.shaft,
  load: build.load,
  coefficients: build.coefficients,
})

/** The same build fed at one pressure, as a run was: no regulator before the line. */
export const atSteadyPressure = <T extends AirInput>(
  input: T,
  gaugePressurePa: number,
  airTemperatureK: number,
): T => ({
  ...input,
  supply: { kind: 'steady', gaugePressurePa, airTemperatureK },
  line: { ...input.line, regulator: null },
})
