import { cpus } from 'node:os'
import { benchAir } from './air'
import { benchDesigns } from './designs'
import { benchKeeping } from './keeping'
import { benchPage, firstLoadSizes } from './page'
import { benchParts } from './parts'
import { benchReduction } from './reduction'

/** `npm run bench`: one JSON document with medians, after `npm run build`. */
const result = {
  machine: `${cpus().length} × ${cpus()[0].model}, Node ${process.versions.node}`,
  inputToPaintMs: await benchPage(),
  reductionOfAMillionRows: await benchReduction(),
  air: await benchAir(),
  ...(await benchParts()),
  keeping: await benchKeeping(),
  designs: await benchDesigns(),
  firstLoadJavaScriptGzipBytes: firstLoadSizes(),
}
console.log(JSON.stringify(result, null, 2))
