import type { Manifold } from 'manifold-3d'
import { type FedParts, type Point } from '../../geometry'
import { LUG, UNEVEN, mm, polar } from '../../geometry/solids/common'
import { COLLAR, collarSolid, hubSolid } from '../../geometry/solids/hub'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { refuse, type SolidsKind } from '../solid-kind'
import { BRIDGE, COLLAR_TURN, OVER, collarAt, whirlHub, whirlLayout } from './layout'
import type { ReactionRotor } from '.'

/** Radius of the hole through which the key reaches a set screw, and the screw goes in, mm. */
const KEY_WAY = 2

type Input = FedParts & { readonly machine: ReactionRotor }

/**
 * Rotor that its own jets turn: socket for the feed, channels to the rim, jets that point backwards, holes for its
 * hub's screws or a hollow for its point below. Seen from its inlet it turns clockwise.
 */
function rotorSolid(kit: SolidKit, input: Input): Manifold {
  const { machine: m, nozzle, fits } = input
  const l = whirlLayout(input)
  const { count } = nozzle
  const z = l.height / 2
  const core = l.onBearings ? l.flangeRadius : l.seal + 4
  if (l.jet < core - 2 && l.onBearings)
    throw refuse(
      'HUB_WIDE',
      'The jets would lie within the hub’s flange.',
      `Set the jets’ radius to at least ${core.toFixed(1)} mm.`,
    )
  if (l.tip - OVER < 0.8)
    throw refuse(
      'SOCKET_SHALLOW',
      'Over the channels there is no height left for the feed post to go into.',
      `Make the body at least ${(2 * (l.channel + 1.2)).toFixed(1)} mm high, or the jets smaller.`,
    )
  const solid = m.shrouded
    ? kit.cylinder(l.body, 0, l.height)
    : kit.union([
        kit.cylinder(Math.min(l.body, core), 0, l.height),
        ...Array.from({ length: count }, (_, i) =>
          kit.aboutZ(
            kit.box([Math.min(l.body, l.jet + l.arm), 2 * l.arm, l.height], [0, -l.arm, 0]),
            (360 * i) / count,
          ),
        ),
      ])
  const direction: Point = [Math.sin(nozzle.angleRad), Math.cos(nozzle.angleRad)]
  const channels = Array.from({ length: count }, (_, i) =>
    kit.aboutZ(
      kit.union([
        kit.lying(l.channel, [0, 0], [1, 0], 0, l.jet, z),
        kit.lying(l.throat, [Math.max(0.5, l.jet - l.throat), 0], direction, 0, 2.5 * l.body, z),
      ]),
      (360 * i) / count,
    ),
  )
  const below = l.onBearings
    ? kit.holes(fits.screw, -BEYOND, l.height + BEYOND, l.screws)
    : [
        kit.turned([
          [0, -1],
          [1.6, -1],
          [1.6, 0],
          [0, 0.9],
        ]),
      ]
  return kit.cut(solid, [kit.cylinder(l.seal, l.socket, l.height + BEYOND), ...channels, ...below])
}

/** Foot with the column that carries the bearings or the point, and posts for the bridge. */
function footSolid(kit: SolidKit, input: Input): Manifold {
  const l = whirlLayout(input)
  const { fits, bearing } = input
  const posts = UNEVEN.map((a) => polar(l.post, a))
  const width = bearing.widthM * mm
  const outer = (bearing.outerM * mm) / 2
  const spokes = UNEVEN.map((a) => kit.aboutZ(kit.box([l.post, 2 * LUG.radius, l.foot], [0, -LUG.radius, 0]), a))
  const column = l.onBearings ? Math.max(l.column, (input.shaftDiameterM * mm) / 2 + 3.5 + 1.5 + fits.wall) : l.column
  const whole = kit.union([
    kit.cylinder(column, 0, l.onBearings ? l.lowBearing + 2 : l.columnTop),
    kit.cylinder(l.column, 0, l.columnTop),
    ...spokes,
    ...posts.map((at) => kit.cylinder(LUG.radius, 0, l.bridge, at)),
  ])
  const inside = l.onBearings
    ? [
        kit.cylinder((input.shaftDiameterM * mm) / 2 + 3.5 + 1.5, -BEYOND, l.lowBearing),
        // the key to the collar's set screw goes in from outside
        kit.lying(KEY_WAY, [0, 0], polar(1, COLLAR_TURN), 0, column + 1, collarAt(l) + COLLAR.height / 2),
        // the lower bearing goes in from below, against a ledge: the collar under it pulls it up
        kit.cylinder(outer + fits.bearing, -BEYOND, l.lowBearing + width),
        kit.cylinder(outer + fits.bearing, l.highBearing, l.columnTop + BEYOND),
        kit.cylinder((input.shaftDiameterM * mm) / 2 + 1.5, -BEYOND, l.columnTop + BEYOND),
      ]
    : kit.holes(fits.core, -BEYOND, l.columnTop + BEYOND, [[0, 0]])
  return kit.cut(whole, [...inside, ...kit.holes(fits.screw, -BEYOND, l.bridge + BEYOND, posts)])
}

/**
 * Post that brings the air into the rotor's socket with a small gap, on a bridge of three arms; barbs on top. Tip down
 * at z = 0.
 */
function feedPostSolid(kit: SolidKit, input: Input): Manifold {
  const { machine: m, fits, nozzle } = input
  const l = whirlLayout(input)
  const outer = (m.sealRadiusM - m.sealGapM) * mm
  const bore = Math.max(0.5, Math.min(outer - 1.25 * fits.thinnest, (nozzle.inletBoreM * mm) / 2))
  const posts = UNEVEN.map((a) => polar(l.post, a))
  const arms = UNEVEN.map((a) => kit.aboutZ(kit.box([l.post, 2 * LUG.radius, BRIDGE], [0, -LUG.radius, l.tip]), a))
  const top = l.tip + BRIDGE
  const { body, hollow, end } = tailEnd(kit, l.tail, top + 1, fits)
  const neck = kit.union([kit.cylinder(l.tail.neck, top - BEYOND, top + 1.01), body])
  return kit.cut(
    kit.union([
      kit.cylinder(outer, 0, top),
      kit.cylinder(Math.max(outer, l.tail.neck) + 2, l.tip, top),
      ...arms,
      ...posts.map((at) => kit.cylinder(LUG.radius, l.tip, top, at)),
      neck,
    ]),
    [
      kit.cylinder(bore, -BEYOND, top),
      kit.cylinder(Math.max(bore, l.tail.bore), top, end + BEYOND),
      ...hollow,
      ...kit.holes(fits.screw, -BEYOND, top + BEYOND, posts),
    ],
  )
}

export const reactionSolids: SolidsKind<RotatingParts<ReactionRotor>, PartOf<'reaction-rotor'>> = {
  'reaction-rotor': { make: rotorSolid },
  hub: { turned: true, make: (kit, input) => hubSolid(kit, whirlHub(input)) },
  collar: { turned: true, make: (kit, input) => collarSolid(kit, (input.shaftDiameterM * mm) / 2) },
  'whirl-foot': { make: footSolid },
  'feed-post': { make: feedPostSolid },
}
