import Module, { type Manifold, type ManifoldToplevel } from 'manifold-3d'
import { placedAt } from '../geometry'
import type { Mesh } from '../geometry/solids'
import { SolidKit } from '../geometry/solids/toolkit'
import { arrange, boundsOf, inPlace, layDown, levelCut, overhangs, printPlan, printSeconds, EDGE_MM, APART_MM } from '.'

let wasm: ManifoldToplevel
let kit: SolidKit
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})
beforeEach(() => (kit = new SolidKit(wasm)))
afterEach(() => kit.free())

const meshOf = (solid: Manifold): Mesh & { readonly volumeMm3: number } => {
  const { vertProperties, triVerts } = solid.getMesh()
  return { vertices: vertProperties, triangles: triVerts, volumeMm3: solid.volume() }
}

describe('what hangs over', () => {
  test('a table: its top’s underside, less its leg, hangs over and has to be bridged across its width', () => {
    const table = kit.union([kit.box([40, 30, 5], [-20, -15, 20]), kit.cylinder(4, 0, 21)])
    const [patch, ...more] = overhangs(meshOf(table))
    expect(more).toEqual([])
    expect(patch.areaMm2).toBeCloseTo(40 * 30 - Math.PI * 16, 0)
    expect(patch.acrossMm).toBeGreaterThan(20)
    expect(patch.lowestMm).toBeCloseTo(20, 4)
  })
  test.each([
    ['44° from the upright', 44, 0],
    ['46°', 46, 1],
  ])('a cone that opens upwards at %s', (_, degrees, patches) => {
    const height = 20
    const wide = 5 + height * Math.tan((degrees * Math.PI) / 180)
    const cone = kit.turned([
      [0, 0],
      [5, 0],
      [wide, height],
      [0, height],
    ])
    expect(overhangs(meshOf(cone))).toHaveLength(patches)
  })
  test('what lies on the bed does not hang over, wherever the part was made', () => {
    const box = kit.box([10, 10, 10], [5, 5, -17])
    expect(overhangs(meshOf(box))).toEqual([])
  })
  test('a slot is bridged across its width, a round ceiling across its diameter', () => {
    const block = kit.box([60, 60, 20], [0, 0, 0])
    const slot = kit.cut(block, [kit.box([40, 6, 10], [10, 20, 4])])
    expect(overhangs(meshOf(slot))[0].acrossMm).toBeCloseTo(6, 3)
    const pocket = kit.cut(block, [kit.cylinder(9, 4, 14, [30, 30])])
    expect(overhangs(meshOf(pocket))[0].acrossMm).toBeCloseTo(18, 0)
  })
})

test('a round groove is bridged by its outline, not by the circle round it: four times its area by it, twice its width', () => {
  const block = kit.box([60, 60, 20], [-30, -30, 0])
  const groove = kit.cut(block, [kit.cut(kit.cylinder(24, 4, 14), [kit.cylinder(20, 3, 15)])])
  const ceiling = overhangs(meshOf(groove))
  expect(ceiling).toHaveLength(1)
  expect(ceiling[0].acrossMm).toBeCloseTo(8, 1)
  expect(ceiling[0].areaMm2).toBeCloseTo(Math.PI * (576 - 400), 0)
})

