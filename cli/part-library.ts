import Module from 'manifold-3d'
import type { PartsInput, PartName } from '../src/core/geometry'
import { buildPart, type PartMesh } from '../src/core/geometry/solids'

/** The mesh-boolean library in plain Node. */
export async function handlePart(name: PartName, input: PartsInput): Promise<PartMesh> {
  const wasm = await Module()
  wasm.setup()
  return buildPart(wasm, name, input)
}
