import type { z } from 'zod'
import {
  dragParabola,
  frameCandidates,
  reduceInertia,
  evenMarks,
  stepOfTimes,
  reduceSpeed,
  reduceTank,
  reduceThrust,
  type PeakPower,
} from '../../src/core/bench'
import { TANK_ROLES, mapForce, mapTrace, parseTable, traceRoles, type Table } from '../../src/project/recording'
import { repairWords } from '../../src/words'
import { mean } from '../../src/core/statistics'
import { RPM } from '../../src/core/units/rotation'
import type { reduceVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { readBytes } from '../files'
import { noteSentence } from '../notes'
import { mappingFrom } from './mapping'
import { uncertain } from './uncertain'
import { coastOf } from './reduce-coast'
import { droopOf } from './reduce-droop'
import { ordered } from './ordered'
import { jetPlateOf } from './reduce-plate'
import { runDownOf } from './reduce-run-down'
import { brakeOf, generatorOf, readingsOf, ropeVerb, settingsOf } from './reduce-settled'

type Input = z.infer<typeof reduceVerbInput>
type Of<M extends Input['method']> = Extract<Input, { method: M }>

function tableOf(input: Pick<Input, 'file' | 'columns'>): Table {
  if (input.file !== undefined) {
    const parsed = parseTable(readBytes(input.file, 'file'))
    if (!parsed.ok) throw badInput('file', parsed.message)
    return parsed.table
  }
  const entries = Object.entries(input.columns ?? {})
  const lengths = new Set(entries.map(([, values]) => values.length))
  if (entries.length === 0 || lengths.size !== 1)
    throw badInput('columns', 'at least one column, all of one length, is expected')
  const text = [
    entries.map(([name]) => name).join(','),
    ...entries[0][1].map((_, i) => entries.map(([, values]) => values[i]).join(',')),
  ].join('\n')
  const parsed = parseTable(new TextEncoder().encode(text))
  if (!parsed.ok) throw badInput('columns', parsed.message)
  return parsed.table
}

/** Torque, drag and power from a spin-up recording. */
function inertiaOf(input: Of<'inertia'>, table: Table) {
  const { rig } = input
  const mapping = mappingFrom(table, traceRoles(rig.signal), input.mapping)
  const mapped = mapTrace(table, mapping, rig, input.roomPressurePaAbs)
  if (!mapped.ok) throw badInput('mapping', mapped.message)
  const { spinUp, coast } = input.settings ?? {}
  const settings = {
    ...(spinUp ? { spinUp } : {}),
    ...(coast !== undefined ? { coast } : {}),
    ...(input.nominalGaugePressurePa ? { nominalGaugePressurePa: input.nominalGaugePressurePa } : {}),
  }
  const r = reduceInertia(
    { ...mapped.trace, pressure: mapped.pressure },
    {
      ...rig,
      flywheelInertiaKgM2: uncertain(rig.flywheelInertiaKgM2),
      rotorInertiaKgM2: uncertain(rig.rotorInertiaKgM2),
    },
    settings,
  )
  const drag = dragParabola(r.law, r.freeSpeed.value)
  const [a, b, c] = drag.parameters
  const sigma = (i: number) => Math.sqrt(drag.covariance[i][i])
  const speed = (of: PeakPower) => ({
    value: of.speedRadPerS,
    standardUncertainty: of.speedUncertaintyRadPerS,
    unit: 'rad/s',
  })
  return {
    figures: {
      peakShaftPower: r.peakShaftPower.power,
      speedOfPeakShaftPower: speed(r.peakShaftPower),
      peakBladePower: r.peakBladePower.power,
      speedOfPeakBladePower: speed(r.peakBladePower),
      stallTorque: r.stallTorque,
      dragFreeSpeed: r.dragFreeSpeed,
      freeSpeed: r.freeSpeed,
      effectiveInertia: r.effectiveInertia,
      dragCoulomb: { value: a, standardUncertainty: sigma(0), unit: 'N·m' },
      dragLinear: { value: b, standardUncertainty: sigma(1), unit: 'N·m·s' },
      dragQuadratic: { value: c, standardUncertainty: sigma(2), unit: 'N·m·s²' },
    },
    curve: { ...r.curve } as unknown as Record<string, number[]>,
    points: r.points.map((p) => ({ ...p })),
    phases: r.phases,
    repairs: r.repairs.map((repair) => ({
      kind: repair.kind,
      count: repair.count,
      firstAtS: repair.firstAtS,
      message: repairWords(repair),
    })),
    notes: [...table.notes, ...r.notes].map(noteSentence),
  }
}

/** Thrust, impulse and run time from a thrust stand's recording. */
function thrustOf(input: Of<'thrust'>, table: Table) {
  const mapped = mapForce(table, mappingFrom(table, traceRoles('force'), input.mapping), input.roomPressurePaAbs)
  if (!mapped.ok) throw badInput('mapping', mapped.message)
  const { push } = input.settings ?? {}
  const r = reduceThrust(mapped.trace, { ...input.rig, ...(push ? { push } : {}) })
  const { thrust, impulse, runTime, steady, zero, highestReadingN, ring } = r
  return {
    figures: { thrust, impulse, runTime },
    curve: { timeS: [...r.curve.timeS], thrustN: [...r.curve.thrustN] },
    steady,
    push: r.push,
    zero,
    highestReadingN,
    ring,
    repairs: [],
    notes: [...table.notes, ...r.notes].map(noteSentence),
  }
}

function tankOf(input: Of<'tank-decay'>, table: Table) {
  const rows = readingsOf(input, table, TANK_ROLES, null)
  const r = reduceTank(
    { timeS: rows.map((x) => x.time ?? NaN), gaugePa: rows.map((x) => x.pressure ?? NaN) },
    input.rig,
    { ...settingsOf(input), roomK: input.roomTemperatureK, roomUncertaintyK: 1 },
  )
  const { effectiveArea, flowAtOpening, flow, halved } = r
  const { timeS, gaugePa, fittedPa, flowKgPerS } = r.curve
  return {
    figures: { effectiveArea, flowAtOpening, flow, ...(Number.isFinite(halved.value) ? { halved } : {}) },
    curve: { timeS: [...timeS], gaugePa: [...gaugePa], fittedPa: [...fittedPa], flowKgPerS: [...flowKgPerS] },
    flowGaugePa: r.flowGaugePa,
    opensAtS: r.opensAtS,
    startGaugePa: r.startGaugePa,
    heat: {
      found: r.heatFound,
      wallWPerK: Number.isFinite(r.wallWPerK) ? r.wallWPerK : null,
      isothermal: !Number.isFinite(r.wallWPerK),
      adiabatic: r.wallWPerK === 0,
    },
    otherwise: r.otherwise,
    repairs: [],
    notes: [...table.notes, ...r.notes].map(noteSentence),
  }
}

/** Speed over time from marks, counts or readings of speed. */
function pulsesOf(input: Of<'pulses'>, table: Table) {
  const { signal, countsPerTurn, speedRatio } = input.rig
  const mapping = mappingFrom(table, traceRoles(signal), input.mapping)
  const rig = { signal, countsPerTurn, speedRatio, sensorOn: 'flywheel' as const }
  const mapped = mapTrace(table, mapping, rig, input.roomPressurePaAbs)
  if (!mapped.ok) throw badInput('mapping', mapped.message)
  const { trace } = mapped.trace
  const r =
    signal === 'pulse-times'
      ? reduceSpeed(
          evenMarks(trace, (2 * Math.PI) / (countsPerTurn * speedRatio), countsPerTurn),
          stepOfTimes(trace.timeS),
        )
      : reduceSpeed(trace)
  return {
    figures: { meanSpeed: r.mean, greatestSpeed: r.greatest, leastSpeed: r.least },
    curve: { ...r.curve } as unknown as Record<string, number[]>,
    turns: r.turns,
    steady: r.steady,
    repairs: mapped.trace.repairs.map((repair) => ({ ...repair, message: repairWords(repair) })),
    notes: table.notes.map(noteSentence),
  }
}

/** Frames of one turn, counted more than once, to the speeds that they can mean. */
function filmOf(input: Of<'frames'>, table: Table) {
  const { framesPerSecond, marks, framesUncertainty, rangeRpm } = input.rig
  const column = table.columns.find((c) => /frame|turn/i.test(c.header)) ?? table.columns[0]
  const counted = Array.from(column.values)
  if (!counted.every((n) => n > 0)) throw badInput('columns', 'frames of a turn are more than 0')
  const readings = [
    { framesPerSecond, framesPerTurn: mean(counted), framesUncertainty: framesUncertainty / Math.sqrt(counted.length) },
  ]
  const candidates = frameCandidates(readings, marks, rangeRpm[0] * RPM, rangeRpm[1] * RPM)
  return {
    figures: candidates.length === 1 ? { speed: candidates[0].speed } : {},
    curve: {},
    candidates: candidates.map((c) => ({ ...c, speed: { ...c.speed } })),
    repairs: [],
    notes: table.notes.map(noteSentence),
  }
}

/** What a recording tells, by its method. */
export function reduceVerb(input: Input) {
  const table = ordered(input, tableOf(input))
  switch (input.method) {
    case 'inertia':
      return inertiaOf(input, table)
    case 'coast':
      return coastOf(input, table)
    case 'thrust':
      return thrustOf(input, table)
    case 'pulses':
      return pulsesOf(input, table)
    case 'jet-plate':
      return jetPlateOf(input, table)
    case 'frames':
      return filmOf(input, table)
    case 'brake':
      return brakeOf(input, table)
    case 'generator':
      return generatorOf(input, table)
    case 'run-down':
      return runDownOf(input, table)
    case 'rope':
      return ropeVerb(input, table)
    case 'droop':
      return droopOf(input, table)
    case 'tank-decay':
      return tankOf(input, table)
  }
}
