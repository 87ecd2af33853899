import type { Manifold } from 'manifold-3d'
import type { TurbineMachine } from '../../../turbine'
import type { Point } from '../../blade-outline'
import type { Fits } from '../../fits'
import { impellerDepth, type PartsInput } from '../../part-set'
import { voluteOutline } from '../../volute'
import type { SolidKit } from '../toolkit'
import { bearingSeat, curvedWalls, keyedBore, lugs, mm, quarter } from './common'

type Of<F extends TurbineMachine['family']> = Extract<TurbineMachine, { family: F }>

/** Lengths of a wheel whose passages bend from the rim to the middle, mm: back plate down, eye up. */
interface Bent {
  readonly rim: number
  readonly width: number
  readonly eye: number
  readonly hub: number
  readonly bore: number
  readonly back: number
  readonly depth: number
}

const radialShape = (m: Of<'radial-inflow'>): Bent => ({
  rim: m.inletRadiusM * mm,
  width: m.inletWidthM * mm,
  eye: m.outletTipRadiusM * mm,
  hub: m.outletHubRadiusM * mm,
  bore: m.hubRadiusM * mm,
  back: m.discThicknessM * mm,
  depth: Math.max(1.3 * m.inletWidthM, 0.55 * m.inletRadiusM) * mm,
})

function impellerShape(m: Of<'turbine-compressor'>, input: PartsInput): Bent {
  const eye = m.impeller.eyeRadiusM * mm
  const bore = (input.shaftDiameterM * mm) / 2 + 0.1
  return {
    rim: m.impeller.tipRadiusM * mm,
    width: m.impeller.tipWidthM * mm,
    eye,
    hub: Math.min(eye - 1.5, Math.max(bore + 1.6, 0.4 * eye)),
    bore: Math.min(bore, eye - 3.2),
    back: 2,
    depth: impellerDepth(m),
  }
}

/** Outline of what lies below the hub's curve, from the axis: the body that carries the blades. */
const hubOutline = (s: Bent): Point[] => [
  [0, 0],
  [s.rim, 0],
  ...quarter([s.rim, s.back], [s.hub, s.back + s.depth]),
  [0, s.back + s.depth],
]

/** The region between hub and shroud curves that the blades fill. `gap` moves the shroud outward. */
function passage(s: Bent, gap = 0): Point[] {
  const shroud = quarter([s.rim, s.back + s.width + gap], [s.eye + gap, s.back + s.depth])
  return [[0, 0], [s.rim + gap, 0], [s.rim + gap, s.back + s.width + gap], ...shroud, [0, s.back + s.depth]]
}

/** A wheel with blades along a curve in the plane on a curved back. */
function bentWheel(
  kit: SolidKit,
  s: Bent,
  curve: readonly Point[],
  thickness: number,
  count: number,
  wall: number,
): Manifold {
  const walls = kit.common(curvedWalls(kit, curve, thickness, count, s.back + s.depth), kit.turned(passage(s)))
  return kit.cut(kit.union([kit.turned(hubOutline(s)), walls]), [
    s.bore > 2.5
      ? keyedBore(kit, s.bore, s.back + s.depth, s.hub, wall)
      : kit.cylinder(Math.max(0.6, s.bore), -1, s.back + s.depth + 1),
  ])
}

/** Wheel of a radial inflow turbine: straight blades from the rim that bend to their outlet angle near the middle. */
export function radialWheelSolid(kit: SolidKit, m: Of<'radial-inflow'>, input: PartsInput): Manifold {
  const s = radialShape(m)
  const inner = Math.max(0.7 * s.hub, s.bore + 0.8)
  const curve = Array.from({ length: 15 }, (_, i): Point => {
    const t = i / 14
    const r = s.rim + (inner - s.rim) * t
    const a = -0.5 * t ** 3 * (Math.PI / 2 - m.outletAngleRad)
    return [r * Math.cos(a), r * Math.sin(a)]
  })
  return bentWheel(kit, s, curve, m.bladeThicknessM * mm, m.bladeCount, 1.25 * input.fits.thinnest)
}

/** Impeller: log-spiral blades swept back from the eye to the tip. */
export function impellerSolid(kit: SolidKit, m: Of<'turbine-compressor'>, input: PartsInput): Manifold {
  const s = impellerShape(m, input)
  const inner = Math.max(0.75 * s.hub, s.bore + 0.6)
  const curve = Array.from({ length: 17 }, (_, i): Point => {
    const r = inner + ((s.rim - inner) * i) / 16
    const a = Math.tan(m.impeller.backsweepRad) * Math.log(r / inner)
    return [r * Math.cos(a), r * Math.sin(a)]
  })
  return bentWheel(
    kit,
    s,
    curve,
    Math.max(input.fits.thinnest * 1.25, 1),
    m.impeller.blades,
    1.25 * input.fits.thinnest,
  )
}

