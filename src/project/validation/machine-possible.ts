import type { PredictionInput } from '../../core/prediction'
import { turbineSchema } from '../machines/schemas'

/** True when a machine's parts leave room for each other and its feed is not wider than it may be: what a document would take. */
export const machinePossible = ({ machine, nozzle }: PredictionInput): boolean =>
  nozzle.exitDiameterM >= nozzle.throatDiameterM &&
  nozzle.throatDiameterM <= 60e-3 &&
  turbineSchema.safeParse(machine).success
