import type { Manifold } from 'manifold-3d'
import type { FedParts } from '../../geometry'
import { bearingSocket, lugs } from '../../geometry/solids/common'
import { collarSolid, hubSolid } from '../../geometry/solids/hub'
import { flangedTailSolid, nozzleInsertSolid, solidSeat, tailRoom } from '../../geometry/solids/nozzle-insert'
import { BEYOND, type SolidKit } from '../../geometry/solids/toolkit'
import { outletPlate, wheelSolid } from '../axial/solids'
import { betweenNeighbours } from '../lug-angles'
import type { RotatingParts } from '../part-kind'
import type { PartOf } from '../parts'
import { crowded, refuse, type SolidsKind } from '../solid-kind'
import { jetAngles } from '../tangential-impulse/layout'
import { sideJetHub, sideJetLayout } from './layout'
import type { SupersonicImpulse } from '.'

type Input = FedParts & { readonly machine: SupersonicImpulse }

/** Ring round the tips of the wheel, between the plates. */
function shroudRingSolid(kit: SolidKit, input: Input): Manifold {
  const l = sideJetLayout(input)
  const height = l.under - l.plate
  const lug = lugs(kit, input.fits, l.rim, 0, height, l.lugs)
  return kit.cut(kit.union([kit.cylinder(l.rim, 0, height), ...lug.bodies]), [
    kit.cylinder(l.inner, -BEYOND, height + BEYOND),
    ...lug.holes,
  ])
}

/**
 * Plate that holds the inserts at their slant, blowing on the wheel below it; closed boss with the bearing seat. Lies
 * on the wheel's side.
 */
function nozzlePlateSolid(kit: SolidKit, input: Input): Manifold {
  const l = sideJetLayout(input)
  const { fits, nozzle } = input
  if (l.tooFlat)
    throw refuse(
      'ANGLE_FLAT',
      'A jet that lies so flat would need an insert longer than the machine is wide.',
      'Give the jets at least 8° to the wheel’s face.',
    )
  if (betweenNeighbours(l.line, nozzle.count) < 2 * l.tail.radius - 2 * fits.wall || l.lugs.length < 3)
    throw crowded(nozzle, 'on this plate', ', a steeper angle or a larger wheel')
  const lug = lugs(kit, fits, l.rim, 0, l.nozzlePlate, l.lugs)
  const seats = jetAngles(nozzle.count).map((degrees) => {
    const seat = solidSeat(kit, l.insert, l.tail, fits, l.insert.ahead + 0.2)
    const place = (solid: Manifold) =>
      kit.aboutZ(kit.placed(kit.posed(solid, l.pose), [0, 0, 0], [0, 0, -l.under]), degrees)
    return { body: place(seat.body), hollow: place(seat.hollow), clear: place(tailRoom(kit, l.tail)) }
  })
  const room = l.row.hub + 4.5
  const plate = kit.cut(
    kit.union([
      kit.cylinder(l.rim, 0, l.nozzlePlate),
      kit.cylinder(l.boss, 0, l.bossTop),
      ...lug.bodies,
      ...seats.map((s) => s.body),
    ]),
    [
      bearingSocket(kit, input, l.stack.high - l.under),
      kit.cylinder(room, -BEYOND, l.collarRoom),
      ...lug.holes,
      ...seats.flatMap((s) => [s.hollow, s.clear]),
    ],
  )
  return kit.aboveBase(plate, 0)
}

export const supersonicSolids: SolidsKind<RotatingParts<SupersonicImpulse>, PartOf<'supersonic-impulse'>> = {
  hub: { turned: true, make: (kit, input) => hubSolid(kit, sideJetHub(input)) },
  collar: { turned: true, make: (kit, input) => collarSolid(kit, sideJetLayout(input).row.hub) },
  wheel: { make: (kit, input) => wheelSolid(kit, input.machine, input) },
  'nozzle-insert': {
    turned: true,
    make: (kit, input) => nozzleInsertSolid(kit, input.nozzle, sideJetLayout(input).insert),
  },
  'hose-tail': { turned: true, make: (kit, input) => flangedTailSolid(kit, sideJetLayout(input).tail, input.fits) },
  'nozzle-plate': { make: nozzlePlateSolid },
  'shroud-ring': { make: shroudRingSolid },
  'end-plate': {
    make: (kit, input) =>
      outletPlate(kit, input, sideJetLayout(input).rim, sideJetLayout(input).plate, sideJetLayout(input).lugs),
  },
}
