/** @jest-environment node */
import { fed } from './testing'
import { readFileSync } from 'node:fs'
import { predict } from '../../core/prediction'
import { parseProject } from '../validation'
import { hazardOf, isTurbine, predictionInput } from '.'

const frozen = JSON.parse(readFileSync('src/project/fixtures/v3/heron-window.json', 'utf8')) as {
  schemaVersion: number
  builds: {
    coefficients: Record<string, { value: number; standardUncertainty: number }>
    machine: { family: string }
  }[]
  runs: Record<string, unknown>[]
}

describe('version 3 becomes version 4', () => {
  const parsed = parseProject(structuredClone(frozen))
  if (!parsed.ok) throw new Error(parsed.message)
  const { project } = parsed
  test('every build and run keeps all that it had; what is new begins plain', () => {
    expect(project.builds).toHaveLength(frozen.builds.length)
    for (const [i, build] of project.builds.entries()) {
      const old = frozen.builds[i] as unknown as Record<string, unknown>
      expect(build.machine).toMatchObject(old.machine as object)
      const { angleRad, gapM, ...opening } = old.nozzle as Record<string, unknown>
      expect(fed(build).machine.nozzle).toEqual({
        ...opening,
        ...(isTurbine(build) ? { angleRad, gapM } : {}),
        edge: 'rounded',
      })
      if (isTurbine(build)) expect(build.machine.shaft).toEqual({ ...(old.shaft as object), rotorInertia: null })
      expect(build.making).toMatchObject({ ...(old.making as object), bedM: 0.22 })
      if (build.supply.kind === 'compressor') expect(build.supply.filling).toBeNull()
    }
    project.runs.forEach((run, i) => {
      const { at, cautions, state, stressMargin } = frozen.runs[i].cautions as Record<string, unknown>
      expect(run.cautions).toMatchObject({ at, cautions, state })
      expect(hazardOf(run.cautions.hazards, 'stress-margin')).toBe(stressMargin)
    })
  })
  test('plain estimates that were too sure are replaced; what a maker changed is kept', () => {
    const impulse = project.builds.filter(isTurbine).find((b) => b.machine.family === 'tangential-impulse')
    expect(impulse?.machine.coefficients.capture).toMatchObject({ value: 0.7, standardUncertainty: 0.12 })
    const own = structuredClone(frozen)
    own.builds[0].coefficients.capture = { value: 0.5, standardUncertainty: 0.04 }
    const again = parseProject(own)
    expect(again.ok && again.project.builds.filter(isTurbine)[0].machine.coefficients.capture).toEqual({
      value: 0.5,
      standardUncertainty: 0.04,
      from: 'runs',
    })
  })
  test('every turbine of it is predicted, with a band at free speed that a printed machine deserves', () => {
    for (const build of project.builds.filter(isTurbine)) {
      const p = predict(predictionInput(build, project.ambient))
      expect(p.uncertainty.freeSpeedRadPerS / p.summary.freeSpeedRadPerS).toBeGreaterThan(0.1)
    }
  }, 30_000)
})
