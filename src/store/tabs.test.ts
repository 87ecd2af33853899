/** @jest-environment node */
import { sample } from '../core/check-values/sample'
import fc from 'fast-check'
import { act } from './testing/tabs-acts'
import { playTabs } from './testing/tabs-model'

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
    { seed: 26, numRuns: sample(8), endOnFailure: true },
  )
  expect(acts).toBeGreaterThan(15 * sample(8))
  // the windows do get into each other's way, or this test would show nothing
  expect(held).toBeGreaterThan(0.2 * sample(8))
})

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