describe('how a part lies', () => {
  test('a bowl made upside down is turned over: then nothing needs support', () => {
    const bowl = kit.cut(kit.cylinder(20, 0, 15), [kit.cylinder(17, -1, 12)])
    const lying = layDown(meshOf(bowl))
    expect(lying.turned).toBe(true)
    expect(lying.supported).toEqual([])
    expect(lying.footMm2).toBeCloseTo(Math.PI * 400, -1)
    const { min, max } = boundsOf(inPlace(meshOf(bowl), lying.pose))
    expect(min[2]).toBeCloseTo(0, 5)
    expect(max[2]).toBeCloseTo(15, 5)
    // open side up: the floor's middle lies on the bed
    expect(placedAt(lying.pose, [0, 0, 15])[2]).toBeCloseTo(0, 5)
  })
  test('a part is not stood on its point to spare support', () => {
    // a plate on top of a pin: turned over it lies on the plate, the pin up
    const tack = kit.union([kit.cylinder(20, 10, 13), kit.cylinder(1, 0, 10)])
    expect(layDown(meshOf(tack)).turned).toBe(true)
    const sitting = kit.union([kit.cylinder(20, 0, 3), kit.cylinder(1, 3, 13)])
    expect(layDown(meshOf(sitting)).turned).toBe(false)
  })
  test('it is turned over only where that spares clearly more than it costs, and lies with its middle over the origin', () => {
    // brackets on both sides of a block, flat below on the one, flat above on the other, sloped like a roof elsewhere
    const bracket = (wide: number, up: boolean, side: 1 | -1) => {
      const flat = kit.prism(
        [
          [
            [0, 0],
            [wide, 0],
            [0, 2 * wide],
          ],
        ],
        0,
        20,
      )
      // its own y becomes the height
      const standing = kit.placed(flat, [90, 0, 0], [10, 10, 0])
      const turned = up ? kit.placed(standing, [180, 0, 0], [0, 0, 40]) : kit.placed(standing, [0, 0, 0], [0, 0, 10])
      return side === 1 ? turned : kit.placed(turned, [0, 0, 180])
    }
    const body = (overA: number, overB: number) =>
      kit.placed(
        kit.union([kit.box([20, 20, 50], [-10, -10, 0]), bracket(overA, false, 1), bracket(overB, true, -1)]),
        [0, 0, 0],
        [70, -33, 12],
      )
    // 250 mm2 to support as it was made, 228 turned over: not worth it; 180: it is
    const near = layDown(meshOf(body(12.5, 11.4)))
    expect([near.turned, near.supportedMm2]).toEqual([false, expect.closeTo(250, 0)])
    const far = layDown(meshOf(body(12.5, 9)))
    expect([far.turned, far.supportedMm2]).toEqual([true, expect.closeTo(180, 0)])
    for (const [lying, mesh] of [
      [near, meshOf(body(12.5, 11.4))],
      [far, meshOf(body(12.5, 9))],
    ] as const) {
      const { min, max } = boundsOf(inPlace(mesh, lying.pose))
      for (const k of [0, 1]) expect(min[k] + max[k]).toBeCloseTo(0, 4)
      expect(min[2]).toBeCloseTo(0, 4)
    }
  })
  test('room under a shelf goes down to what is beneath it, not through it', () => {
    // a C on its back: a shelf of 20 × 10 at height 30, over a floor of 4
    const c = kit.union([
      kit.box([5, 20, 40], [0, 0, 0]),
      kit.box([40, 20, 4], [0, 0, 0]),
      kit.box([40, 20, 10], [0, 0, 30]),
    ])
    const lying = layDown(meshOf(c))
    expect(lying.supportMm3).toBeCloseTo(35 * 20 * 26, -1)
    expect(lying.supportedMm2).toBeCloseTo(35 * 20, 0)
  })
  test('level cuts: area and outline of a tube, and a whole that its cuts add up to', () => {
    const tube = kit.cut(kit.cylinder(20, 0, 30), [kit.cylinder(15, -1, 31)])
    const mesh = meshOf(tube)
    // circles of 96 straight pieces: 0.07 % small
    expect(levelCut(mesh, 12.3).areaMm2 / (Math.PI * 175)).toBeCloseTo(1, 2)
    expect(levelCut(mesh, 12.3).outlineMm / (2 * Math.PI * 35)).toBeCloseTo(1, 3)
    expect(levelCut(mesh, 31).areaMm2).toBe(0)
    const { cuts } = layDown(mesh)
    expect((cuts.reduce((s, c) => s + c.areaMm2, 0) * 30) / cuts.length / mesh.volumeMm3).toBeCloseTo(1, 6)
  })
})

describe('plates', () => {
  const part = (name: string, copies: number, x: number, y: number) => {
    const mesh = meshOf(kit.box([x, y, 5], [-100, 37, 2]))
    return { name, copies, mesh, lying: layDown(mesh) }
  }
  /** Where every copy lies on its plate. */
  const boxesOf = (plates: ReturnType<typeof arrange>['plates'], parts: readonly ReturnType<typeof part>[]) =>
    plates.map((on) =>
      on.map(({ name, pose }) => {
        const found = parts.find((p) => p.name === name)
        if (!found) throw new Error(name)
        return boundsOf(inPlace(found.mesh, pose))
      }),
    )
  test('everything lies within the bed’s edge, flat on it, and nothing nearer to another than the gap', () => {
    const parts = [part('a', 3, 90, 60), part('b', 7, 40, 20), part('c', 1, 150, 30), part('d', 12, 12, 12)]
    const { plates, tooLarge } = arrange(parts, 220)
    expect(tooLarge).toEqual([])
    expect(plates.flat()).toHaveLength(23)
    for (const boxes of boxesOf(plates, parts)) {
      for (const { min, max } of boxes) {
        expect(min[2]).toBeCloseTo(0, 5)
        for (const k of [0, 1]) {
          expect(min[k]).toBeGreaterThan(EDGE_MM - 1e-3)
          expect(max[k]).toBeLessThan(220 - EDGE_MM + 1e-3)
        }
      }
      boxes.forEach((a, i) =>
        boxes.slice(i + 1).forEach((b) => {
          const apart = Math.max(...[0, 1].map((k) => Math.max(a.min[k] - b.max[k], b.min[k] - a.max[k])))
          expect(apart).toBeGreaterThan(APART_MM - 1e-3)
        }),
      )
    }
  })
  test('a long part lies across the corners where only that takes it, and is refused with the bed it wants otherwise', () => {
    const long = part('rod', 1, 250, 8)
    // along: 250; at 45°: (250 + 8)/√2 = 182.4
    const { plates, tooLarge } = arrange([long], 200)
    expect(tooLarge).toEqual([])
    expect(plates).toHaveLength(1)
    const [box] = boxesOf(plates, [long])[0]
    expect(box.max[0] - box.min[0]).toBeLessThan(190)
    const small = arrange([long, part('a', 1, 30, 30)], 180)
    expect(small.tooLarge).toEqual([{ name: 'rod', bedMm: expect.closeTo(258 / Math.SQRT2 + 10, 1) as number }])
    expect(small.plates.flat().map((p) => p.name)).toEqual(['a'])
  })
  test('more than one bed holds is shared out', () => {
    const { plates } = arrange([part('a', 5, 100, 100)], 220)
    expect(plates.map((p) => p.length)).toEqual([4, 1])
  })
})

