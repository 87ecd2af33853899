import {
  endPlateRim,
  flangedTail,
  tailLength,
  insertRadii,
  insertShape,
  posed,
  ringRadii,
  wheelRow,
  type FedParts,
  type FlangedTail,
  type InsertShape,
  type Pose,
} from '../../geometry'
import { LIP, LUG, keyDepth } from '../../geometry/solids/common'
import { COLLAR, type HubShape } from '../../geometry/solids/hub'
import { BESIDE, hubStack, stackHub, type HubStack } from '../hub-stack'
import { longer, lugAnglesClear, roundShaft, type Segment } from '../lug-angles'
import { mm } from '../part-kind'
import type { SupersonicImpulse } from '.'

/** Least gap between blades and what stands over them, mm; flattest jet whose insert still goes through the plate. */
const LEAST_TOP = 0.3
const FLATTEST = (8 * Math.PI) / 180
const PLATE = 4
const NOZZLE_PLATE = 6
/** Between the middle of a screw and a boss beside it, mm. */
const BESIDE_BOSS = 5.2

/**
 * Where everything of a supersonic machine stands, mm. Heights from the outer face of its end plate; the jets come from
 * above.
 */
export interface SideJetLayout {
  readonly row: ReturnType<typeof wheelRow>
  readonly inner: number
  readonly rim: number
  readonly plate: number
  readonly stack: HubStack
  /** Underside of the nozzle plate, over the wheel by `top`. */
  readonly under: number
  readonly top: number
  readonly nozzlePlate: number
  readonly collarRoom: number
  readonly bossTop: number
  readonly boss: number
  readonly mean: number
  readonly insert: InsertShape
  readonly tail: FlangedTail
  readonly pose: Pose
  readonly free: number
  readonly line: Segment
  /** The same with their tails, all round the shaft. */
  readonly pipes: readonly Segment[]
  readonly lugs: readonly number[]
  readonly keyDepth: number
  readonly flange: number
  readonly tooFlat: boolean
}

export function sideJetLayout(input: FedParts & { readonly machine: SupersonicImpulse }): SideJetLayout {
  const { machine, nozzle, bearing, fits } = input
  const row = wheelRow(machine)
  const { inner } = ringRadii(machine, input)
  const rim = endPlateRim(machine, input)
  const angle = Math.max(nozzle.angleRad, FLATTEST)
  const [sine, cosine] = [Math.sin(angle), Math.cos(angle)]
  const low = LIP + bearing.widthM * mm
  const beside = Math.max(machine.casing.clearanceM * mm, BESIDE)
  const stack = hubStack(input, low, row.chord, PLATE + beside - low)
  const top = Math.max(nozzle.gapM * mm * sine, LEAST_TOP)
  const under = stack.to + top

  const trim = { kind: 'plane', slopeRad: angle } as const
  const plain = insertShape(nozzle, { extra: 0, trim, nose: null })
  // the flange's seat must lie above the plate's underside with a sound wall between
  const { flangeRadius } = insertRadii(nozzle.inletBoreM)
  const back = ((flangeRadius + fits.seat) * cosine + 1.5 * fits.thinnest) / sine
  const extra = Math.max(0, back - (plain.length - plain.flange))
  const insert = insertShape(nozzle, { extra, trim, nose: null })
  const tail = flangedTail(nozzle, input)
  const mean = (row.root + row.tip) / 2
  // the first jet goes along +y and down where it leaves at (mean, 0)
  const pose = posed(
    [mean, -insert.length * cosine, under + insert.length * sine],
    [0, cosine, -sine],
    [0, -sine, -cosine],
  )
  const line: Segment = [mean, insert.ahead * cosine, 0, -(insert.length + insert.ahead) * cosine]
  const pipes = roundShaft(longer(line, tailLength(tail.tail) * cosine), nozzle.count)
  return {
    row,
    inner,
    rim,
    plate: PLATE,
    stack,
    under,
    top,
    nozzlePlate: NOZZLE_PLATE,
    collarRoom: stack.to + COLLAR.height + BESIDE - under,
    bossTop: stack.high - under + bearing.widthM * mm + LIP,
    boss: Math.max((bearing.outerM * mm) / 2, row.hub + COLLAR.wall + 1) + fits.wall,
    mean,
    insert,
    tail,
    pose,
    free: top / sine,
    line,
    pipes,
    lugs: lugAnglesClear(rim > 60 ? 6 : 3, 60, rim + LUG.out, pipes, tail.radius + BESIDE_BOSS),
    keyDepth: keyDepth(row.hub, row.root, 1.25 * fits.thinnest),
    flange: Math.min(row.root - 0.5, row.hub + 3),
    tooFlat: nozzle.angleRad < FLATTEST,
  }
}

/** The metal hub of the wheel, from its lower end. */
export const sideJetHub = (input: FedParts & { readonly machine: SupersonicImpulse }): HubShape => {
  const l = sideJetLayout(input)
  return stackHub(input, l.stack, l.row.hub, l.flange, [[l.stack.from, l.stack.to]], l.keyDepth)
}
