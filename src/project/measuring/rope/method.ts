import { reduceLifted, reduceRubbed, type BrakeSettings, type RopeReduction, type RopeRig } from '../../../core/bench'
import { kindOf } from '../../machines/registry'
import { inTime } from '../../recording/in-time'
import { readRoles } from '../../recording/mapping'
import { LIFT_ROLES, ROPE_ROLES } from '../../recording/signals'
import type { Rig, TableMapping } from '../../validation/schema'
import type { Conditions, Method } from '../contract'
import { holdingHazards } from '../holding'
import { InputFault } from '../input-fault'
import { ropeLive } from '../live'
import { readingsOf, rowsOf, settledRun } from '../settled'

type Does = Extract<Rig, { kind: 'rope' }>['does']

export interface RopeConditions extends Conditions {
  readonly method: 'rope'
  readonly does: Does
  readonly rig: RopeRig
  readonly mapping: TableMapping
  readonly settings: BrakeSettings
}

const rolesOf = (does: Does) => (does === 'rubs' ? ROPE_ROLES : LIFT_ROLES)

/** Readings of a rope by what it does, one a row. */
export function ropeOf(
  rows: readonly Partial<Record<string, number>>[],
  does: Does,
  rig: RopeRig,
  settings: BrakeSettings,
): RopeReduction {
  const at = (pressure: number | undefined) => (pressure === undefined ? {} : { gaugePressurePa: pressure })
  return does === 'rubs'
    ? reduceRubbed(
        rows.map(({ weight = NaN, scale = NaN, speed = NaN, pressure, time }) => ({
          weightN: weight,
          slackN: scale,
          sensorRadPerS: speed,
          ...(time === undefined ? {} : { timeS: time }),
          ...at(pressure),
        })),
        rig,
        settings,
      )
    : reduceLifted(
        rows.map(({ weight = NaN, height = NaN, time = NaN, pressure }) => ({
          weightN: weight,
          heightM: height,
          timeS: time,
          ...at(pressure),
        })),
        rig,
        settings,
      )
}

/** Torque by a rope over a drum: rubbing between weight and balance, or winding weights up. */
export const rope: Method<RopeConditions, RopeReduction> = {
  words: {
    name: 'rope over a drum',
    what: 'A rope rubs on a drum between a weight and a balance, or winds weights up.',
  },
  asks: 'readings one a row: weight, balance and speed of a rope that rubs; weight, height and time of weights that are wound up',
  reads: ['table'],
  accepts: (build) => kindOf(build).turning !== undefined,
  newRig: (id) => ({
    id,
    name: 'Rope and weights',
    notes: '',
    kind: 'rope',
    does: 'rubs',
    drumRadiusM: 0.02,
    ropeDiameterM: 2e-3,
    radiusRelativeUncertainty: 0.01,
    wrapRad: Math.PI,
    speedRatio: 1,
    weightRelativeUncertainty: 0.005,
    scaleFactor: 1,
    scaleRelativeUncertainty: 0.005,
    resolutionN: 0.01,
    pulsesPerTurn: 1,
  }),
  roles: (rig) => rolesOf(rig.kind === 'rope' ? rig.does : 'rubs'),
  freshSettings: () => ({ method: 'rope', settings: {} }),
  byHand: () => false,
  conditions: (run, { method, mapping }, rig) => {
    if (method !== 'rope' || rig.kind !== 'rope' || mapping?.kind !== 'table') return null
    const { does, drumRadiusM, ropeDiameterM, radiusRelativeUncertainty, wrapRad, speedRatio } = rig
    const { weightRelativeUncertainty, scaleFactor, scaleRelativeUncertainty, resolutionN, pulsesPerTurn } = rig
    return {
      method: 'rope',
      does,
      rig: {
        drumRadiusM,
        ropeDiameterM,
        radiusRelativeUncertainty,
        wrapRad,
        speedRatio,
        weightRelativeUncertainty,
        scaleFactor,
        scaleRelativeUncertainty,
        resolutionN,
        pulsesPerTurn,
      },
      mapping,
      settings: { nominalGaugePressurePa: run.gaugePressurePa, roomPaAbs: run.ambient.absolutePressurePa },
    }
  },
  reduce: (channels, { does, rig, mapping, settings }) => {
    if (channels.kind !== 'table') throw new InputFault('A rope’s readings are read from a table.')
    const table = inTime(channels.table, mapping, rolesOf(does))
    const read = readRoles(table, mapping, rolesOf(does), settings.roomPaAbs)
    if (!read.ok) throw new InputFault(read.message)
    // weights that are wound up are one a row whoever writes them down
    const rows = does === 'rubs' ? readingsOf(table, read.values, ['weight', 'scale', 'speed']) : rowsOf(read.values)
    const r = ropeOf(rows, does, rig, settings)
    return settledRun(r, table.notes)
  },
  live: ropeLive,
  hazards: (rig, _, predicted) => {
    if (rig.kind !== 'rope') return { findings: [], shown: [] }
    const { does, drumRadiusM, ropeDiameterM, speedRatio } = rig
    const lever = (drumRadiusM + ropeDiameterM / 2) / speedRatio
    const ids =
      does === 'rubs' ? { heat: 'rope-heat', force: 'rope-force' } : { heat: 'lift-power', force: 'lift-weight' }
    return { findings: [], shown: holdingHazards(predicted, ids, lever) }
  },
}
