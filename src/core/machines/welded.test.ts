import { isWatertight, welded } from './build-part'

/** A tetrahedron whose corner 0 stands twice, a hair apart, with two triangles of no width between. */
const doubled = (apart: number) => ({
  vertices: Float32Array.from([0, 0, 0, apart, 0, 0, 10, 0, 0, 0, 10, 0, 0, 0, 10]),
  // the edge from corner 0 to 3 is split by corner 1 on one side, that from 0 to 4 on the other
  triangles: Uint32Array.from([1, 3, 2, 1, 0, 3, 1, 2, 4, 1, 4, 0, 2, 3, 4, 0, 4, 3]),
})

test('corners in one place become one, triangles without width go, and every edge stays closed', () => {
  const mesh = doubled(0)
  expect(isWatertight(mesh.triangles)).toBe(true)
  const { triangles } = welded(mesh)
  expect(triangles).toHaveLength(12)
  expect(isWatertight(triangles)).toBe(true)
  expect([...triangles]).not.toContain(1)
})

test('what single precision keeps apart stays', () => {
  const mesh = doubled(0.01)
  expect(welded(mesh)).toBe(mesh)
})

test('two bodies that touch in a corner are left as they are: one corner would open their edges', () => {
  const one = [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3]
  const corners = [0, 0, 0, 5, 0, 0, 0, 5, 0, 0, 0, 5]
  // the second stands on the same edge as the first: welded, that edge would be used four times
  const other = [0, 0, 0, 5, 0, 0, 0, -5, 0, 0, 0, -5]
  const mesh = {
    vertices: Float32Array.from([...corners, ...other]),
    triangles: Uint32Array.from([...one, ...one.map((i) => i + 4)]),
  }
  expect(isWatertight(mesh.triangles)).toBe(true)
  expect(welded(mesh)).toBe(mesh)
})
