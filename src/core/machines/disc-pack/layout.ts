import {
  KEY,
  flangedTail,
  tailLength,
  insertRadii,
  insertShape,
  packOutlets,
  posed,
  type FedParts,
  type FlangedTail,
  type InsertShape,
  type Pose,
} from '../../geometry'
import { LIP, LUG } from '../../geometry/solids/common'
import { COLLAR, type HubShape } from '../../geometry/solids/hub'
import { rootBetween } from '../../numerics/root'
import { BESIDE, FLANGE, hubStack, stackHub, type HubStack } from '../hub-stack'
import { longer, lugAnglesClear, roundShaft, type Segment } from '../lug-angles'
import { mm } from '../part-kind'
import type { DiscPack } from '.'

/** Wall of a spacer on the hub, mm: what it covers of the discs is no outlet. */
const SPACER = 1
const WEBS = 4
const PLATE = 4
export const LEAST_GAP = 0.3
const BESIDE_BOSS = 5.2

/** Openings of a disc: a ring with webs, one of them wide enough for the key. mm. */
export interface DiscOutlets {
  /** Radius of the spacers: what they cover is no outlet. */
  readonly spacer: number
  readonly inner: number
  readonly outer: number
  readonly keyWeb: number
  readonly web: number
  readonly openMm2: number
  /** The most that could be open, as a share of the circle of the outlet's radius. */
  readonly mostShare: number
}

/** Area of a bar of a width along the radius, between the middle and a circle, mm2. */
const bar = (width: number, radius: number): number => {
  const h = Math.min(width / 2, radius)
  return h * Math.sqrt(radius ** 2 - h ** 2) + radius ** 2 * Math.asin(h / radius)
}

/** Openings between two radii beside webs, mm2. */
const openBetween = (inner: number, outer: number, keyWeb: number, web: number): number =>
  Math.PI * (outer ** 2 - inner ** 2) -
  (bar(keyWeb, outer) - bar(keyWeb, inner)) -
  (WEBS - 1) * (bar(web, outer) - bar(web, inner))

/**
 * The openings that leave as much open as the machine states, or as much as can be: with sound webs from a wider inner
 * radius where there is room, with thin ones from the spacers on otherwise.
 */
export function discOutlets(m: DiscPack, thinnest: number): DiscOutlets {
  const [least, outer] = [m.hubRadiusM * mm + SPACER, m.innerRadiusM * mm]
  const keyWeb = KEY.width + 2 * thinnest
  const thin = Math.max(thinnest, 0.8)
  const sound = Math.max(2, thin)
  const most = openBetween(least, outer, keyWeb, thin)
  const wanted = Math.min(most, m.outletShare * Math.PI * outer ** 2)
  const roomy = openBetween(least, outer, keyWeb, sound) >= wanted
  const [inner, web] = roomy
    ? [rootBetween((r) => openBetween(r, outer, keyWeb, sound) - wanted, least, outer), sound]
    : [least, rootBetween((w) => openBetween(least, outer, keyWeb, w) - wanted, thin, sound)]
  return { spacer: least, inner, outer, keyWeb, web, openMm2: wanted, mostShare: most / (Math.PI * outer ** 2) }
}

/** Where everything of a disc pack stands, mm. Heights from the outer face of its housing; the air leaves below. */
export interface PackLayout {
  readonly hub: number
  readonly outer: number
  readonly cavity: number
  readonly wall: number
  readonly rise: number
  /** Thickness along the shaft of a disc, of a spacer, and from disc to disc. */
  readonly along: number
  readonly gap: number
  readonly pitch: number
  readonly discs: number
  readonly clear: number
  readonly plate: number
  readonly stack: HubStack
  /** Radius of the room under the outlets, and the floor beside it. */
  readonly chamber: number
  readonly floor: number
  readonly joint: number
  readonly coverPlate: number
  readonly bossTop: number
  readonly boss: number
  readonly outlets: DiscOutlets
  readonly insert: InsertShape
  readonly tail: FlangedTail
  readonly pose: Pose
  /** Height of the jets: the middle of a disc. */
  readonly jets: number
  readonly exitBack: number
  readonly line: Segment
  /** The same with their tails, all round the shaft. */
  readonly pipes: readonly Segment[]
  readonly lugs: readonly number[]
}

/** Distance back along a jet that meets a rim of radius `r` at an angle to it, to a larger circle. */
const backTo = (r: number, angleRad: number, circle: number): number => {
  const sine = r * Math.sin(angleRad)
  return -sine + Math.sqrt(Math.max(0, sine ** 2 + circle ** 2 - r ** 2))
}

