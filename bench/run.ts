import { cpus } from 'node:os'
import { benchAir } from './air'
import { benchDesigns } from './designs'
import { benchEngine } from './engine'
import { benchKeeping } from './keeping'
import { benchPage, firstLoadSizes } from './page'
import { benchParts } from './parts'
import { benchReduction } from './reduction'
import { benchLive, benchRows } from './rows'
import { benchTogether } from './together'

const PARTS = {
  page: benchPage,
  reductionOfAMillionRows: benchReduction,
  rows: benchRows,
  live: benchLive,
  air: benchAir,
  engine: benchEngine,
  parts: benchParts,
  together: benchTogether,
  keeping: benchKeeping,
  designs: benchDesigns,
  firstLoadJavaScriptGzipBytes: firstLoadSizes,
} as const

/** `npm run bench`: one JSON document with medians, after `npm run build`; `npm run bench page` only those named. */
const wanted = process.argv.slice(2)
const unknown = wanted.filter((name) => !Object.hasOwn(PARTS, name))
if (unknown.length > 0) throw new Error(`${unknown.join(', ')}: one of ${Object.keys(PARTS).join(', ')} is expected`)
const result: Record<string, unknown> = {
  machine: `${cpus().length} × ${cpus()[0].model}, Node ${process.versions.node}`,
}
for (const [name, bench] of Object.entries(PARTS))
  if (wanted.length === 0 || wanted.includes(name)) result[name] = await bench()
console.log(JSON.stringify(result, null, 2))
