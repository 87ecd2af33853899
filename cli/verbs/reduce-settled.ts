import type { z } from 'zod'
import { bandAt, lineAt, reduceBrake, reduceGenerator, type SettledReduction } from '../../src/core/bench'
import { readingsOf as settledReadings, ropeOf, rowsOf } from '../../src/project/measuring'
import {
  BRAKE_ROLES,
  GENERATOR_ROLES,
  LIFT_ROLES,
  ROPE_ROLES,
  readRoles,
  type Role,
  type Table,
} from '../../src/project/recording'
import type { reduceVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { noteSentence } from '../notes'
import { mappingFrom } from './mapping'

type Input = z.infer<typeof reduceVerbInput>
type Of<M extends Input['method']> = Extract<Input, { method: M }>

/** Columns by role, one row each. */
export function readingsOf(input: Input, table: Table, roles: readonly Role[], steady: readonly string[] | null) {
  const read = readRoles(table, mappingFrom(table, roles, input.mapping), roles, input.roomPressurePaAbs)
  if (!read.ok) throw badInput('mapping', read.message)
  return steady ? settledReadings(table, read.values, steady) : rowsOf(read.values)
}

const STEPS = 40

/** What settled readings tell, whatever took the power. */
function settledOf(r: SettledReduction, table: Table) {
  const { stallTorque, freeSpeed, peakPower, peakSpeed } = r
  const speedRadPerS = Array.from({ length: STEPS + 1 }, (_, i) => (freeSpeed.value * i) / STEPS)
  const torqueNm = speedRadPerS.map((w) => lineAt(r.line, w))
  return {
    figures: { peakPower, speedOfPeakPower: peakSpeed, stallTorque, freeSpeed },
    curve: {
      speedRadPerS,
      torqueNm,
      torqueStandardUncertaintyNm: speedRadPerS.map((w, i) =>
        Math.hypot(bandAt(r.line, w), r.sharedRelativeUncertainty * torqueNm[i]),
      ),
      powerW: torqueNm.map((t, i) => t * speedRadPerS[i]),
    },
    points: r.points.map((p) => ({ ...p })),
    nominalGaugePressurePa: r.nominalGaugePressurePa,
    repairs: r.points.flatMap((p) => (p.aside ? [{ kind: 'reading-aside', row: p.row, reason: p.aside }] : [])),
    notes: [...table.notes, ...r.notes].map(noteSentence),
  }
}

export const settingsOf = (input: Input) => ({
  nominalGaugePressurePa: input.nominalGaugePressurePa ?? null,
  roomPaAbs: input.roomPressurePaAbs,
})

/** Torque of a brake's arm on its scale. */
export function brakeOf(input: Of<'brake'>, table: Table) {
  const readings = readingsOf(input, table, BRAKE_ROLES, ['scale', 'speed']).map(
    ({ scale = NaN, speed = NaN, arm, pressure, time }) => ({
      scaleN: scale,
      sensorRadPerS: speed,
      ...(arm === undefined ? {} : { armM: arm }),
      ...(time === undefined ? {} : { timeS: time }),
      ...(pressure === undefined ? {} : { gaugePressurePa: pressure }),
    }),
  )
  const r = reduceBrake(readings, input.rig, settingsOf(input))
  const settled = settledOf(r, table)
  return { ...settled, figures: { ...settled.figures, tare: r.tareN } }
}

/** What a generator's meters tell. */
export function generatorOf(input: Of<'generator'>, table: Table) {
  const readings = readingsOf(input, table, GENERATOR_ROLES, ['voltage', 'current', 'speed']).map(
    ({ voltage = NaN, current = NaN, speed = NaN, pressure }) => ({
      voltageV: voltage,
      currentA: current,
      sensorRadPerS: speed,
      ...(pressure === undefined ? {} : { gaugePressurePa: pressure }),
    }),
  )
  const r = reduceGenerator(readings, input.rig, settingsOf(input))
  const settled = settledOf(r, table)
  const { constant, resistance, electricalPower, bestLoad } = r
  return {
    ...settled,
    figures: {
      ...settled.figures,
      electricalPower,
      bestLoad,
      generatorConstant: constant,
      windingResistance: resistance,
    },
    /** Without the generator's own friction these are the least that the shaft gives. */
    ofShaft: r.ofShaft,
    points: settled.points.map((p, i) => ({ ...p, efficiency: r.efficiency[i] })),
  }
}

/** A rope over a drum: rubbing, or winding weights up. */
export function ropeVerb(input: Of<'rope'>, table: Table) {
  const { does, ...rig } = input.rig
  const rows = readingsOf(input, table, does === 'rubs' ? ROPE_ROLES : LIFT_ROLES, null)
  const r = ropeOf(rows, does, rig, settingsOf(input))
  const settled = settledOf(r, table)
  return { ...settled, figures: { ...settled.figures, ...(r.friction ? { ropeFriction: r.friction } : {}) } }
}
