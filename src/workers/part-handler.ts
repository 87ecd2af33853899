import Module, { type ManifoldToplevel } from 'manifold-3d'
import type { PartsInput, PartName } from '../core/geometry'
import { buildPart, type PartMesh } from '../core/geometry/solids'

export interface PartRequest {
  readonly name: PartName
  readonly input: PartsInput
}

let loading: Promise<ManifoldToplevel> | null = null

/** The mesh-boolean library, started once. */
const library = (): Promise<ManifoldToplevel> =>
  (loading ??= Module().then((wasm) => {
    wasm.setup()
    return wasm
  }))

export const handlePart = async ({ name, input }: PartRequest): Promise<PartMesh> => buildPart(await library(), name, input)
