import type { Manifold } from 'manifold-3d'
import { vaneLift, type TurbineMachine } from '../../../turbine'
import type { Point } from '../../blade-outline'
import { packOutlets } from '../../outlets'
import type { PartsInput } from '../../part-set'
import type { SolidKit } from '../toolkit'
import { bearingSeat, keyedBore, lugs, mm, polar, windows } from './common'

type Of<F extends TurbineMachine['family']> = Extract<TurbineMachine, { family: F }>

/** Outlet holes of a disc between hub and inner radius: as many and as wide as leave webs, mm. */
export function outletHoles(m: Of<'disc-pack'>): { radius: number; pitchRadius: number; count: number } | null {
  const [hub, inner] = [m.hubRadiusM * mm + 1.2, m.innerRadiusM * mm]
  const radius = (inner - hub) / 2
  const pitchRadius = (inner + hub) / 2
  const count = Math.min(8, Math.floor(Math.PI / Math.asin(Math.min(1, (radius + 0.5) / pitchRadius))))
  return radius >= 0.5 && count >= 2 ? { radius, pitchRadius, count } : null
}

/** Disc or cone of even thickness, keyed bore, outlet holes. */
export function discSolid(kit: SolidKit, m: Of<'disc-pack'>): Manifold {
  const [outer, hub, thickness] = [m.outerRadiusM * mm, m.hubRadiusM * mm, m.discThicknessM * mm]
  const rise = Math.tan(m.coneAngleRad) * (outer - hub)
  const along = thickness / Math.cos(m.coneAngleRad)
  const body =
    m.coneAngleRad > 1e-6
      ? kit.turned([
          [0, rise],
          [hub, rise],
          [outer, 0],
          [outer, along],
          [hub, rise + along],
          [0, rise + along],
        ])
      : kit.cylinder(outer, 0, thickness)
  const top = rise + along + 1
  const holes = outletHoles(m)
  return kit.cut(body, [
    keyedBore(kit, hub, top),
    ...(holes
      ? Array.from({ length: holes.count }, (_, i) =>
          kit.cylinder(holes.radius, -1, top, polar(holes.pitchRadius, (360 * i) / holes.count + 180 / holes.count)),
        )
      : []),
  ])
}

/** Ring that sets the gap. */
export function spacerSolid(kit: SolidKit, m: Of<'disc-pack'>): Manifold {
  const hub = m.hubRadiusM * mm
  const gap = (m.gapWidthM * mm) / Math.cos(m.coneAngleRad)
  return kit.cut(kit.cylinder(hub + 2.6, 0, gap), [keyedBore(kit, hub, gap)])
}

/** Width of a pack along the shaft, mm. */
const packWidth = (m: Of<'disc-pack'>): number =>
  ((m.discs * m.discThicknessM + (m.discs - 1) * m.gapWidthM) * mm) / Math.cos(m.coneAngleRad) +
  Math.tan(m.coneAngleRad) * (m.outerRadiusM - m.hubRadiusM) * mm

/** Cup round a pack: floor with bearing seat and outlets, wall with seats for the inserts along the rim. */
export function packHousingSolid(kit: SolidKit, m: Of<'disc-pack'>, input: PartsInput): Manifold {
  const { fits } = input
  const cavity = (m.outerRadiusM + m.clearanceM) * mm
  const seat = bearingSeat(kit, input, 0)
  const floor = Math.max(4, seat.height)
  const insert = (input.nozzle.inletBoreM * mm) / 2 + Math.max(2.4, 0.35 * input.nozzle.inletBoreM * mm)
  const height = floor + Math.max(packWidth(m) + 2, 2 * (insert + fits.wall) - floor)
  const outer = cavity + fits.wall
  const z = floor + 1 + packWidth(m) / 2
  const lug = lugs(kit, input.fits, outer, 0, height)
  const reach = Math.sqrt(Math.max(4, outer * outer - (cavity * 0.9) ** 2))
  const lean = (input.nozzle.angleRad * 180) / Math.PI
  const along = (solid: Manifold, i: number) =>
    kit.aboutZ(kit.placed(solid, [0, 0, 0]), (360 * i) / input.nozzle.count + 60)
  const direction: Point = [Math.sin((lean * Math.PI) / 180), -Math.cos((lean * Math.PI) / 180)]
  const at: Point = [cavity - Math.max(0.5, (input.nozzle.throatDiameterM * mm) / 2), 0]
  const bodies = Array.from({ length: input.nozzle.count }, (_, i) =>
    along(kit.lying(insert + fits.wall, at, direction, 2, reach + 16, z), i),
  )
  const bores = Array.from({ length: input.nozzle.count }, (_, i) =>
    along(
      kit.union([
        kit.lying((input.nozzle.exitDiameterM * mm) / 2 + 0.5, at, direction, -2, reach + 20, z),
        kit.lying(insert + fits.seat, at, direction, reach + 4, reach + 17, z),
        kit.cylinder(fits.core, z, height + 1, [
          at[0] + direction[0] * (reach + 10),
          at[1] + direction[1] * (reach + 10),
        ]),
      ]),
      i,
    ),
  )
  const open = windows(kit, packOutlets(input, m.innerRadiusM), 0, floor)
  const shell = kit.union([kit.cylinder(outer, 0, height), ...lug.bodies, ...bodies])
  return kit.below(
    kit.aboveBase(
      kit.cut(shell, [kit.cylinder(cavity, floor, height + 1), seat.hollow, ...open, ...bores, ...lug.holes]),
      0,
    ),
    height,
  )
}

