import { wheelRow, type FedParts, type Point } from '../../geometry'
import { LIP, keyDepth, polar } from '../../geometry/solids/common'
import type { HubShape } from '../../geometry/solids/hub'
import { hubStack, stackHub, type HubStack } from '../hub-stack'
import { mm } from '../part-kind'
import type { WindStack } from '.'

/**
 * Ring of a tier, how far its vanes go into the grooves of what is beneath and how deep those are, cap, width of arms,
 * mm.
 */
export const RING = 3
export const VANE_FOOT = { into: 1, deep: 1.2 } as const
export const CAP = 4
export const ARM = 5
/** From the tube round the wheel to the middle of the bridge's screws, mm. */
const SCREW_OUT = 5
/** Where vanes end inside, as a share of the stack's radius. */
const INSIDE = 0.64

/** Height of one tier of a wind stack, mm: what prints in one piece. */
export const tierHeight = (m: { readonly stackHeightM: number }): number => {
  const whole = m.stackHeightM * mm
  return whole / Math.max(1, Math.ceil(whole / 120))
}

/** Where everything of a wind stack stands, mm. Heights from under its foot; the air comes down. */
export interface StackLayout {
  readonly row: ReturnType<typeof wheelRow>
  readonly inner: number
  readonly tube: number
  readonly radius: number
  readonly within: number
  readonly tier: number
  readonly tiers: number
  readonly arm: number
  readonly stack: HubStack
  readonly plate: number
  readonly boss: number
  readonly bridgeRadius: number
  readonly screws: readonly Point[]
  readonly keyDepth: number
  readonly flange: number
}

export function stackLayout(input: FedParts & { readonly machine: WindStack }): StackLayout {
  const { machine: m, bearing, fits } = input
  const row = wheelRow(m)
  const inner = row.tip + m.tipClearanceM * mm
  const tube = inner + fits.wall
  const radius = m.stackRadiusM * mm
  const tier = tierHeight(m)
  const low = LIP + bearing.widthM * mm
  const stack = hubStack(input, low, row.chord)
  return {
    row,
    inner,
    tube,
    radius,
    within: INSIDE * radius,
    tier,
    tiers: Math.max(1, Math.round((m.stackHeightM * mm) / tier)),
    arm: low,
    stack,
    plate: stack.high,
    boss: (bearing.outerM * mm) / 2 + fits.wall,
    bridgeRadius: tube + SCREW_OUT + 4.5,
    screws: [60, 180, 300].map((a) => polar(tube + SCREW_OUT, a)),
    keyDepth: keyDepth(row.hub, row.root, 1.25 * fits.thinnest),
    flange: Math.min(row.root - 0.5, row.hub + 3),
  }
}

/** The metal hub of the wheel, from its lower end. */
export const stackHubOf = (input: FedParts & { readonly machine: WindStack }): HubShape => {
  const l = stackLayout(input)
  return stackHub(input, l.stack, l.row.hub, l.flange, [[l.stack.from, l.stack.to]], l.keyDepth)
}
