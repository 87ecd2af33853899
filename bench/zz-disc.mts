import fc from 'fast-check'
import Module from 'manifold-3d'
import { variedBuilds } from '../src/project/document/varied-builds'
import { partsInput } from '../src/project/parts'
import { buildPart } from '../src/core/machines/build-part'
import { packLayout } from '../src/core/machines/disc-pack/layout'
const wasm = await Module(); wasm.setup()
for (const b of fc.sample(variedBuilds('disc-pack'), { numRuns: 6, seed: 23 })) {
  const input = partsInput(b) as never
  const m = b.machine as never as Record<string, number>
  try { const p = buildPart(wasm, 'disc', input)
  const l = packLayout(input)
  const hub = m.hubRadiusM*1000, k=1.5
  const key = Math.PI*hub*hub+3*(hub+1.5)-(hub*hub*Math.asin(k/hub)+k*Math.sqrt(hub*hub-k*k))
  const f = (Math.PI*(m.outerRadiusM*1000)**2-key-m.outletShare*Math.PI*(m.innerRadiusM*1000)**2)*m.discThicknessM*1000
  console.log(p.volumeMm3/f, m.coneAngleRad, l.outlets, m.outletShare) } catch (e) { console.log(String(e).slice(0,100)) }
}
