import fc from 'fast-check'
import Module from 'manifold-3d'
import { variedBuilds } from '../src/project/document/varied-builds'
import { partsInput } from '../src/project/parts'
import { checkAssembly } from '../src/core/machines/check-assembly'
import { PhysicsError } from '../src/core/errors'
import { FAMILIES, assemblyOf } from '../src/core/machines'
const wasm = await Module(); wasm.setup()
const [only, n, seed] = process.argv.slice(2)
for (const f of FAMILIES) {
  if (only !== 'all' && !f.includes(only)) continue
  const builds = fc.sample(variedBuilds(f), { numRuns: Number(n), seed: Number(seed ?? 5) })
  let i = 0
  let [ok, bad, refused] = [0, 0, 0]
  const why: Record<string, number> = {}
  const t = Date.now()
  for (const b of builds) {
    try {
      // the parts' own span and overhang: what the page proposes
      const input = partsInput({ ...b, making: { ...b.making, process: (['filament', 'resin', 'machined'] as const)[i++ % 3] } }) as never as { spanM: number; overhangM: number }
      const a = assemblyOf(input as never)
      const fitted = { ...(input as object), spanM: (a.span ?? 30) / 1000, overhangM: a.overhang / 1000 } as never
      const c = checkAssembly(wasm, fitted).filter((x) => !x.fine)
      if (c.length) { bad++; console.log(f, JSON.stringify(c.map((x) => [x.code, x.of, +x.found.toFixed(3), +x.wanted.toFixed(3)])), JSON.stringify((b.machine as never as {nozzle: unknown}).nozzle)) } else ok++
    } catch (e) {
      if (e instanceof PhysicsError) { refused++; why[e.detail.code] = (why[e.detail.code] ?? 0) + 1 } else { console.log(f, 'ERR', String(e).slice(0, 200)) ; bad++ }
    }
  }
  console.log(f, { ok, bad, refused, why, ms: Math.round((Date.now() - t) / builds.length) })
}
