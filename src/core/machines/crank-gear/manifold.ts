import type { Manifold } from 'manifold-3d'
import { at, endLength, tailReach, tailShape, type FedParts, type Placed, type TailShape } from '../../geometry'
import { polar } from '../../geometry/solids/common'
import { tailEnd } from '../../geometry/solids/nozzle-insert'
import type { SolidKit } from '../../geometry/solids/toolkit'
import { mm, type PartSpec } from '../part-kind'
import { joinNotes } from '../shared-parts'
import type { GearLayout, ManyFigures } from './layout'

/** A drum that shares the air out: the inlet in the middle of its lid, an outlet for each cylinder round it. mm. */
export interface ManifoldLayout {
  readonly inlet: TailShape
  readonly outlet: TailShape
  readonly outlets: number
  /** Where the outlets stand, and its inside. */
  readonly at: number
  readonly radius: number
  readonly high: number
  readonly wall: number
  readonly floor: number
}

type Fed = FedParts & { readonly machine: ManyFigures }

/** Least height of its inside, in bores of an outlet. */
const LEAST_HIGH = 2

/** As much room as the build’s manifold has, or as little as its outlets allow. */
export function manifoldLayout(input: Fed, { angles }: GearLayout, outlet: TailShape): ManifoldLayout {
  const wall = Math.max(input.fits.wall, 3)
  const inlet = tailShape(input.nozzle.inletBoreM, input)
  const between = angles.length > 1 ? 2 * Math.sin(Math.PI / angles.length) : 2
  // a finger’s breadth for the hoses
  const at = Math.max(tailReach(inlet) + tailReach(outlet) + 5, (2 * tailReach(outlet) + 4) / between)
  const wanted = (input.machine.inlet?.manifoldVolumeM3 ?? 0) * mm ** 3
  // no higher than it is wide
  const radius = Math.max(at + outlet.bore, Math.cbrt(wanted / (2 * Math.PI)))
  const high = Math.max(LEAST_HIGH * 2 * outlet.bore, wanted / (Math.PI * radius ** 2))
  return { inlet, outlet, outlets: angles.length, at, radius, high, wall, floor: wall }
}

/** What it holds, cm3. */
const holds = ({ radius, high }: ManifoldLayout): number => (Math.PI * radius ** 2 * high) / 1000

/** The manifold of an engine of several cylinders. */
export const manifoldPart = <I extends Fed>(layout: (input: I) => ManifoldLayout): PartSpec<I> => ({
  name: 'Manifold',
  what: 'shares the air out to the cylinders',
  joins: (input) => {
    const { inlet, outlet, outlets } = layout(input)
    return [{ tail: inlet }, { tail: outlet, hoseTo: 'caps', times: outlets }]
  },
  goesOn: 'In the hoses, or tied to the bench: one hose from each of its outlets to a cylinder, all as long.',
  notes: (input) => {
    const l = layout(input)
    const wanted = (input.machine.inlet?.manifoldVolumeM3 ?? 0) * 1e6
    return [
      ...joinNotes(l.inlet),
      `It holds ${holds(l).toFixed(1)} cm³${holds(l) > 1.05 * wanted ? `, more than the build’s ${wanted.toFixed(1)}: its outlets need the room` : ''}; the hoses come on top.`,
      'Print floor down, solid: its lid bridges freely.',
    ]
  },
})

/** It hangs in its hoses beyond the crank. */
export const hungManifold = (l: GearLayout): Placed<'engine-manifold'>[] =>
  l.angles.length > 1
    ? [{ ...at('engine-manifold', l.axis + l.angles.length * l.pitch + 2 * l.bore), loose: true }]
    : []

/** Floor on z = 0. */
export function manifoldSolid(kit: SolidKit, input: FedParts, l: ManifoldLayout): Manifold {
  const lid = l.floor + l.high
  const top = lid + l.wall
  const joints = [
    { tail: l.inlet, joint: tailEnd(kit, l.inlet, top + 1, input.fits), at: [0, 0] as const },
    ...Array.from({ length: l.outlets }, (_, k) => ({
      tail: l.outlet,
      joint: tailEnd(kit, l.outlet, top + 1, input.fits),
      at: polar(l.at, (k * 360) / l.outlets),
    })),
  ]
  const there = (solid: Manifold, [x, y]: readonly [number, number]) => kit.placed(solid, [0, 0, 0], [x, y, 0])
  return kit.cut(
    kit.union([
      kit.cylinder(l.radius + l.wall, 0, top),
      ...joints.flatMap(({ tail, joint, at }) => [
        there(kit.cylinder(tail.neck, lid, top + 1.01), at),
        there(joint.body, at),
      ]),
    ]),
    [
      kit.cylinder(l.radius, l.floor, lid),
      ...joints.flatMap(({ tail, joint, at }) => [
        there(kit.cylinder(tail.bore, lid - 0.5, top + 2 + endLength(tail)), at),
        ...joint.hollow.map((h) => there(h, at)),
      ]),
    ],
  )
}
