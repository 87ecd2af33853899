/** @jest-environment node */
import { chosen, sample } from '../../check-values/sample'
import { CAMPAIGN_CONDITIONS, CAMPAIGN_FIGURES, campaign, campaignRun } from './campaign'
import { fellUnseen } from './pressure-drive'
import { noteWords, plainWords } from '../../../words'

/** Runs of each condition here; `npm run campaign reduction N` does as many as wanted. */
const REPEATS = sample(5)
// of shapes that no law has `choose-law` asks
const SEEN = ['sagging, with column', 'few counts', '1 % missed', 'speed with noise', 'bent, with column']
const conditions = chosen(CAMPAIGN_CONDITIONS, (c) => SEEN.includes(c)).map(
  (condition) => [condition, campaign(condition, REPEATS, 5000)] as const,
)
const all = conditions.flatMap(([, rows]) => rows)

describe('simulated runs of known truth', () => {
  test.each(conditions)(
    '%s: none is refused, and the mean lies within a fraction of the standard uncertainty',
    (_, rows) => {
      for (const row of rows) {
        expect([row.figure, row.refused]).toEqual([row.figure, 0])
        expect(Math.abs(row.bias)).toBeLessThan(0.25 + 2.6 / Math.sqrt(REPEATS))
      }
    },
  )
  test.each(CAMPAIGN_FIGURES)(
    'the 95 %% intervals of %s hold the truth as often as they say, over all conditions',
    (figure) => {
      const rows = all.filter((row) => row.figure === figure)
      const held = rows.reduce((sum, row) => sum + row.held, 0) / rows.length
      // the lower side of a binomial at 1 in 1000
      expect(held).toBeGreaterThan(0.95 - 3.1 * Math.sqrt((0.95 * 0.05) / (rows.length * REPEATS)))
    },
  )
  test('all figures always within would be too wide a band', () => expect(all.some((row) => row.held < 1)).toBe(true))
})

test('a sagging supply that nobody recorded is said where it is plain, and one that stayed or a bend is none; a recorded one is carried to its nominal pressure', () => {
  // of those that fall far, not each is plain
  const seen = [302, 309, 310, 311]
    .map((seed) => campaignRun('sagging, no column', seed).reduction)
    .filter((r) => r && fellUnseen(r.pressure))
  expect(seen.length).toBeGreaterThanOrEqual(2)
  for (const r of seen) expect(r?.notes.map(noteWords).map(plainWords).join()).toMatch(/pressure sags/)
  for (const condition of ['steady', 'torque of another shape'] as const)
    for (let i = 0; i < 3; i++) {
      const fell = campaignRun(condition, 300 + i).reduction?.pressure
      expect([condition, i, fell && fellUnseen(fell)]).toEqual([condition, i, false])
    }
  const recorded = campaignRun('sagging, with column', 1).reduction
  expect(recorded?.pressure).toMatchObject({ from: 'column', nominalGaugePa: 350e3 })
  expect(recorded?.notes.map(noteWords).map(plainWords).join()).toMatch(/carried to 350 kPa/)
})
