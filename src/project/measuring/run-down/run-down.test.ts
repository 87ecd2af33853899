import { STANDARD_AMBIENT } from '../../../core/air'
import type { RunDownReduction } from '../../../core/bench'
import { keptDemo } from '../../demo/kept-demo'
import { runOf } from '../../machines/engine/runs'
import type { EngineBuild } from '../../machines/engine/input'
import { parseTable } from '../../recording'
import { runDown } from './method'
import { tellsOf } from './tells'

const { project, recordings } = keptDemo()
const run = project.runs.find((r) => r.id === 'run-carousel-2-bottle')!
const [measurement] = run.measurements
const build = project.builds.find((b) => b.id === run.buildId)!
const rig = project.rigs.find((r) => r.id === measurement.rigId)!
const table = (() => {
  const parsed = parseTable(recordings.get(measurement.recordingId!)!)
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.table
})()
const reduced = (more: object = {}) => {
  const conditions = runDown.conditions(run, measurement, { ...rig, ...more } as never, build)!
  return runDown.reduce({ kind: 'table', table }, conditions)
}

describe('a whole bottle through the demo’s engine, made from hidden coefficients', () => {
  const measured = reduced()
  const of = (id: string) => measured.figures.find((f) => f.id === id)!
  test('every figure that was recorded is there', () => {
    expect(measured.figures.map((f) => f.id)).toEqual([
      'bottleTimeS',
      'bottlePeakRadPerS',
      'bottleTurns',
      'bottleAirKg',
      'bottleAirPerTurnKg',
      'bottleWorkJ',
      'bottleWorkPerAir',
      'bottleImpulseNs',
      'bottlePeakThrustN',
    ])
    expect(of('bottleAirKg').value).toBeLessThan((600e3 * 2.02e-3) / (287.05 * 293.15))
  })
  test('thrust by the fan’s law: as much at the top as its coefficients say of its speed', () => {
    const { thrustCoefficient: ct, diameterM: d } = (build as unknown as EngineBuild).machine.load as {
      thrustCoefficient: number
      diameterM: number
    }
    const rho = STANDARD_AMBIENT.absolutePressurePa / (287.05 * STANDARD_AMBIENT.temperatureK)
    const n = of('bottlePeakRadPerS').value / (2 * Math.PI)
    expect(of('bottlePeakThrustN').value / (ct * rho * n * n * d ** 4)).toBeCloseTo(1, 1)
  })
  test('marks of a frequency are counted by the turn; a larger bottle held more', () => {
    const twice = reduced({ marksPerTurn: 2 }).figures.find((f) => f.id === 'bottleTurns')!
    expect(twice.value / of('bottleTurns').value).toBeCloseTo(0.5, 6)
    const larger = reduced({ volumeM3: 2 * 2.02e-3 }).figures.find((f) => f.id === 'bottleAirKg')!
    expect(larger.value / of('bottleAirKg').value).toBeGreaterThan(1.9)
  })
  test('beside the run as predicted it tells of leaking seals; the maker’s own figures put right, of nothing', () => {
    const detail = measured.detail as RunDownReduction
    const told = (b: EngineBuild) =>
      tellsOf(detail, { zeroUncertaintyPa: 2000 }, runOf(b, run.ambient)!, run.ambient.absolutePressurePa).map(
        (t) => t.code,
      )
    const as = structuredClone(build) as unknown as EngineBuild
    expect(told(as)).toContain('tells-more-air')
    const truth = { seat: 0.66, outlet: 0.68, pastSeals: 1.5, rubbing: 1.15, wallHeat: 0.9 } as const
    for (const [name, value] of Object.entries(truth)) as.machine.coefficients[name as keyof typeof truth].value = value
    expect(told(as)).toEqual([])
    const tight = structuredClone(as)
    tight.machine.bearingDragNm *= 4
    expect(told(tight)).toContain('tells-runs-on')
    const loose = structuredClone(as)
    loose.machine.leakAreaM2 = 0
    loose.machine.bearingDragNm = 0
    loose.machine.seal = { forceN: 0, areaM2: 0 }
    expect(told(loose)).toEqual(expect.arrayContaining(['tells-more-air', 'tells-stops-early']))
  })
  test('each difference by itself is told by its own cause, and only beyond its uncertainty', () => {
    const r = measured.detail as RunDownReduction
    const as = runOf(build as unknown as EngineBuild, run.ambient)!
    // a run that was predicted as it was measured
    const same = {
      ...as,
      airKg: r.airPerTurn!.value * as.turns,
      peakSpeedRadPerS: r.peakSpeed.value,
      vesselPaAbs: [...as.vesselPaAbs.slice(0, -1), r.endGaugePa! + run.ambient.absolutePressurePa],
    }
    const told = (more: Partial<typeof same>) =>
      tellsOf(r, { zeroUncertaintyPa: 2000 }, { ...same, ...more }, run.ambient.absolutePressurePa).map((t) => t.code)
    expect(told({})).toEqual([])
    expect(told({ airKg: 0.85 * same.airKg })).toEqual(['tells-more-air'])
    expect(told({ airKg: 1.2 * same.airKg })).toEqual(['tells-less-air'])
    expect(told({ peakSpeedRadPerS: 0.9 * same.peakSpeedRadPerS })).toEqual(['tells-faster'])
    expect(told({ peakSpeedRadPerS: 1.1 * same.peakSpeedRadPerS })).toEqual(['tells-slower'])
    expect(told({ peakSpeedRadPerS: 1.02 * same.peakSpeedRadPerS })).toEqual([])
    const ends = (by: number) => ({ vesselPaAbs: [...same.vesselPaAbs.slice(0, -1), same.vesselPaAbs.at(-1)! + by] })
    expect(told(ends(-40e3))).toEqual(['tells-stops-early'])
    expect(told(ends(40e3))).toEqual(['tells-runs-on'])
    expect(told({ ...ends(40e3), end: 'time' })).toEqual([])
  })
  test('a sound is no table; a run on another rig has no conditions', () => {
    const conditions = runDown.conditions(run, measurement, rig, build)!
    expect(() => runDown.reduce({ kind: 'sound' } as never, conditions)).toThrow(/table of speeds/)
    expect(runDown.conditions(run, measurement, project.rigs[0], build)).toBeNull()
  })
})
