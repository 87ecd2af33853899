import { parentPort, workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
const { runSearch } = await import('../src/core/search/index.ts')
const { possibleWithin } = await import('../src/project/validation/index.ts')
parentPort.postMessage(runSearch(workerData.spec, possibleWithin(workerData.spec)))
