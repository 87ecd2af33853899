import fc from 'fast-check'
import type { Act } from './tabs-model'

const tab = fc.nat(3)
const build = fc.nat(5)
const word = fc.stringMatching(/^[a-z]{1,6}$/)
/** Anything that a maker may do in one of a few windows. */
export const act: fc.Arbitrary<Act> = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({ kind: fc.constantFrom('rename' as const, 'notes' as const), tab, build, to: word }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constantFrom('throat' as const, 'bore' as const),
      tab,
      build,
      mm: fc.integer({ min: 1, max: 6 }),
    }),
  },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('remove' as const), tab, build }) },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constantFrom('add' as const, 'undo' as const, 'redo' as const, 'undo' as const),
      tab,
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('project' as const), tab, to: word }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('reload' as const), tab }) },
  { weight: 2, arbitrary: fc.constant({ kind: 'rest' as const }) },
)
