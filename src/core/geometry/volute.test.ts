import { voluteOutline } from '.'

const wheel = { inlet: 25, width: 4 }

test('a volute goes once round: from the feed’s whole area at its tongue down to none', () => {
  const outline = voluteOutline(wheel, 40)
  const radii = outline.map(([x, y]) => Math.hypot(x, y))
  // 40 mm2 over 4 mm is 10 mm of height, over a gap of 6 % of the wheel's radius
  expect(radii[0]).toBeCloseTo(26.5 + 10, 9)
  expect(radii[radii.length - 1]).toBeCloseTo(26.5, 9)
  const last = outline[outline.length - 1]
  expect(Math.atan2(last[1], last[0])).toBeCloseTo(0, 9)
  // evenly: at half a turn half of it is left, and it never widens
  expect(radii[(radii.length - 1) / 2]).toBeCloseTo(26.5 + 5, 9)
  for (let i = 1; i < radii.length; i++) expect(radii[i]).toBeLessThan(radii[i - 1])
})

test('what is added stands outside all the way', () => {
  const [plain, wide] = [0, 3].map((extra) => voluteOutline(wheel, 40, extra).map(([x, y]) => Math.hypot(x, y)))
  wide.forEach((r, i) => expect(r - plain[i]).toBeCloseTo(3, 9))
})
