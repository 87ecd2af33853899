import type { FedParts } from '../../core/geometry'
import type { TurbineMachine } from '../../core/machines'
import { bearingClass } from '../../core/turbine'
import type { HoleGauge, TurbineBuild } from '../validation/schema'
import { printedNozzle } from './parts-input'

/** What the parts of a rotating machine follow from. */
export function rotatingParts(
  { machine, making }: Pick<TurbineBuild, 'machine' | 'making'>,
  gauge?: HoleGauge,
): FedParts & { readonly machine: TurbineMachine } {
  const { nozzle, shaft, load: _load, coefficients: _coefficients, ...figures } = machine
  return {
    machine: figures as unknown as TurbineMachine,
    ...printedNozzle(nozzle, making, gauge),
    bearing: bearingClass(shaft.bearingClassId),
    shaftDiameterM: shaft.diameterM,
    spanM: shaft.spanM,
    overhangM: shaft.overhangM,
    outlets: making.outlets,
    connection: making.connection,
  }
}
