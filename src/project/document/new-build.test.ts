import { KIND_IDS, newBuildOf } from '.'
import { FAMILIES } from '../../core/machines'
import { MIGRATIONS } from '../migrations'
import { newHose, newPistonRegulator, newRegulator, newSupply } from './new-build'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
/** A line for each figure, by its path, so that a changed one is seen alone. */
function lines(value: unknown, path = ''): string[] {
  if (typeof value !== 'object' || value === null) return [`${path}: ${JSON.stringify(value)}`]
  return Object.entries(value).flatMap(([key, inner]) => lines(inner, path ? `${path}.${key}` : key))
}
const text = (value: unknown) => lines(value).join('\n')

// What a maker begins with is pinned figure by figure: a slip there is in every machine that is begun.
test.each(KIND_IDS)('what a %s begins with', (kind) => expect(text(newBuildOf(own, kind))).toMatchSnapshot())
test.each(['steady', 'vessel', 'compressor', 'blower', 'balloon', 'wind'] as const)('a source begins: %s', (kind) =>
  expect(text(newSupply(kind))).toMatchSnapshot(),
)
test('regulators and a hose begin with', () =>
  expect(text({ diaphragm: newRegulator(2e5), piston: newPistonRegulator(2e5), hose: newHose() })).toMatchSnapshot())

describe('estimates that version 3 was too sure of', () => {
  const NAMES = ['capture', 'passage', 'entrainment', 'ventilation', 'seat', 'leak', 'friction', 'windage', 'velocity']
  const VALUES = Array.from({ length: 40 }, (_, i) => Math.round(5 * (i + 1)) / 100)
  const UNSURE = [0.02, 0.03, 0.05, 0.08, 0.1, 0.12, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.5]
  /** What a figure of version 3 becomes. */
  const becomes = (family: string, name: string, value: number, standardUncertainty: number) => {
    const build = {
      machine: { family },
      supply: { kind: 'steady' },
      nozzle: {},
      making: {},
      shaft: {},
      coefficients: { [name]: { value, standardUncertainty } },
    }
    const next = MIGRATIONS[3]({ schemaVersion: 3, builds: [build] } as never) as unknown as {
      builds: { coefficients: Record<string, { value: number; standardUncertainty: number }> }[]
    }
    return next.builds[0].coefficients[name]
  }
  test.each(FAMILIES)('of a %s: which figures are moved, and where to; all others stay', (family) => {
    const moved = NAMES.flatMap((name) =>
      VALUES.flatMap((value) =>
        UNSURE.flatMap((u) => {
          const to = becomes(family, name, value, u)
          return to.value === value && to.standardUncertainty === u
            ? []
            : [`${name} ${value} ±${u} → ${to.value} ±${to.standardUncertainty}`]
        }),
      ),
    )
    expect(moved.length).toBeGreaterThan(0)
    expect(moved.join('\n')).toMatchSnapshot()
  })
})
