import Module from 'manifold-3d'
import { predict } from '../src/core/prediction'
import { makeDemo } from '../src/project/demo'
import { isTurbine, predictionInput } from '../src/project/document'
import { partsInput } from '../src/project/parts'
import { timed } from './timing'
import { partSet } from '../src/core/machines'
import { buildPart } from '../src/core/machines/build-part'

/** Making of each part of a demo build, and one whole prediction with its band. */
export async function benchParts() {
  const wasm = await Module()
  wasm.setup()
  const { project } = makeDemo()
  const build = project.builds.filter(isTurbine)[2]
  const parts: Record<string, unknown> = {}
  for (const { name } of partSet(partsInput(build)))
    parts[name] = await timed(15, 3, () => buildPart(wasm, name, partsInput(build)))
  const input = predictionInput(build, project.ambient)
  return { parts, prediction: await timed(50, 20, () => predict(input)) }
}
