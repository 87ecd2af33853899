import { axialLengths, endPlateRim, ringRadii, tailShape, wheelRow, type FedParts } from '../../geometry'
import { LIP, keyDepth } from '../../geometry/solids/common'
import { COLLAR, type HubShape } from '../../geometry/solids/hub'
import { BESIDE, hubStack, stackHub, type HubStack } from '../hub-stack'
import { mm } from '../part-kind'
import type { Axial } from '.'

/** Least gap between the lid and the first wheel, mm. */
const LEAST_TOP = 0.4
/** Wall of the rings that keep wheels apart on the hub, and their gap to the stators, mm. */
const APART = 1.6
const TO_STATOR = 0.4
const PLATE = 4

/**
 * Outer radius of everything but the wheels: that of the plates, and wide enough that the feed holes come out under the
 * cone. mm.
 */
export function axialRim(input: FedParts & { readonly machine: Axial }): number {
  const { machine, nozzle, fits } = input
  const radius = (nozzle.exitDiameterM * mm) / 2
  const out = PLATE / Math.tan(nozzle.angleRad) + radius / Math.sin(nozzle.angleRad)
  return Math.max(endPlateRim(machine, input), Math.hypot(machine.meanRadiusM * mm, out) + radius + fits.wall + 0.5)
}

/**
 * Where everything of an axial machine stands, mm. Heights from the outer face of its end plate; the air comes from
 * above.
 */
export interface AxialLayout {
  readonly row: ReturnType<typeof wheelRow>
  readonly inner: number
  readonly outer: number
  readonly barrel: number
  readonly rim: number
  readonly chord: number
  readonly gap: number
  /** From one wheel to the next. */
  readonly stage: number
  readonly stages: number
  /** Inner face of the end plate beside its bearing. */
  readonly plate: number
  readonly stack: HubStack
  /** Between the lid and the first wheel: the nozzle's gap, along the shaft. */
  readonly top: number
  /** Underside of the lid, and its thickness. */
  readonly lid: number
  readonly lidPlate: number
  readonly collarRoom: number
  /** Upper end of the lid's boss over the lid's underside, and its radius. */
  readonly bossTop: number
  readonly boss: number
  readonly spacer: number
  readonly statorBore: number
  readonly keyDepth: number
  readonly flange: number
  /** The jet's free way. */
  readonly free: number
}

export function axialLayout(input: FedParts & { readonly machine: Axial }): AxialLayout {
  const { machine, nozzle, bearing, fits } = input
  const row = wheelRow(machine)
  const radii = ringRadii(machine, input)
  const { chord, gap } = axialLengths(machine)
  const stage = 2 * (chord + gap)
  const sine = Math.sin(nozzle.angleRad)
  const top = Math.max(nozzle.gapM * mm * sine, LEAST_TOP)
  const low = LIP + bearing.widthM * mm
  const plate = Math.max(PLATE, fits.wall)
  const stack = hubStack(input, low, (machine.stages - 1) * stage + chord, plate + gap - low)
  const lid = stack.to + top
  const collarRoom = stack.to + COLLAR.height + BESIDE - lid
  const spacer = row.hub + APART
  return {
    row,
    ...radii,
    rim: axialRim(input),
    chord,
    gap,
    stage,
    stages: machine.stages,
    plate,
    stack,
    top,
    lid,
    lidPlate: PLATE,
    collarRoom,
    bossTop: stack.high - lid + bearing.widthM * mm + LIP,
    boss: Math.max((bearing.outerM * mm) / 2, row.hub + COLLAR.wall + 1) + fits.wall,
    spacer,
    statorBore: spacer + TO_STATOR,
    keyDepth: keyDepth(row.hub, row.root, 1.25 * fits.thinnest),
    flange: Math.min(row.root - 0.5, row.hub + 3),
    free: top / sine,
  }
}

/** What lies over the lid, mm from its upper side: a round wall, then a cone to the hose. */
export function feedCone(l: AxialLayout, input: FedParts) {
  const { nozzle, fits } = input
  // as wide as lets the air of all holes through easily
  const bore = Math.max(nozzle.inletBoreM, 1.5 * nozzle.exitDiameterM * Math.sqrt(nozzle.count))
  const tail = tailShape(bore, input)
  const inside = l.rim - fits.wall
  const above = l.bossTop - l.lidPlate
  return { tail, inside, wall: Math.max(5, above + 3 - Math.max(0, inside - l.boss)) }
}

/** Height of a wheel's underside, the lowest being 0. */
export const wheelAt = (l: AxialLayout, index: number): number => l.stack.from + index * l.stage

/** The metal hub of the wheels, from its lower end; keys stand where the wheels are. */
export const axialHub = (input: FedParts & { readonly machine: Axial }): HubShape => {
  const l = axialLayout(input)
  return stackHub(
    input,
    l.stack,
    l.row.hub,
    l.flange,
    Array.from({ length: l.stages }, (_, i) => [wheelAt(l, i), wheelAt(l, i) + l.chord] as const),
    l.keyDepth,
  )
}
