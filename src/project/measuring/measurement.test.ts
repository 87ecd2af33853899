import { keptDemo } from '../demo/kept-demo'
import { projectSchema } from '../validation'
import { isRecorded, mainMeasurement, mainRig, measurementInputs } from '.'
import type { Measurement, Project, Run } from '../document'

const { project } = keptDemo()
const recorded = (p: Project): Run => {
  const run = p.runs.find((r) => isRecorded(r) && mainMeasurement(r).mapping)
  if (!run) throw new Error('the demo has recorded runs')
  return run
}
const run = recorded(project)
const first = mainMeasurement(run)
const keyOf = (p: Project, r: Run, m: Measurement) => measurementInputs(p, r, m)?.key

describe('one key from recording, mapping, rig, machine and settings', () => {
  const key = keyOf(project, run, first)
  const changed = (recipe: (p: Project, m: Measurement, r: Run) => void) => {
    const p = structuredClone(project)
    const r = recorded(p)
    const m = mainMeasurement(r)
    recipe(p, m, r)
    return keyOf(p, r, m)
  }
  test('the same inputs have the same key', () => {
    expect(key).toBeDefined()
    expect(changed(() => undefined)).toBe(key)
  })
  test.each<[string, (p: Project, m: Measurement, r: Run) => void]>([
    ['spans set by hand', (_, m) => void (m.method === 'inertia' && (m.settings.spinUp = { fromS: 0.5, toS: 2 }))],
    [
      'the rig’s wheel',
      (p, m) =>
        void p.rigs
          .filter((r) => r.id === m.rigId)
          .forEach((r) => r.kind === 'inertia' && (r.flywheel.outerRadiusM *= 1.1)),
    ],
    [
      'counts in a turn',
      (p, m) =>
        void p.rigs.filter((r) => r.id === m.rigId).forEach((r) => r.kind === 'inertia' && (r.countsPerTurn += 1)),
    ],
    ['the run’s pressure', (_p, _m, r) => void (r.gaugePressurePa *= 1.2)],
    ['the air of the room', (_p, _m, r) => void (r.ambient = { ...r.ambient, absolutePressurePa: 98_000 })],
    [
      'how the table is written',
      (_, m) => {
        if (m.mapping?.kind === 'table')
          m.mapping = { ...m.mapping, dialect: { delimiter: ';', decimal: ',' } as never }
      },
    ],
  ])('%s: another key', (_, recipe) => {
    const other = changed(recipe)
    expect(other).toBeDefined()
    expect(other).not.toBe(key)
  })
  test('a name or a note leaves it', () => {
    expect(changed((_p, _m, r) => void (r.notes = 'warm day'))).toBe(key)
    expect(changed((p) => void p.rigs.forEach((r) => (r.name = 'the other')))).toBe(key)
  })
  test('what is missing has none', () => {
    expect(changed((_, m) => void (m.recordingId = null))).toBeUndefined()
    expect(changed((p) => void (p.rigs = []))).toBeUndefined()
    expect(changed((_, m) => void (m.mapping = null))).toBeUndefined()
  })
})

test('a run holds several measurements of one recording, each with settings and a result of its own', () => {
  const p = structuredClone(project)
  const r = recorded(p)
  const second: Measurement = {
    ...structuredClone(first),
    id: 'second',
    settings: { spinUp: { fromS: 0.5, toS: 2 }, coast: null },
  } as Measurement
  r.measurements.push(second)
  expect(projectSchema.safeParse(p).error?.issues ?? []).toEqual([])
  expect(mainMeasurement(r).id).toBe(first.id)
  expect(mainRig(p, r)?.id).toBe(first.rigId)
  const [a, b] = r.measurements.map((m) => measurementInputs(p, r, m))
  expect(a?.key).not.toBe(b?.key)
  // it is read once for both
  expect(a?.recordingKey).toBe(b?.recordingKey)
})
test('two measurements of one id, or a rig that is not there, are refused', () => {
  const twice = structuredClone(project)
  recorded(twice).measurements.push(structuredClone(first))
  expect(projectSchema.safeParse(twice).success).toBe(false)
  const strange = structuredClone(project)
  mainMeasurement(recorded(strange)).rigId = 'nowhere'
  expect(projectSchema.safeParse(strange).success).toBe(false)
})
