import type { z } from 'zod'
import { reduceRunDown } from '../../src/core/bench'
import type { Measured } from '../../src/core/statistics'
import { RUN_DOWN_ROLES, readRoles, type Table } from '../../src/project/recording'
import type { reduceVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { noteSentence } from '../notes'
import { mappingFrom } from './mapping'

type Input = Extract<z.infer<typeof reduceVerbInput>, { method: 'run-down' }>

/** A whole bottle through a machine; what was not recorded has no figure. */
export function runDownOf(input: Input, table: Table) {
  const read = readRoles(
    table,
    mappingFrom(table, RUN_DOWN_ROLES, input.mapping),
    RUN_DOWN_ROLES,
    input.roomPressurePaAbs,
  )
  if (!read.ok) throw badInput('mapping', read.message)
  const { time = new Float64Array(), speed = new Float64Array(), pressure, thrust } = read.values
  const { marksPerTurn, ...rig } = input.rig
  const { load } = input
  const r = reduceRunDown(
    { timeS: time, speedRadPerS: speed.map((w) => w / marksPerTurn), gaugePa: pressure, thrustN: thrust },
    rig,
    {
      roomPaAbs: input.roomPressurePaAbs,
      roomK: input.roomTemperatureK,
      load: load && {
        constantNm: load.torqueNm,
        settlesRadPerS: 1,
        perSpeedNmS: load.perSpeedNmS,
        perSquareNmS2: load.perSquareNmS2,
      },
    },
  )
  const { runTime, peakSpeed, turns, air, airPerTurn, impulse, peakThrust, shaftWork, workPerAir } = r
  const figures = { runTime, peakSpeed, turns, air, airPerTurn, impulse, peakThrust, shaftWork, workPerAir }
  const { timeS, speedRadPerS, gaugePa, thrustN } = r.curve
  return {
    figures: Object.fromEntries(
      Object.entries(figures).filter((entry): entry is [string, Measured] => entry[1] !== null),
    ),
    curve: {
      timeS: [...timeS],
      speedRadPerS: [...speedRadPerS],
      ...(gaugePa ? { gaugePa: [...gaugePa] } : {}),
      ...(thrustN ? { thrustN: [...thrustN] } : {}),
    },
    turned: r.turned,
    startGaugePa: r.startGaugePa,
    endGaugePa: r.endGaugePa,
    leftShare: r.leftShare,
    repairs: [],
    notes: [...table.notes, ...r.notes].map(noteSentence),
  }
}
