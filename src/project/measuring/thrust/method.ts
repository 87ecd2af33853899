import { reduceThrust, type ThrustReduction, type ThrustSettings } from '../../../core/bench'
import { inTime } from '../../recording/in-time'
import { mapForce } from '../../recording/map-force'
import { traceRoles } from '../../recording/signals'
import { kindOf } from '../../machines/registry'
import type { TableMapping } from '../../validation/schema'
import type { Conditions, Method } from '../contract'
import { InputFault } from '../input-fault'
import { thrustLive } from '../live'

export interface ThrustConditions extends Conditions {
  readonly method: 'thrust'
  readonly mapping: TableMapping
  readonly settings: ThrustSettings
  /** Of the run's room: what comes off an absolute pressure. */
  readonly roomPaAbs: number
}

/** Thrust, impulse and run time of a body that a load cell holds while its jet pushes. */
export const thrust: Method<ThrustConditions, ThrustReduction> = {
  words: { name: 'thrust stand', what: 'A load cell holds the body while its jet pushes.' },
  asks: 'a push, with a second of quiet before the valve opens and some after',
  reads: ['table'],
  accepts: (build) => kindOf(build).pushes ?? false,
  newRig: (id) => ({
    id,
    name: 'Thrust stand',
    notes: '',
    kind: 'thrust',
    scaleFactor: 1,
    spanRelativeUncertainty: 0.01,
  }),
  roles: () => traceRoles('force'),
  freshSettings: () => ({ method: 'thrust', settings: { push: null } }),
  byHand: ({ settings }) => 'push' in settings && settings.push !== null,
  conditions: (run, measurement, rig) => {
    if (measurement.method !== 'thrust' || rig.kind !== 'thrust' || measurement.mapping?.kind !== 'table') return null
    const { push } = measurement.settings
    return {
      method: 'thrust',
      mapping: measurement.mapping,
      settings: {
        scaleFactor: rig.scaleFactor,
        spanRelativeUncertainty: rig.spanRelativeUncertainty,
        ...(push ? { push } : {}),
      },
      roomPaAbs: run.ambient.absolutePressurePa,
    }
  },
  reduce: (channels, { mapping, settings, roomPaAbs }) => {
    if (channels.kind !== 'table') throw new InputFault('A thrust stand is read from a table of forces.')
    const table = inTime(channels.table, mapping, traceRoles('force'))
    const mapped = mapForce(table, mapping, roomPaAbs)
    if (!mapped.ok) throw new InputFault(mapped.message)
    const r = reduceThrust(mapped.trace, settings)
    return {
      figures: [
        { id: 'thrust', kind: 'force', ...figure(r.thrust) },
        { id: 'impulse', kind: 'impulse', ...figure(r.impulse) },
        { id: 'runTime', kind: 'time', ...figure(r.runTime) },
      ],
      sharedRelativeUncertainty: r.sharedRelativeUncertainty,
      overSpeed: null,
      overAngle: null,
      repairs: [],
      notes: [...table.notes, ...r.notes],
      pressurePa: mapped.pressurePa,
      detail: r,
    }
  },
  live: thrustLive,
  hazards: () => ({ findings: [], shown: [] }),
}

const figure = ({ value, standardUncertainty }: { value: number; standardUncertainty: number }) => ({
  value,
  standardUncertainty,
})
