import type { Manifold } from 'manifold-3d'
import type { TurbineMachine } from '../../../turbine'
import type { Point } from '../../blade-outline'
import { impellerDepth, type PartsInput } from '../../part-set'
import { voluteOutline } from '../../volute'
import type { SolidKit } from '../toolkit'
import { bearingSeat, curvedWalls, fitsOf, keyedBore, lugs, mm, quarter } from './common'

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

const radialShape = (m: Of<'radial-inflow'>): Bent => ({ rim: m.inletRadiusM * mm, width: m.inletWidthM * mm, eye: m.outletTipRadiusM * mm, hub: m.outletHubRadiusM * mm, bore: m.hubRadiusM * mm, back: m.discThicknessM * mm, depth: Math.max(1.3 * m.inletWidthM, 0.55 * m.inletRadiusM) * mm })

function impellerShape(m: Of<'turbine-compressor'>, input: PartsInput): Bent {
  const eye = m.impeller.eyeRadiusM * mm
  const bore = (input.shaftDiameterM * mm) / 2 + 0.1
  return { rim: m.impeller.tipRadiusM * mm, width: m.impeller.tipWidthM * mm, eye, hub: Math.min(eye - 1.5, Math.max(bore + 1.6, 0.4 * eye)), bore: Math.min(bore, eye - 3.2), back: 2, depth: impellerDepth(m) }
}

/** Outline of what lies below the hub's curve, from the axis: the body that carries the blades. */
const hubOutline = (s: Bent): Point[] => [[0, 0], [s.rim, 0], ...quarter([s.rim, s.back], [s.hub, s.back + s.depth]), [0, s.back + s.depth]]

/** The region between hub and shroud curves that the blades fill. `gap` moves the shroud outward. */
function passage(s: Bent, gap = 0): Point[] {
  const shroud = quarter([s.rim, s.back + s.width + gap], [s.eye + gap, s.back + s.depth])
  return [[0, 0], [s.rim + gap, 0], [s.rim + gap, s.back + s.width + gap], ...shroud, [0, s.back + s.depth]]
}

/** A wheel with blades along a curve in the plane on a curved back. */
function bentWheel(kit: SolidKit, s: Bent, curve: readonly Point[], thickness: number, count: number): Manifold {
  const walls = kit.common(curvedWalls(kit, curve, thickness, count, s.back + s.depth), kit.turned(passage(s)))
  return kit.cut(kit.union([kit.turned(hubOutline(s)), walls]), [s.bore > 2.5 ? keyedBore(kit, s.bore, s.back + s.depth) : kit.cylinder(Math.max(0.6, s.bore), -1, s.back + s.depth + 1)])
}

/** Wheel of a radial inflow turbine: straight blades from the rim that bend to their outlet angle near the middle. */
export function radialWheelSolid(kit: SolidKit, m: Of<'radial-inflow'>): Manifold {
  const s = radialShape(m)
  const inner = Math.max(0.7 * s.hub, s.bore + 0.8)
  const curve = Array.from({ length: 15 }, (_, i): Point => {
    const t = i / 14
    const r = s.rim + (inner - s.rim) * t
    const a = -0.5 * t ** 3 * (Math.PI / 2 - m.outletAngleRad)
    return [r * Math.cos(a), r * Math.sin(a)]
  })
  return bentWheel(kit, s, curve, m.bladeThicknessM * mm, m.bladeCount)
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
  return bentWheel(kit, s, curve, Math.max(fitsOf(input).thinnest * 1.25, 1), m.impeller.blades)
}

/** Floor, spiral wall and spout; the wheel's back sinks into the floor, the bearing is pressed in from below. */
export function voluteSolid(kit: SolidKit, m: Of<'radial-inflow'>, input: PartsInput): Manifold {
  const fits = fitsOf(input)
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
  const lug = lugs(kit, outer, 0, top)
  const cavity = boxed ? [kit.cylinder(start * 1.12, level, top + 1)] : [kit.prism([voluteOutline(wheel, feed)], level, top + 1)]
  const bore = Math.min((input.nozzle.inletBoreM * mm) / 2, 2 * s.width)
  const middle = (s.rim * 1.06 + (boxed ? start * 1.12 : start)) / 2
  // the spout comes in along the rim, at the widest place; its bore ends inside the spiral
  const spout = kit.lying(bore + fits.wall, [middle, 0], [0, -1], 0, outer + 10, level + s.width / 2)
  const hole = kit.lying(Math.min(bore, s.width / 2), [middle, 0], [0, -1], -1, outer + 11, level + s.width / 2)
  const entry = kit.lying(bore, [middle, 0], [0, -1], outer * 0.9, outer + 11, level + s.width / 2)
  const vanes = boxed ? guideVanes(kit, m, input, level, top) : []
  const body = kit.cut(kit.union([kit.cylinder(outer, 0, top), ...lug.bodies, spout]), [...cavity, kit.cylinder(s.rim + 0.6, floor, top + 1), seat.hollow, hole, entry, ...lug.holes])
  return kit.below(kit.aboveBase(kit.union([body, ...vanes]), 0), top)
}

