import { parentPort, workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
const { runSearch } = await import('../src/core/search/index.ts')
const { machinePossible } = await import('../src/project/validation/index.ts')
parentPort.postMessage(runSearch(workerData.spec, machinePossible))
