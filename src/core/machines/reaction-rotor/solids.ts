import type { Manifold } from 'manifold-3d'
import { lugs, mm } from '../../geometry/solids/common'
import type { SolidKit } from '../../geometry/solids/toolkit'
import type { FedParts } from '../../geometry'
import { type Point } from '../../geometry'
import type { ReactionRotor } from '.'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { type SolidsKind } from '../solid-kind'

/** Rotor that its own jets turn: socket for the feed, channels to the rim, jets that point backwards, pivot below. */
export function reactionRotorSolid(kit: SolidKit, m: ReactionRotor, input: FedParts): Manifold {
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
export function feedPostSolid(kit: SolidKit, m: ReactionRotor, input: FedParts): Manifold {
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

export const reactionSolids: SolidsKind<RotatingParts<ReactionRotor>, PartOf<'reaction-rotor'>> = {
  'reaction-rotor': { make: (kit, input) => reactionRotorSolid(kit, input.machine, input) },
  'feed-post': { make: (kit, input) => feedPostSolid(kit, input.machine, input) },
}
