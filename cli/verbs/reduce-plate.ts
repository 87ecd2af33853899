import type { z } from 'zod'
import { ofRepeats, reduceThrust } from '../../src/core/bench'
import { dischargeFromFlow, dischargeSaid, massFlowFromPlate, nozzleFlow } from '../../src/core/flow'
import { mean, type Measured } from '../../src/core/statistics'
import { readRoles, traceRoles, type Role, type Table } from '../../src/project/recording'
import type { reduceVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { noteSentence } from '../notes'
import { mappingFrom } from './mapping'
import { uncertain } from './uncertain'

type Input = Extract<z.infer<typeof reduceVerbInput>, { method: 'jet-plate' }>

/** What stands before the hole while it blows belongs to the middle of a push: the valve moves at its ends. */
const MIDDLE = [0.25, 0.75] as const

/** Mean of written-down readings over the tare: by Student's t of their scatter, and the scale's span. */
function readForce(readings: Float64Array, { tareN, spanRelativeUncertainty }: Input['rig']): Measured {
  const all = Array.from(readings)
  const value = mean(all) - tareN
  return { value, standardUncertainty: ofRepeats(all, spanRelativeUncertainty * Math.abs(value)), unit: 'N' }
}

/** Gauge pressure that belongs to the force: as said, or that of the rows while it blows. */
function gaugeOf(
  input: Input,
  { time, pressure }: { readonly time?: Float64Array; readonly pressure?: Float64Array },
  push: ReturnType<typeof reduceThrust> | null,
): number {
  if (input.nominalGaugePressurePa !== undefined && input.nominalGaugePressurePa !== null)
    return input.nominalGaugePressurePa
  if (push && pressure && !push.steady)
    throw badInput(
      'nominalGaugePressurePa',
      'the force falls while it blows, so no one pressure of the column belongs to it: weigh the jet at a steady pressure, or say here the gauge pressure at the opening',
    )
  const [from, to] = push
    ? MIDDLE.map((share) => push.push.fromS + share * (push.push.toS - push.push.fromS))
    : [-Infinity, Infinity]
  const blowing = Array.from(pressure ?? []).filter(
    (p, i) => Number.isFinite(p) && (!time || (time[i] >= from && time[i] <= to)),
  )
  if (blowing.length === 0)
    throw badInput('nominalGaugePressurePa', 'the supply’s gauge pressure is wanted here, or in a column')
  return mean(blowing)
}

/** Columns of a weighed jet, with its time where the table has one. */
export function plateRoles(table: Table): readonly Role[] {
  const [time, ...rest] = traceRoles('force')
  const timed = table.columns.some((c) => c.unit?.kind === 'time' || /^t$|time/i.test(c.name))
  return timed ? [time, ...rest] : rest
}

/** Force of a jet on a plate, from a trace with its rest or from readings, to flow and discharge coefficient. */
export function jetPlateOf(input: Input, table: Table) {
  const { rig } = input
  const roles = plateRoles(table)
  const read = readRoles(table, mappingFrom(table, roles, input.mapping), roles, input.roomPressurePaAbs)
  if (!read.ok) throw badInput('mapping', read.message)
  const { time, signal = new Float64Array() } = read.values
  const push = time
    ? reduceThrust({ timeS: time, forceN: signal }, { spanRelativeUncertainty: rig.spanRelativeUncertainty })
    : null
  const force = push ? push.thrust : readForce(signal, rig)
  const gaugePa = gaugeOf(input, { time, pressure: read.values.pressure }, push)
  const at = (gauge: number, velocityCoefficient: number) =>
    nozzleFlow(
      {
        totalPressurePaAbs: gauge + input.roomPressurePaAbs,
        totalTemperatureK: rig.supplyTemperatureK,
        backPressurePaAbs: input.roomPressurePaAbs,
      },
      {
        throatDiameterM: rig.throatDiameterM,
        exitDiameterM: rig.exitDiameterM ?? rig.throatDiameterM,
        count: rig.count,
        dischargeCoefficient: 1,
        velocityCoefficient,
      },
    )
  const phi = uncertain(rig.velocityCoefficient)
  // the gauge's error moves both the jet's speed and the loss-free flow
  const moved = (gauge: number, rubs: number) => {
    const pressure = gaugePa * (1 + gauge * rig.gaugeRelativeUncertainty)
    const speed = at(pressure, phi.value - rubs * phi.standardUncertainty).jetSpeedMPerS
    return { speed, ideal: at(pressure, 1).massFlowKgPerS }
  }
  const known = (of: (m: ReturnType<typeof moved>) => number) => ({
    value: of(moved(0, 0)),
    // friction to one side alone: no jet is faster than a loss-free one
    standardUncertainty: Math.hypot((of(moved(1, 0)) - of(moved(-1, 0))) / 2, of(moved(0, 1)) - of(moved(0, 0))),
  })
  const jetSpeed = { ...known((m) => m.speed), unit: 'm/s' }
  const flow = massFlowFromPlate(force, jetSpeed)
  const perForce = known((m) => 1 / m.speed / m.ideal)
  const coefficient: Measured = {
    ...dischargeFromFlow(flow, moved(0, 0).ideal),
    standardUncertainty: Math.hypot(
      force.standardUncertainty * perForce.value,
      Math.abs(force.value) * perForce.standardUncertainty,
    ),
  }
  return {
    figures: { force, jetSpeed, massFlow: flow, dischargeCoefficient: coefficient },
    curve: {},
    repairs: [],
    notes: [...table.notes, ...(push?.notes ?? []), ...dischargeSaid(coefficient)].map(noteSentence),
  }
}
