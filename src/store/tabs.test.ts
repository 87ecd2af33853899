/** @jest-environment node */
import fc from 'fast-check'
import { playTabs, type Act } from './tabs-model'

const tab = fc.nat(2)
const build = fc.nat(5)
const word = fc.stringMatching(/^[a-z]{1,6}$/)
const act: fc.Arbitrary<Act> = fc.oneof(
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

test('three windows at once: what is stored always opens, and no act is lost or misplaced without a word', async () => {
  let acts = 0
  let held = 0
  await fc.assert(
    fc.asyncProperty(fc.array(act, { minLength: 10, maxLength: 40 }), async (played) => {
      const verdict = await playTabs(played, 3)
      expect(verdict.faults).toEqual([])
      acts += verdict.acts
      held += verdict.held
    }),
    { seed: 26, numRuns: 25, endOnFailure: true },
  )
  expect(acts).toBeGreaterThan(300)
  // the windows do get into each other's way, or this test would show nothing
  expect(held).toBeGreaterThan(5)
}, 240_000)

test('throat 4 in one window and bore 3 in the other, each valid alone: the later is held back in words', async () => {
  const { kept, held, faults } = await playTabs(
    [
      { kind: 'bore', tab: 0, build: 0, mm: 5 },
      { kind: 'rest' },
      { kind: 'throat', tab: 0, build: 0, mm: 4 },
      { kind: 'bore', tab: 1, build: 0, mm: 3 },
    ],
    2,
  )
  expect(faults).toEqual([])
  expect([kept, held]).toEqual([2, 1])
})
