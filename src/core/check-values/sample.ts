/** Cases of a property that the tests try: a seeded sample, so many. `npm run campaign properties N` tries N times as many, the sample first. */
export const sample = (cases: number): number =>
  Math.max(1, Math.round(cases * Number(process.env.CAMPAIGN_TIMES ?? 1)))
