/** @jest-environment node */
import { sample } from '../../core/check-values/sample'
import fc from 'fast-check'
import { keptDemo } from '../demo/kept-demo'
import type { Project } from '../document'
import { applyEdits, editsBetween, inverseOf, joinEdits } from '.'
import { fed, nozzled } from '../document/testing'

const { project } = keptDemo()
const small: Project = { ...project, builds: project.builds.slice(0, 4), runs: project.runs.slice(0, 3) }
const applied = (to: Project, edits: Parameters<typeof applyEdits>[1]) => {
  const result = applyEdits(to, edits)
  if (!result.ok) throw new Error(result.conflict.code)
  return result.project
}

/** A project near the small one: entries taken out, put in, moved, renamed, of another supply. */
const near = fc
  .record({
    kept: fc.subarray(small.builds, { minLength: 0 }),
    added: fc.array(fc.tuple(fc.constantFrom('x', 'y', 'z'), fc.nat(4)), { maxLength: 3 }),
    swap: fc.boolean(),
    names: fc.array(fc.string({ maxLength: 4 }), { maxLength: 3 }),
    steady: fc.boolean(),
    head: fc.option(fc.string({ minLength: 1, maxLength: 5 }), { nil: undefined }),
    parts: fc.nat(2),
  })
  .map(({ kept, added, swap, names, steady, head, parts }): Project => {
    let builds = kept.map((b, i) => (names[i] === undefined ? b : { ...b, name: names[i] }))
    if (swap) builds = builds.toReversed()
    for (const [id, at] of added)
      if (!builds.some((b) => b.id === id))
        builds = [...builds.slice(0, at), { ...small.builds[0], id }, ...builds.slice(at)]
    if (steady && builds[0])
      builds[0] = { ...builds[0], supply: { kind: 'steady', gaugePressurePa: 2e5, airTemperatureK: 293 } }
    if (builds[1])
      builds[1] = { ...builds[1], line: { ...builds[1].line, parts: builds[1].line.parts.slice(0, parts) } }
    return { ...small, builds, name: head ?? small.name }
  })

test('what differs between two states leads from one to the other, and back', () =>
  fc.assert(
    fc.property(near, near, (a, b) => {
      const edits = editsBetween(a, b)
      expect(applied(a, edits)).toEqual(b)
      expect(applied(b, inverseOf(edits))).toEqual(a)
    }),
    { seed: 8, numRuns: sample(100) },
  ))

test('steps put together lead as far as one after the other, and back', () =>
  fc.assert(
    fc.property(near, near, near, (a, b, c) => {
      const joined = joinEdits(editsBetween(a, b), editsBetween(b, c))
      expect(applied(a, joined)).toEqual(c)
      expect(applied(c, inverseOf(joined))).toEqual(a)
    }),
    { seed: 9, numRuns: sample(50) },
  ))

const edited = (id: string, change: (b: Project['builds'][number]) => Project['builds'][number]): Project => ({
  ...small,
  builds: small.builds.map((b) => (b.id === id ? change(b) : b)),
})
const [first, second] = small.builds

test('an edit finds its build wherever it now stands, and nothing else', () => {
  const edits = editsBetween(
    small,
    edited(second.id, (b) => ({ ...b, name: 'Renamed' })),
  )
  const moved = { ...small, builds: [small.builds[2], small.builds[1], small.builds[3]] }
  const after = applied(moved, edits)
  expect(after.builds.map((b) => b.name)).toEqual([small.builds[2].name, 'Renamed', small.builds[3].name])
})

test('a build that is gone takes its edits with it, in words', () => {
  const edits = editsBetween(
    small,
    edited(second.id, (b) => ({ ...b, name: 'Renamed' })),
  )
  const without = { ...small, builds: small.builds.filter((b) => b.id !== second.id) }
  expect(applyEdits(without, edits)).toMatchObject({
    ok: false,
    conflict: { code: 'removed-elsewhere', id: second.id },
  })
})

test('the same field changed by another hand is a conflict that names both; forced, the later one stands', () => {
  const mine = editsBetween(
    small,
    edited(first.id, (b) => nozzled(b, { gapM: 7e-3 })),
  )
  const theirs = edited(first.id, (b) => nozzled(b, { gapM: 9e-3 }))
  expect(applyEdits(theirs, mine)).toMatchObject({
    ok: false,
    conflict: { code: 'changed-elsewhere', path: ['machine', 'nozzle', 'gapM'], wanted: 7e-3, stands: 9e-3 },
  })
  const forced = applyEdits(theirs, mine, { force: true })
  expect(forced.ok && fed(forced.project.builds[0]).machine.nozzle).toMatchObject({ gapM: 7e-3 })
  // another field of the same build is none of its business
  const beside = edited(first.id, (b) => nozzled(b, { count: fed(b).machine.nozzle.count + 1 }))
  expect(applyEdits(beside, mine).ok).toBe(true)
})

test('a build that another hand changed is not removed unseen; all of a change goes on or none', () => {
  const removal = editsBetween(small, {
    ...small,
    name: 'Less',
    builds: small.builds.filter((b) => b.id !== second.id),
  })
  const theirs = edited(second.id, (b) => ({ ...b, name: 'Still wanted' }))
  expect(applyEdits(theirs, removal)).toMatchObject({
    ok: false,
    conflict: { code: 'changed-elsewhere', id: second.id },
  })
  expect(theirs.name).toBe(small.name)
})

test('another kind of supply is one change: no field of a bottle among those of a compressor', () => {
  const edits = editsBetween(
    small,
    edited(first.id, (b) => ({ ...b, supply: { kind: 'steady', gaugePressurePa: 2e5, airTemperatureK: 293 } })),
  )
  expect(edits).toHaveLength(1)
  expect(edits[0]).toMatchObject({ kind: 'set', path: ['supply'] })
})
