import { flankOf, rotorMiddle, wallPoint, wallRate, type Flank, type RotorPort, type Trochoid } from '../../engine'
import { screwLength, tailShape, type FedParts, type GearTeeth, type Point, type TailShape } from '../../geometry'
import { wheelFor } from '../crank-gear/layout'
import { mm } from '../part-kind'
import { refuse } from '../solid-kind'

/** Figures of a rotary engine that its parts follow from, SI. */
export interface ThreeFlankFigures extends Trochoid {
  readonly family: 'three-flank-engine'
  readonly flankGapM: number
  readonly pocketM3: number
  readonly intake: RotorPort
  readonly outlet: RotorPort
  readonly tube: { readonly boreDiameterM: number; readonly lengthM: number } | null
  readonly wallM: number
  readonly coverM: number
  readonly wheelInertiaKgM2: number
}

/** A hole of the engine: through the wall at an angle of its own, or through the rear cover. */
export interface PortHole {
  readonly which: 'intake' | 'outlet'
  readonly angle: number
  readonly radius: number
  /** From the shaft, in the cover; null in the wall. */
  readonly from: number | null
  /** A hose comes to it. */
  readonly fed: boolean
}

/** Where everything of the engine stands, mm. The shaft is z, rear cover at z = 0; the housing is narrowest along y. */
export interface RotorLayout {
  readonly trochoid: Trochoid
  readonly flank: Flank
  readonly e: number
  readonly tip: number
  readonly depth: number
  /** Between the rotor's faces and each cover. */
  readonly play: number
  readonly wall: number
  readonly cover: { readonly rear: number; readonly front: number }
  /** Heights: inner faces of the covers, outer face of the front one. */
  readonly floor: number
  readonly roof: number
  readonly top: number
  readonly shaft: number
  readonly eccentric: { readonly radius: number; readonly height: number }
  readonly gear: { readonly height: number; readonly outer: GearTeeth; readonly inner: GearTeeth }
  readonly bar: { readonly thick: number; readonly high: number }
  /** Middles of the six screws, and how long they are. */
  readonly screws: readonly Point[]
  readonly long: number
  readonly lug: number
  readonly ears: readonly Point[]
  readonly ports: readonly PortHole[]
  readonly tail: TailShape
  /** Depth of the hollow in each flank, over the middle third of it. */
  readonly hollow: number
  readonly wheel: { readonly radius: number; readonly thick: number }
  /** What stands off the shaft, g mm, and each of the two sectors of steel that balance it. */
  readonly balance: { readonly unbalance: number; readonly rotorGrams: number; readonly sector: Sector }
}

/** A sector round the shaft opposite to the eccentric’s high side, mm: from its hub outwards. */
export interface Sector {
  readonly hub: number
  readonly outer: number
  readonly thick: number
}

/** Teeth of the fixed gear and of the rotor's: two to three, whatever the size. */
const TEETH = { fixed: 16, rotor: 24 } as const
const PRESSURE_ANGLE = (25 * Math.PI) / 180
/** Backlash on the pitch circle, in modules, halved between the two. */
const BACKLASH = 0.12
const SCREWS = 6
/** How far the rotor's corner stands back from the wall beside its bar. */
export const CORNER = 0.5

function gearsOf(e: number): RotorLayout['gear']['outer'][] {
  const size = (4 * e) / TEETH.fixed
  const tooth = (teeth: number, thick: number, addendum: number, dedendum: number): GearTeeth => ({
    teeth,
    module: size,
    thick: (Math.PI * size) / 2 + thick * size,
    addendum: addendum * size,
    dedendum: dedendum * size,
    pressureAngleRad: PRESSURE_ANGLE,
  })
  // stub teeth: a ring of only eight teeth more would be fouled by full ones
  return [tooth(TEETH.fixed, -BACKLASH / 2, 0.75, 1), tooth(TEETH.rotor, BACKLASH / 2, 1, 0.75)]
}

/** Outwards of the wall at an angle. */
export function outwards(t: Trochoid, angle: number): Point {
  const [[ax, ay], [bx, by]] = [wallPoint(t, angle - 1e-4), wallPoint(t, angle + 1e-4)]
  const long = Math.hypot(bx - ax, by - ay)
  return [(by - ay) / long, -(bx - ax) / long]
}

