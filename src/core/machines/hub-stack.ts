import { at, bearingBody, innerRing, shaftBody, type FedParts, type StatedGap } from '../geometry'
import { COLLAR, type HubShape } from '../geometry/solids/hub'
import { mm } from './part-kind'

/**
 * Least gap beside hub, collar and screw heads; end play of a hub between its bearings; thickness of a hub's flange,
 * which leaves a wall beside its set screw, mm.
 */
export const BESIDE = 0.6
export const END_PLAY = 0.1
export const FLANGE = 4.2

/** Wheels on a hub between two bearings: flange below, a collar above. Heights in the assembly, mm. */
export interface HubStack {
  /** Faces of the bearings towards the wheels. */
  readonly low: number
  readonly high: number
  /** Underside of the first wheel, upper side of the last. */
  readonly from: number
  readonly to: number
  readonly span: number
}

/**
 * A stack of wheels of a height whose lower bearing's inner face lies at `low`; the first wheel stands at least
 * `beneath` above it. The build's span where the stack leaves it, the least that it needs otherwise; what is over lies
 * above the collar.
 */
export function hubStack(
  { bearing, spanM }: Pick<FedParts, 'bearing' | 'spanM'>,
  low: number,
  height: number,
  beneath = 0,
): HubStack {
  const from = low + Math.max(beneath, BESIDE + FLANGE)
  const to = from + height
  const width = bearing.widthM * mm
  const high = Math.max(to + COLLAR.height + BESIDE, low + spanM * mm - width)
  return { low, high, from, to, span: high - low + width }
}

/** The hub of a stack, from its lower end; keys by their heights in the assembly. */
export function stackHub(
  { bearing, shaftDiameterM }: Pick<FedParts, 'bearing' | 'shaftDiameterM'>,
  s: HubStack,
  barrel: number,
  flangeRadius: number,
  keys: readonly (readonly [number, number])[],
  keyDepth: number,
): HubShape {
  const end = s.low + END_PLAY / 2
  return {
    bore: (shaftDiameterM * mm) / 2,
    shoulder: Math.min(innerRing(bearing), barrel - 0.1),
    barrel,
    barrelFrom: s.from - FLANGE - end,
    barrelTo: s.to + COLLAR.height - end,
    flangeFrom: s.from - FLANGE - end,
    flangeTo: s.from - end,
    flangeRadius,
    length: s.high - s.low - END_PLAY,
    keys: keys.map(([a, b]) => [a - end, b - end] as const),
    keyDepth,
    screws: [],
  }
}

/** The same with the flange above the wheels and the collar below them: `from` and `to` are the wheels' ends. */
export function hangingHub(
  input: Pick<FedParts, 'bearing' | 'shaftDiameterM'>,
  s: HubStack,
  barrel: number,
  flangeRadius: number,
  keyDepth: number,
): HubShape {
  const end = s.low + END_PLAY / 2
  return {
    ...stackHub(input, s, barrel, flangeRadius, [[s.from, s.to]], keyDepth),
    barrelFrom: s.from - COLLAR.height - end,
    barrelTo: s.to - end,
    flangeFrom: s.to - end,
    flangeTo: s.to + FLANGE - end,
  }
}

/** What every stack states of its hub. */
export const endPlay: readonly StatedGap<'hub'>[] = [-1, 1].map((z) => ({
  code: 'end-play',
  of: ['hub'],
  from: ['bearing'],
  along: [0, 0, z],
  mm: END_PLAY / 2,
}))

/** Shaft, hub and lower bearing of a stack, in the order in which they go in; the shaft from `from` to `to`. */
export const onShaft = (input: Pick<FedParts, 'bearing' | 'shaftDiameterM'>, s: HubStack, from: number, to: number) => [
  at(bearingBody(input.bearing), s.low - input.bearing.widthM * mm),
  at(shaftBody(input.shaftDiameterM * mm, to - from), from, true),
  at('hub', s.low + END_PLAY / 2, true),
]

/** Collar and upper bearing of a stack. */
export const overStack = (input: Pick<FedParts, 'bearing'>, s: HubStack) => [
  at('collar', s.to, true),
  at(bearingBody(input.bearing), s.high),
]
