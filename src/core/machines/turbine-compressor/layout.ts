import { tailLength, tailReach, tailShape, type FedParts, type Point, type TailShape } from '../../geometry'
import { LUG, keyDepth, polar } from '../../geometry/solids/common'
import { lidHeight, type Bent } from '../../geometry/solids/bent-wheel'
import { COLLAR, type HubShape } from '../../geometry/solids/hub'
import { BESIDE } from '../hub-stack'
import { fromSegment, type Segment } from '../lug-angles'
import { mm } from '../part-kind'
import { lugAngles, rimLayout, type RimInput, type RimLayout } from '../tangential-impulse/layout'
import type { TurbineCompressor } from '.'

export type DrivenInput = FedParts & { readonly machine: TurbineCompressor }

/**
 * Metal between shaft and impeller, floor under the collar, gap under an impeller's back, wall round an impeller's
 * bush, mm.
 */
const BUSH = 1.5
const FLOOR = 3
export const UNDER = 0.5
const BUSH_WALL = 2.3
/** Thickness of a bush's flange over its impeller, mm. */
export const FLANGE = 4.2
/** Between the turbine's outlets and the first housing, mm: room for its air to leave. */
const STANDOFF = 8
const LID = 5

/** Depth of an impeller from its back to its eye, mm. */
export const impellerDepth = ({ impeller: i }: TurbineCompressor): number =>
  Math.max(1.5 * i.tipWidthM, 0.45 * i.tipRadiusM) * mm

/** One stage, and where stages stand on the turbine. mm. Heights of a stage from its housing's outer face. */
export interface StageLayout {
  readonly shape: Bent
  readonly bush: number
  readonly keyDepth: number
  /** Impeller's back; joint of housing and lid; floor of the collector. */
  readonly back: number
  readonly joint: number
  readonly collector: number
  readonly collectorRadius: number
  readonly outer: number
  readonly hole: number
  /** Middle of the spout from the shaft, its height, where its round pipe ends. */
  readonly middle: number
  readonly spoutZ: number
  readonly spoutEnd: number
  readonly spoutTurn: number
  readonly tail: TailShape
  readonly clear: number
  readonly lid: number
  /** Height of the ring between two stages, that the air of the upper one is led into. */
  readonly duct: number
  readonly ductTurn: number
  readonly rods: readonly Point[]
  /** Undersides of the housings in the assembly, and the top of the last lid. */
  readonly at: readonly number[]
  readonly top: number
  readonly rim: RimLayout
  readonly standoff: number
}

/** The turbine as its halves' screws must reach round the impellers' housings. */
export const rimOf = (input: DrivenInput): RimInput => ({ ...input, rodsAt: housingRadius(input) + LUG.out })

/** Radius of the collector, and of its housing outside. */
const collectorRadius = ({ machine: m }: DrivenInput): number => {
  const tip = m.impeller.tipRadiusM * mm
  return tip * 1.05 + Math.max(m.deliveryDiameterM * mm + 1, 0.14 * tip)
}
const housingRadius = (input: DrivenInput): number => collectorRadius(input) + input.fits.wall

