import { BALLOON, balloons, nearestOf } from './balloons'

const spot = (x0: number, x1: number, y: number) => ({ left: [x0, y] as const, right: [x1, y] as const })

test('balloons stand beside the picture, half on each side, and their lines end at the side they come from', () => {
  const found = balloons(
    [
      { number: 1, spot: spot(10, 40, 50) },
      { number: 2, spot: spot(60, 90, 60) },
      { number: 3, spot: spot(300, 390, 70) },
      { number: 4, spot: spot(200, 260, 20) },
    ],
    400,
    200,
  )
  const [left, right] = [found.filter((b) => b.at[0] < 0), found.filter((b) => b.at[0] > 400)]
  expect(left.map((b) => b.number)).toEqual([1, 2])
  expect(right.map((b) => b.number)).toEqual([4, 3])
  expect(left[0].tip).toEqual([10, 50])
  expect(right[1].tip).toEqual([390, 70])
})

test('no balloon lies over another or outside the picture’s height, and their order is that of what they point to', () => {
  const crowd = Array.from({ length: 12 }, (_, i) => ({ number: i + 1, spot: spot(5, 6, 195 - i) }))
  const heights = balloons(crowd, 400, 400)
    .filter((b) => b.at[0] < 0)
    .map((b) => b.at[1])
  expect(heights).toHaveLength(6)
  heights.forEach((y, i) => {
    expect(y).toBeGreaterThanOrEqual(BALLOON.radius)
    expect(y).toBeLessThanOrEqual(400 - BALLOON.radius)
    if (i > 0) expect(y - heights[i - 1]).toBeGreaterThanOrEqual(BALLOON.pitch - 1e-9)
  })
  const low = balloons(
    Array.from({ length: 4 }, (_, i) => ({ number: i, spot: spot(5, 6, 199) })),
    400,
    200,
  )
  for (const b of low) expect(b.at[1]).toBeLessThanOrEqual(200 - BALLOON.radius)
})

test('one body alone is pointed to from the side it lies on', () => {
  expect(balloons([{ number: 7, spot: spot(300, 350, 9) }], 400, 200)[0].at[0]).toBeGreaterThan(400)
  expect(balloons([{ number: 7, spot: spot(20, 50, 9) }], 400, 200)[0].at[0]).toBeLessThan(0)
})

test('of several copies the nearest carries the number', () => {
  const at = (number: number, away: number) => ({ number, spot: { away } })
  expect(nearestOf([at(16, 0.98), at(3, 0.99), at(16, 0.95), at(16, 0.97)])).toEqual([at(16, 0.95), at(3, 0.99)])
})
