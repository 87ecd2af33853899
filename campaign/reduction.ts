import { CAMPAIGN_CONDITIONS, campaign } from '../src/core/bench/inertia/campaign'
import {
  BRAKE_CONDITIONS,
  GENERATOR_CONDITIONS,
  brakeCampaign,
  generatorCampaign,
  ROPE_CONDITIONS,
  ropeCampaign,
} from '../src/core/bench/settled/campaign'
import { COAST_CONDITIONS, coastCampaign } from '../src/core/bench/coast/campaign'
import type { TallyRow } from '../src/core/bench/tally'
import { DROOP_CONDITIONS, droopCampaign } from '../src/core/bench/droop/campaign'
import { TANK_CONDITIONS, tankCampaign } from '../src/core/bench/tank/campaign'
import { RUN_DOWN_CONDITIONS, runDownCampaign } from '../src/core/bench/run-down/campaign'
import { TONE_CONDITIONS, toneCampaign } from '../src/core/bench/tone/simulate-tone'
import { THRUST_CONDITIONS, thrustCampaign } from '../src/core/bench/thrust/campaign'

const percent = (share: number, digits = 1) => `${(100 * share).toFixed(digits)} %`
const line = (cells: readonly string[]) =>
  console.log(`| ${cells.map((c, i) => (i < 2 ? c.padEnd(i ? 15 : 20) : c.padStart(9))).join(' | ')} |`)

/** Prints sets of rows as they are found. Gives how many runs were refused. */
export function printed(sets: readonly (() => readonly TallyRow<string, string>[])[]): number {
  line(['condition', 'figure', 'held', 'bias/u', 'u', 'refused'])
  line(['---', '---', '---', '---', '---', '---'])
  let refused = 0
  for (const set of sets) {
    const rows = set()
    refused += rows[0].refused
    for (const row of rows)
      line([
        row.condition,
        row.figure,
        percent(row.held),
        row.bias.toFixed(2),
        percent(row.relative, 3),
        String(row.refused),
      ])
  }
  return refused
}

/**
 * Simulated runs of known truth, reduced as a maker's would be: how often each 95 % interval holds the truth. Gives how
 * many were refused.
 */
export function reductionTable(repeats: number): number {
  return printed([
    ...CAMPAIGN_CONDITIONS.map((c) => () => campaign(c, repeats)),
    ...COAST_CONDITIONS.map((c) => () => coastCampaign(c, repeats).map((r) => ({ ...r, condition: `coast: ${c}` }))),
    ...BRAKE_CONDITIONS.map((c) => () => brakeCampaign(c, repeats).map((r) => ({ ...r, condition: `brake: ${c}` }))),
    ...GENERATOR_CONDITIONS.map(
      (c) => () => generatorCampaign(c, repeats).map((r) => ({ ...r, condition: `generator: ${c}` })),
    ),
    ...ROPE_CONDITIONS.map((c) => () => ropeCampaign(c, repeats).map((r) => ({ ...r, condition: `rope: ${c}` }))),
    ...TANK_CONDITIONS.map((c) => () => tankCampaign(c, repeats).map((r) => ({ ...r, condition: `tank: ${c}` }))),
    ...DROOP_CONDITIONS.map((c) => () => droopCampaign(c, repeats).map((r) => ({ ...r, condition: `droop: ${c}` }))),
    ...RUN_DOWN_CONDITIONS.map(
      (c) => () => runDownCampaign(c, repeats).map((r) => ({ ...r, condition: `bottle: ${c}` })),
    ),
    ...TONE_CONDITIONS.map((c) => () => toneCampaign(c, repeats).map((r) => ({ ...r, condition: `sound: ${c}` }))),
    ...THRUST_CONDITIONS.map((c) => () => thrustCampaign(c, repeats).map((r) => ({ ...r, condition: `push: ${c}` }))),
  ])
}
