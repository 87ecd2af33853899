import { fitsFor } from '../../../core/geometry'
import type { MachineParts } from '../../../core/machines'
import { bearingClass } from '../../../core/turbine'
import type { Build } from '../../validation/schema'
import type { EngineMachine } from './input'

const mm = 1e-3

/** What the printable parts of an engine follow from. */
export function engineParts({
  machine,
  making,
}: {
  readonly machine: EngineMachine
  readonly making: Build['making']
}): MachineParts {
  const bore = machine.inlet?.boreDiameterM ?? 5 * mm
  return {
    machine,
    nozzle: {
      throatDiameterM: 0.6 * bore,
      exitDiameterM: 0.6 * bore,
      inletBoreM: bore,
      count: 1,
      angleRad: 0,
      gapM: 0,
      form: { kind: 'round' },
    },
    fits: fitsFor(making.process, 0),
    bearing: bearingClass(machine.shaft.bearingClassId),
    shaftDiameterM: machine.shaft.diameterM,
    spanM: 30 * mm,
    overhangM: 0,
    outlets: making.outlets,
    connection: making.connection,
  } as unknown as MachineParts
}
