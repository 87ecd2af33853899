import { reduceTank, type TankReduction, type TankRig, type TankSettings } from '../../../core/bench'
import { inTime } from '../../recording/in-time'
import { readRoles } from '../../recording/mapping'
import { TANK_ROLES } from '../../recording/signals'
import type { TableMapping } from '../../validation/schema'
import type { Conditions, Method } from '../contract'
import { InputFault } from '../input-fault'
import { tankLive } from '../live'

export interface TankConditions extends Conditions {
  readonly method: 'tank-decay'
  readonly rig: TankRig
  readonly mapping: TableMapping
  readonly settings: TankSettings
}

/** A room's thermometer and the wall of a vessel in it agree so well, K. Common practice, no source. */
const ROOM_UNCERTAINTY_K = 1

/** Flow of nozzle and line from the fall of a vessel's pressure. */
export const tankDecay: Method<TankConditions, TankReduction> = {
  words: {
    name: 'tank decay',
    what: 'A vessel of known volume empties through the nozzle; its pressure is written down.',
  },
  asks: 'the vessel’s pressure from before the valve opens, with the compressor off',
  reads: ['table'],
  accepts: () => true,
  newRig: (id) => ({
    id,
    name: 'Tank with a gauge',
    notes: '',
    kind: 'tank-decay',
    volumeM3: 0.024,
    volumeRelativeUncertainty: 0.02,
    heat: 'found',
    zeroUncertaintyPa: 1000,
  }),
  roles: () => TANK_ROLES,
  freshSettings: () => ({ method: 'tank-decay', settings: {} }),
  byHand: () => false,
  conditions: (run, { method, mapping }, rig) => {
    if (method !== 'tank-decay' || rig.kind !== 'tank-decay' || mapping?.kind !== 'table') return null
    const { volumeM3, volumeRelativeUncertainty, heat, zeroUncertaintyPa } = rig
    return {
      method: 'tank-decay',
      rig: { volumeM3, volumeRelativeUncertainty, heat, zeroUncertaintyPa },
      mapping,
      settings: {
        roomPaAbs: run.ambient.absolutePressurePa,
        roomK: run.ambient.temperatureK,
        roomUncertaintyK: ROOM_UNCERTAINTY_K,
        nominalGaugePressurePa: run.gaugePressurePa,
      },
    }
  },
  reduce: (channels, { rig, mapping, settings }) => {
    if (channels.kind !== 'table') throw new InputFault('A tank’s fall is read from a table of pressures.')
    const table = inTime(channels.table, mapping, TANK_ROLES)
    const read = readRoles(table, mapping, TANK_ROLES, settings.roomPaAbs)
    if (!read.ok) throw new InputFault(read.message)
    const { time = [], pressure = [] } = read.values
    const r = reduceTank({ timeS: time, gaugePa: pressure }, rig, settings)
    const figure = ({ value, standardUncertainty }: { value: number; standardUncertainty: number }) => ({
      value,
      standardUncertainty,
    })
    return {
      figures: [
        { id: 'effectiveAreaM2', kind: 'area', ...figure(r.effectiveArea) },
        { id: 'tankFlowKgPerS', kind: 'massFlow', ...figure(r.flow) },
      ],
      sharedRelativeUncertainty: r.sharedRelativeUncertainty,
      overSpeed: null,
      overAngle: null,
      repairs: [],
      notes: [...table.notes, ...r.notes],
      pressurePa: read.pressurePa,
      detail: r,
    }
  },
  live: tankLive,
  hazards: () => ({ findings: [], shown: [] }),
}
