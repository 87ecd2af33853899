import type { Manifold } from 'manifold-3d'
import type { FedParts } from '../../geometry'
import { LIP, bearingPocket, bearingSocket, mm } from '../../geometry/solids/common'
import { collarSolid, hubSolid } from '../../geometry/solids/hub'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import { wheelSolid } from '../axial/solids'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { refuse, type SolidsKind } from '../solid-kind'
import { ARM, CAP, RING, VANE_FOOT, stackHubOf, stackLayout } from './layout'
import type { WindStack } from '.'

type Input = FedParts & { readonly machine: WindStack }

/**
 * The vanes from one height to another, wider by `play` on each side. Seen from above, they give the air that comes in
 * a swirl counter-clockwise, the way in which the wheel turns.
 */
function vanes(kit: SolidKit, input: Input, from: number, to: number, play = 0): Manifold {
  const { radius, within } = stackLayout(input)
  const thick = Math.max(1.2, input.fits.thinnest * 1.5) + 2 * play
  const slant = (input.machine.vaneSlantRad * 180) / Math.PI
  const vane = kit.box([radius - within - 1, thick, to - from], [within + 0.5 - radius, -thick / 2, from])
  const turned = kit.placed(vane, [0, 0, -(90 - slant)], [radius, 0, 0])
  const all = Array.from({ length: input.machine.stackVanes }, (_, i) =>
    kit.aboutZ(turned, (360 * i) / input.machine.stackVanes),
  )
  return kit.common(
    kit.union(all),
    kit.cut(kit.cylinder(radius - 1 + play, from - BEYOND, to + BEYOND), [
      kit.cylinder(within - play, from - 2, to + 2),
    ]),
  )
}

/** What the vanes of the tier above go into, in a face at a height. */
const grooves = (kit: SolidKit, input: Input, face: number): Manifold =>
  vanes(kit, input, face - VANE_FOOT.deep, face + 1, input.fits.slide)

/**
 * One tier: a ring from which slanted vanes hang into the grooves of what is beneath. Lies on its ring, vanes up, so
 * that nothing of it hangs over.
 */
function tierSolid(kit: SolidKit, input: Input): Manifold {
  const { radius, within, tier } = stackLayout(input)
  const ring = kit.cut(kit.cylinder(radius, tier - RING, tier), [kit.cylinder(within, 0, tier + BEYOND)])
  const standing = kit.cut(kit.union([ring, vanes(kit, input, -VANE_FOOT.into, tier - RING / 2)]), [
    grooves(kit, input, tier),
  ])
  return kit.placed(standing, [0, 180, 0], [0, 0, tier])
}

/** Cap: closes the stack above, so that the air goes down; a step goes into the ring. Lies on its upper face. */
const capSolid = (kit: SolidKit, input: Input): Manifold => {
  const { radius, within } = stackLayout(input)
  return kit.union([kit.cylinder(radius, 0, CAP), kit.cylinder(within - input.fits.slide, 0, CAP + RING / 2)])
}

/**
 * Foot: tube round the wheel, lower bearing on three arms, plate with grooves that carries bridge and tiers. Printed on
 * its plate.
 */
function footSolid(kit: SolidKit, input: Input): Manifold {
  const l = stackLayout(input)
  if (l.bridgeRadius > l.within)
    throw refuse(
      'STACK_NARROW',
      'Beside the wheel there is no room within the vanes for the bridge that carries the upper bearing.',
      `Make the stack’s radius at least ${Math.ceil((l.bridgeRadius * l.radius) / l.within)} mm, or the wheel smaller.`,
    )
  const arms = [0, 120, 240].map((a) => kit.aboutZ(kit.box([l.inner + 1, ARM, l.arm], [0, -ARM / 2, 0]), a))
  const whole = kit.union([
    kit.cut(kit.cylinder(l.tube, 0, l.plate), [kit.cylinder(l.inner, -BEYOND, l.plate + BEYOND)]),
    kit.cut(kit.cylinder(l.radius, l.plate - RING, l.plate), [kit.cylinder(l.inner, l.plate - 9, l.plate + BEYOND)]),
    kit.cylinder(l.boss, 0, l.arm),
    ...arms,
  ])
  return kit.cut(whole, [
    bearingPocket(kit, input, l.stack.low),
    grooves(kit, input, l.plate),
    ...kit.holes(input.fits.screw, l.plate - RING - 1, l.plate + BEYOND, l.screws),
  ])
}

/**
 * Bridge over the wheel: a ring on the foot's plate, three arms, the seat of the upper bearing. Lies on its underside.
 */
function bridgeSolid(kit: SolidKit, input: Input): Manifold {
  const l = stackLayout(input)
  const height = LIP + input.bearing.widthM * mm
  const arms = [0, 120, 240].map((a) => kit.aboutZ(kit.box([l.inner + 1, ARM, height], [0, -ARM / 2, 0]), a))
  const ring = kit.cut(kit.cylinder(l.bridgeRadius, 0, RING + BEYOND), [kit.cylinder(l.inner, -BEYOND, RING + 2)])
  return kit.cut(kit.union([ring, kit.cylinder(l.boss, 0, height), ...arms]), [
    bearingSocket(kit, input, 0),
    kit.cylinder((input.shaftDiameterM * mm) / 2 + 0.5, -BEYOND, height + BEYOND),
    ...kit.holes(input.fits.screw, -BEYOND, RING + 2, l.screws),
  ])
}

export const windStackSolids: SolidsKind<RotatingParts<WindStack>, PartOf<'wind-stack'>> = {
  hub: { turned: true, make: (kit, input) => hubSolid(kit, stackHubOf(input)) },
  collar: { turned: true, make: (kit, input) => collarSolid(kit, stackLayout(input).row.hub) },
  wheel: { make: (kit, input) => wheelSolid(kit, input.machine, input) },
  'stack-foot': { make: footSolid },
  'stack-bridge': { make: bridgeSolid },
  'stack-tier': { make: tierSolid },
  'stack-cap': { make: capSolid },
}
