import { dragAt } from '../../../core/bench'
import { bearingClass, bearingTorque } from '../../../core/turbine'
import { keptDemo } from '../../demo/kept-demo'
import { isTurbine, kindOf, newBuild, type CoastRig, type TurbineBuild } from '../../document'
import { parseTable } from '../../recording'
import { adviseMethods } from '../advice'
import { coast } from './method'
import { coastRig, sensorOf } from './rig'
import { coastTargets } from './tells'

const { project, recordings } = keptDemo()
const run = project.runs.find((r) => r.id === 'run-spindle-3-2')!
const measurement = run.measurements.find((m) => m.method === 'coast')!
const build = project.builds.find((b) => b.id === run.buildId) as TurbineBuild
const rig = project.rigs.find((r) => r.id === measurement.rigId) as CoastRig
const table = (() => {
  const parsed = parseTable(recordings.get(measurement.recordingId!)!)
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
})()
const reduced = (more: Partial<CoastRig> = {}) =>
  coast.reduce({ kind: 'table', table }, coast.conditions(run, measurement, { ...rig, ...more }, build)!)
const WHEEL = {
  kind: 'dimensions',
  outerRadiusM: 0.04,
  innerRadiusM: 0.004,
  widthM: 0.012,
  materialId: 'steel',
} as const

describe('the demo’s rotor left to itself, made from hidden bearings and 7 % more inertia than drawn', () => {
  const measured = reduced()
  const drawn = kindOf(build).turning!(build.machine).value
  test('figures by their codes, the inertia among them; its drag over speed', () => {
    expect(measured.figures.map((f) => f.id)).toEqual(['coastDragNm', 'coastPowerW', 'coastRestNm', 'turningKgM2'])
    const { value, standardUncertainty } = measured.figures[3]
    expect(Math.abs(value - 1.07 * drawn)).toBeLessThan(2 * standardUncertainty)
    const [drag] = measured.overSpeed!.lines
    expect(drag.id).toBe('drag')
    expect(drag.values[drag.values.length - 1]).toBeCloseTo(measured.figures[0].value, 12)
    expect(drag.standardUncertainty[60]).toBeCloseTo(measured.figures[0].standardUncertainty, 9)
  })
  test('with the torque told of nothing the drawing’s inertia is believed, and no inertia is a figure', () => {
    const plain = reduced({ brake: null })
    expect(plain.figures.map((f) => f.id)).toEqual(['coastDragNm', 'coastPowerW', 'coastRestNm'])
    expect(plain.detail.inertia.value).toBeCloseTo(drawn, 12)
    expect(plain.sharedRelativeUncertainty).toBeCloseTo(0.1, 9)
    expect(plain.detail.coasts.some((c) => c.braked)).toBe(false)
  })
  test('what it tells of the build: its bearings over what their class does at the lowest speed, and the inertia', () => {
    const targets = coastTargets(build, rig, measured.detail)
    expect(targets.map((t) => [t.id, t.beyond])).toEqual([
      ['bearing', false],
      ['rotor-inertia', false],
    ])
    const w = measured.detail.leastRadPerS
    const { bearingClassId, bearingCount } = build.machine.shaft
    const [a, b, c] = measured.detail.law.parameters
    const usual = bearingTorque(bearingClass(bearingClassId), bearingCount, w)
    // what other laws say beside the parabola is little on this recording
    expect(targets[0].found.value / ((a + b * w) / usual)).toBeCloseTo(1, 2)
    expect(targets[0].found.value).toBeCloseTo((dragAt(measured.detail.law, w) - c * w * w) / usual, 9)
    expect((b * w) / a).toBeGreaterThan(0.02)
    // hidden bearings of 1.3 times their class
    expect(Math.abs(targets[0].found.value - 1.3)).toBeLessThan(0.12)
    const next = structuredClone(build)
    for (const target of targets) target.write(next)
    expect(next.machine.coefficients.bearing).toMatchObject({ from: 'runs' })
    expect(next.machine.coefficients.bearing!.value / targets[0].found.value).toBeCloseTo(1, 3)
    expect(next.machine.coefficients.bearing!.standardUncertainty).toBeLessThan(0.06)
    expect(next.machine.shaft.rotorInertia!.inertiaKgM2 / (1.07 * drawn)).toBeCloseTo(1, 1)
    expect(next.machine.shaft.rotorInertia!.relativeUncertainty).toBeLessThan(0.04)
  })
  test('nothing of the build where a flywheel turns with it; no bearing where other parts rub, or far beyond any', () => {
    expect(coastTargets(build, { ...rig, flywheel: WHEEL }, measured.detail)).toEqual([])
    const vane = newBuild({ id: 'v', machineId: 'm', name: 'v', createdAt: build.createdAt }, 'vane-motor')
    expect(coastTargets(vane, rig, measured.detail).map((t) => t.id)).toEqual(['rotor-inertia'])
    // drag of another shape: what of it is the air's is not told by a square that does not lie
    const { law } = measured.detail
    const shape = { ...law.shape!, stands: false, torqueNm: law.shape!.torqueNm.map(() => 4e-4) }
    const [plain] = coastTargets(build, rig, measured.detail)
    const [other] = coastTargets(build, rig, { ...measured.detail, law: { ...law, shape } })
    const w = measured.detail.leastRadPerS
    const usual = bearingTorque(bearingClass(build.machine.shaft.bearingClassId), build.machine.shaft.bearingCount, w)
    expect(other.found.value).toBeCloseTo((4e-4 - law.parameters[2] * w * w) / usual, 9)
    expect(other.found.standardUncertainty).toBeGreaterThan(plain.found.standardUncertainty)
    const [a, b, c] = law.parameters
    const stuck = { ...measured.detail, law: { ...law, parameters: [30 * a, b, c] as const } }
    expect(coastTargets(build, rig, stuck)[0]).toMatchObject({ id: 'bearing', beyond: true })
  })
})

