import type { Manifold } from 'manifold-3d'
import { innerRing, outerRing, type FedParts, type Point } from '../../geometry'
import { mm, polar } from '../../geometry/solids/common'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import type { GearLayout } from './layout'
import { WHEEL_BOSS, crankScrew, wheelScrew } from './parts'

/** Core of an M3 thread in metal, radius, mm (ISO 2306). */
const CORE = 1.25

type GearInput = Pick<FedParts, 'fits' | 'bearing'>

/** Plate on z = 0, the bearings' tube above it; the cylinder's side is towards -x. */
export function frameSolid(kit: SolidKit, input: GearInput, l: GearLayout): Manifold {
  const { fits, bearing } = input
  const outer = (bearing.outerM * mm) / 2
  const tube = outer + Math.max(fits.wall, 2.5)
  const width = bearing.widthM * mm
  const { reach } = l
  const wide = l.base + 0.5
  // turned over, the angles go the other way
  const round = (arm: Manifold) => l.angles.map((a) => kit.aboutZ(arm, -a))
  return kit.cut(
    kit.union([
      ...round(kit.box([reach + tube + 4, 2 * wide, l.plate], [-reach, -wide, 0])),
      kit.cylinder(tube, 0, l.front),
      // ribs from tube to plate
      ...round(kit.box([reach * 0.6, 4, Math.min(14, l.front - 2)], [-reach * 0.6, -2, 0])),
    ]),
    [
      kit.cylinder(outer + fits.bearing, -BEYOND, width),
      kit.cylinder(outer + fits.bearing, l.front - width, l.front + BEYOND),
      kit.cylinder(outerRing(bearing), -BEYOND, l.front + BEYOND),
      ...kit
        .holes(
          fits.core,
          -1,
          11,
          l.holds.map(([x, y]): Point => [-x, y]),
        )
        .flatMap(round),
    ],
  )
}

/** As thick as the cylinders stand above each other, as long and wide as a foot, from `from` along the cylinder. */
export function padSolid(kit: SolidKit, { fits }: GearInput, l: GearLayout, from: number): Manifold {
  return kit.cut(
    kit.box([l.reach - from, 2 * l.base, l.pitch], [from, -l.base, 0]),
    kit.holes(fits.screw, -BEYOND, l.pitch + BEYOND, l.holds),
  )
}

/** Crank disc, boss at the bottom, its pin towards +x. */
export function crankSolid(kit: SolidKit, input: GearInput, l: GearLayout): Manifold {
  const thick = l.web.to - l.web.from
  const boss = Math.max(l.web.boss, innerRing(input.bearing))
  const { turn, z, to } = crankScrew(l)
  return kit.cut(kit.union([kit.cylinder(boss, 0, 0.85), kit.cylinder(l.web.radius, 0.8, thick + 0.8)]), [
    kit.cylinder(l.shaft + 0.01, -BEYOND, thick + 2),
    kit.cylinder(l.pin / 2 + 0.01, 0.8, thick + 2, [l.r, 0]),
    kit.lying(CORE, [0, 0], polar(1, turn), 0, to + 1, z),
  ])
}

export function rodSolid(kit: SolidKit, _: GearInput, l: GearLayout): Manifold {
  const wide = l.eye.small * 0.8
  return kit.cut(
    kit.union([
      kit.cylinder(l.eye.big, 0, l.rodThick),
      kit.cylinder(l.eye.small, 0, l.rodThick, [l.rod, 0]),
      kit.box([l.rod, 2 * wide, l.rodThick], [0, -wide, 0]),
    ]),
    kit
      .holes(l.pin / 2 + 0.08, -BEYOND, l.rodThick + BEYOND, [[0, 0]])
      .concat(kit.holes(l.wrist / 2 + 0.06, -BEYOND, l.rodThick + BEYOND, [[l.rod, 0]])),
  )
}

export const keeperSolid = (kit: SolidKit, _: GearInput, l: GearLayout): Manifold => {
  return kit.cut(kit.cylinder(l.eye.big, 0, 2), [kit.cylinder(l.pin / 2 + 0.01, -BEYOND, 3)])
}

/** Boss on z = 0. */
export function wheelSolid(kit: SolidKit, input: GearInput, l: Pick<GearLayout, 'shaft' | 'wheel'>): Manifold {
  const { turn, z, to } = wheelScrew(l)
  return kit.cut(
    kit.union([
      kit.cylinder(innerRing(input.bearing), 0, 1.01),
      kit.cylinder(to, 1, WHEEL_BOSS + 0.01),
      kit.cylinder(l.wheel.radius, WHEEL_BOSS, WHEEL_BOSS + l.wheel.thick),
    ]),
    [
      kit.cylinder(l.shaft + 0.01, -BEYOND, WHEEL_BOSS + l.wheel.thick + BEYOND),
      kit.lying(CORE, [0, 0], polar(1, turn), 0, to + 1, z),
    ],
  )
}
