import type { Manifold } from 'manifold-3d'
import { KEY, type FedParts, type Point } from '../../geometry'
import { keyDepth, keyedBore, mm, polar } from '../../geometry/solids/common'
import { collarSolid } from '../../geometry/solids/hub'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { refuse, type SolidsKind } from '../solid-kind'
import { LEAST_NEAR, LUG_RADIUS, facing, vaneLayout, vaneScrews, type VaneLayout } from './layout'
import type { VaneMotor } from '.'

type Input = FedParts & { readonly machine: VaneMotor }

/** Rotor of a vane motor: a drum with slots along the radius, shorter than its body by the gaps at its ends. */
function rotorSolid(kit: SolidKit, input: Input): Manifold {
  const l = vaneLayout(input)
  if (l.near < LEAST_NEAR)
    throw refuse(
      'RUBS',
      'Rotor and bore touch where they come nearest.',
      `Set “Off the middle by” to at most ${(l.middle + l.near - 0.05).toFixed(2)} mm.`,
    )
  const length = l.length - 2 * l.end
  const play = Math.min(0.15, input.fits.slide * 0.5)
  const { thinnest } = input.fits
  // slots leave a wall round the sleeve, and one between each other where they are deepest
  const floor = Math.max(
    l.hub + thinnest,
    (l.thickness + 2 * play + thinnest) / (2 * Math.sin(Math.PI / Math.max(2, l.vanes))),
  )
  if (l.rotor - l.height < floor)
    throw refuse(
      'SLOTS_DEEP',
      'The slots leave no wall round the rotor’s bore, or none between each other.',
      `Make the vanes at most ${Math.max(0, l.rotor - floor - 0.05).toFixed(1)} mm high, fewer or thinner, or the hub’s radius smaller.`,
    )
  const slots = Array.from({ length: l.vanes }, (_, i) =>
    kit.aboutZ(
      kit.box([l.height + 2, l.thickness + 2 * play, length + 2], [l.rotor - l.height, -l.thickness / 2 - play, -1]),
      (360 * i) / l.vanes,
    ),
  )
  return kit.cut(kit.cylinder(l.rotor, 0, length), [
    keyedBore(kit, l.hub, length, l.keyWithin, thinnest, 180 / l.vanes),
    ...slots,
  ])
}

/** Sleeve with a key between shaft and rotor, as long as the rotor. */
function sleeveSolid(kit: SolidKit, input: Input): Manifold {
  const l = vaneLayout(input)
  const length = l.length - 2 * l.end
  const bore = (input.shaftDiameterM * mm) / 2
  const depth = keyDepth(l.hub, l.keyWithin, input.fits.thinnest)
  const key = kit.aboutZ(
    kit.box([l.hub + depth - 0.08 - bore - 0.4, KEY.width - 0.16, length], [bore + 0.4, -KEY.width / 2 + 0.08, 0]),
    180 / l.vanes,
  )
  // without room for a key the rotor is bonded to its sleeve, as the sleeve is to the shaft
  return kit.cut(kit.union([kit.cylinder(l.hub - 0.04, 0, length), ...(depth > 0 ? [key] : [])]), [
    kit.cylinder(bore, -BEYOND, length + BEYOND),
  ])
}

/** One vane, lying: length, height, thickness; its outer edge, at full height, rounded. */
function vaneSolid(kit: SolidKit, l: VaneLayout): Manifold {
  const [length, t] = [l.length - 2 * l.end, l.thickness]
  return kit.union([
    kit.box([length, l.height - t / 2, t], [0, 0, 0]),
    kit.lying(t / 2, [0, l.height - t / 2], [1, 0], 0, length, t / 2),
  ])
}

/** Body of a vane motor: a bore with inlet and exhaust through its wall, barbs on the inlet. */
function bodySolid(kit: SolidKit, input: Input): Manifold {
  const l = vaneLayout(input)
  const { fits } = input
  if (l.lugs.length < 3)
    throw refuse(
      'CROWDED',
      'The ports leave no room for the screws of the end plates.',
      'Open the exhaust later, or make the inlet smaller.',
    )
  const screws = vaneScrews(l)
  const at: Point = [l.middle, 0]
  const z = l.length / 2
  const port = (radius: number, turn: number, from: number, to: number) =>
    kit.lying(radius, [0, 0], polar(1, facing(turn)), from, to, z)
  const { body, hollow, end } = tailEnd(kit, l.tail, l.outer + 5, fits)
  const place = (solid: Manifold) => kit.placed(kit.placed(solid, [0, 90, 0]), [0, 0, facing(l.inletAt)], [0, 0, z])
  const spout = place(kit.union([kit.cylinder(l.tail.neck, l.bore * 0.6, l.outer + 5.01), body]))
  // between the end plates it stays within the body's length
  const beside = kit.union([
    kit.cylinder(l.outer + 0.3, -50, 0, at),
    kit.cylinder(l.outer + 0.3, l.length, l.length + 50, at),
  ])
  const notch = (turn: number) => {
    const [x, y] = polar(l.outer, facing(turn))
    return kit.cylinder(0.8, l.length - 1.2, l.length + BEYOND, [x + l.middle, y])
  }
  const middle = (l.exhaustAt[0] + l.exhaustAt[2]) / 2
  return kit.cut(
    kit.union([
      kit.cylinder(l.outer, 0, l.length, at),
      ...screws.map((p) => kit.cylinder(LUG_RADIUS, 0, l.length, p)),
      kit.cut(spout, [beside]),
    ]),
    [
      kit.cylinder(l.bore, -BEYOND, l.length + BEYOND, at),
      port(l.inlet, l.inletAt, 0, end + 1),
      port(l.tail.bore, l.inletAt, l.outer + 3, end + 1),
      ...hollow.map(place),
      ...l.exhaustAt.map((a) => port(l.exhaust, a, l.rotor * 0.9, l.outer + 12)),
      ...kit.holes(fits.screw, -BEYOND, l.length + BEYOND, screws),
      notch(l.inletAt),
      notch(middle),
      notch(middle + 8),
    ],
  )
}

/**
 * End plate: closes the bore; the bearing, put in from outside against a lip, sits off the middle. Its inner face is
 * up.
 */
function endSolid(kit: SolidKit, input: Input): Manifold {
  const l = vaneLayout(input)
  const { fits, bearing } = input
  const screws = vaneScrews(l)
  return kit.cut(
    kit.union([
      kit.cylinder(l.outer, 0, l.plate, [l.middle, 0]),
      ...screws.map((p) => kit.cylinder(LUG_RADIUS, 0, l.plate, p)),
    ]),
    [
      kit.cylinder((bearing.outerM * mm) / 2 + fits.bearing, -BEYOND, bearing.widthM * mm),
      kit.cylinder((input.shaftDiameterM * mm) / 2 + 0.3, -BEYOND, l.plate + BEYOND),
      ...kit.holes(fits.screw, -BEYOND, l.plate + BEYOND, screws),
    ],
  )
}

export const vaneSolids: SolidsKind<RotatingParts<VaneMotor>, PartOf<'vane-motor'>> = {
  'vane-rotor': { make: rotorSolid },
  'rotor-sleeve': { turned: true, make: sleeveSolid },
  vane: { make: (kit, input) => vaneSolid(kit, vaneLayout(input)) },
  'vane-body': { make: bodySolid },
  'vane-end': { make: endSolid },
  collar: { turned: true, make: (kit, input) => collarSolid(kit, (input.shaftDiameterM * mm) / 2) },
}
