import type { Manifold } from 'manifold-3d'
import type { Point } from '../point'
import {
  FLYWHEEL_HUB,
  HUB_HEIGHT,
  LINE_DISC,
  MAGNET_RING,
  NUT_SLOT,
  SENSOR_STAND,
  clampRadius,
  type OnShaftInput,
} from '../pick-up'
import { polar } from './common'
import { BEYOND, type SolidKit } from './toolkit'

/** Core hole of an M3 thread in metal, radius in mm (ISO 2306). */
const TAPPED = 1.25

/**
 * What is cut out of a printed hub that stands from `from` to `to`: its bore, the way of the set screw, the slot of its
 * nut, open above.
 */
function clamp(kit: SolidKit, { shaftDiameterM, fits }: OnShaftInput, from: number, to: number): Manifold[] {
  const shaft = shaftDiameterM * 500
  const z = from + HUB_HEIGHT / 2
  const slot = kit.box(
    [NUT_SLOT.along, NUT_SLOT.across, to + 1 - (z - NUT_SLOT.across / 2)],
    [shaft + NUT_SLOT.within, -NUT_SLOT.across / 2, z - NUT_SLOT.across / 2],
  )
  return [
    kit.cylinder(shaft + fits.bearing, -BEYOND, to + BEYOND),
    kit.lying(fits.screw, [0, 0], [1, 0], 0, clampRadius({ shaftDiameterM }) + 1, z),
    slot,
  ]
}

/** A piece of a ring between two radii and two angles in degrees. */
function sector(inner: number, outer: number, from: number, to: number): Point[] {
  const steps = 8
  const arc = (r: number, a: number, b: number) =>
    Array.from({ length: steps + 1 }, (_, i) => polar(r, a + ((b - a) * i) / steps))
  return [...arc(outer, from, to), ...arc(inner, to, from)]
}

/** Radii of a line disc's windows and of its rim, mm. */
export const lineRadii = (input: OnShaftInput): { inner: number; outer: number; rim: number } => {
  const inner = clampRadius(input) + LINE_DISC.beyond
  return { inner, outer: inner + LINE_DISC.ring, rim: inner + LINE_DISC.ring + LINE_DISC.rim }
}

/** Disc with even windows, as wide as what stands between them; clamped on the shaft by its hub. Lies on its disc. */
export function lineDiscSolid(kit: SolidKit, input: OnShaftInput): Manifold {
  const { inner, outer, rim } = lineRadii(input)
  const top = LINE_DISC.thickness + HUB_HEIGHT
  const pitch = 360 / LINE_DISC.windows
  const windows = Array.from({ length: LINE_DISC.windows }, (_, i) =>
    kit.prism(
      [sector(inner, outer, i * pitch - pitch / 4, i * pitch + pitch / 4)],
      -BEYOND,
      LINE_DISC.thickness + BEYOND,
    ),
  )
  return kit.cut(kit.union([kit.cylinder(rim, 0, LINE_DISC.thickness), kit.cylinder(clampRadius(input), 0, top)]), [
    ...windows,
    ...clamp(kit, input, LINE_DISC.thickness, top),
  ])
}

/** Where the magnets lie: radius of their circle, mm. */
export const magnetCircle = (input: OnShaftInput): number => clampRadius(input) + 1 + MAGNET_RING.pocket

/**
 * Ring with pockets for magnets, evenly round, open below towards the sensor; clamped on the shaft by its hub. Lies on
 * its ring.
 */
export function magnetRingSolid(kit: SolidKit, input: OnShaftInput): Manifold {
  const circle = magnetCircle(input)
  const { thickness, pocket, deep, wall, magnets } = MAGNET_RING
  const top = thickness + HUB_HEIGHT
  const pockets = Array.from({ length: magnets }, (_, i) =>
    kit.cylinder(pocket, -BEYOND, deep, polar(circle, 90 + (360 * i) / magnets)),
  )
  return kit.cut(
    kit.union([kit.cylinder(circle + pocket + wall, 0, thickness), kit.cylinder(clampRadius(input), 0, top)]),
    [...pockets, ...clamp(kit, input, thickness, top)],
  )
}

/**
 * Flange with a hub that centres a flywheel's bore, tapped for its screws and for a set screw. To be turned from metal.
 * Lies on its flange.
 */
export function flywheelHubSolid(kit: SolidKit, input: OnShaftInput): Manifold {
  const hub = clampRadius(input)
  const { thickness, beyond, pitch, screws } = FLYWHEEL_HUB
  const top = thickness + HUB_HEIGHT
  return kit.cut(kit.union([kit.cylinder(hub + beyond, 0, thickness), kit.cylinder(hub, 0, top)]), [
    kit.cylinder(input.shaftDiameterM * 500, -BEYOND, top + BEYOND),
    kit.lying(TAPPED, [0, 0], polar(1, 60), 0, hub + beyond + 1, thickness / 2),
    ...Array.from({ length: screws }, (_, i) =>
      kit.cylinder(TAPPED, -BEYOND, thickness + BEYOND, polar(hub + pitch, (360 * i) / screws)),
    ),
  ])
}

/** Foot with two slots for the bench, post with a long slot for a sensor's screw, two ribs. Lies on its foot. */
export function sensorStandSolid(kit: SolidKit): Manifold {
  const { base, slot, post, groove, from, rib } = SENSOR_STAND
  const [length, width, thick] = base
  const [wide, deep, high] = post
  const long = (x: number) =>
    kit.union([
      kit.cylinder(slot / 2, -BEYOND, thick + BEYOND, [x, 9]),
      kit.cylinder(slot / 2, -BEYOND, thick + BEYOND, [x, 19]),
      kit.box([slot, 10, thick + 2], [x - slot / 2, 9, -1]),
    ])
  const middle = length / 2
  const ribs = [middle - wide / 2, middle + wide / 2 - rib].map((x) =>
    kit.placed(
      kit.prism(
        [
          [
            [0, 0],
            [width - deep, 0],
            [0, high / 2],
          ],
        ],
        0,
        rib,
      ),
      [90, 0, -90],
      [x, width - deep, thick],
    ),
  )
  const turnedSlot = kit.union(
    [from, high - 8].map((z) => kit.lying(groove / 2, [middle, 0], [0, 1], -1, width + 1, z)),
  )
  return kit.cut(
    kit.union([
      kit.box([length, width, thick], [0, 0, 0]),
      kit.box([wide, deep, high], [middle - wide / 2, width - deep, 0]),
      ...ribs,
    ]),
    [
      long(8),
      long(length - 8),
      turnedSlot,
      kit.box([groove, width + 2, high - 8 - from], [middle - groove / 2, -1, from]),
    ],
  )
}
