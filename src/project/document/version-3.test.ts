import { readFileSync } from 'node:fs'
import { predict } from '../../core/prediction'
import { migrateProject } from '../migrations'
import { PROJECT_VERSION, parseProject } from '../validation'
import { isTurbine, predictionInput } from '.'

const frozen = JSON.parse(readFileSync('src/project/fixtures/v2/heron-window.json', 'utf8')) as {
  schemaVersion: number
  builds: Record<string, unknown>[]
}

describe('version 2 becomes version 3 and goes on', () => {
  const parsed = parseProject(structuredClone(frozen))
  if (!parsed.ok) throw new Error(parsed.message)
  test('every build keeps all that it had', () => {
    expect(parsed.project.builds).toHaveLength(frozen.builds.length)
    frozen.builds.forEach((old, i) => {
      const { supply, line, machine, shaft } = old as Record<string, object>
      const now = parsed.project.builds[i]
      expect(now).toMatchObject({ supply, line, machine })
      if (isTurbine(now)) expect(now.machine.shaft).toMatchObject(shaft)
    })
  })
  test('what is new begins with plain figures: between its bearings, printed in filament', () => {
    for (const build of parsed.project.builds.filter(isTurbine)) {
      expect(build.machine.shaft).toMatchObject({ overhangM: 0, sideLoadN: 0 })
      expect(build.making).toEqual({
        process: 'filament',
        lineWidthM: 0.4e-3,
        layerHeightM: 0.2e-3,
        outlets: 'holes',
        bedM: 0.22,
        connection: 'barbs',
      })
    }
  })
  test('its turbines predict as before: the new coefficients have no weight for them', () => {
    for (const build of parsed.project.builds.filter(isTurbine)) {
      const input = predictionInput(build, parsed.project.ambient)
      const other = {
        ...input,
        coefficients: {
          ...input.coefficients,
          rowLoss: { value: 4, standardUncertainty: 1 },
          leakage: { value: 3, standardUncertainty: 1 },
          shear: { value: 0.2, standardUncertainty: 1 },
        },
      }
      expect(predict(other).figures).toEqual(predict(input).figures)
    }
  })
  test('the old document is left as it was; version 1 goes all the way', () => {
    const before = JSON.stringify(frozen)
    migrateProject(frozen)
    expect(JSON.stringify(frozen)).toBe(before)
    const oldest = JSON.parse(readFileSync('src/project/fixtures/v1/heron-window.json', 'utf8')) as {
      schemaVersion: number
    }
    expect(migrateProject(oldest).schemaVersion).toBe(PROJECT_VERSION)
  })
  test.each([
    [{ schemaVersion: 2 }],
    [{ schemaVersion: 2, builds: [null] }],
    [{ schemaVersion: 2, builds: [{ shaft: 1 }] }],
  ])('%j: refused in words, not thrown', (value) => expect(parseProject(value).ok).toBe(false))
})
