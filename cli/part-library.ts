import Module from 'manifold-3d'
import type { PartsInput, PartName } from '../src/core/machines'
import { inspectPart, type ThinSpot } from '../src/core/geometry/solids'
import { buildPart, type PartMesh } from '../src/core/machines/build-part'
import type { AssemblyCheck } from '../src/core/machines/check-assembly'
import { checkMachine } from '../src/core/machines/check-order'

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

/** A machine put together, looked at in plain Node. */
export async function checkWhole(input: PartsInput): Promise<AssemblyCheck[]> {
  const wasm = await Module()
  wasm.setup()
  return checkMachine(wasm, input)
}

/** The meshes of several parts, made in plain Node. */
export async function meshesOf(
  names: readonly PartName[],
  input: PartsInput,
): Promise<ReadonlyMap<PartName, PartMesh>> {
  const wasm = await Module()
  wasm.setup()
  return new Map(names.map((name) => [name, buildPart(wasm, name, input)]))
}
