import Module, { type ManifoldToplevel } from 'manifold-3d'
import { FITS_OF } from '../fits'
import { LINE_DISC, MAGNET_RING, NUT_SLOT, clampRadius } from '../pick-up'
import { inertiaAboutZ } from '../../printing'
import { flywheelHubSolid, lineDiscSolid, lineRadii, magnetCircle, magnetRingSolid, sensorStandSolid } from './pick-up'
import { polar } from './common'
import { hubScrew } from './hub'
import { SolidKit } from './toolkit'

let wasm: ManifoldToplevel
let kit: SolidKit
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})
beforeEach(() => (kit = new SolidKit(wasm)))
afterEach(() => kit.free())

const SHAFTS = [3e-3, 5e-3, 8e-3]
const of = (shaftDiameterM: number) => ({ shaftDiameterM, fits: FITS_OF.filament })

test.each(SHAFTS)(
  'shaft of %s m: all go onto it, in one piece, and their set screw finds a nut and reaches the shaft',
  (d) => {
    const input = of(d)
    for (const make of [lineDiscSolid, magnetRingSolid, flywheelHubSolid]) {
      const solid = make(kit, input)
      expect(kit.bodies(solid)).toHaveLength(1)
      expect(kit.common(solid, kit.cylinder(d * 500 - 0.01, -5, 50)).isEmpty()).toBe(true)
      // nothing is so wide of the shaft that it would sit out of true
      expect(kit.common(solid, kit.cylinder(d * 500 + 0.1, -5, 50)).isEmpty()).toBe(false)
    }
    for (const [make, from] of [
      [lineDiscSolid, LINE_DISC.thickness],
      [magnetRingSolid, MAGNET_RING.thickness],
    ] as const) {
      const solid = make(kit, input)
      // the screw from outside to the shaft, and the nut let in from above, 5.5 × 2.4 (ISO 4032)
      const screw = kit.lying(1.5, [0, 0], [1, 0], d * 500, clampRadius(input) + 5, from + 4)
      const nut = kit.box([2.4, 5.5, 30], [d * 500 + NUT_SLOT.within + 0.1, -2.75, from + 4 - 2.75])
      expect(kit.common(solid, screw).isEmpty()).toBe(true)
      expect(kit.common(solid, nut).isEmpty()).toBe(true)
      // the nut cannot go outwards: a wall stands behind it
      const behind = kit.box([1, 4, 1], [clampRadius(input) - 1.5, 2, from + 1])
      expect(kit.common(solid, behind).volume()).toBeGreaterThan(0.2)
    }
  },
)

test('line disc: twelve windows, as wide as what is between them; seen by a beam in the middle of the ring', () => {
  const input = of(5e-3)
  const disc = lineDiscSolid(kit, input)
  const { inner, outer, rim } = lineRadii(input)
  const beam = (degrees: number) => {
    const at = polar((inner + outer) / 2, degrees)
    return kit.common(disc, kit.cylinder(0.1, -1, 1.9, at)).isEmpty()
  }
  const open = Array.from({ length: 720 }, (_, i) => beam(i / 2 + 0.25))
  const edges = open.filter((o, i) => o !== open[(i + 719) % 720]).length
  expect(edges).toBe(2 * LINE_DISC.windows)
  expect(open.filter(Boolean).length / 720).toBeCloseTo(0.5, 1)
  // hub and rim close the ring on both sides
  expect(kit.common(disc, kit.cylinder(rim, 0.5, 1)).boundingBox().max[0]).toBeCloseTo(rim, 1)
})

test('magnet ring: two pockets face to face across the shaft, so that it is balanced; magnets of 5 × 3 lie in them with a floor above', () => {
  const input = of(5e-3)
  const ring = magnetRingSolid(kit, input)
  for (const degrees of [90, 270]) {
    const at = polar(magnetCircle(input), degrees)
    expect(kit.common(ring, kit.cylinder(2.5, 0, 3, at)).isEmpty()).toBe(true)
    expect(kit.common(ring, kit.cylinder(2, 3.5, 4.5, at)).volume()).toBeCloseTo(Math.PI * 4, 0)
    // a wall outside keeps them from flying off
    const wall = polar(magnetCircle(input) + 2.6 + 1, degrees)
    expect(kit.common(ring, kit.cylinder(0.8, 0.5, 2.5, wall)).volume()).toBeGreaterThan(3)
  }
})