test('the rig: a flywheel’s inertia through its gear, the rotor’s alone without; the sensor is then on the rotor', () => {
  const alone = { ...rig, speedRatio: 0.3, sensorOn: 'flywheel' as const, flywheel: null }
  expect(sensorOf(alone)).toMatchObject({ sensorOn: 'rotor', speedRatio: 1 })
  expect(sensorOf({ ...alone, flywheel: WHEEL })).toMatchObject({ sensorOn: 'flywheel', speedRatio: 0.3 })
  const own = kindOf(build).turning!(build.machine)
  expect(coastRig(alone, build).inertiaKgM2).toEqual(own)
  const ring = 0.5 * 7850 * Math.PI * (0.04 ** 2 - 0.004 ** 2) * 0.012 * (0.04 ** 2 + 0.004 ** 2)
  expect(coastRig({ ...alone, flywheel: WHEEL }, build).inertiaKgM2.value).toBeCloseTo(own.value + 0.09 * ring, 7)
  expect(coastRig({ ...alone, brake: { torqueNm: 2e-3, relativeUncertainty: 0.05 } }, build).brake).toEqual({
    torqueNm: 2e-3,
    standardUncertaintyNm: 1e-4,
  })
})

test('a rotor that would stop at once is told to coast with a flywheel', () => {
  const advice = (of: TurbineBuild) =>
    adviseMethods(of, kindOf(of).predict(of, { ambient: run.ambient })).find((m) => m.method === 'coast')!
  expect(advice(build)).toMatchObject({ suits: 'fairly', why: { code: 'advice-coast' } })
  const light = structuredClone(build)
  light.machine.shaft.rotorInertia = { inertiaKgM2: 3e-7, relativeUncertainty: 0.05 }
  expect(isTurbine(light)).toBe(true)
  expect(advice(light)).toMatchObject({ suits: 'poorly', why: { code: 'advice-coast-soon' } })
})
