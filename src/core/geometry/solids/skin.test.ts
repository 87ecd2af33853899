import { SKIN, piecesOf, skinned, type Triangles } from './skin'

const BOX: Triangles = {
  vertices: [0, 0, 0, 4, 0, 0, 4, 5, 0, 0, 5, 0, 0, 0, 6, 4, 0, 6, 4, 5, 6, 0, 5, 6],
  triangles: [
    [0, 2, 1, 0, 3, 2],
    [4, 5, 6, 4, 6, 7],
    [0, 1, 5, 0, 5, 4],
    [1, 2, 6, 1, 6, 5],
    [2, 3, 7, 2, 7, 6],
    [3, 0, 4, 3, 4, 7],
  ].flat(),
}
/** By the divergence theorem, mm3. */
const volumeOf = ({ vertices: v, triangles }: Triangles) => {
  let sum = 0
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => [0, 1, 2].map((j) => v[3 * triangles[t + k] + j]))
    sum += a[0] * (b[1] * c[2] - b[2] * c[1]) + a[1] * (b[2] * c[0] - b[0] * c[2]) + a[2] * (b[0] * c[1] - b[1] * c[0])
  }
  return sum / 6
}

test('each face of a box goes in by a skin: corners go along all three, however many triangles meet there', () => {
  const before = Array.from(BOX.vertices)
  const { vertices, triangles } = skinned(BOX)
  const outside = [4, 5, 6]
  Array.from(vertices).forEach((x, i) => {
    const inward = before[i] === 0 ? x : outside[i % 3] - x
    expect(inward / SKIN).toBeCloseTo(1, 6)
  })
  expect((120 - volumeOf({ vertices, triangles })) / (148 * SKIN)).toBeCloseTo(1, 3)
  expect(Array.from(BOX.vertices)).toEqual(before)
  expect(Array.from(triangles)).toEqual(Array.from(BOX.triangles))
})

test('an edge as sharp as a knife goes in six skins and no more; triangles without area move nothing', () => {
  const knife: Triangles = {
    vertices: [0, 0, 0, 10, -0.01, 0, 10, 0.01, 0, 0, 0, 6, 10, -0.01, 6, 10, 0.01, 6, 5, 0, 0],
    triangles: [
      [0, 2, 1, 3, 4, 5],
      [0, 1, 4, 0, 4, 3],
      [1, 2, 5, 1, 5, 4],
      [2, 0, 3, 2, 3, 5],
      [0, 0, 6],
    ].flat(),
  }
  const { vertices } = skinned(knife)
  for (let i = 0; i < 18; i += 3) {
    const far = Math.hypot(...[0, 1, 2].map((k) => vertices[i + k] - knife.vertices[i + k]))
    expect(far).toBeLessThan(6.001 * SKIN)
    expect(far).toBeGreaterThan(0.999 * SKIN)
  }
  expect(vertices[0]).toBeGreaterThan(3 * SKIN)
  expect([vertices[18], vertices[19], vertices[20]]).toEqual([5, 0, 0])
})

test('of a body in pieces each has its corner; one that is whole has one', () => {
  expect(piecesOf(BOX)).toHaveLength(1)
  const shifted = { ...BOX, vertices: Array.from(BOX.vertices, (x, i) => (i % 3 === 0 ? x + 10 : x)) }
  const both = {
    vertices: [...Array.from(BOX.vertices), ...Array.from(shifted.vertices)],
    triangles: [...Array.from(BOX.triangles), ...Array.from(shifted.triangles, (t) => t + 8)],
  }
  const pieces = piecesOf(both)
  expect(pieces).toHaveLength(2)
  expect(pieces.map((i) => both.vertices[i] < 5).sort()).toEqual([false, true])
})
