import fc from 'fast-check'
import Module, { type Manifold, type ManifoldToplevel } from 'manifold-3d'
import { sample } from '../../check-values/sample'
import { posed, type Vec } from '../assembly'
import { SolidKit } from './toolkit'

let wasm: ManifoldToplevel
let kit: SolidKit
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})
beforeEach(() => {
  kit = new SolidKit(wasm, 32)
})
afterEach(() => kit.free())

const counted = (run: () => number): { volume: number; made: number } => {
  const common = jest.spyOn(kit, 'common')
  const volume = run()
  const made = common.mock.calls.length
  common.mockRestore()
  return { volume, made }
}
const ring = (inner: number, outer: number, from: number, to: number) =>
  kit.cut(kit.cylinder(outer, from, to), [kit.cylinder(inner, from - 1, to + 1)])

test('a shaft in its bore, and rings through each other as in a chain, have nothing in common: no solid is made of it', () => {
  const bore = ring(5, 9, 0, 6)
  expect(counted(() => kit.commonVolume(kit.cylinder(4.9, -20, 20), bore))).toEqual({ volume: 0, made: 0 })
  const through = kit.posed(bore, posed([7, 0, 3], [0, 1, 0], [1, 0, 0]))
  const link = kit.posed(ring(6.4, 6.9, -0.3, 0.3), posed([10, 0, 3], [0, 1, 0], [1, 0, 0]))
  expect(counted(() => kit.commonVolume(link, ring(6.4, 6.9, 2.5, 3.5)))).toEqual({ volume: 0, made: 0 })
  // and where they do strike it is all that the library finds
  expect(kit.commonVolume(through, bore)).toBeCloseTo(kit.common(through, bore).volume(), 9)
  expect(kit.commonVolume(through, bore)).toBeGreaterThan(1)
})

test('what lies wholly inside another is found, in its void it is not; one piece of two is enough', () => {
  const ball = wasm.Manifold.sphere(2, 24)
  const shell = kit.cut(kit.box([20, 20, 20], [-10, -10, -10]), [kit.cylinder(5, -5, 5)])
  const at = (x: number, y: number, z: number) => kit.moved(ball, [x, y, z])
  expect(kit.commonVolume(at(0.2, 0, 0.1), shell)).toBe(0)
  expect(kit.commonVolume(at(7.4, 7.3, 0.2), shell)).toBeCloseTo(ball.volume(), 6)
  expect(kit.commonVolume(shell, at(7.4, 7.3, 0.2))).toBeCloseTo(ball.volume(), 6)
  expect(kit.commonVolume(kit.union([at(0, 0, 0), at(7.4, 7.3, 0.2)]), shell)).toBeCloseTo(ball.volume(), 6)
  expect(kit.commonVolume(kit.union([at(40, 0, 0), at(0, 40, 0)]), shell)).toBe(0)
  ball.delete()
})

test('a body in its own place twice is all of it; one that lies flush has nothing, two thousandths further in it has', () => {
  const box = kit.box([4, 5, 6], [0, 0, 0])
  expect(kit.commonVolume(box, kit.posed(box, posed([0, 0, 0])))).toBeCloseTo(120, 9)
  expect(counted(() => kit.commonVolume(box, kit.moved(box, [4, 0, 0])))).toEqual({ volume: 0, made: 0 })
  expect(counted(() => kit.commonVolume(box, kit.moved(box, [3.99995, 1, 0])))).toEqual({ volume: 0, made: 0 })
  const { volume, made } = counted(() => kit.commonVolume(box, kit.moved(box, [3.998, 0, 0])))
  expect([volume.toFixed(4), made]).toEqual(['0.0600', 1])
  // a pin that fills its bore, whose corners are the bore's corners
  const plate = kit.cut(kit.box([20, 20, 3], [-10, -10, 0]), [kit.cylinder(4, -1, 4)])
  for (const pin of [kit.cylinder(4, -5, 9), kit.cylinder(4, 1, 2)])
    expect(counted(() => kit.commonVolume(plate, pin))).toEqual({ volume: 0, made: 0 })
  expect(kit.commonVolume(plate, kit.cylinder(4.01, -5, 9))).toBeGreaterThan(0.5)
  // beside it on one plane, off by a hundredth, it does not have to
  expect(counted(() => kit.commonVolume(box, kit.moved(box, [4.01, 0, 0])))).toEqual({ volume: 0, made: 0 })
  const turned = kit.posed(box, posed([4.01, 0, 0], [0, 0, 1], [Math.cos(0.4), Math.sin(0.4), 0]))
  expect(kit.commonVolume(box, turned)).toBeCloseTo(kit.common(box, turned).volume(), 9)
})

