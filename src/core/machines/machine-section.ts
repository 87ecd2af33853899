import type { ManifoldToplevel } from 'manifold-3d'
import { isBought, type Bought, type Placed, type Point } from '../geometry'
import { SolidKit } from '../geometry/solids/toolkit'
import { bodiesOf, type Body } from './check-assembly'
import { assemblyOf, partSpec, type PartName, type PartsInput } from './parts'

/**
 * What a plane cuts of one body of a machine put together, in the plane, mm: closed outlines, holes the other way
 * round.
 */
export interface CutBody {
  readonly body: PartName | Bought
  readonly turns: boolean
  readonly metal: boolean
  readonly outlines: readonly (readonly Point[])[]
}

/** A machine put together, cut twice, mm. */
export interface MachineSection {
  /** Through the shaft and the first screw beside it: across to the right, along the shaft upwards. */
  readonly along: readonly CutBody[]
  /** At a height along the shaft, seen from its upper end. */
  readonly across: readonly CutBody[]
  readonly acrossAt: number
  /** Way that it turns in that view: 1 counter-clockwise. */
  readonly turn: 1 | -1
  /** Angle of the plane along the shaft, degrees. */
  readonly alongAt: number
}

/**
 * The plane through the shaft that also cuts the outermost screw, so that it is seen what holds the machine together.
 * Degrees.
 */
function screwAngle(placed: readonly Placed<PartName>[]): number {
  const off = ({ pose }: Placed<PartName>) => Math.hypot(pose[12], pose[13])
  const screws = placed.filter(
    (p) => isBought(p.body) && p.body.code === 'screw' && Math.abs(p.pose[10]) > 0.99 && off(p) > 1,
  )
  if (screws.length === 0) return 0
  const { pose } = screws.reduce((best, p) => (off(p) > off(best) + 0.01 ? p : best))
  return (Math.atan2(pose[13], pose[12]) * 180) / Math.PI
}

/**
 * Height of what the air drives: of the jets where they meet a rotor, or of the middle of the rotor nearest to them.
 */
function workingHeight(
  input: PartsInput,
  bodies: readonly Body[],
  jets: readonly { readonly exit: readonly number[] }[],
): number {
  const widths = bodies
    .filter(({ placed: { body, turns } }) => turns && !isBought(body) && !partSpec(body, input)?.metal)
    .map((b) => {
      const { min, max } = b.solid.boundingBox()
      return { low: min[2], high: max[2], wide: max[0] - min[0] }
    })
  const widest = Math.max(...widths.map((w) => w.wide))
  const exit = jets.length > 0 ? jets.reduce((s, j) => s + j.exit[2], 0) / jets.length : null
  if (exit !== null && widths.some((r) => exit > r.low && exit < r.high)) return exit
  const rotors = widths.filter((w) => w.wide > 0.5 * widest)
  const off = (r: (typeof rotors)[number]) => Math.abs((r.low + r.high) / 2 - (exit ?? 0))
  const nearest = rotors.reduce((best, r) => (off(r) < off(best) ? r : best))
  return (nearest.low + nearest.high) / 2
}

/**
 * A machine as it stands put together, cut along its shaft and across it, from the solids that its parts are made from:
 * what is drawn is what is built.
 * @throws PhysicsError as `solidOf`, where a part cannot be made.
 */
export function machineSection(wasm: ManifoldToplevel, input: PartsInput): MachineSection {
  const kit = new SolidKit(wasm)
  try {
    const { placed, jets, turn } = assemblyOf(input)
    const bodies = bodiesOf(kit, input, placed)
    const acrossAt = workingHeight(input, bodies, jets)
    const alongAt = screwAngle(placed)
    const cut = (outlinesOf: (body: Body) => Point[][]) =>
      bodies.flatMap((b): CutBody[] => {
        const { body, turns } = b.placed
        const outlines = outlinesOf(b)
        const metal = isBought(body) || partSpec(body, input)?.metal === true
        return outlines.length > 0 ? [{ body, turns: turns === true, metal, outlines }] : []
      })
    return {
      acrossAt,
      alongAt,
      turn,
      across: cut(({ solid }) => kit.sliced(solid, acrossAt)),
      along: cut(({ solid }) => kit.sliced(kit.placed(kit.aboutZ(solid, -alongAt), [-90, 0, 0]), 0)),
    }
  } finally {
    kit.free()
  }
}