/** Cover of a pack: bearing seat and lugs. */
export function packCoverSolid(kit: SolidKit, m: Of<'disc-pack'>, input: PartsInput): Manifold {
  const { fits } = input
  const outer = (m.outerRadiusM + m.clearanceM) * mm + fits.wall
  const seat = bearingSeat(kit, input, 0)
  const lug = lugs(kit, input.fits, outer, 0, 4)
  return kit.cut(kit.union([kit.cylinder(outer, 0, 4), seat.boss, ...lug.bodies]), [seat.hollow, ...lug.holes])
}

/** Rotor of a vane motor: a drum with slots along the radius. */
export function vaneRotorSolid(kit: SolidKit, m: Of<'vane-motor'>, input: PartsInput): Manifold {
  const { fits } = input
  const [radius, length, thickness, height] = [
    m.rotorRadiusM * mm,
    m.lengthM * mm,
    m.vaneThicknessM * mm,
    m.vaneHeightM * mm,
  ]
  const slots = Array.from({ length: m.vanes }, (_, i) =>
    kit.aboutZ(
      kit.box(
        [height + 2, thickness + 2 * Math.min(0.15, fits.slide * 0.5), length + 2],
        [radius - height, -thickness / 2 - Math.min(0.15, fits.slide * 0.5), -1],
      ),
      (360 * i) / m.vanes,
    ),
  )
  return kit.cut(kit.cylinder(radius, 0, length), [
    keyedBore(kit, m.hubRadiusM * mm, length, Infinity, 0, 180 / m.vanes),
    ...slots,
  ])
}

/** One vane, lying: length, height, thickness. */
export const vaneSolid = (kit: SolidKit, m: Of<'vane-motor'>): Manifold =>
  kit.box([m.lengthM * mm, m.vaneHeightM * mm, m.vaneThicknessM * mm], [0, 0, 0])

/** Body of a vane motor: a bore with inlet and exhaust through the wall. The bore's middle is the origin; the rotor sits towards +x. */
export function vaneBodySolid(kit: SolidKit, m: Of<'vane-motor'>, input: PartsInput): Manifold {
  const { fits } = input
  const [bore, length] = [m.boreRadiusM * mm, m.lengthM * mm]
  const wall = Math.max(fits.wall + 1.5, 0.2 * bore)
  const outer = bore + wall
  const lug = lugs(kit, input.fits, outer, 0, length)
  const inlet = (input.nozzle.throatDiameterM * mm) / 2
  // ports at the middle of the angles in which they are open, seen from the touching line
  const step = 360 / m.vanes
  const inletAt = Math.max(step / 2, (m.inletEndsRad * 180) / Math.PI - step * 0.6)
  const exhaustFrom = (m.exhaustOpensRad * 180) / Math.PI
  const exhaustAt = (exhaustFrom + 345) / 2
  const port = (radius: number, degrees: number) =>
    kit.aboutZ(kit.lying(radius, [0, 0], [1, 0], bore * 0.7, outer + 12, length / 2), degrees)
  const exhaust = Math.min(length * 0.3, Math.max(1.4 * inlet, 0.25 * bore))
  const spout = kit.aboutZ(kit.lying(inlet + fits.wall, [0, 0], [1, 0], bore + 0.5, outer + 8, length / 2), inletAt)
  const notch = (degrees: number) => kit.cylinder(0.8, length - 1.2, length + 1, polar(outer, degrees))
  const body = kit.union([kit.cylinder(outer, 0, length), ...lug.bodies, spout])
  const slots = [-1, 0, 1].map((k) =>
    port(exhaust, Math.min(345, Math.max(exhaustFrom + 4, exhaustAt + k * Math.min(22, (345 - exhaustFrom) / 4)))),
  )
  return kit.below(
    kit.aboveBase(
      kit.cut(body, [
        kit.cylinder(bore, -1, length + 1),
        port(inlet, inletAt),
        ...slots,
        ...lug.holes,
        notch(inletAt),
        notch(exhaustAt),
        notch(exhaustAt + 8),
      ]),
      0,
    ),
    length,
  )
}

