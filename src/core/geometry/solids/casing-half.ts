import type { Manifold } from 'manifold-3d'
import type { Point } from '../blade-outline'
import { casingOutlets } from '../outlets'
import { partMeasures, setScrewAt, type ImpulsePartsInput } from '../part-shape'
import { windows } from './common'
import type { SolidKit } from './toolkit'

const mm = 1000
const polar = (radius: number, degrees: number): Point => [
  radius * Math.cos((degrees * Math.PI) / 180),
  radius * Math.sin((degrees * Math.PI) / 180),
]

/** Directions of the lugs, degrees: clear of the nozzles, and the first one off its place so that halves fit only one way. */
export function lugAngles(nozzles: number): number[] {
  const offsets = nozzles === 1 ? [-25, -110, -195] : nozzles === 2 ? [-25, -110] : nozzles <= 4 ? [-25] : []
  const angles = Array.from({ length: nozzles }, (_, k) => offsets.map((o) => 90 + (360 * k) / nozzles + o)).flat()
  return angles.map((a, i) => (i === 0 ? a - 8 : a))
}

interface Seat {
  readonly body: Manifold
  readonly bore: Manifold
}

/** Boss and seat for one insert, laid along the jet in the plane where the halves meet. */
function insertSeat(kit: SolidKit, input: ImpulsePartsInput, turn: number): Seat {
  const m = partMeasures(input)
  const back: Point = [-Math.cos(input.nozzle.angleRad), Math.sin(input.nozzle.angleRad)]
  const at: Point = [0, m.mean]
  const inlet = m.exitBack + m.insertLength
  const laid = (radius: number, from: number, to: number) =>
    kit.aboutZ(kit.lying(radius, at, back, from, to, m.halfHeight), turn)
  const { seat: fit, wall, core } = input.fits
  const screwAt = setScrewAt(m, input.nozzle, input.fits)
  // a set screw in each half bears on the insert from outside
  const screw =
    screwAt === null
      ? []
      : [
          kit.aboutZ(
            kit.cylinder(core, -m.insertFlangeRadius - 20, m.halfHeight, [
              at[0] + back[0] * screwAt,
              at[1] + back[1] * screwAt,
            ]),
            turn,
          ),
        ]
  return {
    // begun inside the cavity, which cuts it off, and not under its floor: a face of its own there would leave flakes
    body: kit.cut(laid(m.insertFlangeRadius + wall, -0.3 * m.mean, inlet + 6), [kit.cylinder(m.cavityRadius, -100, 0)]),
    bore: kit.union([
      laid(m.insertRadius + fit, 0, inlet + 7),
      laid(m.insertFlangeRadius + fit, inlet - m.insertFlange, inlet + 7),
      ...screw,
    ]),
  }
}

/** One half of the casing: base with bearing seat and outlets, wall, lugs, half of each insert's seat. Base outside on z = 0, halves meet at the top. */
export function casingHalfSolid(kit: SolidKit, input: ImpulsePartsInput): Manifold {
  const m = partMeasures(input)
  const { fits } = input
  const outer = m.cavityRadius + fits.wall
  const bearing = (input.bearing.outerM * mm) / 2
  const width = input.bearing.widthM * mm
  const bossTop = fits.wall
  const bossBottom = fits.wall - 1 - width
  const seats = Array.from({ length: input.nozzle.count }, (_, k) =>
    insertSeat(kit, input, (360 * k) / input.nozzle.count),
  )
  const angles = lugAngles(input.nozzle.count)
  const lugs = angles.map((a) => kit.cylinder(4.5, 0, m.halfHeight, polar(outer + 2, a)))
  const holes = angles.map((a) => kit.cylinder(fits.screw, -1, m.halfHeight + 1, polar(outer + 2, a)))
  const shell = kit.union([
    kit.cylinder(outer, 0, m.halfHeight),
    kit.cylinder(bearing + fits.wall, Math.min(0, bossBottom), bossTop),
    ...lugs,
    ...seats.map((s) => s.body),
  ])
  const lip = (bearing + (input.bearing.boreM * mm) / 2) / 2
  const tools = [
    kit.cylinder(m.cavityRadius, fits.wall, m.halfHeight + 1),
    kit.cylinder(bearing + fits.bearing, Math.min(0, bossBottom) - 1, fits.wall - 1),
    kit.cylinder(lip, -width, fits.wall + 1),
    ...holes,
    ...windows(kit, casingOutlets(input), 0, fits.wall - 0.5),
    ...seats.map((s) => s.bore),
  ]
  const whole = kit.cut(shell, tools)
  const half = kit.below(whole, m.halfHeight)
  return seats.length > 0 ? kit.aboveBase(half, Math.min(0, bossBottom)) : half
}
