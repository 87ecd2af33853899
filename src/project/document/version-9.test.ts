import { readFileSync } from 'node:fs'
import { parseProject, salvageProject } from '../validation'
import { emptyProject } from './new-build'

interface Frozen {
  readonly schemaVersion: number
  readonly runs: Readonly<Record<string, unknown>>[]
}
const frozen = () => JSON.parse(readFileSync('src/project/fixtures/v8/heron-window.json', 'utf8')) as Frozen

describe('version 8 becomes version 9', () => {
  const parsed = parseProject(frozen())
  if (!parsed.ok) throw new Error(parsed.message)

  test('every run is what it was, of no plan and with no marks; nothing else changed', () => {
    expect(parsed.project.plans).toEqual([])
    expect(parsed.project.runs).toEqual(frozen().runs.map((run) => ({ ...run, planned: null, marks: [] })))
    const { runs: _r, schemaVersion: _v, ...before } = frozen()
    expect(parsed.project).toMatchObject(before)
  })
  test.each([
    ['runs that are no list', { schemaVersion: 8, runs: 'x' }],
    ['a run that is none', { schemaVersion: 8, runs: [3, null] }],
  ])('%s is refused in words, not thrown at', (_, value) => expect(parseProject(value)).toMatchObject({ ok: false }))
})

describe('plans hold together with what they speak of', () => {
  const parsed = parseProject(frozen())
  if (!parsed.ok) throw new Error(parsed.message)
  const [run] = parsed.project.runs
  const plan = {
    id: 'plan-1',
    name: 'Low to high',
    buildId: run.buildId,
    rigId: run.measurements[0].rigId,
    createdAt: run.takenAt,
    steps: [{ id: 'step-1', gaugePressurePa: 200e3, stopAtRadPerS: null, openS: 20, repeats: 3 }],
    differenceShare: 0.05,
    spreadShare: 0.03,
    spreadFrom: 'assumed',
    limitedBy: 'wanted',
    stoppedBy: null,
    notes: '',
  }
  const mark = { id: 'mark-1', at: run.takenAt, kind: 'photo', text: '', photoId: null as string | null }
  const project = {
    ...parsed.project,
    plans: [plan],
    runs: [{ ...run, planned: { planId: 'plan-1', stepId: 'step-1' }, marks: [mark] }, ...parsed.project.runs.slice(1)],
  }
  test('as it stands it is sound', () => expect(parseProject(project)).toMatchObject({ ok: true }))
  test.each([
    ['a plan of another build', { ...project, plans: [{ ...plan, buildId: 'nobody' }] }, /plans\[0]\.buildId.*nobody/],
    ['a plan on another rig', { ...project, plans: [{ ...plan, rigId: 'nothing' }] }, /plans\[0]\.rigId.*nothing/],
    ['a run of no plan there is', { ...project, plans: [] }, /runs\[0]\.planned\.planId.*plan-1/],
    [
      'a picture that is not there',
      { ...project, runs: [{ ...project.runs[0], marks: [{ ...mark, photoId: 'rec-x' }] }, ...project.runs.slice(1)] },
      /runs\[0]\.marks\[0]\.photoId.*rec-x/,
    ],
  ])('%s is refused; salvaged, only the reference goes, or what means nothing without it', (_, broken, why) => {
    const opened = parseProject(broken)
    expect(opened.ok ? '' : `${opened.message} ${JSON.stringify(opened)}`).toMatch(why)
    const saved = salvageProject(broken, emptyProject({ id: 'x', name: 'x' }))
    if (!saved.ok) throw new Error(saved.message)
    expect(saved.project.runs).toHaveLength(project.runs.length)
    expect(parseProject(saved.project).ok).toBe(true)
    expect(saved.setAside.length).toBeGreaterThan(0)
  })
})
