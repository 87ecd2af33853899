'use client'
import { useMemo } from 'react'
import { partsInput } from '../../project/parts/build-parts'
import { regulatorInput } from '../../project/parts/regulator-parts'
import type { Build, HoleGauge } from '../../project/document'
import { checkMachine, inspectPart, makePart, planPrint, type Inspected } from '../../workers'
import { useJob, type Job } from '../shared'
import { PhysicsError } from '../../core/errors'
import { partSet, partSpec, type PartName, type PartsInput } from '../../core/machines'
import type { MadeOf } from './make-props'
import type { PartInSet } from '../../core/geometry'
import type { AssemblyCheck } from '../../core/machines/check-assembly'
import type { PartMesh } from '../../core/machines/build-part'
import type { PrintPlan } from '../../core/printing'

interface MadePart {
  readonly mesh: PartMesh
  /** Null until it has been looked through. */
  readonly inspected: Inspected | null
}
export type PartState = Job<MadePart>

async function makeOne(
  { name, input }: { readonly name: PartName; readonly input: PartsInput },
  signal: AbortSignal,
  say: (job: PartState) => void,
) {
  const mesh = await makePart(name, input, { signal })
  say({ status: 'done', value: { mesh, inspected: null } })
  const inspected = await inspectPart(mesh, input.fits, { signal })
  say({ status: 'done', value: { mesh, inspected } })
}

/** What the parts that are asked for follow from; the machine's where its build has no such regulator. */
export function useInput(build: Build, of: MadeOf, gauge?: HoleGauge): PartsInput {
  const { machine, making, supply, line } = build
  const own = useMemo(() => partsInput({ machine, making }, gauge), [machine, making, gauge])
  const before = useMemo(() => regulatorInput({ making, supply, line }), [making, supply, line])
  return of === 'regulator' && before ? before : own
}

/** The parts of a set, or why there are none. */
export function useSet(input: PartsInput): readonly PartInSet<PartName>[] | PhysicsError {
  return useMemo(() => {
    try {
      return partSet(input)
    } catch (error) {
      if (error instanceof PhysicsError) return error
      throw error
    }
  }, [input])
}

/** The mesh of a part, and then where it is thinner than its process makes and how it lies on the bed. */
export const usePart = (input: PartsInput, name: PartName): PartState =>
  useJob(
    useMemo(() => ({ name, input }), [name, input]),
    makeOne,
  )

export type SetState = Job<ReadonlyMap<PartName, PartMesh>>

async function makeAll(
  { names, input }: { readonly names: readonly PartName[]; readonly input: PartsInput },
  signal: AbortSignal,
  say: (job: SetState) => void,
) {
  const meshes = new Map<PartName, PartMesh>()
  for (const name of names) {
    meshes.set(name, await makePart(name, input, { signal }))
    say({ status: 'working', share: meshes.size / names.length })
  }
  say({ status: 'done', value: meshes })
}

/** The meshes of several parts, one after the other; asked for only while `wanted`. */
export function useParts(input: PartsInput, names: readonly PartName[], wanted: boolean): SetState {
  const key = names.join(' ')
  const request = useMemo(() => ({ names: key.split(' ') as PartName[], input }), [key, input])
  return useJob(wanted ? request : null, makeAll)
}

export type CheckState = Job<readonly AssemblyCheck[]>

async function check(input: PartsInput, signal: AbortSignal, say: (job: CheckState) => void) {
  say({ status: 'done', value: await checkMachine(input, { signal }) })
}

/** Whether the machine goes together; looked at only while `wanted`, anew when what it follows from changes. */
export const useAssemblyCheck = (input: PartsInput, wanted: boolean): CheckState => useJob(wanted ? input : null, check)

export type PlanState = Job<PrintPlan<PartName>>

interface PlanRequest {
  readonly parts: Parameters<typeof planPrint>[0]
  readonly settings: Parameters<typeof planPrint>[1]
}
async function plan({ parts, settings }: PlanRequest, signal: AbortSignal, say: (job: PlanState) => void) {
  say({ status: 'done', value: await planPrint(parts, settings, { signal }) })
}

/**
 * How the printed parts of a set lie on the maker's beds, once their meshes are there; asked for only while `wanted`.
 */
export function usePlan(
  { process, lineWidthM, layerHeightM, bedM }: Build['making'],
  input: PartsInput,
  set: readonly PartInSet<PartName>[],
  whole: SetState,
  wanted: boolean,
): PlanState {
  const meshes = whole.status === 'done' ? whole.value : null
  const request = useMemo((): PlanRequest | null => {
    if (!meshes) return null
    const parts = set.flatMap(({ name, copies }) => {
      const mesh = partSpec(name, input)?.metal ? undefined : meshes.get(name)
      return mesh
        ? [{ name, copies, mesh: { vertices: mesh.vertices, triangles: mesh.triangles, volumeMm3: mesh.volumeMm3 } }]
        : []
    })
    const settings = { process, lineMm: lineWidthM * 1000, layerMm: layerHeightM * 1000, bedMm: bedM * 1000 }
    return { parts, settings }
  }, [meshes, set, input, process, lineWidthM, layerHeightM, bedM])
  const job = useJob(wanted ? request : null, plan)
  return whole.status === 'failed' ? whole : whole.status === 'working' ? whole : job
}
