import Module, { type ManifoldToplevel } from 'manifold-3d'
import type { Fits } from '../core/geometry'
import { inspectPart, type Mesh, type ThinSpot } from '../core/geometry/solids'
import type { PartsInput, PartName } from '../core/machines'
import { buildPart, type PartMesh } from '../core/machines/build-part'
import type { AssemblyCheck } from '../core/machines/check-assembly'
import { checkMachine } from '../core/machines/check-order'
import { machineSection, type MachineSection } from '../core/machines/machine-section'
import { layDown, printPlan, type Lying, type PartOfSet, type PrintPlan, type PrintSettings } from '../core/printing'

export type PartRequest =
  | { readonly kind: 'make'; readonly name: PartName; readonly input: PartsInput }
  | { readonly kind: 'inspect'; readonly mesh: Mesh; readonly fits: Fits }
  | { readonly kind: 'check'; readonly input: PartsInput }
  | { readonly kind: 'section'; readonly input: PartsInput }
  | {
      readonly kind: 'plan'
      readonly parts: readonly PartOfSet<PartName>[]
      readonly settings: PrintSettings & { readonly bedMm: number }
    }

/** A finished part looked through: where it is too thin, and how it lies on a bed. */
export interface Inspected {
  readonly thin: readonly ThinSpot[]
  readonly lying: Lying
}

export interface PartResults {
  readonly make: PartMesh
  readonly inspect: Inspected
  readonly check: readonly AssemblyCheck[]
  readonly section: MachineSection
  readonly plan: PrintPlan<PartName>
}

let loading: Promise<ManifoldToplevel> | null = null

/** The mesh-boolean library, started once. */
const library = (): Promise<ManifoldToplevel> =>
  (loading ??= Module().then((wasm) => {
    wasm.setup()
    return wasm
  }))

export async function handlePart(request: PartRequest): Promise<PartResults[PartRequest['kind']]> {
  if (request.kind === 'plan') return printPlan(request.parts, request.settings)
  const wasm = await library()
  switch (request.kind) {
    case 'make':
      return buildPart(wasm, request.name, request.input)
    case 'inspect':
      return { thin: inspectPart(wasm, request.mesh, request.fits), lying: layDown(request.mesh) }
    case 'section':
      return machineSection(wasm, request.input)
    case 'check':
      return checkMachine(wasm, request.input)
  }
}