/** Floor, spiral wall and spout; the wheel's back sinks into the floor, the bearing is pressed in from below. */
export function voluteSolid(kit: SolidKit, m: Of<'radial-inflow'>, input: PartsInput): Manifold {
  const { fits } = input
  const s = radialShape(m)
  const seat = bearingSeat(kit, input, 0)
  const floor = Math.max(seat.height + 0.5, 4)
  const recess = s.back + 0.5
  const level = floor + recess
  const top = level + s.width
  const feed = (input.nozzle.count * Math.PI * (input.nozzle.throatDiameterM * mm) ** 2) / 4
  const wheel = { inlet: s.rim, width: s.width }
  const boxed = m.feed === 'box'
  const start = s.rim * 1.06 + feed / s.width
  const outer = (boxed ? start * 1.12 : start) + fits.wall
  const lug = lugs(kit, input.fits, outer, 0, top)
  const cavity = boxed
    ? [kit.cylinder(start * 1.12, level, top + 1)]
    : [kit.prism([voluteOutline(wheel, feed)], level, top + 1)]
  const bore = Math.min((input.nozzle.inletBoreM * mm) / 2, 2 * s.width)
  const middle = (s.rim * 1.06 + (boxed ? start * 1.12 : start)) / 2
  // the spout comes in along the rim, at the widest place: a channel as deep as the spiral that the lid covers, then a pipe
  const channel = Math.min(bore, s.width / 2)
  const underLid = Math.sqrt(Math.max(1, outer ** 2 - middle ** 2))
  // the tongue between spiral and spout ends where it is still a sound wall, not in a knife's edge
  const side = middle - channel
  const reach = boxed ? start * 1.12 : s.rim * 1.06 + (0.12 * feed) / s.width
  const end = Math.sqrt(Math.max(0, reach ** 2 - Math.max(0, side - 1.5 * fits.thinnest) ** 2))
  const tongue = end < 0.1 ? [] : [kit.box([side + 0.2 - 0.8 * s.rim, end, s.width + 1], [0.8 * s.rim, -end, level])]
  // the pipe's bore begins outside the lid, and with a wall between it and the spiral
  const from = Math.max(
    underLid + fits.wall - 0.5,
    Math.sqrt(Math.max(0, (reach + fits.wall) ** 2 - Math.max(0, middle - bore) ** 2)),
  )
  const pipe = spout(kit, {
    outer,
    middle,
    channel,
    radius: bore + fits.wall,
    z: level + s.width / 2,
    top,
    reach: Math.max(outer + 10, from + 7),
  })
  const box = (above: number) =>
    kit.box([2 * channel, from + 1.5, s.width + above], [middle - channel, -from - 0.5, level])
  const entry = kit.lying(bore, [middle, 0], [0, -1], from, Math.max(outer + 11, from + 8), level + s.width / 2)
  const ring = boxed ? [guideRing(kit, m, input, level, top)] : []
  const solid = kit.union([kit.cylinder(outer, 0, top), ...lug.bodies, pipe])
  const body = kit.cut(solid, [
    ...cavity,
    ...tongue,
    kit.cylinder(s.rim + 0.6, floor, top + 1),
    seat.hollow,
    box(0),
    kit.common(box(1), kit.cylinder(outer + 0.15, 0, top + 2)),
    entry,
    ...lug.holes,
  ])
  return kit.aboveBase(kit.union([body, ...ring]), 0)
}

/** A pipe along the rim at a distance from the middle; where the lid lies it ends level with the joint. */
function spout(
  kit: SolidKit,
  at: { outer: number; middle: number; channel: number; radius: number; z: number; top: number; reach: number },
): Manifold {
  const raw = kit.lying(at.radius, [at.middle, 0], [0, -1], -at.radius, at.reach, at.z)
  // above the joint it begins where its channel leaves the lid: further back its side would run out in a knife's edge
  const from = Math.sqrt(Math.max(0, at.outer ** 2 - (at.middle + at.channel) ** 2))
  const clear = kit.union([
    kit.cylinder(at.outer + 0.15, at.top, at.top + 100),
    kit.box([200, 200, 100], [0, -from, at.top]),
  ])
  return kit.cut(raw, [clear])
}

