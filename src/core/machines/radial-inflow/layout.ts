import { tailShape, type FedParts, type TailShape } from '../../geometry'
import { LIP, keyDepth } from '../../geometry/solids/common'
import { lidHeight, type Bent } from '../../geometry/solids/bent-wheel'
import { COLLAR, type HubShape } from '../../geometry/solids/hub'
import { BESIDE, FLANGE, hangingHub, type HubStack } from '../hub-stack'
import { mm } from '../part-kind'
import type { RadialInflow } from '.'

/** Gap under a wheel's back, mm. */
export const UNDER = 0.5
/** Thickness of a lid where it lies on the joint, width of its arms, mm. */
export const LID = 5
export const ARM = 4

/** A box's ring of slots, by its radii over the wheel's. */
export const RING = { inside: 1.03, outside: 1.03 * 1.18 } as const

export const radialShape = (m: RadialInflow): Bent => ({
  rim: m.inletRadiusM * mm,
  width: m.inletWidthM * mm,
  eye: m.outletTipRadiusM * mm,
  hub: m.outletHubRadiusM * mm,
  bore: m.hubRadiusM * mm,
  back: m.discThicknessM * mm,
  depth: Math.max(1.3 * m.inletWidthM, 0.55 * m.inletRadiusM) * mm,
})

/** Where everything of a radial machine stands, mm. Heights from the outer face of its volute; the air leaves above. */
export interface RadialLayout {
  readonly shape: Bent
  /** Area of all feed, mm2, and the radius where the spiral begins. */
  readonly feed: number
  readonly start: number
  readonly outer: number
  readonly boxed: boolean
  readonly stack: HubStack
  readonly keyDepth: number
  readonly flange: number
  /** Under the wheel's back, at its upper side, the joint. */
  readonly floor: number
  readonly level: number
  readonly joint: number
  /**
   * The duct over the outlet: where its posts stand on the lid and its tube begins, radius inside, boss of its bearing,
   * upper end.
   */
  readonly foot: number
  readonly tube: number
  readonly duct: number
  readonly boss: number
  readonly top: number
  /** Inlet: middle of the spout from the shaft, its channel and bore as radii, the hose. */
  readonly middle: number
  readonly channel: number
  readonly bore: number
  readonly tail: TailShape
  readonly clear: number
}

/** The narrowest duct that leaves as much open beside a bearing's boss and its arms as the wheel's outlet has. */
function ductRadius(open: number, boss: number, least: number): number {
  let radius = least
  while (Math.PI * (radius ** 2 - boss ** 2) - 3 * ARM * (radius - boss) < open) radius += 0.1
  return radius
}

export function radialLayout(input: FedParts & { readonly machine: RadialInflow }): RadialLayout {
  const { machine: m, nozzle, bearing, fits, spanM } = input
  const shape = radialShape(m)
  const width = bearing.widthM * mm
  const low = LIP + width
  const from = low + BESIDE + COLLAR.height + BESIDE
  const to = from + shape.back + shape.depth
  const high = Math.max(to + FLANGE + BESIDE, low + spanM * mm - width)
  const boxed = m.feed === 'box'
  const feed = (nozzle.count * Math.PI * (nozzle.throatDiameterM * mm) ** 2) / 4
  const spiral = shape.rim * 1.06 + feed / shape.width
  const bore = Math.min((nozzle.inletBoreM * mm) / 2, 2 * shape.width)
  const channel = Math.min(bore, shape.width / 2)
  // round a box's ring of slots there is room for the channel, and half as much again as the slots have
  const ring = RING.outside * shape.rim
  const start = boxed ? ring + Math.max(2 * channel + 1.4, (1.5 * feed) / shape.width) : spiral
  const clear = m.clearanceM * mm
  const joint = from + shape.back + shape.width
  const boss = (bearing.outerM * mm) / 2 + fits.wall
  // a socket must not reach below the floor
  const tail = tailShape((2 * bore) / mm, input, from + shape.back + shape.width / 2)
  const outer = start + fits.wall
  return {
    shape,
    feed,
    start,
    outer,
    boxed,
    stack: { low, high, from, to, span: high - low + width },
    keyDepth: keyDepth(shape.bore, shape.hub, 1.25 * fits.thinnest),
    flange: Math.max(shape.hub, shape.bore + 1),
    floor: from - UNDER,
    level: from + shape.back,
    joint,
    foot: joint + LID,
    tube: joint + lidHeight(shape),
    duct: ductRadius(Math.PI * (shape.eye ** 2 - shape.hub ** 2), boss, shape.eye + clear + 2.9),
    boss,
    top: high + width + LIP,
    middle: ((boxed ? ring : shape.rim * 1.06) + start) / 2,
    channel,
    bore,
    tail,
    clear,
  }
}

/** The metal hub of the wheel, from its lower end. */
export const radialHub = (input: FedParts & { readonly machine: RadialInflow }): HubShape => {
  const l = radialLayout(input)
  return hangingHub(input, l.stack, l.shape.bore, l.flange, l.keyDepth)
}

/** Where the spout’s round bore begins: outside the lid, and with a wall between it and the spiral. */
export function spoutFrom(l: RadialLayout, wall: number): number {
  const underLid = Math.sqrt(Math.max(1, l.outer ** 2 - l.middle ** 2))
  const reach = l.boxed ? l.start : l.shape.rim * 1.06 + (0.12 * l.feed) / l.shape.width
  return Math.max(
    underLid + wall - 0.5,
    Math.sqrt(Math.max(0, (reach + wall) ** 2 - Math.max(0, l.middle - l.bore) ** 2)),
    Math.sqrt(Math.max(0, (l.outer + 1) ** 2 - Math.max(0, l.middle - l.tail.neck - 1) ** 2)),
  )
}
