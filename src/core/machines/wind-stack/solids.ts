import type { Manifold } from 'manifold-3d'
import type { FedParts } from '../../geometry'
import { LIP, bearingPocket, bearingSocket, mm } from '../../geometry/solids/common'
import { collarSolid, hubSolid } from '../../geometry/solids/hub'
import type { SolidKit } from '../../geometry/solids/toolkit'
import { wheelSolid } from '../axial/solids'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { refuse, type SolidsKind } from '../solid-kind'
import { ARM, CAP, PIN, RING, stackHubOf, stackLayout, type StackLayout } from './layout'
import type { WindStack } from '.'

type Input = FedParts & { readonly machine: WindStack }

const pins = (kit: SolidKit, l: StackLayout, z: number): Manifold[] =>
  l.pins.map((at) => kit.cylinder(PIN.radius, z - 0.5, z + PIN.out, at))
const sockets = (kit: SolidKit, l: StackLayout, input: Input): Manifold[] =>
  l.pins.map((at) => kit.cylinder(PIN.radius + input.fits.slide, -1, PIN.deep, at))

/** One tier: slanted vanes between two rings that fit into each other. Seen from above, the vanes give the air that comes in a swirl counter-clockwise, the way in which the wheel turns. */
function tierSolid(kit: SolidKit, input: Input): Manifold {
  const l = stackLayout(input)
  const { radius, within, tier: height } = l
  const thick = Math.max(1.2, input.fits.thinnest * 1.5)
  const slant = (input.machine.vaneSlantRad * 180) / Math.PI
  const vane = kit.box([radius - within - 1, thick, height], [within + 0.5 - radius, -thick / 2, 0])
  const turned = kit.placed(vane, [0, 0, -(90 - slant)], [radius, 0, 0])
  const vanes = Array.from({ length: input.machine.stackVanes }, (_, i) =>
    kit.aboutZ(turned, (360 * i) / input.machine.stackVanes),
  )
  const flat = (z: number) => kit.cut(kit.cylinder(radius, z, z + RING), [kit.cylinder(within, z - 1, z + RING + 1)])
  const clipped = kit.common(
    kit.union(vanes),
    kit.cut(kit.cylinder(radius, 0, height), [kit.cylinder(within, -1, height + 1)]),
  )
  return kit.cut(kit.union([flat(0), flat(height - RING), clipped, ...pins(kit, l, height)]), sockets(kit, l, input))
}

/** Cap: closes the stack above, so that the air goes down. */
const capSolid = (kit: SolidKit, input: Input): Manifold => {
  const l = stackLayout(input)
  return kit.cut(kit.cylinder(l.radius, 0, CAP), sockets(kit, l, input))
}

/** Foot: tube round the wheel, lower bearing on three arms, plate with pins that carries bridge and tiers. Lies on its lower end. */
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
    kit.cut(kit.cylinder(l.tube, 0, l.plate), [kit.cylinder(l.inner, -1, l.plate + 1)]),
    kit.cut(kit.cylinder(l.radius, l.plate - RING, l.plate), [kit.cylinder(l.inner, l.plate - 9, l.plate + 1)]),
    kit.cylinder(l.boss, 0, l.arm),
    ...arms,
    ...pins(kit, l, l.plate),
  ])
  return kit.cut(whole, [
    bearingPocket(kit, input, l.stack.low),
    ...l.screws.map((at) => kit.cylinder(input.fits.screw, l.plate - RING - 1, l.plate + 1, at)),
  ])
}

/** Bridge over the wheel: a ring on the foot's plate, three arms, the seat of the upper bearing. Lies on its underside. */
function bridgeSolid(kit: SolidKit, input: Input): Manifold {
  const l = stackLayout(input)
  const height = LIP + input.bearing.widthM * mm
  const arms = [0, 120, 240].map((a) => kit.aboutZ(kit.box([l.inner + 1, ARM, height], [0, -ARM / 2, 0]), a))
  const ring = kit.cut(kit.cylinder(l.bridgeRadius, 0, RING + 1), [kit.cylinder(l.inner, -1, RING + 2)])
  return kit.cut(kit.union([ring, kit.cylinder(l.boss, 0, height), ...arms]), [
    bearingSocket(kit, input, 0),
    kit.cylinder((input.shaftDiameterM * mm) / 2 + 0.5, -1, height + 1),
    ...l.screws.map((at) => kit.cylinder(input.fits.screw, -1, RING + 2, at)),
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
