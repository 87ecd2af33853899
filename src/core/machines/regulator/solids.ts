import type { Manifold } from 'manifold-3d'
import { ADJUSTER, M3, NUT, posed } from '../../geometry'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import type { PartOf } from '../parts'
import type { SolidsKind } from '../solid-kind'
import { regulatorLayout, type RegulatorLayout } from './layout'
import { cornersOf, type RegulatorParts } from './parts'

/** A square plate or block with its four screw holes. */
function block(kit: SolidKit, { fits }: RegulatorParts, l: RegulatorLayout, high: number): [Manifold, Manifold[]] {
  return [
    kit.box([2 * l.half, 2 * l.half, high], [-l.half, -l.half, 0]),
    kit.holes(fits.screw, -BEYOND, high + BEYOND, cornersOf(l)),
  ]
}

/** A hexagon’s pocket, flats `across` mm apart, from z `from` to `to`. */
const hexagon = (kit: SolidKit, across: number, at: readonly [number, number], from: number, to: number): Manifold =>
  kit.cylinder(across / Math.sqrt(3), from, to, [at[0], at[1]], 6)

/** Lip that a poppet’s spring rests on, mm. */
const LIP = 1.5

/** Joint down, its tail up. */
function cap(kit: SolidKit, input: RegulatorParts): Manifold {
  const l = regulatorLayout(input)
  const [body, holes] = block(kit, input, l, l.cap)
  const joint = tailEnd(kit, l.inlet, l.cap + 1, input.fits)
  const nuts = cornersOf(l).map((p) =>
    hexagon(kit, NUT.corner * Math.sqrt(3) + 0.3, p, l.cap - M3.nut - 0.2, l.cap + 1),
  )
  return kit.cut(kit.union([body, kit.cylinder(l.inlet.neck, 0, l.cap + 1.01), joint.body]), [
    kit.cylinder(l.lip, -BEYOND, LIP + 0.01),
    kit.cylinder(l.inlet.bore, LIP, joint.end + BEYOND),
    ...joint.hollow,
    ...holes,
    ...nuts,
  ])
}

/** Face down, its spring’s recess up. */
function poppet(kit: SolidKit, input: RegulatorParts): Manifold {
  const { poppet: p, pin } = regulatorLayout(input)
  const ribs = [0, 120, 240].map((a) => kit.aboutZ(kit.box([p.ribs, 2, p.length - 1], [0, -1, 1]), a))
  const round = kit.common(
    kit.union([kit.cylinder(p.radius, 0, p.length), ...ribs]),
    kit.cylinder(p.ribs, -BEYOND, p.length + BEYOND),
  )
  return kit.cut(round, [
    kit.cylinder((p.spring.outerM * 1000) / 2 + 0.3, p.length - p.recess, p.length + BEYOND),
    kit.cylinder(pin.radius + 0.01, -BEYOND, pin.deep),
  ])
}

/** The outlet’s side down, seat and chamber up. */
function valveBlock(kit: SolidKit, input: RegulatorParts): Manifold {
  const l = regulatorLayout(input)
  const high = l.floor - l.bottom
  const [body, holes] = block(kit, input, l, high)
  const floor = l.floor - l.seat.lip
  const lip = kit.cylinder(l.seat.outer, 0, l.floor)
  return kit.cut(kit.union([kit.cut(body, [kit.cylinder(l.poppet.chamber, floor, high + BEYOND)]), lip]), [
    kit.cylinder(l.seat.radius, -BEYOND, l.floor + BEYOND),
    ...holes,
  ])
}

/** As it stands: chamber, ledge, bore; its outlet towards +x. */
function body(kit: SolidKit, input: RegulatorParts): Manifold {
  const l = regulatorLayout(input)
  const high = l.top - l.floor
  const [raw, holes] = block(kit, input, l, high)
  const at = l.outletAt - l.floor
  const joint = tailEnd(kit, l.outlet, 1, input.fits)
  const place = (solid: Manifold) => kit.posed(solid, posed([l.half, 0, at], [1, 0, 0], [0, 0, 1]))
  const neck = kit.cylinder(l.outlet.neck, -BEYOND, 1.01)
  return kit.cut(kit.union([raw, place(kit.union([neck, joint.body]))]), [
    kit.cylinder(l.chamber, -BEYOND, high + BEYOND),
    kit.cylinder(l.radius, l.ledge - l.floor, high + BEYOND),
    ...(l.sheet ? [kit.cylinder(l.sheet.outer + 0.3, l.sheet.from - l.floor, high + BEYOND)] : []),
    kit.lying(l.outlet.bore, [0, 0], [1, 0], 0, l.half + joint.end + 1, at),
    ...joint.hollow.map(place),
    ...holes,
  ])
}

