import fc from 'fast-check'
import Module from 'manifold-3d'
import { FITS_OF } from './fits'
import { M3, NUT, nutBody, screw } from './hardware'
import { STAND, onStand, overEars, pocketRadius, standShape } from './stand'
import { standSolid } from './solids/stand'
import { SolidKit } from './solids/toolkit'
import type { Point } from './point'

const ring = (count: number, radius: number): Point[] =>
  Array.from({ length: count }, (_, i) => {
    const a = (2 * Math.PI * i) / count + 0.2 * (i === 0 ? 1 : 0)
    return [radius * Math.cos(a), radius * Math.sin(a)]
  })

test('property: whatever the machine, the nut is on the screw, its end off the bench, and what hangs below it too', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 8, max: 160, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      (over, below) => {
        const s = standShape(ring(3, 40), over, below)
        const [stand, nut] = onStand({ shape: s, face: 0 })
        const bench = stand.pose[14]
        const end = over - s.screw
        expect(end - bench).toBeGreaterThan(0.2)
        // through the whole nut
        expect(end).toBeLessThan(nut.pose[14] - M3.nut)
        expect(nut.pose[14] - M3.nut).toBeGreaterThan(bench)
        expect(bench).toBeLessThan(-below - 2)
        expect(s.height).toBeGreaterThanOrEqual(20)
      },
    ),
    { seed: 4, numRuns: 300 },
  )
})

test('an ear that lies under something goes aside from its leg, one that cannot stays; all lie beyond what is asked for', () => {
  const legs = ring(3, 40)
  const plain = standShape(legs, 50, 15)
  const turned = standShape(legs, 50, 15, { clear: ([x]) => x < 40 })
  expect(turned.ears[0]).not.toEqual(plain.ears[0])
  expect(turned.ears[0][0]).toBeLessThan(40)
  expect(turned.ears.slice(1)).toEqual(plain.ears.slice(1))
  expect(standShape(legs, 50, 15, { clear: () => false }).ears).toEqual(plain.ears)
  for (const e of standShape(legs, 50, 15, { beyond: 90 }).ears)
    expect(Math.hypot(...e)).toBeCloseTo(90 + STAND.driver, 9)
  // beside six legs every other ear
  expect(standShape(ring(6, 60), 50, 15).ears).toHaveLength(3)
  expect(standShape(ring(4, 60), 50, 15).ears).toHaveLength(4)
})

test('its solid: one piece, a screw through each leg, a nut in each pocket that does not turn, a driver over each ear', async () => {
  const wasm = await Module()
  wasm.setup()
  const kit = new SolidKit(wasm)
  const fits = FITS_OF.filament
  const shape = standShape(ring(4, 38), 61, 15)
  const place = { shape, face: 0 }
  const solid = kit.placed(standSolid(kit, shape, fits), [0, 0, 0], [0, 0, -shape.height])
  expect(kit.bodies(solid)).toHaveLength(1)
  expect(solid.boundingBox().min[2]).toBeCloseTo(-shape.height, 6)
  expect(solid.boundingBox().max[2]).toBeCloseTo(0, 6)
  const [, ...nuts] = onStand(place)
  expect(nuts).toHaveLength(4)
  for (const { pose } of nuts) {
    const nut = kit.turned(nutBody.outline, nutBody.sides)
    const there = kit.posed(nut, pose)
    expect(kit.common(there, solid).volume()).toBeLessThan(1e-3)
    // an eighth of a turn and its corners strike the flats
    expect(kit.common(kit.posed(kit.aboutZ(nut, 22), pose), solid).volume()).toBeGreaterThan(0.05)
    const long = kit.turned(screw(shape.screw).outline)
    const through = kit.placed(long, [180, 0, 0], [pose[12], pose[13], 61])
    expect(kit.common(through, solid).volume()).toBeLessThan(1e-3)
    expect(kit.common(through, there).volume()).toBeLessThan(1e-3)
  }
  for (const { from, to, radius } of overEars(place)) {
    expect(from.slice(0, 2)).toEqual(to.slice(0, 2))
    expect(kit.common(kit.cylinder(radius, to[2], from[2], [from[0], from[1]]), solid).volume()).toBeLessThan(1e-3)
    // the washer has all of its ring to lie on
    const washer = kit.cut(kit.cylinder(STAND.washer, to[2] - 0.6, to[2] - 0.2, [from[0], from[1]]), [solid])
    expect(washer.volume() / (0.4 * Math.PI * STAND.hole ** 2)).toBeCloseTo(1, 1)
  }
  kit.free()
})

test('an M3 nut is 5.5 mm across its flats (ISO 4032), its pocket wider by a fit that is no turn', () => {
  expect(2 * NUT.corner * Math.cos(Math.PI / 6)).toBeCloseTo(5.5, 9)
  for (const { seat } of Object.values(FITS_OF)) {
    const flats = 2 * pocketRadius(seat) * Math.cos(Math.PI / 6)
    expect(flats).toBeGreaterThan(5.55)
    expect(flats).toBeLessThan(2 * NUT.corner)
  }
})

test('up to four legs each have an ear, more than four every other one', () => {
  const ears = [3, 4, 5, 6, 8].map((count) => standShape(ring(count, 30), 20, 15).ears.length)
  expect(ears).toEqual([3, 4, 3, 3, 4])
})

test('a machine of a few centimetres: the hole lets a shaft through, few legs’ gaps do not make a tower of it', () => {
  const tiny = standShape(ring(3, 9), 20, 15, { air: 200 })
  expect(tiny.inner).toBeGreaterThanOrEqual(6)
  expect(tiny.height).toBeLessThan(50)
  // a wide one stands as high as its outlets ask for, and no higher than a standard screw makes it
  const wide = standShape(ring(3, 50), 20, 15, { air: 6000 })
  const way = (2 * Math.PI * wide.inner - 6 * STAND.leg) * (wide.height - STAND.base)
  expect(way).toBeGreaterThan(1.29 * 6000)
  expect(way).toBeLessThan(2 * 6000)
})

test('round legs that stand unevenly it reaches the farthest one, and its hole keeps off the nearest', () => {
  const uneven: Point[] = [
    [30, 0],
    [-15, 26],
    [-22, -38],
  ]
  const { outer, inner } = standShape(uneven, 20, 5)
  expect(outer).toBeCloseTo(Math.hypot(22, 38) + STAND.leg, 9)
  expect(inner).toBeLessThan(30 - STAND.leg)
})