test('blades beside each other on one plane, an edge before a face: whichever of the two the plane between them belongs to', () => {
  const wedge = kit.prism(
    [
      [
        [4.02, 2],
        [9, 0],
        [9, 4],
      ],
    ],
    0,
    6,
  )
  const box = kit.box([4, 5, 6], [0, 0, 0])
  const ridge = kit.posed(
    kit.prism(
      [
        [
          [0, 0],
          [3, -2],
          [3, 2],
        ],
      ],
      -1,
      7,
    ),
    posed([4.03, 2, 1], [0, 0.6, 0.8], [1, 0, 0]),
  )
  const lance = kit.meshed([4.02, 2, 3, 9, 0, 2, 9, 4, 2, 9, 2, 5], [0, 2, 1, 0, 3, 2, 0, 1, 3, 1, 2, 3])
  for (const other of [wedge, ridge, lance])
    for (const [a, b] of [
      [box, other],
      [other, box],
    ])
      expect(counted(() => kit.commonVolume(a, b))).toEqual({ volume: 0, made: 0 })
  // two hundredths further in they strike
  for (const other of [ridge, lance]) expect(kit.commonVolume(box, kit.moved(other, [-0.06, 0, 0]))).toBeGreaterThan(0)
})

/** Even over a range, which `fc.double` is not. */
const between = (min: number, max: number) => fc.integer({ min: 0, max: 1e6 }).map((i) => min + ((max - min) * i) / 1e6)
const unit = fc
  .tuple(between(-1, 1), between(0, 2 * Math.PI))
  .map(([z, a]): Vec => [Math.sqrt(1 - z * z) * Math.cos(a), Math.sqrt(1 - z * z) * Math.sin(a), z])
const place = fc
  .tuple(unit, between(0, 2 * Math.PI), fc.array(between(-9, 9), { minLength: 3, maxLength: 3 }))
  .map(([z, roll, [x, y, w]]) => {
    const side: Vec = Math.abs(z[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]
    const dot = side[0] * z[0] + side[1] * z[1] + side[2] * z[2]
    const raw = side.map((v, k) => v - dot * z[k])
    const p = raw.map((v) => v / Math.hypot(...raw))
    const q = [z[1] * p[2] - z[2] * p[1], z[2] * p[0] - z[0] * p[2], z[0] * p[1] - z[1] * p[0]]
    return posed([x, y, w], z, p.map((v, k) => Math.cos(roll) * v + Math.sin(roll) * q[k]) as unknown as Vec)
  })

test('property: of two bodies anywhere it is the volume that the library finds; what stands off by a hundredth is known without it', () => {
  const bodies: (() => Manifold)[] = [
    () => kit.box([6, 3, 9], [-3, -1, -4]),
    () => ring(3, 6, -2, 2),
    () =>
      kit.cut(
        kit.cylinder(5, -3, 3),
        kit.holes(1.2, -4, 4, [
          [2.5, 0],
          [-2, 1],
        ]),
      ),
    () =>
      kit.prism(
        [
          [
            [0, -4],
            [1, 0],
            [0, 7],
            [-1, 0],
          ],
        ],
        -5,
        5,
      ),
    () => kit.union([kit.box([2, 2, 2], [4, 0, 0]), kit.cylinder(1.5, -6, -2)]),
  ]
  const seen = { struck: 0, apart: 0 }
  fc.assert(
    fc.property(fc.nat(4), fc.nat(4), place, place, (i, j, at, to) => {
      const [a, b] = [kit.posed(bodies[i](), at), kit.posed(bodies[j](), to)]
      const wanted = kit.common(a, b).volume()
      const { volume, made } = counted(() => kit.commonVolume(a, b))
      expect(Math.abs(volume - wanted)).toBeLessThan(1e-6)
      if (a.minGap(b, 1) > 0.01) expect(made).toBe(0)
      seen[wanted > 0 ? 'struck' : 'apart']++
      kit.free()
    }),
    { seed: 7, numRuns: sample(150), endOnFailure: true },
  )
  expect(Math.min(seen.struck, seen.apart)).toBeGreaterThan(20)
})

test('property: boxes that stand in each other by a corner or an edge are found, and those just off are known', () => {
  const seen = { struck: 0, apart: 0 }
  fc.assert(
    fc.property(place, place, between(-0.15, 0.15), (at, to, by) => {
      const [a, b] = [
        kit.posed(kit.box([5, 5, 5], [-2.5, -2.5, -2.5]), at),
        kit.posed(kit.box([4, 6, 3], [-2, -3, -1.5]), to),
      ]
      const gap = a.minGap(b, 40)
      if (gap === 0) return kit.free()
      // brought together along the line between their middles until they all but touch, and a little further or less
      const way = [12, 13, 14].map((k) => at[k] - to[k])
      const far = Math.hypot(...way)
      let [low, high] = [0, far]
      for (let i = 0; i < 20; i++) {
        const middle = (low + high) / 2
        const there = b.translate(way.map((v) => (v * middle) / far) as [number, number, number])
        if (a.minGap(there, 40) > 0) low = middle
        else high = middle
        there.delete()
      }
      const near = kit.moved(b, way.map((v) => (v * (low + by)) / far) as unknown as Vec)
      const wanted = kit.common(a, near).volume()
      const { volume, made } = counted(() => kit.commonVolume(a, near))
      expect(Math.abs(volume - wanted)).toBeLessThan(1e-9)
      if (a.minGap(near, 1) > 0.01) expect(made).toBe(0)
      seen[wanted > 0 ? 'struck' : 'apart']++
      kit.free()
    }),
    { seed: 11, numRuns: sample(80), endOnFailure: true },
  )
  expect(Math.min(seen.struck, seen.apart)).toBeGreaterThan(15)
})
