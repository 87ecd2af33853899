import { screwLength, tailShape, M3, type FedParts, type Point, type TailShape } from '../../geometry'
import { LUG, polar } from '../../geometry/solids/common'
import { COLLAR, type HubShape } from '../../geometry/solids/hub'
import { BESIDE, END_PLAY } from '../hub-stack'
import { mm } from '../part-kind'
import type { ReactionRotor } from '.'

/**
 * Thread of a screw in the hub's flange, thickness of the bridge, room over the rotor and the heads of its screws, mm.
 */
const THREAD = 4.2
export const BRIDGE = 5
export const OVER = M3.head + 0.85
/** Length of the pointed screw that a rotor on a point turns on, and how far its point goes in, mm. */
export const PIN = { length: 12, into: 0.7 } as const

/** Where everything of a reaction rotor stands, mm. Heights from under its foot; the air comes from above. */
export interface WhirlLayout {
  readonly body: number
  readonly height: number
  readonly jet: number
  readonly seal: number
  readonly throat: number
  readonly channel: number
  readonly arm: number
  /** Bottom of the inlet socket, from the rotor's underside. */
  readonly socket: number
  readonly onBearings: boolean
  readonly screws: readonly Point[]
  readonly screwPitch: number
  readonly screwLength: number
  readonly flange: number
  readonly flangeRadius: number
  /** Lower faces of the bearings; the room for the collar under them ends at the first. */
  readonly lowBearing: number
  readonly highBearing: number
  readonly columnTop: number
  readonly column: number
  readonly rotor: number
  readonly span: number
  readonly overhang: number
  /** Underside of the bridge that carries the feed post; posts beside the rotor. */
  readonly bridge: number
  readonly posts: number
  readonly post: number
  readonly tip: number
  readonly tail: TailShape
  readonly foot: number
}

/** Directions between the jets for the screws of the hub: three or so, evenly. Degrees. */
function betweenJets(count: number): number[] {
  if (count === 1) return [120, 240]
  const every = Math.max(1, Math.floor(count / 3))
  const gaps = Array.from({ length: count }, (_, i) => ((i + 0.5) * 360) / count)
  return count <= 4 ? gaps : gaps.filter((_, i) => i % every === 0)
}

export function whirlLayout(input: FedParts & { readonly machine: ReactionRotor }): WhirlLayout {
  const { machine: m, nozzle, bearing, fits, spanM } = input
  const [body, height, jet, seal] = [m.bodyRadiusM * mm, m.bodyHeightM * mm, m.jetRadiusM * mm, m.sealRadiusM * mm]
  const throat = (nozzle.throatDiameterM * mm) / 2
  const channel = Math.min(height * 0.3, Math.max(1.4 * throat, throat + 0.4))
  const onBearings = m.pivot === 'bearings'
  const width = bearing.widthM * mm
  const span = Math.max(spanM * mm, width + 4)
  const lowBearing = COLLAR.height + 3
  const highBearing = lowBearing + span
  const columnTop = onBearings ? highBearing + width : PIN.length + 4
  const screw = screwLength(height + THREAD)
  const flange = screw - height
  const rotor = onBearings ? columnTop + BESIDE + flange : columnTop + 6 - PIN.into
  const screwPitch = Math.max(seal, (input.shaftDiameterM * mm) / 2 + 1.5) + 1.6 + M3.headRadius
  const post = body + 3 + LUG.radius
  const tail = tailShape(nozzle.inletBoreM, input)
  return {
    body,
    height,
    jet,
    seal,
    throat,
    channel,
    arm: Math.max(channel + 1.2, throat + 1.6),
    socket: Math.max(1.2, height / 2 - channel - 0.3),
    onBearings,
    screws: onBearings ? betweenJets(nozzle.count).map((a) => polar(screwPitch, a)) : [],
    screwPitch,
    screwLength: screw,
    flange,
    flangeRadius: screwPitch + M3.headRadius + 0.4,
    lowBearing,
    highBearing,
    columnTop,
    column: onBearings ? (bearing.outerM * mm) / 2 + fits.wall : 6,
    rotor,
    span,
    overhang: rotor + height / 2 - (highBearing + width / 2),
    bridge: rotor + height + OVER,
    posts: 3,
    post,
    // it ends above the channels, which it would close
    tip: height / 2 - channel - 0.3 + OVER,
    tail,
    foot: 4,
  }
}

/**
 * Underside of the collar below the lower bearing, mm, and the direction of its set screw, between two spokes of the
 * foot, degrees.
 */
export const collarAt = (l: WhirlLayout): number => l.lowBearing - END_PLAY / 2 - COLLAR.height
export const COLLAR_TURN = 60

/**
 * Hub under the rotor: flange with through holes for its screws, a shoulder that ends at the bearing's inner ring. From
 * its lower end.
 */
export const whirlHub = (input: FedParts & { readonly machine: ReactionRotor }): HubShape => {
  const l = whirlLayout(input)
  const shoulder = (input.shaftDiameterM * mm) / 2 + 1.4
  return {
    bore: (input.shaftDiameterM * mm) / 2,
    shoulder,
    barrel: shoulder,
    barrelFrom: 0,
    barrelTo: BESIDE,
    flangeFrom: BESIDE - END_PLAY / 2,
    flangeTo: BESIDE - END_PLAY / 2 + l.flange,
    flangeRadius: l.flangeRadius,
    length: BESIDE - END_PLAY / 2 + l.flange,
    keys: [],
    keyDepth: 0,
    screws: l.screws,
  }
}