/** A point so far outside the wall, mm. */
export function beyondWall(t: Trochoid, angle: number, by: number): Point {
  const [[x, y], [ox, oy]] = [wallPoint(t, angle), outwards(t, angle)]
  return [x * mm + ox * by, y * mm + oy * by]
}

/** How far a bar is pushed in by the wall that it leans on, mm: its rounded edge would cut into it otherwise. */
export function barIn(l: Pick<RotorLayout, 'trochoid' | 'bar'>, angle: number): number {
  const [ox, oy] = outwards(l.trochoid, angle)
  const cos = ox * Math.cos(angle + Math.PI / 2) + oy * Math.sin(angle + Math.PI / 2)
  return (l.bar.thick / 2) * (1 / cos - 1)
}

/** Angle of the first of six screws at which they are furthest from the channels in the wall. */
function clearOf(walls: readonly number[]): number {
  const pitch = (2 * Math.PI) / SCREWS
  const from = (a: number) =>
    Math.min(...walls.map((w) => Math.abs(((w - a) % pitch) - pitch * Math.round(((w - a) % pitch) / pitch))), pitch)
  const tries = Array.from({ length: 30 }, (_, i) => (pitch * i) / 30)
  return tries.reduce((best, a) => (from(a) > from(best) + 1e-9 ? a : best), tries[0])
}

/** Densities, g/mm3: of steel, and of a rotor printed solid. */
const [STEEL, PRINT] = [7.85e-3, 1.22e-3] as const
/** Half of a balance sector's angle. */
export const SECTOR_HALF = (80 * Math.PI) / 180
/** Wall of its hub round the shaft, mm. */
const HUB = 4.5

/**
 * Two equal sectors of steel, one at each end, that balance rotor and eccentric: thicker where there is little room
 * round the shaft.
 * Formula: a sector's moment is 2/3 rho t (r2^3 - r1^3) sin(half angle). Source: closed form.
 */
function sectorFor(unbalance: number, hub: number, room: number): Sector {
  const outerAt = (thick: number) =>
    Math.cbrt(hub ** 3 + (3 * (unbalance / 2)) / (2 * STEEL * thick * Math.sin(SECTOR_HALF)))
  for (let thick = 5; thick <= 15; thick += 0.5)
    if (outerAt(thick) <= room) return { hub, outer: outerAt(thick), thick }
  throw refuse(
    'CROWDED',
    'There is no room for the weights that balance the rotor beside the intake’s barbs.',
    'Put the intake further from the shaft, or make the rotor less deep.',
  )
}

