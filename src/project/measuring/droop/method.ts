import {
  reduceDroop,
  type DroopReading,
  type DroopReduction,
  type DroopRig,
  type DroopSettings,
} from '../../../core/bench'
import { inTime } from '../../recording/in-time'
import { readRoles } from '../../recording/mapping'
import { DROOP_ROLES } from '../../recording/signals'
import type { TableMapping } from '../../validation/schema'
import type { Conditions, Method } from '../contract'
import { InputFault } from '../input-fault'
import { droopLive } from '../live'
import { readingsOf } from '../settled'

export interface DroopConditions extends Conditions {
  readonly method: 'droop'
  readonly rig: DroopRig
  readonly mapping: TableMapping
  readonly settings: DroopSettings
}

/** A column in millimetres that is read as metres has holes wider than this. */
const MOST_HOLE_M = 0.02

/** Readings before holes, one a row. @throws InputFault where a hole is none that a plate has. */
export const droopReadings = (rows: readonly Partial<Record<string, number>>[]): DroopReading[] =>
  rows.map(({ hole = NaN, pressure = NaN, source }, i) => {
    if (!(hole >= 0 && hole < MOST_HOLE_M))
      throw new InputFault(
        `Row ${i + 1}: a hole of ${(1000 * hole).toPrecision(3)} mm. From 0 (shut) to ${1000 * MOST_HOLE_M} mm is expected; look at the column and its unit.`,
      )
    return {
      holeDiameterM: hole,
      outletGaugePa: pressure,
      ...(source === undefined ? {} : { sourceGaugePa: source }),
    }
  })

/** What a regulator loses with flow, by the pressure that it keeps before holes of known size. */
export const droop: Method<DroopConditions, DroopReduction> = {
  words: {
    name: 'droop of the regulator',
    what: 'The regulator blows through drilled holes of known size; its outlet’s pressure is written down.',
  },
  asks: 'the outlet’s pressure, shut and through holes of known size, up and down again, one reading a row',
  reads: ['table'],
  accepts: (build) => build.line.regulator !== null,
  newRig: (id) => ({
    id,
    name: 'Drilled holes and a gauge',
    notes: '',
    kind: 'droop',
    edge: 'sharp',
    discharge: 0.62,
    dischargeRelativeUncertainty: 0.03,
    diameterUncertaintyM: 0.02e-3,
    zeroUncertaintyPa: 1000,
    spanRelativeUncertainty: 0.01,
    resolutionPa: 2000,
    sourceGaugePa: 600e3,
  }),
  roles: () => DROOP_ROLES,
  freshSettings: () => ({ method: 'droop', settings: {} }),
  byHand: () => false,
  conditions: (run, { method, mapping }, rig) => {
    if (method !== 'droop' || rig.kind !== 'droop' || mapping?.kind !== 'table') return null
    const { edge, discharge, dischargeRelativeUncertainty, diameterUncertaintyM } = rig
    const { zeroUncertaintyPa, spanRelativeUncertainty, resolutionPa, sourceGaugePa } = rig
    return {
      method: 'droop',
      rig: {
        edge,
        discharge,
        dischargeRelativeUncertainty,
        diameterUncertaintyM,
        zeroUncertaintyPa,
        spanRelativeUncertainty,
        resolutionPa,
        sourceGaugePa,
      },
      mapping,
      settings: { roomPaAbs: run.ambient.absolutePressurePa, roomK: run.ambient.temperatureK },
    }
  },
  reduce: (channels, { rig, mapping, settings }) => {
    if (channels.kind !== 'table') throw new InputFault('A regulator’s droop is read from a table of readings.')
    const table = inTime(channels.table, mapping, DROOP_ROLES)
    const read = readRoles(table, mapping, DROOP_ROLES, settings.roomPaAbs)
    if (!read.ok) throw new InputFault(read.message)
    const r = reduceDroop(droopReadings(readingsOf(table, read.values, ['hole', 'pressure'])), rig, settings)
    const of = ({ value, standardUncertainty }: { value: number; standardUncertainty: number }) => ({
      value,
      standardUncertainty,
    })
    return {
      figures: [
        { id: 'closedGaugePa', kind: 'gaugePressure', ...of(r.closed) },
        {
          id: 'droopPerGramPa',
          kind: 'pressureDrop',
          value: r.droop.value * GRAM,
          standardUncertainty: r.droop.standardUncertainty * GRAM,
        },
        ...(r.sticks ? [{ id: 'sticksPa', kind: 'pressureDrop' as const, ...of(r.sticks) }] : []),
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
  live: droopLive,
  hazards: () => ({ findings: [], shown: [] }),
}

/** A flow of one gram a second, kg/s. */
const GRAM = 1e-3
