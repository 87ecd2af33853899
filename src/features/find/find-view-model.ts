import type { SearchConstraints, SearchGoal, SearchVariable } from '../../core/search'
import { unitOf } from '../../core/units'
import {
  fieldLimits,
  fieldValue,
  tunableFields,
  type Build,
  type NumberFieldSpec,
  type TurbineBuild,
} from '../../project/document'
import type { Shown } from '../shared'

export const GOAL_WORDS: Readonly<Record<SearchGoal, string>> = {
  'power-at-load': 'power at the load',
  'best-power': 'best power',
  efficiency: 'power per air',
  torque: 'torque at rest',
  speed: 'speed',
}

/** What each constraint is called where designs fell out by it. */
export const CONSTRAINT_WORDS: Readonly<Record<keyof SearchConstraints, string>> = {
  leastStressMargin: 'too weak',
  mostBearingShare: 'too fast for the bearing',
  leastFeatureM: 'too fine to print',
  bedM: 'wider than the bed',
  mostMassFlowKgPerS: 'too thirsty',
  supplyHolds: 'the supply sags',
}

/**
 * Range in which a number is first searched: a factor around what it is, within its limits; whole numbers and angles by
 * steps.
 */
export function firstRange(build: Pick<Build, 'machine'>, field: NumberFieldSpec): [number, number] {
  const value = fieldValue(build, field.path) as number
  const [least, most] = fieldLimits(field)
  const clamp = (v: number) => Math.min(most, Math.max(least, v))
  if (field.whole) return [clamp(Math.round(value * 0.6)), clamp(Math.round(value * 1.6 + 1))]
  if (field.kind === 'angle') return [clamp(value - 0.26), clamp(value + 0.26)]
  return [clamp(value * 0.6), clamp(value * 1.7)]
}

/** Numbers that are searched when nothing else is said: the feed and the size. */
export function firstVariables(build: TurbineBuild): string[] {
  const wanted = [
    'nozzle.throatDiameterM',
    'machine.meanRadiusM',
    'machine.inletRadiusM',
    'machine.outerRadiusM',
    'machine.lengthM',
    'machine.jetRadiusM',
    'machine.bladeCount',
    'machine.gapWidthM',
  ]
  return tunableFields(build)
    .map((f) => f.path)
    .filter((p) => wanted.includes(p))
    .slice(0, 4)
}

/** A field's name as it stands in a list of all. */
export const fieldName = (f: NumberFieldSpec): string =>
  f.group === 'Feed' && f.path.startsWith('nozzle')
    ? f.label
    : f.label === 'How many'
      ? f.group
      : `${f.group}: ${f.label[0].toLowerCase()}${f.label.slice(1)}`

/** A value of a field in the maker's unit, with it. */
export function fieldWords(f: NumberFieldSpec, value: number, shown: Shown): string {
  const unit = unitOf(f.kind, f.kind === 'length' ? shown.unit('length').id : undefined)
  const n = value / unit.si
  return `${f.whole ? Math.round(n) : Number(n.toPrecision(3))}${unit.label === '°' ? '°' : unit.label ? ` ${unit.label}` : ''}`
}

/** Variables of a search by their ranges, in the order of the form. */
export const variablesOf = (
  fields: readonly NumberFieldSpec[],
  ranges: Readonly<Record<string, readonly [number, number]>>,
): SearchVariable[] =>
  fields.flatMap((f) =>
    ranges[f.path]
      ? [
          {
            path: f.path,
            from: Math.min(...ranges[f.path]),
            to: Math.max(...ranges[f.path]),
            ...(f.whole ? { whole: true } : {}),
          },
        ]
      : [],
  )
