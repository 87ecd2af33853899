import type { z } from 'zod'
import { reduceDroop } from '../../src/core/bench'
import { rowsOf } from '../../src/project/measuring'
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
  const readings = rowsOf(read.values).map(({ hole = NaN, pressure = NaN, source }, i) => {
    if (!(hole >= 0 && hole < MOST_HOLE_M))
      throw badInput('columns', `row ${i + 1}: a hole from 0 to ${MOST_HOLE_M} m is expected, not ${hole}`)
    return {
      holeDiameterM: hole,
      outletGaugePa: pressure,
      ...(source === undefined ? {} : { sourceGaugePa: source }),
    }
  })
  const r = reduceDroop(readings, input.rig, { roomPaAbs: input.roomPressurePaAbs, roomK: input.roomTemperatureK })
  const { closed, droop, perOpening, sticks, sourceEffect } = r
  return {
    figures: {
      closedGauge: closed,
      droop,
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

const MOST_HOLE_M = 0.02