/** Blocks between the slots of a box nozzle: as many passages as the feed has, at its angle. */
function guideVanes(kit: SolidKit, m: Of<'radial-inflow'>, input: PartsInput, from: number, to: number): Manifold[] {
  const inner = m.inletRadiusM * mm * 1.03
  const { count, angleRad } = input.nozzle
  const n = Math.max(6, count)
  const length = 0.14 * inner + 2
  const vane = kit.placed(kit.box([length, 1.4, to - from + 0.4], [0, -0.7, 0]), [0, 0, 90 + (angleRad * 180) / Math.PI], [inner + 0.5, 0, from - 0.4])
  const ring = kit.cut(kit.cylinder(inner * 1.22, from - 0.4, to), [kit.cylinder(inner, from - 1, to + 1)])
  return [kit.common(kit.union(Array.from({ length: n }, (_, i) => kit.aboutZ(vane, (360 * i) / n))), ring)]
}

/** Lid: plate whose underside follows the blades at their gap, open in the middle. The joint on z = 0. */
export function voluteLidSolid(kit: SolidKit, m: Of<'radial-inflow'>, input: PartsInput): Manifold {
  const s = radialShape(m)
  const feed = (input.nozzle.count * Math.PI * (input.nozzle.throatDiameterM * mm) ** 2) / 4
  const start = s.rim * 1.06 + feed / s.width
  return shroudLid(kit, s, m.clearanceM * mm, (m.feed === 'box' ? start * 1.12 : start) + fitsOf(input).wall)
}

function shroudLid(kit: SolidKit, s: Bent, gap: number, outer: number): Manifold {
  const level = s.back + s.width
  const height = Math.max(3, s.depth - s.width + 1)
  const lug = lugs(kit, outer, 0, Math.min(height, 5))
  const swept = kit.placed(kit.turned([...passage(s, gap).slice(0, -1), [s.eye + gap, s.back + s.depth + 20], [0, s.back + s.depth + 20]]), [0, 0, 0], [0, 0, -level])
  const neck = kit.cylinder(s.eye + gap + 2.6, 0, height)
  return kit.cut(kit.union([kit.cylinder(outer, 0, Math.min(height, 5)), neck, kit.turned([[0, 0], [Math.min(outer, s.rim + gap + 2.4), 0], ...quarter([Math.min(outer, s.rim + gap + 2.4), Math.min(2.4, height)], [s.eye + gap + 2.2, height - 0.2]), [0, height - 0.2]]), ...lug.bodies]), [swept, ...lug.holes])
}

/** Collector of an impeller: floor with the shaft's hole and a labyrinth, round wall, delivery hole along the rim. */
export function impellerHousingSolid(kit: SolidKit, m: Of<'turbine-compressor'>, input: PartsInput): Manifold {
  const fits = fitsOf(input)
  const s = impellerShape(m, input)
  const floor = 3
  const level = floor + s.back + 0.4
  const hole = (m.deliveryDiameterM * mm) / 2
  const room = Math.max(2 * hole + 1, 0.14 * s.rim)
  const outer = s.rim * 1.05 + room + fits.wall
  const top = level + Math.max(s.width, 2 * hole + 1)
  const lug = lugs(kit, outer, 0, top)
  const middle = s.rim * 1.05 + room / 2
  const z = (level + top) / 2
  const spout = kit.lying(hole + fits.wall, [middle, 0], [0, -1], 0, outer + 8, z)
  const through = kit.lying(hole, [middle, 0], [0, -1], 0, outer + 9, z)
  const body = kit.cut(kit.union([kit.cylinder(outer, 0, top), ...lug.bodies, spout]), [kit.cylinder(s.rim * 1.05 + room, level, top + 1), kit.cylinder(s.rim + 0.5, floor, top + 1), kit.cylinder((input.shaftDiameterM * mm) / 2 + fits.slide, -1, floor + 1), through, ...lug.holes])
  return kit.below(kit.aboveBase(body, 0), top)
}

/** Lid of an impeller: shroud at its gap, the eye open. */
export function impellerLidSolid(kit: SolidKit, m: Of<'turbine-compressor'>, input: PartsInput): Manifold {
  const s = impellerShape(m, input)
  const room = Math.max(m.deliveryDiameterM * mm + 1, 0.14 * s.rim)
  return shroudLid(kit, s, m.impeller.clearanceM * mm, s.rim * 1.05 + room + fitsOf(input).wall)
}
