/**
 * Cases of a property that the tests try: a seeded sample, so many. `npm run campaign properties N` tries N times as
 * many, the sample first.
 */
export const sample = (cases: number): number =>
  Math.max(1, Math.round(cases * Number(process.env.CAMPAIGN_TIMES ?? 1)))

const WHOLE = Number(process.env.CAMPAIGN_TIMES ?? 1) > 1

/** Every case with every way: in a campaign all pairs, in the tests each case once, the ways in turn. */
export const inTurn = <A, B>(cases: readonly A[], ways: readonly B[]): (readonly [A, B])[] =>
  cases.flatMap((c, i) => (WHOLE ? ways : [ways[i % ways.length]]).map((w) => [c, w] as const))

/** Cases that stand for all of their like: in a campaign all, in the tests those that are chosen. */
export const chosen = <A>(cases: readonly A[], choose: (c: A) => boolean): A[] =>
  cases.filter((c) => WHOLE || choose(c))