/** Foot down, the spring’s recess up. */
function piston(kit: SolidKit, input: RegulatorParts): Manifold {
  const l = regulatorLayout(input)
  if (!l.piston) return kit.union([])
  const { ring, ringAt, length } = l.piston
  return kit.cut(kit.cylinder(l.radius - Math.max(0.03, input.fits.slide / 2), 0, length), [
    kit.turned([
      [ring.floor, ringAt],
      [l.radius + 1, ringAt],
      [l.radius + 1, ringAt + ring.width],
      [ring.floor, ringAt + ring.width],
    ]),
    kit.cylinder(l.spring.outer + 0.3, length - BEYOND, length + BEYOND),
  ])
}

function plate(kit: SolidKit, input: RegulatorParts): Manifold {
  const { sheet } = regulatorLayout(input)
  if (!sheet) return kit.union([])
  return kit.cut(kit.cylinder(sheet.plate, 0, sheet.plateThick), [kit.cylinder(input.fits.screw, -BEYOND, 9)])
}

function cup(kit: SolidKit, input: RegulatorParts): Manifold {
  const { sheet, spring } = regulatorLayout(input)
  if (!sheet) return kit.union([])
  return kit.cut(kit.cylinder(sheet.plate, 0, sheet.cupThick), [
    kit.cylinder(spring.outer + 0.3, sheet.cupThick - BEYOND, sheet.cupThick + BEYOND),
    kit.cylinder(input.fits.screw, -BEYOND, 9),
  ])
}

/** Spigot down. */
function button(kit: SolidKit, input: RegulatorParts): Manifold {
  const { button: b, spring } = regulatorLayout(input)
  return kit.cut(
    kit.union([kit.cylinder(b.radius, 0, b.thick), kit.cylinder(Math.max(1, spring.inner - 0.3), -1.5, 0.01)]),
    [kit.cylinder(ADJUSTER.core + 0.4, b.thick - b.dimple, b.thick + BEYOND)],
  )
}

/** Flange down; its roof closes at 45° to the slot of the nut. */
function bonnet(kit: SolidKit, input: RegulatorParts): Manifold {
  const l = regulatorLayout(input)
  const { flange, pocket, tube, wall, neck, ...b } = l.bonnet
  const [shoulder, slot, top] = [b.shoulder - l.top, b.slot - l.top, b.top - l.top]
  const [plate, holes] = block(kit, input, l, flange)
  const outer = tube + wall
  const crown = Math.max(neck + wall, ADJUSTER.across / Math.sqrt(3) + 2)
  const rise = Math.max(0, outer - crown)
  // the roof’s outside follows its inside, no lower than the slot needs
  const bend = Math.min(shoulder + wall * 0.4, top - rise - 0.01)
  const shell = kit.turned([
    [0, 0],
    [outer, 0],
    [outer, Math.max(bend, slot - rise)],
    [crown, Math.max(bend, slot - rise) + rise],
    [crown, top],
    [0, top],
  ])
  const hollow = kit.turned([
    [0, -1],
    [tube, -1],
    [tube, shoulder],
    [neck, shoulder + tube - neck],
    [neck, top + 1],
    [0, top + 1],
  ])
  return kit.cut(kit.union([plate, shell]), [
    hollow,
    ...(pocket ? [kit.cylinder(pocket.radius, -BEYOND, pocket.deep)] : []),
    // the nut slides in from +x
    hexagonTo(kit, ADJUSTER.across + 0.3, slot, slot + ADJUSTER.nut + 0.3, outer + 1),
    kit.lying(1.5, [0, 0], [0, 1], 0, outer + 1, b.vent - l.top),
    ...holes,
  ])
}

/** A slot for a nut that slides in from +x, flats along x. */
const hexagonTo = (kit: SolidKit, across: number, from: number, to: number, reach: number): Manifold =>
  kit.union([hexagon(kit, across, [0, 0], from, to), kit.box([reach, across, to - from], [0, -across / 2, from])])

/** Its pocket for the screw’s head down. */
function knob(kit: SolidKit, input: RegulatorParts): Manifold {
  const r = regulatorLayout(input).bonnet.neck + 9
  const grips = Array.from({ length: 8 }, (_, i) =>
    kit.cylinder(
      2.2,
      -BEYOND,
      12,
      [(r + 0.6) * Math.cos((i * Math.PI) / 4), (r + 0.6) * Math.sin((i * Math.PI) / 4)],
      32,
    ),
  )
  return kit.cut(kit.cylinder(r, 0, ADJUSTER.head + 4), [
    hexagon(kit, ADJUSTER.across + 0.15, [0, 0], -1, ADJUSTER.head),
    ...grips,
  ])
}

export const regulatorSolids: SolidsKind<RegulatorParts, PartOf<'regulator'>> = {
  'regulator-cap': { make: cap },
  'regulator-poppet': { make: poppet },
  'regulator-block': { make: valveBlock },
  'regulator-body': { make: body },
  'regulator-piston': { turned: true, make: piston },
  'regulator-plate': { make: plate },
  'regulator-cup': { turned: true, make: cup },
  'regulator-button': { turned: true, make: button },
  'regulator-bonnet': { turned: true, make: bonnet },
  'regulator-knob': { make: knob },
}