test('flywheel hub: three tapped holes round it, its rim centres a flywheel, its moment of inertia is that of its rings', () => {
  const input = of(5e-3)
  const hub = flywheelHubSolid(kit, input)
  const { min, max } = hub.boundingBox()
  expect([min[2], max[2]]).toEqual([0, 13])
  const { vertProperties, triVerts } = hub.getMesh()
  const r = clampRadius(input)
  const ring = (outer: number, innerR: number, h: number) => (Math.PI / 2) * h * (outer ** 4 - innerR ** 4)
  const whole = ring(r + 9, 2.5, 5) + ring(r, 2.5, 8)
  const found = inertiaAboutZ({ vertices: vertProperties, triangles: triVerts })
  // the holes take a little
  expect(found / whole).toBeGreaterThan(0.95)
  expect(found / whole).toBeLessThan(1)
})

test('moment of inertia of a mesh: box, tube, and a body off its axis by the parallel-axis theorem', () => {
  const of = (solid: ReturnType<SolidKit['box']>) => {
    const { vertProperties, triVerts } = solid.getMesh()
    return inertiaAboutZ({ vertices: vertProperties, triangles: triVerts })
  }
  expect(of(kit.box([10, 20, 5], [-5, -10, 3]))).toBeCloseTo((1000 * (100 + 400)) / 12, 3)
  expect(of(kit.box([10, 20, 5], [35, -10, 3]))).toBeCloseTo((1000 * 500) / 12 + 1000 * 1600, 2)
  const tube = kit.cut(kit.cylinder(10, 0, 4), [kit.cylinder(6, -1, 5)])
  expect(of(tube) / ((Math.PI / 2) * 4 * (1e4 - 1296))).toBeCloseTo(1, 2)
})

test('sensor stand: one piece, stands on its foot, an M3 screw goes through the post at any height, two M4 hold it', () => {
  const stand = sensorStandSolid(kit)
  expect(kit.bodies(stand)).toHaveLength(1)
  expect(stand.boundingBox().min[2]).toBe(0)
  for (const z of [14, 30, 50, 66])
    expect(kit.common(stand, kit.lying(1.6, [25, 0], [0, 1], -5, 60, z)).isEmpty()).toBe(true)
  // and no longer than that: its head closes it, so does its foot
  for (const z of [6, 74]) expect(kit.common(stand, kit.lying(1, [25, 0], [0, 1], -5, 60, z)).isEmpty()).toBe(false)
  for (const x of [8, 42]) expect(kit.common(stand, kit.cylinder(2.1, -1, 10, [x, 14])).isEmpty()).toBe(true)
})

test('a hub’s set screw goes past its clamping screws, wherever those stand', () => {
  const hub = {
    bore: 2.5,
    shoulder: 4,
    barrel: 4,
    barrelFrom: 0,
    barrelTo: 6,
    flangeFrom: 6,
    flangeTo: 11,
    flangeRadius: 12,
    length: 14,
    keys: [],
    keyDepth: 0,
  }
  expect(hubScrew({ ...hub, screws: [] }).turn).toBe(120)
  for (const first of [0, 30, 60, 90, 120]) {
    const screws = [0, 1, 2].map((k) => polar(8, first + 120 * k))
    const { turn } = hubScrew({ ...hub, screws })
    for (const [x, y] of screws) {
      const [u, v] = polar(1, turn)
      // ahead of it, the two M3 holes keep a wall between them
      if (x * u + y * v > 0) expect(Math.abs(x * v - y * u)).toBeGreaterThan(2.5 + 0.79)
    }
  }
})
