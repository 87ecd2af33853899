import type { ManifoldToplevel } from 'manifold-3d'
import { movedBy, type Assembly, type Vec } from '../../core/geometry'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import { assemblyOf, notesOfPart, partSet, type PartName, type PartsInput } from '../../core/machines'
import { buildPart } from '../../core/machines/build-part'
import { assemblyChecks, bodiesOf, type AssemblyCheck, type MadeSolids } from '../../core/machines/check-assembly'

/**
 * For tests: what of a machine strikes what as it is turned, each moving body against every other and against all that
 * stands, at these angles, degrees.
 * @param most volume common to two bodies that only touch, mm3; circles have `segments` straight pieces.
 */
export function strikes(
  wasm: ManifoldToplevel,
  input: PartsInput,
  degrees: readonly number[],
  { most = 0.08, segments = 64 } = {},
): string[] {
  const { placed, turnedTo } = assemblyOf(input)
  if (!turnedTo) throw new Error('nothing of it moves by itself')
  const kit = new SolidKit(wasm, segments)
  try {
    const made = new Map()
    const still = bodiesOf(
      kit,
      input,
      placed.filter((p) => !p.turns),
      made,
    )
    return degrees.flatMap((deg) => {
      const moving = bodiesOf(kit, input, turnedTo(deg), made)
      return moving.flatMap((a, i) =>
        [...moving.slice(i + 1), ...still].flatMap((b) => {
          const volume = kit.commonVolume(a.solid, b.solid)
          return volume < most ? [] : [`${deg}: ${a.name}, ${b.name} ${volume.toFixed(2)}`]
        }),
      )
    })
  } finally {
    kit.free()
  }
}

/**
 * For tests: looks at a machine as it stands again and again, its solids made at the first look. Told is what falls
 * short.
 */
export function looksAt(input: PartsInput) {
  const made: MadeSolids = new Map()
  let kit: SolidKit | undefined
  return {
    short: (wasm: ManifoldToplevel, assembly?: Assembly<PartName>): AssemblyCheck[] =>
      assemblyChecks((kit ??= new SolidKit(wasm)), made, input, assembly).filter((c) => !c.fine),
    free: () => kit?.free(),
  }
}

/**
 * For tests: parts of a set that are not closed, fall apart, or have no drawing or nothing to watch; none is wanted.
 */
export const unsoundParts = (wasm: ManifoldToplevel, input: PartsInput): PartName[] =>
  partSet(input).flatMap(({ name }) => {
    const { watertight, pieces, profile } = buildPart(wasm, name, input)
    const drawn = profile.outlines.length + profile.circles.length > 0
    return watertight && pieces === 1 && drawn && notesOfPart(name, input).length > 0 ? [] : [name]
  })

/** For tests: every so many degrees of `whole`. */
export const every = (step: number, whole = 360): number[] =>
  Array.from({ length: Math.ceil(whole / step) }, (_, i) => i * step)

/** For tests: a machine with one of its bodies out of its place, at rest and as it turns. */
export function shifted(input: PartsInput, of: string, by: Vec): Assembly<PartName> {
  const a = assemblyOf(input)
  const move = (p: (typeof a.placed)[number]) =>
    (typeof p.body === 'string' ? p.body : p.body.code) === of ? { ...p, pose: movedBy(p.pose, by) } : p
  return { ...a, placed: a.placed.map(move), turnedTo: (d) => a.turnedTo!(d).map(move) }
}
