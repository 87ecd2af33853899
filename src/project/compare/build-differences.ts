import type { QuantityKind } from '../../core/units'
import { fieldTitle, fieldValue, kindOf, shownFields, type Build, type TurbineBuild } from '../document'

/** One thing in which two builds differ. Values are SI numbers or words. */
export interface BuildDifference {
  readonly path: string
  readonly label: string
  readonly kind: QuantityKind | 'word'
  readonly a: number | string
  readonly b: number | string
}

/**
 * What each compared field is called, and what kind of quantity it is. Names, notes, load and delivery points are no
 * part of the thing under test.
 */
const FIELDS: Readonly<Record<string, readonly [string, QuantityKind | 'word']>> = {
  'nozzle.throatDiameterM': ['throat', 'length'],
  'nozzle.exitDiameterM': ['nozzle exit', 'length'],
  'nozzle.count': ['number of nozzles', 'count'],
  'nozzle.inletBoreM': ['inlet bore', 'length'],
  'nozzle.angleRad': ['nozzle angle', 'angle'],
  'nozzle.gapM': ['nozzle gap', 'length'],
  'machine.materialId': ['material', 'word'],
  'machine.infill': ['solid share', 'share'],
  'shaft.bearingClassId': ['bearing class', 'word'],
  'shaft.bearingCount': ['bearings', 'count'],
}

/**
 * All fields that two builds of one kind are compared by: none that mean nothing for one of them, as the clearance of
 * an open casing.
 */
function fieldsOf(a: Build, b: Build): [string, readonly [string, QuantityKind | 'word']][] {
  const other = new Set(shownFields(b).map((f) => f.path))
  return [
    ...Object.entries(FIELDS).filter(([path]) => fieldValue(a, path) !== undefined),
    ...shownFields(a)
      .filter((f) => other.has(f.path))
      .map((f): [string, readonly [string, QuantityKind | 'word']] => [
        f.path,
        [fieldTitle(f), f.type === 'choice' ? 'word' : f.kind],
      ]),
  ]
}
const leaf = (build: Build, path: string): number | string => {
  const value = fieldValue(build, path)
  return typeof value === 'number' ? value : String(value)
}

/** Whether a build's hole has no divergence: its exit then follows its throat. */
const isPlain = (build: Build): boolean =>
  Number(fieldValue(build, 'nozzle.exitDiameterM')) <= Number(fieldValue(build, 'nozzle.throatDiameterM')) * (1 + 1e-9)

/**
 * Fields in which two builds differ. A plain hole's exit follows its throat and an open casing has no clearance:
 * neither counts as a second difference.
 */
export function buildDifferences(a: Build, b: Build): BuildDifference[] {
  if (a.machine.family !== b.machine.family)
    return [
      {
        path: 'machine.family',
        label: 'kind of machine',
        kind: 'word',
        a: kindOf(a).words.name,
        b: kindOf(b).words.name,
      },
      ...lineDifference(a, b),
      ...formDifference(a, b),
    ]
  const fields = fieldsOf(a, b).flatMap(([path, [label, kind]]): BuildDifference[] => {
    const [va, vb] = [leaf(a, path), leaf(b, path)]
    const same =
      typeof va === 'number' && typeof vb === 'number'
        ? Math.abs(va - vb) <= 1e-9 * Math.max(Math.abs(va), Math.abs(vb))
        : va === vb
    if (same) return []
    if (path === 'nozzle.exitDiameterM' && isPlain(a) && isPlain(b)) return []
    return [{ path, label, kind, a: va, b: vb }]
  })
  return [
    ...lineDifference(a, b),
    ...formDifference(a, b),
    ...drawingDifference(a, b),
    ...ownedDifferences(a, b),
    ...fields,
  ]
}

/**
 * What one build has and the other has none of: a transfer tube, a place in a cover. Each is one thing, whatever it is
 * made of.
 */
function ownedDifferences(a: Build, b: Build): BuildDifference[] {
  const found = new Map<string, BuildDifference>()
  for (const [has, lacks] of [
    [a, b],
    [b, a],
  ] as const)
    for (const f of shownFields(has)) {
      const owner = f.path.slice(0, f.path.lastIndexOf('.'))
      const absent = [owner, f.path].find((path) => path !== 'machine' && fieldValue(lacks, path) === null)
      // what such things are made of are lengths and rooms
      if (f.type !== 'number' || !(f.kind === 'length' || f.kind === 'smallVolume') || absent === undefined) continue
      const value = Number(fieldValue(has, f.path))
      const words = f.kind === 'length' ? mm(value) : `${Number((value * 1e6).toFixed(2))} cm³`
      const before = found.get(absent)
      const whole = before ? `${has === a ? before.a : before.b}, ${words}` : words
      found.set(absent, {
        path: absent,
        label: absent === owner ? f.group.toLowerCase() : fieldTitle(f),
        kind: 'word',
        a: has === a ? whole : 'none',
        b: has === a ? 'none' : whole,
      })
    }
  return [...found.values()]
}

const mm = (m: number) => `${Number((m * 1000).toFixed(2))} mm`

/** The blade as the maker drew it: one thing, by the name of its file. */
function drawingDifference(a: Build, b: Build): BuildDifference[] {
  const drawn = ({ machine }: Build) => ('outline' in machine ? machine.outline : null)
  const [da, db] = [drawn(a), drawn(b)]
  return JSON.stringify(da) === JSON.stringify(db)
    ? []
    : [
        {
          path: 'machine.outline',
          label: 'drawing of the blade',
          kind: 'word',
          a: da?.name ?? 'none',
          b: db?.name ?? 'none',
        },
      ]
}

/** A line in words: what it is made of, in the order of the air. */
export const lineWords = ({ parts }: Build['line']): string =>
  parts
    .map((part) =>
      part.kind === 'hose' ? `${Number(part.lengthM.toFixed(2))} m of ${mm(part.boreM)} hose` : part.label || 'fitting',
    )
    .join(', ') || 'nothing between'

/** The whole line counts as one thing; the regulator's setting is a condition of the run. */
function lineDifference(a: Build, b: Build): BuildDifference[] {
  const bare = ({ parts }: Build['line']) =>
    JSON.stringify(
      parts.map((part) =>
        part.kind === 'hose'
          ? [part.lengthM, part.boreM, part.roughnessM]
          : [part.sonicConductance, part.criticalRatio],
      ),
    )
  return bare(a.line) === bare(b.line)
    ? []
    : [{ path: 'line.parts', label: 'line', kind: 'word', a: lineWords(a.line), b: lineWords(b.line) }]
}

export const FORM_WORDS = {
  round: 'round hole',
  slot: 'slot',
  sector: 'piece of a ring',
  divided: 'divided hole',
  ring: 'ring of holes',
} as const

type Form = TurbineBuild['machine']['nozzle']['form']

function formDifference(a: Build, b: Build): BuildDifference[] {
  const [fa, fb] = [a, b].map((build) => fieldValue(build, 'nozzle.form') as Form | undefined)
  const words = (form: Form) =>
    form.kind === 'divided'
      ? form.parts === 2
        ? 'two halves'
        : 'four quarters'
      : form.kind === 'ring'
        ? `ring of ${form.holes} holes`
        : form.kind === 'slot'
          ? `slot ${Number(form.aspect.toFixed(1))} : 1`
          : FORM_WORDS[form.kind]
  return !fa || !fb || JSON.stringify(fa) === JSON.stringify(fb)
    ? []
    : [{ path: 'nozzle.form', label: 'outlet', kind: 'word', a: words(fa), b: words(fb) }]
}
