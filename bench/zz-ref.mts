import fc from 'fast-check'
import Module from 'manifold-3d'
import { variedBuilds } from '../src/project/document/varied-builds'
import { partsInput } from '../src/project/parts'
import { PhysicsError } from '../src/core/errors'
import { FAMILIES, partSet, assemblyOf } from '../src/core/machines'
import { buildPart } from '../src/core/machines/build-part'
const wasm = await Module(); wasm.setup()
const [only, n, seed] = process.argv.slice(2)
for (const f of FAMILIES) {
  if (only !== 'all' && !f.includes(only)) continue
  const why: Record<string, number> = {}
  let [refused, open, spans] = [0, 0, 0]
  const builds = fc.sample(variedBuilds(f), { numRuns: Number(n), seed: Number(seed ?? 5) })
  for (const b of builds) {
    const input = partsInput(b)
    const a = assemblyOf(input)
    if (a.span && Math.abs(a.span - 1000 * input.spanM) > 0.06) spans++
    try { for (const { name } of partSet(input)) { const p = buildPart(wasm, name, input); if (!p.watertight) open++ } }
    catch (e) { if (!(e instanceof PhysicsError)) throw e; refused++; const k = e.detail.code + ' ' + (e.detail.code.startsWith('PART') ? e.detail.message : e.detail.nextStep); why[k] = (why[k] ?? 0) + 1 }
  }
  console.log(f, { refused, open, spans, of: builds.length }, why)
}
