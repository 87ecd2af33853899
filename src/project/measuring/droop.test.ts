import { keptDemo } from '../demo/kept-demo'
import { isFed, type Build } from '../document'
import { kindOf } from '../machines/registry'
import { parseTable } from '../recording'
import { METHOD_IDS, adviseMethods, methodOf, regulatorFound, type MeasuredRun } from '.'
import { reduceDroop, simulateDroop, type DroopReduction } from '../../core/bench'

const { project, recordings } = keptDemo()
const run = project.runs.find((r) => r.measurements.some((m) => m.method === 'droop'))!
const measurement = run.measurements.find((m) => m.method === 'droop')!
const rig = project.rigs.find((r) => r.id === measurement.rigId)!
const build = project.builds.find((b) => b.id === run.buildId)!
const method = methodOf('droop')

function reduced(bytes = recordings.get(measurement.recordingId ?? '')!) {
  const table = parseTable(bytes)
  const conditions = method.conditions(run, measurement, rig, build)
  if (!table.ok || !conditions) throw new Error('the demo’s readings can be read')
  return method.reduce({ kind: 'table', table: table.table }, conditions) as MeasuredRun<DroopReduction>
}

test('the demo’s regulator: its hidden spring and friction come back, the reading with exchanged digits is set aside', () => {
  const measured = reduced()
  expect(measured.detail.points.filter((p) => p.aside).map((p) => p.row)).toEqual([10])
  const { springRate, friction, sourceEffectDrawn } = regulatorFound(measured.detail, build.line.regulator!)
  expect(Math.abs(springRate.value - 74_000)).toBeLessThan(2 * springRate.standardUncertainty)
  expect(Math.abs(friction!.value - 7)).toBeLessThan(2 * friction!.standardUncertainty)
  expect(springRate.standardUncertainty / springRate.value).toBeLessThan(0.15)
  expect(sourceEffectDrawn).toBeCloseTo(36 / (1600 - 36), 4)
  const { sourceEffect } = measured.detail
  expect(Math.abs(sourceEffect!.value - sourceEffectDrawn)).toBeLessThan(2 * sourceEffect!.standardUncertainty)
  expect(measured.figures.map((f) => f.id)).toEqual(['closedGaugePa', 'droopPerGramPa', 'sticksPa'])
  // a gram a second costs a thousandth of what a kilogram would
  expect(measured.figures[1].value).toBeCloseTo(measured.detail.droop.value / 1000, 6)
  expect(measured.pressurePa?.most).toBe(Math.max(...measured.detail.points.map((p) => p.outletGaugePa)))
})

test('spring and friction act on what the seat leaves of the piston: a wide seat tells', () => {
  const regulator = {
    ...build.line.regulator!,
    sensingDiameterM: 20e-3,
    seatDiameterM: 10e-3,
    springRateNPerM: 30_000,
    frictionN: 4,
  }
  const holesM = [0, 1, 2, 3, 2, 1, 0].map((d) => d * 1e-3)
  const area = (Math.PI / 4) * (20e-3 ** 2 - 10e-3 ** 2)
  const readings = simulateDroop(
    {
      regulator,
      springForceN: 300e3 * area + 600e3 * (Math.PI / 4) * 10e-3 ** 2,
      holesM,
      sourceGaugePa: holesM.map(() => 600e3),
      discharge: 0.95,
      zeroPa: 0,
      span: 0,
      noisePa: 0,
      digitPa: 0,
      roomPaAbs: 101_325,
      roomK: 293.15,
      seed: 1,
    },
    'rounded',
  )
  if (rig.kind !== 'droop') throw new Error('the demo has a rig of holes')
  const r = reduceDroop(readings, { ...rig, edge: 'rounded', discharge: 0.95 }, { roomPaAbs: 101_325, roomK: 293.15 })
  const found = regulatorFound(r, regulator)
  expect(found.springRate.value / 30_000).toBeCloseTo(1, 2)
  expect(found.friction!.value / 4).toBeCloseTo(1, 2)
  expect(found.sourceEffectDrawn).toBeCloseTo(1 / 3, 9)
})

test('a hole that no plate has is refused, with its row and what to look at', () => {
  const text = new TextDecoder().decode(recordings.get(measurement.recordingId ?? '')!)
  expect(() => reduced(new TextEncoder().encode(text.replace('\n1.2,', '\n1200,')))).toThrow(/Row 3: .*unit/)
  expect(() => reduced(new TextEncoder().encode(text.replace('\n1.2,', '\n-1.2,')))).toThrow(/Row 3/)
})

test('only a line with a regulator has a droop; a piston is told to be measured once', () => {
  const without = { ...build, line: { ...build.line, regulator: null } } as Build
  const takes = (b: Build) => METHOD_IDS.filter((id) => methodOf(id).accepts(b))
  expect(takes(build)).toContain('droop')
  expect(takes(without)).not.toContain('droop')
  if (!isFed(build) || !build.line.regulator) throw new Error('the spindle has a regulator')
  const piston = {
    ...build,
    line: { ...build.line, regulator: { ...build.line.regulator, kind: 'piston' as const } },
  } as Build
  const why = (b: Build) =>
    adviseMethods(b, kindOf(b).predict(b, { ambient: project.ambient })).find((a) => a.method === 'droop')?.why.code
  expect([why(build), why(piston)]).toEqual(['advice-droop', 'advice-droop-piston'])
})
