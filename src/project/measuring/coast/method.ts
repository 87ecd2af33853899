import {
  dragAt,
  dragUncertainty,
  reduceCoast,
  REPEATS,
  type CoastReduction,
  type CoastRig,
  type CoastSettings,
} from '../../../core/bench'
import { flywheelFindings } from '../../../core/gates'
import { flywheelHazards } from '../../document/hazards'
import { kindOf } from '../../machines/registry'
import { inTime } from '../../recording/in-time'
import { mapTrace } from '../../recording/mapping'
import { traceRoles } from '../../recording/signals'
import type { TableMapping } from '../../validation/schema'
import type { Conditions, MeasuredFigure, Method } from '../contract'
import { perTurnNotes } from '../inertia/method'
import { flywheelOnRun } from '../inertia/rig'
import { InputFault } from '../input-fault'
import { coastLive } from '../live'
import { coastRig, sensorOf, withWheel } from './rig'

export interface CoastConditions extends Conditions {
  readonly method: 'coast'
  readonly rig: ReturnType<typeof sensorOf>
  readonly coastRig: CoastRig
  readonly mapping: TableMapping
  readonly settings: CoastSettings
  readonly roomPaAbs: number
}

/** Points that the curve is drawn with. */
const STEPS = 60

function figuresOf(r: CoastReduction): MeasuredFigure[] {
  const figure = (id: string, kind: MeasuredFigure['kind'], of: { value: number; standardUncertainty: number }) => ({
    id,
    kind,
    value: of.value,
    standardUncertainty: of.standardUncertainty,
  })
  return [
    figure('coastDragNm', 'torque', r.topDrag),
    figure('coastPowerW', 'power', r.topPower),
    figure('coastRestNm', 'torque', r.restDrag),
    ...(r.coasts.some((c) => c.braked) ? [figure('turningKgM2', 'inertia', r.inertia)] : []),
  ]
}

/** Drag from the fall of a known inertia's speed with the air shut; the inertia from a known torque besides. */
export const coast: Method<CoastConditions, CoastReduction> = {
  words: {
    name: 'coasting down',
    what: 'The machine is left to itself from a speed; how it slows tells its drag.',
  },
  asks: 'the coasting, from the highest speed until it has almost stopped',
  reads: ['table'],
  accepts: (build) => kindOf(build).turning !== undefined,
  newRig: (id) => ({
    id,
    name: 'Rotor left to itself',
    notes: '',
    kind: 'coast',
    flywheel: null,
    flywheelRelativeUncertainty: 0.01,
    speedRatio: 1,
    countsPerTurn: 1,
    sensorOn: 'rotor',
    signal: 'pulse-times',
    brake: null,
  }),
  roles: (rig) => traceRoles(rig.kind === 'coast' ? rig.signal : 'speed'),
  freshSettings: () => ({ method: 'coast', settings: { coast: null } }),
  byHand: (m) => m.method === 'coast' && m.settings.coast !== null,
  conditions: (run, measurement, rig, build) => {
    const { mapping } = measurement
    if (measurement.method !== 'coast' || rig.kind !== 'coast' || mapping?.kind !== 'table') return null
    const { coast: span } = measurement.settings
    return {
      method: 'coast',
      rig: sensorOf(rig),
      coastRig: coastRig(rig, build),
      mapping,
      settings: span ? { coast: span } : {},
      roomPaAbs: run.ambient.absolutePressurePa,
    }
  },
  reduce: (channels, { rig, coastRig: own, mapping, settings, roomPaAbs }) => {
    if (channels.kind !== 'table') throw new InputFault('Coasting is read from a table of counts, marks or speeds.')
    const table = inTime(channels.table, mapping, traceRoles(rig.signal))
    const mapped = mapTrace(table, mapping, rig, roomPaAbs)
    if (!mapped.ok) throw new InputFault(mapped.message)
    const r = reduceCoast(mapped.trace, own, settings)
    const over = Array.from({ length: STEPS + 1 }, (_, i) => (r.topRadPerS * i) / STEPS)
    const drag = over.map((w) => dragAt(r.law, w))
    return {
      figures: figuresOf(r),
      sharedRelativeUncertainty: r.sharedRelativeUncertainty,
      overSpeed: {
        over,
        lines: [
          {
            id: 'drag',
            kind: 'torque',
            values: drag,
            standardUncertainty: over.map((w, i) =>
              Math.hypot(dragUncertainty(r.law, w), r.sharedRelativeUncertainty * drag[i], REPEATS * drag[i]),
            ),
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
  live: coastLive,
  hazards: (rig, build, predicted) => {
    const own = rig.kind === 'coast' ? withWheel(rig) : null
    const wheel = own && flywheelOnRun(own, build, predicted)
    return wheel ? { findings: flywheelFindings(wheel), shown: flywheelHazards(wheel) } : { findings: [], shown: [] }
  },
}
