import { sample } from '../../check-values/sample'
import fc from 'fast-check'
import Module, { type Manifold, type ManifoldToplevel } from 'manifold-3d'
import { FITS_OF } from '../fits'
import { inspectPart, thinWalls } from './thin-walls'
import { SolidKit } from './toolkit'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const looked = (make: (kit: SolidKit) => Manifold, wall = 0.8, floor = 0.4) => {
  const kit = new SolidKit(wasm)
  try {
    return thinWalls(kit, make(kit), wall, floor)
  } finally {
    kit.free()
  }
}

describe('walls thinner than asked', () => {
  test('property: a standing plate is thin exactly when it is thinner, whichever way it is turned, and its thickness is told', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 180, noNaN: true }),
        (thickness, turn) => {
          fc.pre(Math.abs(thickness - 0.8) > 0.03)
          const found = looked((kit) => kit.placed(kit.box([30, thickness, 12], [-15, 0, 0]), [0, 0, turn], [3, -2, 5]))
          expect(found.some((s) => !s.level)).toBe(thickness < 0.8)
          // twice area by outline of a long strip: its thickness, a little less for its ends
          for (const s of found.filter((f) => !f.level))
            expect(Math.abs(s.wallMm / (thickness / (1 + thickness / 30)) - 1)).toBeLessThan(0.02)
        },
      ),
      { seed: 4, numRuns: sample(12), endOnFailure: true },
    )
  })
  test('property: a floor is judged by its own measure, in any place', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 1.2, noNaN: true }),
        fc.double({ min: 0, max: 9, noNaN: true }),
        (thickness, z) => {
          fc.pre(Math.abs(thickness - 0.4) > 0.03)
          const ring = (kit: SolidKit) => kit.cut(kit.cylinder(20, 0, 10), [kit.cylinder(17, -1, 11)])
          const found = looked((kit) => kit.union([ring(kit), kit.cylinder(18, z, Math.min(10, z + thickness))]))
          if (z + thickness <= 10) expect(found.length > 0).toBe(thickness < 0.4)
          for (const s of found) expect([s.level, Math.abs(s.at[2] - (z + thickness / 2)) < 0.6]).toEqual([true, true])
        },
      ),
      { seed: 5, numRuns: sample(10), endOnFailure: true },
    )
  })
  test('a short web behind a groove is found at its place, a sound one is not', () => {
    const grooved = (kit: SolidKit, depth: number) =>
      kit.cut(kit.cylinder(20, 0, 15), [kit.cylinder(16, -1, 16), kit.box([depth + 1, 3, 20], [15, -1.5, -1])])
    const found = looked((kit) => grooved(kit, 3.5))
    expect(found.length).toBeGreaterThan(3)
    for (const { at } of found) expect(Math.hypot(at[0] - 19.7, at[1])).toBeLessThan(1)
    expect(looked((kit) => grooved(kit, 2.8))).toEqual([])
  })
  test('corners, sharp tips and faces that a cut grazes are no walls', () => {
    // a wedge of 20 degrees, a cube on its edge, a cone, a ball
    expect(
      looked((kit) =>
        kit.prism(
          [
            [
              [0, 0],
              [20, -3.5],
              [20, 3.5],
            ],
          ],
          0,
          10,
        ),
      ),
    ).toEqual([])
    expect(looked((kit) => kit.placed(kit.box([12, 12, 12], [0, 0, 0]), [45, 30, 10]))).toEqual([])
    expect(
      looked((kit) =>
        kit.turned([
          [0, 0],
          [15, 0],
          [0, 12],
        ]),
      ),
    ).toEqual([])
    expect(
      looked((kit) =>
        kit.turned(
          Array.from(
            { length: 41 },
            (_, i) => [10 * Math.sin((i * Math.PI) / 40), -10 * Math.cos((i * Math.PI) / 40)] as const,
          ),
        ),
      ),
    ).toEqual([])
  })
  test('a tapering tip longer than a printer loses counts', () => {
    // 2 degrees: it falls below 0.8 mm over the last 23 mm
    expect(
      looked((kit) =>
        kit.prism(
          [
            [
              [0, 0],
              [60, -1.05],
              [60, 1.05],
            ],
          ],
          0,
          10,
        ),
      ).length,
    ).toBeGreaterThan(0)
  })
  test('a finished mesh is looked at by its process, thinnest place first', () => {
    const kit = new SolidKit(wasm)
    const { vertProperties, triVerts } = kit
      .union([kit.box([20, 0.6, 10], [0, 0, 0]), kit.box([20, 0.5, 10], [0, 5, 0]), kit.box([4, 6, 10], [0, 0, 0])])
      .getMesh()
    const mesh = { vertices: vertProperties, triangles: triVerts }
    const [filament, resin] = [FITS_OF.filament, FITS_OF.resin].map((fits) => inspectPart(wasm, mesh, fits))
    kit.free()
    expect(resin).toEqual([])
    expect(filament.map((s) => s.wallMm)).toEqual([...filament.map((s) => s.wallMm)].sort((a, b) => a - b))
    expect(filament[0].at[1]).toBeCloseTo(5.25, 1)
  })
})
