import { keptDemo } from '../../../project/demo/kept-demo'
import type { Run } from '../../../project/document'
import type { MeasuredRun } from '../../../project/measuring'
import type { Plan } from '../../../project/planning'
import { isRunning, nextOf, runsOfStep } from './edits'
import { spreadOf } from './spread'

const { project } = keptDemo()
const plan: Plan = { ...project.plans[0], steps: project.plans[0].steps.map((s) => ({ ...s, repeats: 2 })) }
const at = (s: number) => new Date(Date.UTC(2026, 10, 27, 9, 0, s)).toISOString()
const run = (step: number, nth: number, stopped = true): Run => ({
  ...project.runs[0],
  id: `r${step}${nth}`,
  planned: { planId: plan.id, stepId: plan.steps[step].id },
  marks: [
    { id: 'a', at: at(0), kind: 'start', text: '', photoId: null },
    ...(stopped ? [{ id: 'b', at: at(20), kind: 'stop' as const, text: '', photoId: null }] : []),
  ],
})

describe('where a plan stands', () => {
  test('at its first step, then run by run and step by step, to the end', () => {
    const runs: Run[] = []
    for (let step = 0; step < plan.steps.length; step++)
      for (let nth = 0; nth < 2; nth++) {
        expect(nextOf(plan, runs)).toMatchObject({ step: plan.steps[step], running: null, done: nth })
        runs.push(run(step, nth))
      }
    expect(nextOf(plan, runs)).toBeNull()
    expect(runsOfStep(runs, plan, plan.steps[1])).toHaveLength(2)
  })
  test('a run that was not stopped is under way, whatever came after it', () => {
    const open = run(0, 1, false)
    expect(isRunning(open)).toBe(true)
    expect(nextOf(plan, [run(0, 0), open, run(1, 0)])).toMatchObject({
      step: plan.steps[0],
      running: open,
      done: 2 - 1,
    })
  })
  test('a run that was removed is made again; runs of another plan do not count', () => {
    const other = { ...run(0, 0), planned: { planId: 'other', stepId: plan.steps[0].id } }
    expect(nextOf(plan, [run(0, 0), run(1, 0), other])).toMatchObject({ step: plan.steps[0], done: 1 })
  })
})

describe('spread from run to run', () => {
  const measured = (value: number) =>
    ({
      status: 'done',
      measured: { figures: [{ id: 'p', kind: 'power', value, standardUncertainty: 0 }] } as unknown as MeasuredRun,
    }) as never
  const runs = (pressures: readonly number[]) =>
    pressures.map((gaugePressurePa, i) => ({ ...project.runs[0], id: `r${i}`, gaugePressurePa }))
  const results = (values: readonly number[]) => new Map(values.map((v, i) => [`r${i}`, measured(v)]))
  test('of three runs at one pressure: their standard deviation over their mean', () =>
    expect(spreadOf(runs([3e5, 3e5, 3.05e5]), results([9, 10, 11]), 'p')).toBeCloseTo(0.1, 9))
  test('two runs, or runs at other pressures, say nothing', () => {
    expect(spreadOf(runs([3e5, 3e5]), results([9, 11]), 'p')).toBeNull()
    expect(spreadOf(runs([1e5, 2e5, 3e5]), results([3, 6, 9]), 'p')).toBeNull()
  })
  test('groups are pooled by their freedom', () => {
    const found = spreadOf(runs([1e5, 1e5, 1e5, 2e5, 2e5, 2e5]), results([9, 10, 11, 20, 20, 20]), 'p')
    expect(found).toBeCloseTo(Math.sqrt(0.02 / 4), 9)
  })
})
