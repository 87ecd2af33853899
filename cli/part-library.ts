import Module from 'manifold-3d'
import type { PartsInput, PartName } from '../src/core/machines'
import { inspectPart, type ThinSpot } from '../src/core/geometry/solids'
import { buildPart, type PartMesh } from '../src/core/machines/build-part'

/** The mesh-boolean library in plain Node. */
export async function handlePart(
  name: PartName,
  input: PartsInput,
): Promise<PartMesh & { readonly thin: readonly ThinSpot[] }> {
  const wasm = await Module()
  wasm.setup()
  const mesh = buildPart(wasm, name, input)
  return { ...mesh, thin: inspectPart(wasm, mesh, input.fits) }
}
