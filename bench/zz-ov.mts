import Module from 'manifold-3d'
import { makeDemo } from '../src/project/demo'
import { isTurbine } from '../src/project/document'
import { partsInput } from '../src/project/parts'
import { bodiesOf } from '../src/core/machines/check-assembly'
import { assemblyOf } from '../src/core/machines'
import { SolidKit } from '../src/core/geometry/solids/toolkit'
const wasm = await Module(); wasm.setup()
const [fam, a, b] = process.argv.slice(2)
for (const d of makeDemo().project.builds.filter(isTurbine)) {
  if (!d.machine.family.includes(fam)) continue
  const input = partsInput(d); const kit = new SolidKit(wasm)
  const bodies = bodiesOf(kit, input, assemblyOf(input).placed)
  for (const x of bodies.filter((q) => q.name === a)) for (const y of bodies.filter((q) => q.name === b && q !== x)) {
    const c = kit.common(x.solid, y.solid)
    const v = c.volume()
    if (v > 0.01) console.log(a, b, v, JSON.stringify(c.boundingBox()), JSON.stringify(x.solid.boundingBox()), JSON.stringify(y.solid.boundingBox()))
  }
  break
}