export function stageLayout(input: DrivenInput): StageLayout {
  const { machine: m, fits } = input
  const bush = (input.shaftDiameterM * mm) / 2 + BUSH
  const eye = m.impeller.eyeRadiusM * mm
  const hub = Math.max(bush + BUSH_WALL, Math.min(0.4 * eye, eye - 3))
  const shape: Bent = {
    rim: m.impeller.tipRadiusM * mm,
    width: m.impeller.tipWidthM * mm,
    eye,
    hub,
    bore: bush,
    back: 2,
    depth: impellerDepth(m),
  }
  const hole = (m.deliveryDiameterM * mm) / 2
  const tail = tailShape(m.deliveryDiameterM, { fits, connection: 'barbs' })
  const reach = Math.max(hole + fits.wall, tail.neck + 1)
  // the collector lies under the joint, its spout high enough over the bed
  const back = Math.max(
    FLOOR + COLLAR.height + 2 * BESIDE,
    FLOOR + 2 * hole + 1 - shape.back - shape.width,
    reach + hole + 0.5 - shape.back - shape.width,
  )
  const joint = back + shape.back + shape.width
  const radius = collectorRadius(input)
  const outer = radius + fits.wall
  const middle = (shape.rim * 1.05 + radius) / 2
  const spoutEnd = Math.sqrt(Math.max(0, (outer + 1) ** 2 - Math.max(0, middle - reach) ** 2)) + 2
  const height = lidHeight(shape)
  const duct = height - Math.min(height, LID) + Math.max(2 * tail.neck + 3, 0.6 * eye)
  const lid = Math.min(height, LID)
  const rim = rimLayout(rimOf(input))
  const rods = lugAngles(rim, input.nozzle.angleRad, input.nozzle.count).map((a) => polar(rim.rods, a))
  const from = 2 * rim.half + STANDOFF
  const step = joint + lid + duct
  const at = Array.from({ length: m.impeller.stages }, (_, i) => from + i * step)
  // the spout and the mouth of the ring look where no rod stands
  const free = (line: readonly [number, number, number, number], least: number): number =>
    Array.from({ length: 36 }, (_, i) => i * 10).find((turn) =>
      rods.every(([x, y]) => {
        const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
        return fromSegment(line, c * x + s * y, c * y - s * x) > least
      }),
    ) ?? 0
  return {
    shape,
    bush,
    keyDepth: keyDepth(bush, hub, 1.25 * fits.thinnest),
    back,
    joint,
    collector: joint - 2 * hole - 1,
    collectorRadius: radius,
    outer,
    hole,
    middle,
    spoutZ: joint - hole - 0.5,
    spoutEnd,
    spoutTurn: free([middle, 0, 0, -spoutEnd - 40], reach + LUG.radius + 1),
    tail,
    clear: m.impeller.clearanceM * mm,
    lid,
    duct,
    ductTurn: free([0, 0, outer + 40, 0], tail.neck + 2 + LUG.radius + 1),
    rods,
    at,
    top: at[at.length - 1] + joint + lid,
    rim,
    standoff: STANDOFF,
  }
}

/** Metal bush of an impeller: barrel with key, a small flange above it; a collar clamps from below. */
export const bushHub = (input: DrivenInput): HubShape => {
  const { shape: s, keyDepth } = stageLayout(input)
  const to = COLLAR.height + s.back + s.depth
  return {
    bore: (input.shaftDiameterM * mm) / 2,
    shoulder: s.bore,
    barrel: s.bore,
    barrelFrom: 0,
    barrelTo: to,
    flangeFrom: to,
    flangeTo: to + FLANGE,
    flangeRadius: s.hub,
    length: to + FLANGE,
    keys: [[COLLAR.height, to]],
    keyDepth,
    screws: [],
  }
}

/** Radius of the widest of a spout. */
export const spoutReach = ({ tail, hole }: StageLayout): number => Math.max(tailReach(tail), hole + SPOUT_WALL)
/** At most what a process makes a wall, mm. */
const SPOUT_WALL = 3

/** Spouts, and the mouths between stages, seen along the shaft. */
export function stagePipes(l: StageLayout): Segment[] {
  const turned = (x: number, y: number, dx: number, dy: number, degrees: number): Segment => {
    const [c, s] = polar(1, degrees)
    return [c * x - s * y, s * x + c * y, c * dx - s * dy, s * dx + c * dy]
  }
  const length = tailLength(l.tail)
  return [
    turned(l.middle, 0, 0, -l.spoutEnd - length, l.spoutTurn),
    ...(l.at.length > 1 ? [turned(l.outer, 0, length + 5, 0, l.ductTurn)] : []),
  ]
}
