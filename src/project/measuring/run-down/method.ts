import { reduceRunDown, type RunDownReduction, type RunDownRig, type RunDownSettings } from '../../../core/bench'
import type { Drag } from '../../../core/engine'
import { kindOf } from '../../machines/registry'
import { loadDrag } from '../../machines/engine/input'
import { inTime } from '../../recording/in-time'
import { readRoles } from '../../recording/mapping'
import { RUN_DOWN_ROLES } from '../../recording/signals'
import type { Build, Run, TableMapping } from '../../validation/schema'
import type { Conditions, MeasuredFigure, Method } from '../contract'
import { InputFault } from '../input-fault'
import { runDownLive } from '../live'

export interface RunDownConditions extends Conditions {
  readonly method: 'run-down'
  readonly rig: RunDownRig
  readonly marksPerTurn: number
  readonly mapping: TableMapping
  readonly settings: RunDownSettings
}

/** What a build turns, by the law of its load; null where it says none. */
const loadOf = ({ machine }: Build, run: Run): Drag | null =>
  'load' in machine && 'wheelInertiaKgM2' in machine ? loadDrag(machine.load, run.ambient) : null

/** A whole bottle through a machine: how long, how fast, how often, with what air. */
export const runDown: Method<RunDownConditions, RunDownReduction> = {
  words: {
    name: 'whole bottle',
    what: 'A bottle of known volume runs down through the machine; speed and pressure are written down.',
  },
  asks: 'speed, pressure and thrust from before the start until a while after it has stopped',
  reads: ['table'],
  accepts: (build) => kindOf(build).turning !== undefined,
  newRig: (id) => ({
    id,
    name: 'Bottle with a gauge',
    notes: '',
    kind: 'run-down',
    volumeM3: 2e-3,
    volumeRelativeUncertainty: 0.02,
    zeroUncertaintyPa: 2000,
    scaleFactor: 1,
    spanRelativeUncertainty: 0.01,
    marksPerTurn: 1,
    loadRelativeUncertainty: 0.15,
  }),
  roles: () => RUN_DOWN_ROLES,
  freshSettings: () => ({ method: 'run-down', settings: {} }),
  byHand: () => false,
  conditions: (run, { method, mapping }, rig, build) => {
    if (method !== 'run-down' || rig.kind !== 'run-down' || mapping?.kind !== 'table') return null
    const { volumeM3, volumeRelativeUncertainty, zeroUncertaintyPa, scaleFactor, spanRelativeUncertainty } = rig
    return {
      method: 'run-down',
      rig: {
        volumeM3,
        volumeRelativeUncertainty,
        zeroUncertaintyPa,
        scaleFactor,
        spanRelativeUncertainty,
        loadRelativeUncertainty: rig.loadRelativeUncertainty,
      },
      marksPerTurn: rig.marksPerTurn,
      mapping,
      settings: {
        roomPaAbs: run.ambient.absolutePressurePa,
        roomK: run.ambient.temperatureK,
        load: loadOf(build, run),
      },
    }
  },
  reduce: (channels, { rig, marksPerTurn, mapping, settings }) => {
    if (channels.kind !== 'table') throw new InputFault('A bottle’s run is read from a table of speeds.')
    const table = inTime(channels.table, mapping, RUN_DOWN_ROLES)
    const read = readRoles(table, mapping, RUN_DOWN_ROLES, settings.roomPaAbs)
    if (!read.ok) throw new InputFault(read.message)
    const { time = new Float64Array(), speed = new Float64Array(), pressure, thrust } = read.values
    const r = reduceRunDown(
      { timeS: time, speedRadPerS: speed.map((w) => w / marksPerTurn), gaugePa: pressure, thrustN: thrust },
      rig,
      settings,
    )
    return {
      figures: figuresOf(r),
      sharedRelativeUncertainty: r.sharedRelativeUncertainty,
      overSpeed: null,
      overAngle: null,
      repairs: [],
      notes: [...table.notes, ...r.notes],
      pressurePa: read.pressurePa,
      detail: r,
    }
  },
  live: runDownLive,
  hazards: () => ({ findings: [], shown: [] }),
}

const FIGURES = [
  ['bottleTimeS', 'time', 'runTime'],
  ['bottlePeakRadPerS', 'rotation', 'peakSpeed'],
  ['bottleTurns', 'count', 'turns'],
  ['bottleAirKg', 'mass', 'air'],
  ['bottleAirPerTurnKg', 'airMass', 'airPerTurn'],
  ['bottleWorkJ', 'energy', 'shaftWork'],
  ['bottleWorkPerAir', 'workPerAir', 'workPerAir'],
  ['bottleImpulseNs', 'impulse', 'impulse'],
  ['bottlePeakThrustN', 'force', 'peakThrust'],
] as const

/** What was measured of a run; what was not recorded is left out. */
const figuresOf = (r: RunDownReduction): MeasuredFigure[] =>
  FIGURES.flatMap(([id, kind, key]) => {
    const found = r[key]
    return found ? [{ id, kind, value: found.value, standardUncertainty: found.standardUncertainty }] : []
  })
