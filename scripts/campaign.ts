import { CAMPAIGN_CONDITIONS, campaign, type CampaignRow } from '../src/core/bench/campaign'

/** Simulated runs of known truth, reduced as a maker's would be: how often each 95 % interval holds the truth. `npm run campaign [repeats]`. */
const repeats = Number(process.argv[2] ?? 1000)
const percent = (share: number, digits = 1) => `${(100 * share).toFixed(digits)} %`
const line = (cells: readonly string[]) =>
  console.log(`| ${cells.map((c, i) => (i < 2 ? c.padEnd(i ? 15 : 20) : c.padStart(9))).join(' | ')} |`)
line(['condition', 'figure', 'held', 'bias/u', 'u', 'refused'])
line(['---', '---', '---', '---', '---', '---'])
for (const condition of CAMPAIGN_CONDITIONS)
  for (const row of campaign(condition, repeats) as CampaignRow[])
    line([
      row.condition,
      row.figure,
      percent(row.held),
      row.bias.toFixed(2),
      percent(row.relative, 3),
      String(row.refused),
    ])
