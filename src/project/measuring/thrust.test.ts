import { keptDemo } from '../demo/kept-demo'
import { kindOf, measuredBy, type Measurement, type Project } from '../document'
import { projectSchema } from '../validation/schema'
import { judgeIn } from '../compare'
import { parseTable } from '../recording'
import { METHOD_IDS, measurementInputs, methodOf } from '.'

const { project, recordings } = keptDemo()
const run = project.runs.find((r) => r.id === 'run-glider-1-1')
const glider = project.builds.find((b) => b.id === 'glider-1')
if (!run || !glider) throw new Error('the demo has a glider on its stand')
const [measurement] = run.measurements
const inputs = (p: Project = project, m: Measurement = measurement) => measurementInputs(p, run, m)

test('what turns is read by flywheel, brake and generator, what is pushed by a stand; a vessel empties through either', () => {
  for (const build of project.builds) {
    const takes = METHOD_IDS.filter((id) => methodOf(id).accepts(build))
    expect(takes).toEqual(
      build.machine.family === 'thrust-body'
        ? ['thrust', 'tank-decay']
        : [
            'inertia',
            'coast',
            'brake',
            'generator',
            'rope',
            'tank-decay',
            'run-down',
            ...(build.line.regulator ? ['droop'] : []),
            'sound',
          ],
    )
  }
})

test('the demo’s push: figures by the codes of the predicted ones, each near what was foreseen, the jet’s hidden loss in both', () => {
  const table = parseTable(recordings.get(measurement.recordingId ?? '') ?? new Uint8Array())
  const own = inputs()
  if (!table.ok || !own) throw new Error('the demo’s recording can be read')
  const measured = methodOf('thrust').reduce({ kind: 'table', table: table.table }, own.conditions)
  expect(measured.figures.map((f) => f.id)).toEqual(['thrust', 'impulse', 'runTime'])
  const foreseen = kindOf(glider).predict(glider, { ambient: run.ambient }, run.gaugePressurePa)
  for (const id of ['thrust', 'impulse']) {
    const [a, b] = [measured, foreseen].map(({ figures }) => figures.find((f) => f.id === id))
    if (!a || !b) throw new Error(id)
    expect(Math.abs(a.value - b.value)).toBeLessThan(3 * Math.hypot(a.standardUncertainty, b.standardUncertainty))
    expect(a.kind).toBe(b.kind)
  }
  expect(measured.figures.some((f) => f.id === measuredBy(kindOf(glider)).id)).toBe(true)
  expect(measured.sharedRelativeUncertainty).toBe(0.008)
})

test('the bottle’s impulse follows the pressure that is held: twice the gauge pressure gives clearly more', () => {
  const impulse = (pa: number) =>
    kindOf(glider)
      .predict(glider, { ambient: run.ambient }, pa)
      .figures.find((f) => f.id === 'impulse')?.value ?? 0
  const own = kindOf(glider).predict(glider, { ambient: run.ambient })
  expect(impulse(250e3) / (own.figures.find((f) => f.id === 'impulse')?.value ?? 1)).toBeCloseTo(1, 2)
  expect(impulse(400e3) / impulse(200e3)).toBeGreaterThan(2)
})

test('span and spans set by hand make another result; a rig of another method makes none', () => {
  const key = inputs()?.key
  expect(key).toBeDefined()
  const wider = structuredClone(project)
  wider.rigs.forEach((r) => r.kind === 'thrust' && (r.spanRelativeUncertainty = 0.02))
  expect(inputs(wider)?.key).not.toBe(key)
  const byHand = { ...measurement, settings: { push: { fromS: 2.4, toS: 4 } } } as Measurement
  expect(inputs(project, byHand)?.key).not.toBe(key)
  expect(methodOf('thrust').byHand(byHand)).toBe(true)
  expect(methodOf('thrust').byHand(measurement)).toBe(false)
  expect(inputs(project, { ...measurement, rigId: 'wheel-lines' })).toBeNull()
  expect(() => methodOf('thrust').reduce({ kind: 'sound' } as never, inputs()?.conditions as never)).toThrow(
    /table of forces/,
  )
})

test.each([
  ['thrust', 'thrust'],
  ['brake', 'bestPowerW'],
  ['run-down', 'bottlePeakThrustN'],
] as const)('%s: what its scale was found to mean goes into every run on it', (method, id) => {
  const taken = (factor: number) => {
    const p = structuredClone(project)
    p.rigs.forEach((r) => 'scaleFactor' in r && (r.scaleFactor = factor))
    const of = p.runs.find((r) => r.measurements.some((m) => m.method === method))!
    const m = of.measurements.find((x) => x.method === method)!
    const table = parseTable(recordings.get(m.recordingId!)!)
    if (!table.ok) throw new Error('the demo’s recording can be read')
    const { figures } = methodOf(method).reduce(
      { kind: 'table', table: table.table },
      measurementInputs(p, of, m)!.conditions as never,
    )
    return figures.find((f) => f.id === id)!.value
  }
  expect(taken(1.25) / taken(1)).toBeCloseTo(1.25, 3)
})

test('a new stand and a fresh measurement on it are what a document takes', () => {
  const p = structuredClone(project)
  p.rigs.push(methodOf('thrust').newRig('fresh'))
  p.runs[0].measurements[0] = {
    ...p.runs[0].measurements[0],
    rigId: 'fresh',
    ...methodOf('thrust').freshSettings(),
  } as Measurement
  expect(projectSchema.safeParse(p).error?.issues ?? []).toEqual([])
  p.runs[0].measurements[0].settings = methodOf('inertia').freshSettings().settings as never
  expect(projectSchema.safeParse(p).success).toBe(false)
})

test('a push that no air can give is told from one that can: the demo’s is possible, ten times of it is not', () => {
  const own = inputs()
  const table = parseTable(recordings.get(measurement.recordingId ?? '') ?? new Uint8Array())
  if (!table.ok || !own) throw new Error('the demo’s recording can be read')
  const measured = methodOf('thrust').reduce({ kind: 'table', table: table.table }, own.conditions)
  expect(judgeIn(project, glider, run, measured)).toEqual({ findings: [], possible: true })
  const wrong = { ...measured, figures: measured.figures.map((f) => ({ ...f, value: 10 * f.value })) }
  const judged = judgeIn(project, glider, run, wrong)
  expect(judged.possible).toBe(false)
  expect(judged.findings.map((f) => f.id)).toEqual(['thrust-beyond-air', 'impulse-beyond-air'])
})
