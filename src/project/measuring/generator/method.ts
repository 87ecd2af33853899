import {
  reduceGenerator,
  type GeneratorReduction,
  type GeneratorRig,
  type GeneratorSettings,
} from '../../../core/bench'
import { kindOf } from '../../machines/registry'
import { inTime } from '../../recording/in-time'
import { readRoles } from '../../recording/mapping'
import { GENERATOR_ROLES } from '../../recording/signals'
import type { TableMapping } from '../../validation/schema'
import type { Conditions, Method } from '../contract'
import { holdingHazards } from '../holding'
import { InputFault } from '../input-fault'
import { generatorLive } from '../live'
import { readingsOf, settledRun } from '../settled'

export interface GeneratorConditions extends Conditions {
  readonly method: 'generator'
  readonly rig: GeneratorRig
  readonly mapping: TableMapping
  readonly settings: GeneratorSettings
}

/** Power by a motor as generator on several resistors, its own losses added back. */
export const generator: Method<GeneratorConditions, GeneratorReduction> = {
  words: { name: 'generator', what: 'A motor as generator feeds several resistors, one after the other.' },
  asks: 'readings at several resistors, one a row: voltage, current, frequency of one winding, supply pressure',
  reads: ['table'],
  accepts: (build) => kindOf(build).turning !== undefined,
  newRig: (id) => ({
    id,
    name: 'Generator on resistors',
    notes: '',
    kind: 'generator',
    polePairs: 7,
    voltageRelativeUncertainty: 0.005,
    currentRelativeUncertainty: 0.01,
    friction: null,
  }),
  roles: () => GENERATOR_ROLES,
  freshSettings: () => ({ method: 'generator', settings: {} }),
  byHand: () => false,
  conditions: (run, { method, mapping }, rig) => {
    if (method !== 'generator' || rig.kind !== 'generator' || mapping?.kind !== 'table') return null
    const { polePairs, voltageRelativeUncertainty, currentRelativeUncertainty, friction } = rig
    return {
      method: 'generator',
      rig: { polePairs, voltageRelativeUncertainty, currentRelativeUncertainty, friction },
      mapping,
      settings: { nominalGaugePressurePa: run.gaugePressurePa, roomPaAbs: run.ambient.absolutePressurePa },
    }
  },
  reduce: (channels, { rig, mapping, settings }) => {
    if (channels.kind !== 'table') throw new InputFault('A generator is read from a table of readings.')
    const table = inTime(channels.table, mapping, GENERATOR_ROLES)
    const read = readRoles(table, mapping, GENERATOR_ROLES, settings.roomPaAbs)
    if (!read.ok) throw new InputFault(read.message)
    const readings = readingsOf(table, read.values, ['voltage', 'current', 'speed']).map(
      ({ voltage = NaN, current = NaN, speed = NaN, pressure }) => ({
        voltageV: voltage,
        currentA: current,
        sensorRadPerS: speed,
        ...(pressure === undefined ? {} : { gaugePressurePa: pressure }),
      }),
    )
    const r = reduceGenerator(readings, rig, settings)
    const { value, standardUncertainty } = r.electricalPower
    // what its windings take is less than what the shaft gives: without its friction it does not stand for the shaft's
    return settledRun(
      r,
      table.notes,
      [{ id: 'electricalPowerW', kind: 'power', value, standardUncertainty }],
      r.ofShaft,
    )
  },
  live: generatorLive,
  hazards: (_, __, predicted) => ({ findings: [], shown: holdingHazards(predicted, { heat: 'resistor-heat' }, null) }),
}