/** End plate of a vane motor: the bearing sits off the middle by the eccentricity. */
export function vaneEndSolid(kit: SolidKit, m: Of<'vane-motor'>, input: PartsInput): Manifold {
  const { fits } = input
  const bore = m.boreRadiusM * mm
  const outer = bore + Math.max(fits.wall + 1.5, 0.2 * bore)
  const seat = bearingSeat(kit, input, 0, [m.eccentricityM * mm, 0])
  const height = Math.max(5, seat.height)
  const lug = lugs(kit, input.fits, outer, 0, height)
  return kit.cut(kit.union([kit.cylinder(outer, 0, height), ...lug.bodies]), [seat.hollow, ...lug.holes])
}

/** Rotor that its own jets turn: socket for the feed, channels to the rim, jets that point backwards, pivot below. */
export function reactionRotorSolid(kit: SolidKit, m: Of<'reaction-rotor'>, input: PartsInput): Manifold {
  const [body, height, jet, seal] = [m.bodyRadiusM * mm, m.bodyHeightM * mm, m.jetRadiusM * mm, m.sealRadiusM * mm]
  const count = input.nozzle.count
  const throat = (input.nozzle.throatDiameterM * mm) / 2
  const channel = Math.min(height * 0.3, Math.max(1.4 * throat, throat + 0.4))
  const z = height / 2
  const arm = Math.max(channel + 1.2, throat + 1.6)
  const solid = m.shrouded
    ? kit.cylinder(body, 0, height)
    : kit.union([
        kit.cylinder(Math.min(body, seal + 4), 0, height),
        ...Array.from({ length: count }, (_, i) =>
          kit.aboutZ(kit.box([Math.min(body, jet + arm), 2 * arm, height], [0, -arm, 0]), (360 * i) / count),
        ),
      ])
  const direction: Point = [Math.sin(input.nozzle.angleRad), -Math.cos(input.nozzle.angleRad)]
  const channels = Array.from({ length: count }, (_, i) =>
    kit.aboutZ(
      kit.union([
        kit.lying(channel, [0, 0], [1, 0], 0, jet, z),
        kit.lying(throat, [Math.max(0.5, jet - throat), 0], direction, 0, 2.5 * body, z),
      ]),
      (360 * i) / count,
    ),
  )
  const socket = kit.cylinder(seal, Math.max(1.2, z - channel - 0.3), height + 1)
  const pivot =
    m.pivot === 'point'
      ? kit.turned([
          [0, -1],
          [1.6, -1],
          [1.6, 0],
          [0, Math.min(0.9, z - channel - 0.6 > 0.3 ? 0.9 : 0.3)],
        ])
      : kit.cylinder(Math.min((input.shaftDiameterM * mm) / 2, seal - 0.8), -1, Math.max(1.3, z - channel))
  return kit.cut(solid, [socket, ...channels, pivot])
}

/** Post that brings the air into the rotor's socket with a small gap; hose on top, three holes to fix its flange. */
export function feedPostSolid(kit: SolidKit, m: Of<'reaction-rotor'>, input: PartsInput): Manifold {
  const outer = (m.sealRadiusM - m.sealGapM) * mm
  const bore = Math.max(0.5, Math.min(outer - 1.25 * input.fits.thinnest, (input.nozzle.inletBoreM * mm) / 2))
  const tip = Math.max(2, 0.45 * m.bodyHeightM * mm)
  const flange = outer + 9
  const lug = lugs(kit, input.fits, flange - 3, tip, tip + 3)
  return kit.cut(kit.union([kit.cylinder(outer, 0, tip + 16), kit.cylinder(flange, tip, tip + 3), ...lug.bodies]), [
    kit.cylinder(bore, -1, tip + 17),
    ...lug.holes,
  ])
}

/** Largest lift of a vane, mm: what a maker checks the slots with. */
export const greatestLift = (m: Of<'vane-motor'>): number => vaneLift(m, Math.PI) * mm