/** Ring of a box nozzle: slots at the feed's angle that together have the feed's area, as many as it has passages, fewer where they would be too narrow to come out. */
function guideRing(kit: SolidKit, m: Of<'radial-inflow'>, input: PartsInput, from: number, to: number): Manifold {
  const inner = m.inletRadiusM * mm * 1.03
  const outer = inner * 1.18
  const { count, angleRad, throatDiameterM } = input.nozzle
  const area = (count * Math.PI * (throatDiameterM * mm) ** 2) / 4
  const width = to - from
  const slots = Math.max(1, Math.min(count, Math.floor(area / (width * input.fits.thinnest))))
  const across = area / (slots * width)
  // the swirl goes counter-clockwise: a slot comes in from outside against it
  const slot = kit.placed(
    kit.box([2 * outer, across, width + 2], [-2, -across / 2, from - 1]),
    [0, 0, -90 + (angleRad * 180) / Math.PI],
    [inner, 0, 0],
  )
  return kit.cut(kit.cylinder(outer, from - 0.4, to), [
    kit.cylinder(inner, from - 1, to + 1),
    ...Array.from({ length: slots }, (_, i) => kit.aboutZ(slot, (360 * (i + 0.5)) / slots)),
  ])
}

/** Lid: plate whose underside follows the blades at their gap, open in the middle. The joint on z = 0. */
export function voluteLidSolid(kit: SolidKit, m: Of<'radial-inflow'>, input: PartsInput): Manifold {
  const s = radialShape(m)
  const feed = (input.nozzle.count * Math.PI * (input.nozzle.throatDiameterM * mm) ** 2) / 4
  const start = s.rim * 1.06 + feed / s.width
  return shroudLid(kit, input.fits, s, m.clearanceM * mm, (m.feed === 'box' ? start * 1.12 : start) + input.fits.wall)
}

function shroudLid(kit: SolidKit, fits: Fits, s: Bent, gap: number, outer: number): Manifold {
  const level = s.back + s.width
  const height = Math.max(3, s.depth - s.width + 1)
  const lug = lugs(kit, fits, outer, 0, Math.min(height, 5))
  const swept = kit.placed(
    kit.turned([...passage(s, gap).slice(0, -1), [s.eye + gap, s.back + s.depth + 20], [0, s.back + s.depth + 20]]),
    [0, 0, 0],
    [0, 0, -level],
  )
  const neck = kit.cylinder(s.eye + gap + 2.6, 0, height)
  return kit.cut(
    kit.union([
      kit.cylinder(outer, 0, Math.min(height, 5)),
      neck,
      kit.turned([
        [0, 0],
        [Math.min(outer, s.rim + gap + 2.4), 0],
        ...quarter([Math.min(outer, s.rim + gap + 2.4), Math.min(2.4, height)], [s.eye + gap + 2.2, height - 0.2]),
        [0, height - 0.2],
      ]),
      ...lug.bodies,
    ]),
    [swept, ...lug.holes],
  )
}

/** Collector of an impeller: floor with the shaft's hole and a labyrinth, round wall, delivery hole along the rim. */
export function impellerHousingSolid(kit: SolidKit, m: Of<'turbine-compressor'>, input: PartsInput): Manifold {
  const { fits } = input
  const s = impellerShape(m, input)
  const floor = 3
  const level = floor + s.back + 0.4
  const hole = (m.deliveryDiameterM * mm) / 2
  const room = Math.max(2 * hole + 1, 0.14 * s.rim)
  const outer = s.rim * 1.05 + room + fits.wall
  const top = level + Math.max(s.width, 2 * hole + 1)
  const lug = lugs(kit, input.fits, outer, 0, top)
  const middle = s.rim * 1.05 + room / 2
  const z = (level + top) / 2
  const pipe = spout(kit, { outer, middle, channel: hole, radius: hole + fits.wall, z, top, reach: outer + 8 })
  const through = kit.lying(hole, [middle, 0], [0, -1], 0, outer + 9, z)
  const body = kit.cut(kit.union([kit.cylinder(outer, 0, top), ...lug.bodies, pipe]), [
    kit.cylinder(s.rim * 1.05 + room, level, top + 1),
    kit.cylinder(s.rim + 0.5, floor, top + 1),
    kit.cylinder((input.shaftDiameterM * mm) / 2 + fits.slide, -1, floor + 1),
    through,
    ...lug.holes,
  ])
  return kit.aboveBase(body, 0)
}

/** Lid of an impeller: shroud at its gap, the eye open. */
export function impellerLidSolid(kit: SolidKit, m: Of<'turbine-compressor'>, input: PartsInput): Manifold {
  const s = impellerShape(m, input)
  const room = Math.max(m.deliveryDiameterM * mm + 1, 0.14 * s.rim)
  return shroudLid(kit, input.fits, s, m.impeller.clearanceM * mm, s.rim * 1.05 + room + input.fits.wall)
}
