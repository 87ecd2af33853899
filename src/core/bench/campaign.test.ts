/** @jest-environment node */
import { CAMPAIGN_CONDITIONS, campaign, campaignRun } from './campaign'
import { noteWords, plainWords } from '../../words'

/** Runs of each condition here; `npm run campaign` does a thousand. */
const REPEATS = 60

describe.each(CAMPAIGN_CONDITIONS)('simulated runs of known truth, %s', (condition) => {
  const rows = campaign(condition, REPEATS, 5000)
  test('the 95 % intervals hold the truth as often as they say (two sides of a binomial at 1 in 1000)', () => {
    for (const row of rows) {
      expect([row.figure, row.refused]).toEqual([row.figure, 0])
      expect([row.figure, row.held >= 0.85]).toEqual([row.figure, true])
    }
    // all four figures always within would be too wide a band
    expect(rows.some((r) => r.held < 1)).toBe(true)
  })
  test('the mean lies within a fraction of the standard uncertainty', () => {
    for (const row of rows) expect(Math.abs(row.bias)).toBeLessThan(0.25 + 2.6 / Math.sqrt(REPEATS))
  })
})

test('a sagging supply that nobody recorded is found and said; a recorded one is carried to its nominal pressure', () => {
  const seen = Array.from({ length: 12 }, (_, i) => campaignRun('sagging, no column', 300 + i).reduction).filter(
    (r) => r && r.pressure.share.value > 3 * r.pressure.share.standardUncertainty,
  )
  expect(seen.length).toBeGreaterThan(6)
  for (const r of seen) expect(r?.notes.map(noteWords).map(plainWords).join()).toMatch(/pressure sags/)
  const recorded = campaignRun('sagging, with column', 1).reduction
  expect(recorded?.pressure).toMatchObject({ from: 'column', nominalGaugePa: 350e3 })
  expect(recorded?.notes.map(noteWords).map(plainWords).join()).toMatch(/carried to 350 kPa/)
})