describe('time and material', () => {
  const settings = { process: 'filament' as const, lineMm: 0.45, layerMm: 0.2 }
  test('a solid block of 50 × 50 × 20: its lines by their speeds', () => {
    const lying = layDown(meshOf(kit.box([50, 50, 20], [0, 0, 0])))
    // a layer: 2500 / 0.45 = 5556 mm of line, 200 mm of it outline at 25 mm/s, the rest at 45; a fifth more between
    // lines; 100 layers
    expect(printSeconds([lying], settings)).toBeCloseTo(100 * 1.2 * (200 / 25 + 5355.6 / 45), -1)
  })
  test('a thin pin waits for each layer to cool; a second one beside it takes no longer', () => {
    const pin = layDown(meshOf(kit.cylinder(1.5, 0, 10)))
    expect(printSeconds([pin], settings)).toBeCloseTo(50 * 8, 6)
    expect(printSeconds([pin, pin], settings)).toBeCloseTo(50 * 8, 6)
  })
  test('supports take their time: a sixth of the room that they fill', () => {
    const shelf = layDown(
      meshOf(
        kit.union([
          kit.box([20, 20, 30], [0, 0, 0]),
          kit.box([60, 20, 5], [0, 0, 0]),
          kit.box([60, 20, 5], [0, 0, 25]),
        ]),
      ),
    )
    expect(shelf.supportMm3).toBeCloseTo(40 * 20 * 20, -1)
    const more = printSeconds([shelf], settings) - printSeconds([{ ...shelf, supportMm3: 0 }], settings)
    // 0.15 of the room as lines of 0.45 × 0.2 at 45 mm/s, a fifth more between them
    expect(more / ((1.2 * 0.15 * shelf.supportMm3) / (0.45 * 0.2) / 45)).toBeCloseTo(1, 1)
  })
  test('under a plate over a cone the room is what is left between them, slope and all: closed form', () => {
    const cone = kit.turned([
      [0, 0],
      [30, 0],
      [0, 15],
    ])
    const { supportMm3 } = layDown(meshOf(kit.union([cone, kit.cylinder(5, 0, 31), kit.cylinder(30, 30, 35)])))
    // 2 pi times the integral of r (30 - 15 (1 - r/30)) from the column to the rim
    const upTo = (r: number) => 2 * Math.PI * (7.5 * r * r + r ** 3 / 6)
    expect(supportMm3 / (upTo(30) - upTo(5))).toBeGreaterThan(0.96)
    expect(supportMm3 / (upTo(30) - upTo(5))).toBeLessThan(1.04)
  })
  test('resin takes as long for a bed as for one part, by its height', () => {
    const [low, high] = [10, 30].map((h) => layDown(meshOf(kit.box([10, 10, h], [0, 0, 0]))))
    const resin = { ...settings, process: 'resin' as const, layerMm: 0.05 }
    expect(printSeconds([high, low, low], resin)).toBe(printSeconds([high], resin))
    expect(printSeconds([high], resin)).toBeGreaterThan(2.5 * printSeconds([low], resin))
  })
  test('a plan adds up: parts by their copies, supports only of what lies on the plate, none for resin', () => {
    const shelf = meshOf(
      kit.union([kit.box([20, 20, 30], [0, 0, 0]), kit.box([60, 20, 5], [0, 0, 25]), kit.box([60, 20, 5], [0, 0, 0])]),
    )
    const block = meshOf(kit.box([30, 30, 10], [0, 0, 0]))
    const parts = [
      { name: 'shelf', copies: 2, mesh: shelf },
      { name: 'block', copies: 3, mesh: block },
    ]
    const plan = printPlan(parts, { ...settings, bedMm: 220 })
    expect(plan.plates).toHaveLength(1)
    expect(plan.plates[0].partsMm3).toBeCloseTo(2 * shelf.volumeMm3 + 3 * 9000, 3)
    expect(plan.plates[0].supportsMm3).toBeCloseTo(2 * 0.15 * 40 * 20 * 20, -1)
    expect(printPlan(parts, { ...settings, process: 'resin', bedMm: 220 }).plates[0].supportsMm3).toBe(0)
  })
})

test('bounds take the first corner in as well, wherever it lies', () => {
  const { min, max } = boundsOf({
    vertices: Float32Array.from([-9, -8, -7, 1, 2, 3, 4, 1, 0]),
    triangles: Uint32Array.of(0, 1, 2),
  })
  expect([min, max]).toEqual([
    [-9, -8, -7],
    [4, 2, 3],
  ])
  expect(boundsOf({ vertices: Float32Array.from([9, 8, 7, 1, 2, 3]), triangles: new Uint32Array() }).max).toEqual([
    9, 8, 7,
  ])
})
