import Module from 'manifold-3d'
import { makeDemo } from '../src/project/demo'
import { isTurbine } from '../src/project/document'
import { partsInput } from '../src/project/parts'
import { partSet } from '../src/core/machines'
import { buildPart } from '../src/core/machines/build-part'
const wasm = await Module(); wasm.setup()
const seen = new Set<string>()
for (const b of makeDemo().project.builds.filter(isTurbine)) {
  if (seen.has(b.machine.family)) continue; seen.add(b.machine.family)
  const input = partsInput(b)
  let all = 0; const out: string[] = []
  for (const { name } of partSet(input)) { const t = performance.now(); const p = buildPart(wasm, name, input); const d = performance.now() - t; all += d; out.push(`${name} ${d.toFixed(0)} (${p.triangles.length/3}${p.watertight ? '' : ' OPEN'})`) }
  console.log(b.machine.family, all.toFixed(0), out.join(', '))
}
