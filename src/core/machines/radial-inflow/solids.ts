import type { Manifold } from 'manifold-3d'
import { bearingSeat, lugs, mm } from '../../geometry/solids/common'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { FedParts } from '../../geometry'
import { bentWheel, shroudLid, spout, type Bent } from '../../geometry/solids/bent-wheel'
import { voluteOutline, type Point } from '../../geometry'
import type { RadialInflow } from '.'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { type SolidsKind } from '../solid-kind'

const radialShape = (m: RadialInflow): Bent => ({
  rim: m.inletRadiusM * mm,
  width: m.inletWidthM * mm,
  eye: m.outletTipRadiusM * mm,
  hub: m.outletHubRadiusM * mm,
  bore: m.hubRadiusM * mm,
  back: m.discThicknessM * mm,
  depth: Math.max(1.3 * m.inletWidthM, 0.55 * m.inletRadiusM) * mm,
})

/** Wheel of a radial inflow turbine: straight blades from the rim that bend to their outlet angle near the middle. */
export function radialWheelSolid(kit: SolidKit, m: RadialInflow, input: FedParts): Manifold {
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

/** Floor, spiral wall and spout; the wheel's back sinks into the floor, the bearing is pressed in from below. */
export function voluteSolid(kit: SolidKit, m: RadialInflow, input: FedParts): Manifold {
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

/** Ring of a box nozzle: slots at the feed's angle that together have the feed's area, as many as it has passages, fewer where they would be too narrow to come out. */
function guideRing(kit: SolidKit, m: RadialInflow, input: FedParts, from: number, to: number): Manifold {
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
export function voluteLidSolid(kit: SolidKit, m: RadialInflow, input: FedParts): Manifold {
  const s = radialShape(m)
  const feed = (input.nozzle.count * Math.PI * (input.nozzle.throatDiameterM * mm) ** 2) / 4
  const start = s.rim * 1.06 + feed / s.width
  return shroudLid(kit, input.fits, s, m.clearanceM * mm, (m.feed === 'box' ? start * 1.12 : start) + input.fits.wall)
}

export const radialSolids: SolidsKind<RotatingParts<RadialInflow>, PartOf<'radial-inflow'>> = {
  'radial-wheel': { make: (kit, input) => radialWheelSolid(kit, input.machine, input) },
  volute: { make: (kit, input) => voluteSolid(kit, input.machine, input), cutBelowTopMm: 0.4 },
  'volute-lid': { make: (kit, input) => voluteLidSolid(kit, input.machine, input) },
}