export function packLayout(input: FedParts & { readonly machine: DiscPack }): PackLayout {
  const { machine: m, nozzle, bearing, fits } = input
  const [hub, outer, clear] = [m.hubRadiusM * mm, m.outerRadiusM * mm, Math.max(m.clearanceM * mm, LEAST_GAP)]
  const cosine = Math.cos(m.coneAngleRad)
  const [along, gap] = [(m.discThicknessM * mm) / cosine, (m.gapWidthM * mm) / cosine]
  const pitch = along + gap
  const rise = Math.tan(m.coneAngleRad) * (outer - hub)
  const outlets = discOutlets(m, fits.thinnest)
  const low = LIP + bearing.widthM * mm
  // what leaves the discs turns outwards in this room before it goes through the floor
  const room = Math.max(BESIDE + FLANGE, (1.2 * outlets.openMm2) / (2 * Math.PI * outlets.outer))
  const stack = hubStack(input, low, (m.discs - 1) * pitch + along, Math.max(room, rise + clear + PLATE + 1 - low))
  const cavity = outer + clear
  const wall = cavity + fits.wall
  const ring = packOutlets(input, m.innerRadiusM)

  const exitBack = Math.max(nozzle.gapM * mm, backTo(outer, nozzle.angleRad, outer + LEAST_GAP))
  const [s, c] = [Math.sin(nozzle.angleRad), Math.cos(nozzle.angleRad)]
  const [x, z] = [outer * c, exitBack + outer * s]
  const trim = { kind: 'cylinder', x, z, radius: Math.hypot(x, z) } as const
  const plain = insertShape(nozzle, { extra: 0, trim, nose: null })
  const tail = flangedTail(nozzle, input)
  // the tail and the ends of its screws stay outside the cover, the flange's seat outside the cavity
  const outside = Math.max(
    backTo(outer, nozzle.angleRad, wall + tail.lobe + 1),
    backTo(outer, nozzle.angleRad, wall + 2.5) + tail.screw - tail.flange,
  )
  const corner = insertRadii(nozzle.inletBoreM).flangeRadius + fits.seat
  const seat =
    -outer * s +
    Math.sqrt(
      Math.max(
        0,
        (outer * s) ** 2 - (outer ** 2 + corner ** 2 - 2 * outer * corner * c - (cavity + 1.5 * fits.thinnest) ** 2),
      ),
    )
  const extra = Math.max(0, outside - exitBack - plain.length, seat - (exitBack + plain.length - plain.flange))
  const insert = insertShape(nozzle, { extra, trim, nose: null })
  const back = exitBack + insert.length
  const jets = stack.from - rise + Math.floor(m.discs / 2) * pitch + along / 2
  const line: Segment = [
    -exitBack * c,
    outer + exitBack * s,
    -(insert.length + tail.flange) * c,
    (insert.length + tail.flange) * s,
  ]
  const pipes = roundShaft(longer(line, tailLength(tail.tail)), nozzle.count)
  return {
    hub,
    outer,
    cavity,
    wall,
    rise,
    along,
    gap,
    pitch,
    discs: m.discs,
    clear,
    plate: PLATE,
    stack,
    chamber: Math.max(ring?.outer ?? 0, outlets.outer + 2, (bearing.outerM * mm) / 2 + fits.wall) + 0.4,
    floor: stack.from - rise - clear,
    joint: stack.to + clear,
    coverPlate: PLATE,
    bossTop: stack.high - stack.to - clear + bearing.widthM * mm + LIP,
    boss: Math.max((bearing.outerM * mm) / 2, hub + COLLAR.wall + 1) + fits.wall,
    outlets,
    insert,
    tail,
    pose: posed([-back * c, outer + back * s, jets], [c, -s, 0], [-s, -c, 0]),
    jets,
    exitBack,
    line,
    pipes,
    lugs: lugAnglesClear(wall > 60 ? 6 : 3, 52, wall + LUG.out, pipes, tail.radius + BESIDE_BOSS),
  }
}

/** The metal hub of the pack, from its lower end. */
export const packHub = (input: FedParts & { readonly machine: DiscPack }): HubShape => {
  const l = packLayout(input)
  return stackHub(input, l.stack, l.hub, l.outlets.spacer, [[l.stack.from, l.stack.to]], KEY.depth)
}