export function rotorLayout(input: FedParts & { readonly machine: ThreeFlankFigures }): RotorLayout {
  const { machine: m, bearing, fits } = input
  const [e, tip, depth] = [m.eccentricityM * mm, m.radiusM * mm, m.depthM * mm]
  const shaft = (input.shaftDiameterM * mm) / 2
  const flank = flankOf(m, m.flankGapM)
  const [outer, inner] = gearsOf(e)
  const ringRoot = 3 * e + inner.addendum
  const eccentric = e + shaft + 2
  if (eccentric + 1.1 > 3 * e - inner.dedendum)
    throw refuse(
      'SHAFT_THICK',
      'The eccentric would not fit within the rotor’s gear.',
      `Take a shaft of at most ${Math.max(1, 2 * (2 * e - inner.dedendum - 3.15)).toFixed(1)} mm, or more eccentricity: at least ${((shaft + 3.15) / (2 - inner.dedendum / e)).toFixed(2)} mm.`,
    )
  if (flank.middleM * mm < ringRoot + 2)
    throw refuse(
      'ROTOR_SMALL',
      'The rotor’s gear would break through its flanks.',
      `Make the tips stand at least ${(ringRoot + 2.05 + 2 * e + m.flankGapM * mm).toFixed(1)} mm from the rotor’s middle, or the eccentricity smaller.`,
    )
  const bar = { thick: Math.min(3, Math.max(1.5, tip / 14)), high: Math.min(6, tip - ringRoot - 2.6) }
  if (bar.high < 3)
    throw refuse(
      'ROTOR_SMALL',
      'There is no room for bars in the rotor’s tips.',
      'Make the rotor larger or the eccentricity smaller.',
    )
  const play = fits.slide / 2
  const wide = bearing.widthM * mm
  const front = Math.max(m.coverM * mm, wide + 3)
  const room = depth + 2 * play
  const long = screwLength(front + room + 5.5)
  const rear = Math.max(m.coverM * mm, wide + 3, long - front - room + 0.6)
  const wall = Math.max(m.wallM * mm, fits.wall)
  const ports = [0, Math.PI].flatMap((turned): PortHole[] =>
    (['intake', 'outlet'] as const).map((which) => ({
      which,
      fed: which === 'intake' && (turned === 0 || m.tube !== null),
      angle: m[which].angleRad + turned,
      radius: (m[which].diameterM * mm) / 2,
      from: m[which].coverRadiusM === null ? null : m[which].coverRadiusM * mm,
    })),
  )
  const lug = fits.screw + 2.7
  const out = Math.max(wall, lug - 0.2)
  const first = clearOf(ports.flatMap((p) => (p.from === null ? [p.angle] : [])))
  const angles = Array.from({ length: SCREWS }, (_, i) => first + (2 * Math.PI * i) / SCREWS)
  const tail = tailShape(Math.min(m.intake.diameterM, 0.95 * m.depthM), input, Infinity)
  for (const p of ports) {
    if (p.from === null) {
      const least = Math.min(
        ...angles.map((a) => Math.abs(Math.sin((a - p.angle) / 2)) * 2 * wallRate(m, p.angle) * mm),
      )
      if (least < p.radius + lug + 0.5)
        throw refuse(
          'CROWDED',
          'A port in the wall runs into a screw.',
          `Make the ${p.which} narrower, or the rotor larger.`,
        )
    } else if (p.fed && p.from - tail.neck < (bearing.outerM * mm) / 2 + fits.bearing + 1)
      throw refuse(
        'CROWDED',
        'The intake’s barbs run into the bearing.',
        'Put the intake further from the shaft, or make it narrower.',
      )
  }
  const height = Math.min(7, 0.35 * depth)
  const recess = depth - height - 0.5
  const area = ((3 * Math.sqrt(3)) / 4) * tip * tip + 3 * flank.segmentM2 * mm * mm
  const rotorGrams =
    PRINT *
    (area * depth -
      Math.PI * eccentric ** 2 * recess -
      Math.PI * (3 * e) ** 2 * (height + 0.5) -
      3 * bar.thick * (bar.high + 0.6) * depth)
  const barGrams = 3 * PRINT * bar.thick * bar.high * depth
  const metal = { radius: eccentric, height: depth - height - 1.2 }
  const unbalance = e * (rotorGrams + barGrams + STEEL * Math.PI * metal.radius ** 2 * metal.height)
  const free = Math.min(
    ...ports.flatMap((p) => (p.from === null ? [] : [p.from - Math.max(p.radius, tail.neck) - 1])),
    tip,
  )
  const sector = sectorFor(unbalance, shaft + HUB, free)
  const reach = Math.max(...angles.map((a) => Math.abs(beyondWall(m, a, out)[0]))) + lug
  return {
    trochoid: m,
    flank,
    e,
    tip,
    depth,
    play,
    wall,
    cover: { rear, front },
    floor: rear,
    roof: rear + room,
    top: rear + room + front,
    shaft,
    eccentric: metal,
    gear: { height, outer, inner },
    bar,
    screws: angles.map((a) => beyondWall(m, a, out)),
    long,
    lug,
    ears: [1, -1].map((side): Point => [side * (reach + 6), 0]),
    ports,
    tail,
    hollow: m.pocketM3 > 0 ? Math.min(4, (m.pocketM3 * mm ** 3) / (depth * (tip / 1.5) * 0.66)) : 0,
    balance: { unbalance, rotorGrams, sector },
    wheel: wheelFor(m.radiusM / 1.2, m.wheelInertiaKgM2),
  }
}

/** Where the rotor's middle stands when its first flank faces an angle, mm. */
export const middleAt = (l: RotorLayout, faces: number): Point => {
  const [x, y] = rotorMiddle(l.trochoid, faces)
  return [x * mm, y * mm]
}
