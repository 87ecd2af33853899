import Module, { type ManifoldToplevel } from 'manifold-3d'
import type { Fits } from '../core/geometry'
import { inspectPart, type Mesh, type ThinSpot } from '../core/geometry/solids'
import type { PartsInput, PartName } from '../core/machines'
import { buildPart, type PartMesh } from '../core/machines/build-part'
import { checkAssembly, checkOrder, type AssemblyCheck } from '../core/machines/check-assembly'

export type PartRequest =
  | { readonly kind: 'make'; readonly name: PartName; readonly input: PartsInput }
  | { readonly kind: 'inspect'; readonly mesh: Mesh; readonly fits: Fits }
  | { readonly kind: 'check'; readonly input: PartsInput }

export interface PartResults {
  readonly make: PartMesh
  readonly inspect: readonly ThinSpot[]
  readonly check: readonly AssemblyCheck[]
}

let loading: Promise<ManifoldToplevel> | null = null

/** The mesh-boolean library, started once. */
const library = (): Promise<ManifoldToplevel> =>
  (loading ??= Module().then((wasm) => {
    wasm.setup()
    return wasm
  }))

export async function handlePart(request: PartRequest): Promise<PartResults[PartRequest['kind']]> {
  const wasm = await library()
  switch (request.kind) {
    case 'make':
      return buildPart(wasm, request.name, request.input)
    case 'inspect':
      return inspectPart(wasm, request.mesh, request.fits)
    case 'check':
      return [...checkAssembly(wasm, request.input), ...checkOrder(wasm, request.input)]
  }
}
