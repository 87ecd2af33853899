import { reduceInertia, type InertiaReduction, type InertiaRig, type InertiaSettings } from '../../../core/bench'
import { flywheelFindings } from '../../../core/gates'
import { COVERAGE_95 } from '../../../core/statistics'
import { flywheelHazards } from '../../document/hazards'
import { said, type Said } from '../../../core/said'
import { kindOf } from '../../machines/registry'
import { inTime } from '../../recording/in-time'
import { mapTrace } from '../../recording/mapping'
import type { Table } from '../../recording/table'
import { traceRoles } from '../../recording/signals'
import { splitHeader } from '../../recording/units'
import type { FlywheelRig, TableMapping } from '../../validation/schema'
import type { Conditions, MeasuredFigure, MeasuredRun, Method } from '../contract'
import { InputFault } from '../input-fault'
import { flywheelLive } from '../live'
import { flywheelOnRun, inertiaRig } from './rig'

export interface InertiaConditions extends Conditions {
  readonly method: 'inertia'
  readonly rig: Pick<FlywheelRig, 'signal' | 'countsPerTurn' | 'sensorOn' | 'speedRatio'>
  readonly inertiaRig: InertiaRig
  readonly mapping: TableMapping
  readonly settings: InertiaSettings
  /** Of the run's room: what comes off an absolute pressure. */
  readonly roomPaAbs: number
}

export type InertiaRun = MeasuredRun<InertiaReduction>

function figuresOf(r: InertiaReduction): MeasuredFigure[] {
  const { peakShaftPower: peak, peakBladePower: blades } = r
  return [
    { id: 'bestPowerW', kind: 'power', ...peak.power },
    {
      id: 'bestSpeedRadPerS',
      kind: 'rotation',
      value: peak.speedRadPerS,
      standardUncertainty: peak.speedUncertaintyRadPerS,
    },
    { id: 'bladePowerW', kind: 'power', ...blades.power },
    { id: 'stallTorqueNm', kind: 'torque', ...r.stallTorque },
    { id: 'freeSpeedRadPerS', kind: 'rotation', ...r.freeSpeed },
  ].map(({ id, kind, value, standardUncertainty }) => ({ id, kind, value, standardUncertainty }) as MeasuredFigure)
}

/** A device that says another number of counts a turn than the rig. */
export function perTurnNotes(
  { device }: Table,
  { columns }: TableMapping,
  { signal, countsPerTurn }: Pick<InertiaConditions['rig'], 'signal' | 'countsPerTurn'>,
): readonly Said[] {
  const name = signal === 'count' ? splitHeader(columns.signal?.header ?? '').name : null
  const told = device?.header.channels.find((c) => c.name === name)?.perTurn
  return told && told !== countsPerTurn ? [said('lines-per-turn', { device: told, rig: countsPerTurn })] : []
}

/** Half-widths of 95 % as standard uncertainties. */
const standard = (band: readonly number[]) => band.map((b) => b / COVERAGE_95)

/** Torque from the rise of a known inertia's speed, drag from its coasting. */
export const inertia: Method<InertiaConditions, InertiaReduction> = {
  words: { name: 'flywheel', what: 'A flywheel of known inertia is spun up and left to coast.' },
  asks: 'the spin-up and the coasting',
  reads: ['table'],
  accepts: (build) => kindOf(build).turning !== undefined,
  newRig: (id) => ({
    id,
    name: 'Flywheel rig',
    notes: '',
    kind: 'inertia',
    flywheel: { kind: 'dimensions', outerRadiusM: 0.04, innerRadiusM: 0.004, widthM: 0.012, materialId: 'steel' },
    flywheelRelativeUncertainty: 0.01,
    speedRatio: 0.3,
    countsPerTurn: 400,
    sensorOn: 'flywheel',
    signal: 'count',
  }),
  roles: (rig) => traceRoles(rig.kind === 'inertia' ? rig.signal : 'speed'),
  freshSettings: () => ({ method: 'inertia', settings: { spinUp: null, coast: null } }),
  byHand: (m) => m.method === 'inertia' && (m.settings.spinUp !== null || m.settings.coast !== null),
  conditions: (run, measurement, rig, build) => {
    const { mapping } = measurement
    if (measurement.method !== 'inertia' || rig.kind !== 'inertia' || mapping?.kind !== 'table') return null
    const { settings } = measurement
    const { signal, countsPerTurn, sensorOn, speedRatio } = rig
    return {
      method: 'inertia',
      rig: { signal, countsPerTurn, sensorOn, speedRatio },
      inertiaRig: inertiaRig(rig, build),
      mapping,
      settings: {
        ...(settings.spinUp ? { spinUp: settings.spinUp } : {}),
        ...(settings.coast ? { coast: settings.coast } : {}),
        nominalGaugePressurePa: run.gaugePressurePa,
      },
      roomPaAbs: run.ambient.absolutePressurePa,
    }
  },
  reduce: (channels, { rig, inertiaRig: own, mapping, settings, roomPaAbs }) => {
    if (channels.kind !== 'table') throw new InputFault('A flywheel is read from a table of counts or speeds.')
    const table = inTime(channels.table, mapping, traceRoles(rig.signal))
    const mapped = mapTrace(table, mapping, rig, roomPaAbs)
    if (!mapped.ok) throw new InputFault(mapped.message)
    const r = reduceInertia({ ...mapped.trace, pressure: mapped.pressure }, own, settings)
    const { curve } = r
    return {
      figures: figuresOf(r),
      sharedRelativeUncertainty: r.sharedRelativeUncertainty,
      overSpeed: {
        over: curve.speedRadPerS,
        lines: [
          { id: 'power', kind: 'power', values: curve.shaftPowerW, standardUncertainty: standard(curve.powerBandW) },
          {
            id: 'torque',
            kind: 'torque',
            values: curve.shaftTorqueNm,
            standardUncertainty: standard(curve.torqueBandNm),
          },
        ],
      },
      overAngle: null,
      repairs: r.repairs,
      notes: [...table.notes, ...perTurnNotes(table, mapping, rig), ...r.notes],
      pressurePa: mapped.pressurePa,
      detail: r,
    }
  },
  live: flywheelLive,
  hazards: (rig, build, predicted) => {
    const wheel = rig.kind === 'inertia' ? flywheelOnRun(rig, build, predicted) : null
    return wheel ? { findings: flywheelFindings(wheel), shown: flywheelHazards(wheel) } : { findings: [], shown: [] }
  },
}
