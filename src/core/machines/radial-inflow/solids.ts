import type { Manifold } from 'manifold-3d'
import { voluteOutline, type FedParts, type Point } from '../../geometry'
import { bentWheel, hoseSpout, shroudLid, spout } from '../../geometry/solids/bent-wheel'
import { LUG, UNEVEN, bearingPocket, bearingSocket, lugs, mm } from '../../geometry/solids/common'
import { COLLAR, collarSolid, hubSolid } from '../../geometry/solids/hub'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { refuse, type SolidsKind } from '../solid-kind'
import { ARM, RING, radialHub, radialLayout, radialShape, spoutFrom, type RadialLayout } from './layout'
import type { RadialInflow } from '.'

type Input = FedParts & { readonly machine: RadialInflow }

/**
 * Wheel of a radial inflow turbine: straight blades from the rim that bend to their outlet angle near the middle. Turns
 * counter-clockwise seen from its eye.
 */
function wheelSolid(kit: SolidKit, input: Input): Manifold {
  const m = input.machine
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

/**
 * Floor, spiral wall and spout with its barbs; the wheel's back sinks into the floor, the bearing goes in from inside.
 * Lies on its outer face.
 */
function voluteSolid(kit: SolidKit, input: Input): Manifold {
  const { fits } = input
  const l = radialLayout(input)
  const s = l.shape
  if (s.bore < input.shaftDiameterM * 500 + 0.8)
    throw refuse(
      'BORE_NARROW',
      'The wheel’s bore leaves no metal between it and the shaft.',
      `Make the bore’s radius at least ${(input.shaftDiameterM * 500 + 0.8).toFixed(1)} mm, or the shaft thinner.`,
    )
  const { level, joint: top, boxed, outer, middle, channel, bore } = l
  const lug = lugs(kit, fits, outer, 0, top)
  const wheel = { inlet: s.rim, width: s.width }
  const cavity = boxed
    ? [kit.cylinder(l.start, level, top + BEYOND)]
    : [kit.prism([voluteOutline(wheel, l.feed)], level, top + BEYOND)]
  // the spout comes in along the rim, at the widest place: a channel as deep as the spiral that the lid covers, then a
  // pipe
  // the tongue between spiral and spout ends where it is still a sound wall, not in a knife's edge
  const side = middle - channel
  const reach = boxed ? l.start : s.rim * 1.06 + (0.12 * l.feed) / s.width
  const end = Math.sqrt(Math.max(0, reach ** 2 - Math.max(0, side - 1.5 * fits.thinnest) ** 2))
  const tongue = end < 0.1 ? [] : [kit.box([side + 0.2 - 0.8 * s.rim, end, s.width + 1], [0.8 * s.rim, -end, level])]
  const from = spoutFrom(l, fits.wall)
  const radius = Math.max(bore + fits.wall, l.tail.neck + 1)
  const z = level + s.width / 2
  const pipe = spout(kit, { outer, middle, channel, radius, z, top, reach: from + 7 })
  const foot = kit.box([2 * radius, from + 7, z], [middle - radius, -from - 7, 0])
  const box = (above: number) =>
    kit.box([2 * channel, from + 1.5, s.width + above], [middle - channel, -from - 0.5, level])
  const ring = boxed ? [guideRing(kit, input, l)] : []
  const joint = hoseSpout(kit, l.tail, [middle, -from - 6, z], fits)
  const solid = kit.union([kit.cylinder(outer, 0, top), ...lug.bodies, pipe, foot, joint.body])
  const body = kit.cut(solid, [
    ...cavity,
    ...tongue,
    kit.cylinder(s.rim + 0.6, l.floor, top + BEYOND),
    kit.cylinder(s.bore + COLLAR.wall + 1, l.stack.low, l.floor + BEYOND),
    bearingPocket(kit, input, l.stack.low),
    box(0),
    kit.common(box(1), kit.cylinder(outer + 0.15, 0, top + 2)),
    kit.lying(bore, [middle, 0], [0, -1], from, from + 100, z),
    ...joint.hollow,
    ...lug.holes,
  ])
  return kit.aboveBase(kit.union([body, ...ring]), 0)
}

/**
 * Ring of a box nozzle: slots at the feed's angle that together have the feed's area, as many as it has passages, fewer
 * where they would be too narrow to come out.
 */
function guideRing(kit: SolidKit, input: Input, l: RadialLayout): Manifold {
  const inner = l.shape.rim * RING.inside
  const outer = l.shape.rim * RING.outside
  const { count, angleRad } = input.nozzle
  const width = l.joint - l.level
  const slots = Math.max(1, Math.min(count, Math.floor(l.feed / (width * input.fits.thinnest))))
  const across = l.feed / (slots * width)
  // the swirl goes counter-clockwise: a slot comes in from outside against it
  const slot = kit.placed(
    kit.box([2 * outer, across, width + 2], [-2, -across / 2, l.level - 1]),
    [0, 0, -90 + (angleRad * 180) / Math.PI],
    [inner, 0, 0],
  )
  return kit.cut(kit.cylinder(outer, l.level - 0.4, l.joint), [
    kit.cylinder(inner, l.level - BEYOND, l.joint + BEYOND),
    ...Array.from({ length: slots }, (_, i) => kit.aboutZ(slot, (360 * (i + 0.5)) / slots)),
  ])
}

/**
 * Duct over the outlet: three posts on the lid, ribs to a tube, and on three arms in it the seat of the second bearing.
 * Upper end on the bed, so that all of it begins there.
 */
function ductSolid(kit: SolidKit, input: Input): Manifold {
  const l = radialLayout(input)
  const { fits } = input
  const [height, from, tubeFrom] = [l.top - l.foot, l.stack.high - l.foot, l.tube - l.foot]
  const lug = lugs(kit, fits, l.outer, 0, height)
  const outside = l.duct + fits.wall
  const bar = (to: number, low: number, degrees: number) =>
    kit.aboutZ(kit.box([to, ARM, height - low], [0, -ARM / 2, low]), degrees)
  const ribs = UNEVEN.map((a) => bar(l.outer + LUG.out, Math.max(tubeFrom, height - 10), a))
  const tube = kit.cut(kit.union([kit.cylinder(outside, tubeFrom, height), ...lug.bodies, ...ribs]), [
    kit.cylinder(l.duct, -BEYOND, height + BEYOND),
  ])
  const whole = kit.union([
    tube,
    kit.cylinder(l.boss, from, height),
    ...[60, 180, 300].map((a) => bar(l.duct + 1, from, a)),
  ])
  const cut = kit.cut(whole, [
    bearingSocket(kit, input, from),
    kit.cylinder((input.shaftDiameterM * mm) / 2 + 0.5, -BEYOND, height + BEYOND),
    ...lug.holes,
  ])
  // turned over about y, as it lies on the bed
  return kit.placed(cut, [0, 180, 0], [0, 0, height])
}

export const radialSolids: SolidsKind<RotatingParts<RadialInflow>, PartOf<'radial-inflow'>> = {
  hub: { turned: true, make: (kit, input) => hubSolid(kit, radialHub(input)) },
  collar: { turned: true, make: (kit, input) => collarSolid(kit, radialShape(input.machine).bore) },
  'radial-wheel': { make: wheelSolid },
  volute: { make: voluteSolid, cutBelowTopMm: 0.4 },
  'volute-lid': {
    make: (kit, input) => {
      const l = radialLayout(input)
      return shroudLid(kit, input.fits, l.shape, l.clear, l.outer)
    },
  },
  'outlet-duct': { make: ductSolid },
}
