import { straightAt } from '../numerics'
import { BEARING_CLASSES } from '../turbine'
import { bearingDuty } from '.'

/** What a bearing is rated by: for its life, and at rest, N. */
function ratingsOf(id: string): { readonly dynamicN: number; readonly staticN: number } {
  const { staticShare, dynamicRatingN } = bearingDuty(
    id,
    { bearings: 1, spanM: 0.03, overhangM: 0 },
    { rotorMassKg: 0, sideLoadN: 100, unbalanceKgM: 0, speedRadPerS: 0 },
  )
  return { dynamicN: dynamicRatingN, staticN: 100 / staticShare }
}

test.each(BEARING_CLASSES.map((b) => b.id))(
  '%s: at rest it stands a third to a half of what its life is rated by (common practice, small deep-groove bearings)',
  (id) => {
    const { dynamicN, staticN } = ratingsOf(id)
    expect(staticN / dynamicN).toBeGreaterThan(0.33)
    expect(staticN / dynamicN).toBeLessThan(0.5)
  },
)

describe('load ratings, from the balls that such bearings have (counts and sizes from memory)', () => {
  // factors of ISO 281 table 2 and of ISO 76 over ball over pitch circle, from memory
  const lifeFactor = (x: number) =>
    straightAt([0.14, 0.16, 0.18, 0.22, 0.26, 0.28], [58.8, 59.6, 59.9, 59.6, 58.2, 57.1], x)
  const restFactor = (x: number) => straightAt([0.14, 0.18, 0.22, 0.26, 0.28], [15.4, 14.6, 13.6, 12.4, 11.9], x)
  test.each([
    ['608', 7, 3.969, 15],
    ['625', 7, 2.778, 10.5],
    ['623', 7, 1.588, 6.5],
    ['688', 9, 2.0, 12],
    ['MR105', 8, 1.2, 7.5],
    ['6000', 7, 4.762, 18],
  ] as const)('%s: %d balls of %d mm on %d mm', (id, balls, ballMm, pitchMm) => {
    const { dynamicN, staticN } = ratingsOf(id)
    const life = 1.3 * lifeFactor(ballMm / pitchMm) * balls ** (2 / 3) * ballMm ** 1.8
    const rest = restFactor(ballMm / pitchMm) * balls * ballMm ** 2
    expect(Math.abs(dynamicN / life - 1)).toBeLessThan(0.08)
    expect(Math.abs(staticN / rest - 1)).toBeLessThan(0.11)
  })
})
