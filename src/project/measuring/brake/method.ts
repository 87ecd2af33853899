import { reduceBrake, type BrakeReduction, type BrakeRig, type BrakeSettings } from '../../../core/bench'
import { STANDARD_GRAVITY } from '../../../core/units/gravity'
import { kindOf } from '../../machines/registry'
import { inTime } from '../../recording/in-time'
import { readRoles } from '../../recording/mapping'
import { BRAKE_ROLES } from '../../recording/signals'
import type { TableMapping } from '../../validation/schema'
import type { Conditions, Method } from '../contract'
import { holdingHazards } from '../holding'
import { InputFault } from '../input-fault'
import { brakeLive } from '../live'
import { readingsOf, settledRun } from '../settled'

export interface BrakeConditions extends Conditions {
  readonly method: 'brake'
  readonly rig: BrakeRig
  readonly mapping: TableMapping
  readonly settings: BrakeSettings
}

/** Torque by a brake's arm on a scale, speed by a coil or an optical mark, one settled reading a row. */
export const brake: Method<BrakeConditions, BrakeReduction> = {
  words: { name: 'brake', what: 'A brake’s arm presses on a scale at several steady speeds.' },
  asks: 'readings at several settings of the brake, one a row: scale, speed, supply pressure, the scale at rest first',
  reads: ['table'],
  accepts: (build) => kindOf(build).turning !== undefined,
  newRig: (id) => ({
    id,
    name: 'Brake arm',
    notes: '',
    kind: 'brake',
    armM: 0.14,
    armRelativeUncertainty: 0.005,
    tiltRad: 0,
    scaleFactor: 1,
    scaleRelativeUncertainty: 0.002,
    tareN: null,
    resolutionN: 1e-4 * STANDARD_GRAVITY,
    pulsesPerTurn: 1,
  }),
  roles: () => BRAKE_ROLES,
  freshSettings: () => ({ method: 'brake', settings: {} }),
  byHand: () => false,
  conditions: (run, { method, mapping }, rig) => {
    if (method !== 'brake' || rig.kind !== 'brake' || mapping?.kind !== 'table') return null
    const { armM, armRelativeUncertainty, tiltRad, scaleFactor, scaleRelativeUncertainty } = rig
    const { tareN, resolutionN, pulsesPerTurn } = rig
    return {
      method: 'brake',
      rig: {
        armM,
        armRelativeUncertainty,
        tiltRad,
        scaleFactor,
        scaleRelativeUncertainty,
        tareN,
        resolutionN,
        pulsesPerTurn,
      },
      mapping,
      settings: { nominalGaugePressurePa: run.gaugePressurePa, roomPaAbs: run.ambient.absolutePressurePa },
    }
  },
  reduce: (channels, { rig, mapping, settings }) => {
    if (channels.kind !== 'table') throw new InputFault('A brake is read from a table of readings.')
    const table = inTime(channels.table, mapping, BRAKE_ROLES)
    const read = readRoles(table, mapping, BRAKE_ROLES, settings.roomPaAbs)
    if (!read.ok) throw new InputFault(read.message)
    const readings = readingsOf(table, read.values, ['scale', 'speed']).map(
      ({ scale = NaN, speed = NaN, arm, pressure, time }) => ({
        scaleN: scale,
        sensorRadPerS: speed,
        ...(arm === undefined ? {} : { armM: arm }),
        ...(time === undefined ? {} : { timeS: time }),
        ...(pressure === undefined ? {} : { gaugePressurePa: pressure }),
      }),
    )
    return settledRun(reduceBrake(readings, rig, settings), table.notes)
  },
  live: brakeLive,
  hazards: (rig, _, predicted) => ({
    findings: [],
    shown:
      rig.kind === 'brake' ? holdingHazards(predicted, { heat: 'brake-heat', force: 'brake-force' }, rig.armM) : [],
  }),
}
