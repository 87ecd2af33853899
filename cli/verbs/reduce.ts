import type { z } from 'zod'
import { reduceInertia } from '../../src/core/bench'
import { mapTrace, parseTable, traceRoles, type Table } from '../../src/project/recording'
import { mappingFrom } from './mapping'
import { repairWords } from '../../src/words'
import type { reduceVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { readBytes } from '../files'
import { noteSentence } from '../notes'

type Input = z.infer<typeof reduceVerbInput>

const uncertain = (value: number | { value: number; standardUncertainty: number }) =>
  typeof value === 'number' ? { value, standardUncertainty: 0 } : value

export function tableOf(input: Pick<Input, 'file' | 'columns'>): Table {
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
export function reduceVerb(input: Input) {
  const table = tableOf(input)
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
  const [, , a, b, c] = r.law.parameters
  const sigma = (i: number) => Math.sqrt(r.law.covariance[i][i])
  const speed = (value: number) => ({ value, standardUncertainty: r.freeSpeed.standardUncertainty, unit: 'rad/s' })
  return {
    figures: {
      peakShaftPower: r.peakShaftPower.power,
      speedOfPeakShaftPower: speed(r.peakShaftPower.speedRadPerS),
      peakBladePower: r.peakBladePower.power,
      speedOfPeakBladePower: speed(r.peakBladePower.speedRadPerS),
      stallTorque: r.stallTorque,
      dragFreeSpeed: r.dragFreeSpeed,
      freeSpeed: r.freeSpeed,
      effectiveInertia: r.effectiveInertia,
      dragCoulomb: { value: a, standardUncertainty: sigma(2), unit: 'N·m' },
      dragLinear: { value: b, standardUncertainty: sigma(3), unit: 'N·m·s' },
      dragQuadratic: { value: c, standardUncertainty: sigma(4), unit: 'N·m·s²' },
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
