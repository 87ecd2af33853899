import type { z } from 'zod'
import { nozzleFlow } from '../../src/core/flow'
import type { nozzleVerbInput, supplyInput } from '../schemas'
import { badInput } from '../fault'
import { noteSentence } from '../notes'

/** Absolute supply pressure, whichever way it was given. */
export const absolutePressure = (supply: z.infer<typeof supplyInput>, ambientPa: number): number =>
  supply.absolutePressurePa ?? (supply.gaugePressurePa ?? 0) + ambientPa

export function nozzleVerb({ supply, ambient, nozzle }: z.infer<typeof nozzleVerbInput>) {
  const totalPressurePaAbs = absolutePressure(supply, ambient.absolutePressurePa)
  if (totalPressurePaAbs < ambient.absolutePressurePa)
    throw badInput(
      'supply.absolutePressurePa',
      `${totalPressurePaAbs} lies below the ambient pressure of ${ambient.absolutePressurePa}; at least that is expected`,
    )
  const flow = nozzleFlow(
    { totalPressurePaAbs, totalTemperatureK: supply.temperatureK, backPressurePaAbs: ambient.absolutePressurePa },
    nozzle,
  )
  return { ...flow, notes: flow.notes.map(noteSentence) }
}
