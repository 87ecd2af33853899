import Module from 'manifold-3d'
import { makeDemo } from '../src/project/demo'
import { isTurbine } from '../src/project/document'
import { partsInput } from '../src/project/parts'
import { checkAssembly } from '../src/core/machines/check-assembly'
const wasm = await Module(); wasm.setup()
const only = process.argv[2]
for (const b of makeDemo().project.builds.filter(isTurbine)) {
  if (only && !b.machine.family.includes(only)) continue
  const t = Date.now()
  try {
    const checks = checkAssembly(wasm, partsInput(b))
    console.log(b.id, b.machine.family, checks.length, 'checks', Date.now() - t, 'ms')
    for (const c of checks) if (!c.fine || process.argv[3]) console.log('  ', c.fine ? 'ok ' : 'BAD', c.code, c.of, c.found.toFixed(3), c.wanted)
  } catch (e) { console.log(b.id, 'ERR', e) }
}
