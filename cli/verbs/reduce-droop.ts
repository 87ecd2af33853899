import type { z } from 'zod'
import { reduceDroop } from '../../src/core/bench'
import { InputFault, droopReadings, rowsOf } from '../../src/project/measuring'
import { DROOP_ROLES, readRoles, type Table } from '../../src/project/recording'
import type { reduceVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { noteSentence } from '../notes'
import { mappingFrom } from './mapping'

/** What a regulator keeps and loses, from readings before holes of known size. */
export function droopOf(input: Extract<z.infer<typeof reduceVerbInput>, { method: 'droop' }>, table: Table) {
  const mapping = mappingFrom(table, DROOP_ROLES, input.mapping)
  const read = readRoles(table, mapping, DROOP_ROLES, input.roomPressurePaAbs)
  if (!read.ok) throw badInput('mapping', read.message)
  const settings = { roomPaAbs: input.roomPressurePaAbs, roomK: input.roomTemperatureK }
  const r = reduceDroop(readingsOf(read.values), input.rig, settings)
  const { closed, droop, bend, perOpening, sticks, sourceEffect } = r
  return {
    figures: {
      closedGauge: closed,
      droop,
      bend,
      lossPerOpening: perOpening,
      ...(sticks ? { sticks } : {}),
      ...(sourceEffect ? { sourceEffect } : {}),
    },
    curve: {},
    points: r.points.map((p) => ({ ...p })),
    sourceGaugePa: r.sourceGaugePa,
    mostFlowKgPerS: r.mostFlowKgPerS,
    repairs: r.points.flatMap((p) => (p.aside ? [{ kind: 'reading-aside', row: p.row, reason: p.aside }] : [])),
    notes: [...table.notes, ...r.notes].map(noteSentence),
  }
}

/** A hole that no plate has is bad input, not a fault of the program. */
function readingsOf(values: Parameters<typeof rowsOf>[0]) {
  try {
    return droopReadings(rowsOf(values))
  } catch (error) {
    throw error instanceof InputFault ? badInput('columns', error.message) : error
  }
}
