/** @jest-environment node */
import { readFileSync } from 'node:fs'
import { coefficientsOf, type Family } from '../../core/machines'
import { predictPlain } from '../../core/prediction'
import { parseProject } from '../validation'
import { hazardOf, isTurbine, predictionInput } from '.'

interface Frozen {
  readonly schemaVersion: number
  readonly builds: Record<string, Record<string, unknown>>[]
  readonly runs: Record<string, unknown>[]
}
const frozen = JSON.parse(readFileSync('src/project/fixtures/v4/heron-window.json', 'utf8')) as Frozen

describe('version 4 becomes version 5', () => {
  const parsed = parseProject(structuredClone(frozen))
  if (!parsed.ok) throw new Error(parsed.message)
  const { project } = parsed
  test('every machine owns what stood beside it, and only the coefficients of its model; nothing that counted is lost', () => {
    expect(project.builds).toHaveLength(frozen.builds.length)
    for (const [i, { machine, ...shared }] of project.builds.entries()) {
      const old = frozen.builds[i]
      expect(machine).toMatchObject(old.machine)
      expect(shared).toMatchObject({ supply: old.supply, line: old.line, making: old.making })
      expect(shared.leastGaugePressurePa).toBe(old.load.leastGaugePressurePa)
      const names = Object.keys(machine.coefficients)
      for (const [name, held] of Object.entries(machine.coefficients))
        expect(held).toMatchObject(old.coefficients[name] as object)
      if ('shaft' in machine) {
        expect(machine.shaft).toEqual(old.shaft)
        expect((machine as { nozzle?: unknown }).nozzle).toEqual(old.nozzle)
        expect(machine.load).toEqual({
          label: old.load.label,
          speedRadPerS: old.load.speedRadPerS,
          wantedPowerW: old.load.wantedPowerW,
        })
        expect(names.sort()).toEqual(
          [...new Set(['discharge', 'velocity', ...coefficientsOf(machine.family as Family)])].sort(),
        )
      } else {
        expect(machine).toHaveProperty('label', old.load.label)
        expect(machine.nozzle).not.toHaveProperty('angleRad')
        expect(names.sort()).toEqual(['discharge', 'velocity'])
      }
    }
  })
  test('a run keeps its recording, rig, mapping and settings as its one measurement, and what its cautions showed', () => {
    for (const [i, run] of project.runs.entries()) {
      const old = frozen.runs[i]
      const mapping = old.mapping as Record<string, string>
      expect(run.measurements).toEqual([
        {
          id: 'm1',
          method: 'inertia',
          rigId: old.rigId,
          recordingId: old.recordingId,
          mapping: {
            kind: 'table',
            dialect: null,
            columns: expect.objectContaining({
              time: { header: mapping.timeColumn, unit: mapping.timeUnit },
              signal: { header: mapping.signalColumn, unit: mapping.signalUnit },
            }) as unknown,
          },
          settings: old.settings,
        },
      ])
      const cautions = old.cautions as Record<string, number>
      expect(hazardOf(run.cautions.hazards, 'burst-speed')).toBe(cautions.burstSpeedRadPerS)
      expect(hazardOf(run.cautions.hazards, 'bearing-share')).toBe(cautions.bearingShare)
      expect(hazardOf(run.cautions.hazards, 'flywheel-speed')).toBeNull()
    }
    expect(project.recordings.every((r) => r.kind === 'table')).toBe(true)
  })
  test('a run whose cautions showed a flywheel keeps its figures', () => {
    const wheel = structuredClone(frozen)
    const cautions = wheel.runs[0].cautions as Record<string, unknown>
    cautions.flywheel = { speedRadPerS: 300, stressMargin: 12, rimSpeedMPerS: 11, storedEnergyJ: 40 }
    const opened = parseProject(wheel)
    expect(opened.ok && hazardOf(opened.project.runs[0].cautions.hazards, 'flywheel-stored-energy')).toBe(40)
  })
  test('every turbine of it is predicted as its figures say', () => {
    for (const build of project.builds.filter(isTurbine)) {
      const { figures } = predictPlain(predictionInput(build, project.ambient))
      expect([build.id, Number.isFinite(figures.bestPowerW)]).toEqual([build.id, true])
    }
  }, 30_000)
  test.each([
    [
      'a build without a machine',
      { schemaVersion: 4, builds: [{ nozzle: {}, shaft: {}, load: {}, coefficients: {} }] },
    ],
    [
      'a kind that nobody knows',
      {
        schemaVersion: 4,
        builds: [{ machine: { family: 'steam' }, nozzle: {}, shaft: {}, load: {}, coefficients: {} }],
      },
    ],
    ['lists that are none', { schemaVersion: 4, builds: 3, runs: 'x', recordings: null }],
  ])('%s is refused in words, not thrown at', (_, value) => {
    expect(parseProject(value)).toMatchObject({ ok: false })
  })
})
