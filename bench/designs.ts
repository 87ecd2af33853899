import { Worker } from 'node:worker_threads'
import {
  mergeSearches,
  performanceMap,
  runSearch,
  sensitivities,
  type SearchResult,
  type SearchSpec,
} from '../src/core/search'
import { predict } from '../src/core/prediction'
import { newBuild, predictionInput, tunableFields } from '../src/project/document'
import { machinePossible } from '../src/project/validation'
import { timed } from './timing'
import { FAMILIES } from '../src/core/machines'

const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.6 }
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

/** The search whose target is 100,000 designs in 5 s on two cores. */
export const BIG_SEARCH: SearchSpec = {
  base: predictionInput(newBuild(own), room),
  variables: [
    { path: 'nozzle.throatDiameterM', from: 0.8e-3, to: 3e-3 },
    { path: 'machine.meanRadiusM', from: 0.02, to: 0.045 },
    { path: 'machine.bladeCount', from: 6, to: 24, whole: true },
    { path: 'nozzle.angleRad', from: 0.1, to: 0.5 },
    { path: 'machine.bladeHeightM', from: 5e-3, to: 14e-3 },
  ],
  constraints: { leastStressMargin: 4, mostBearingShare: 1, leastFeatureM: 0.8e-3, bedM: 0.2 },
  goal: 'best-power',
  designs: 100_000,
  seed: 1,
  shard: { index: 0, of: 1 },
}

/** The same search in two threads, as the page's pool does it; milliseconds. */
async function pooled(spec: SearchSpec, threads: number): Promise<{ milliseconds: number; allowed: number }> {
  const started = performance.now()
  const parts = await Promise.all(
    Array.from(
      { length: threads },
      (_, index) =>
        new Promise<SearchResult>((resolve, reject) => {
          const worker = new Worker(new URL('./search-thread.mjs', import.meta.url), {
            workerData: { spec: { ...spec, shard: { index, of: threads } } },
          })
          worker.once('message', resolve)
          worker.once('error', reject)
        }),
    ),
  )
  return { milliseconds: performance.now() - started, allowed: mergeSearches(parts).allowed }
}

/** Search, map, sensitivities and predictions of every family. */
export async function benchDesigns() {
  const predictions: Record<string, unknown> = {}
  const maps: Record<string, unknown> = {}
  for (const family of FAMILIES) {
    const build = newBuild(own, family)
    const input = predictionInput(build, room)
    predictions[family] = await timed(15, 3, () => predict(input))
    maps[family] = await timed(9, 2, () => performanceMap(input, 60, 60))
  }
  const build = newBuild(own)
  const input = predictionInput(build, room)
  const one = await timed(3, 1, () => runSearch({ ...BIG_SEARCH, designs: 10_000 }, machinePossible))
  return {
    search: { designs: BIG_SEARCH.designs, twoThreads: await pooled(BIG_SEARCH, 2), oneThread10000: one },
    map60x60: maps,
    predictions,
    sensitivities: await timed(5, 1, () =>
      sensitivities(
        input,
        tunableFields(build).map((f) => ({ path: f.path, change: f.change })),
        'best-power',
        machinePossible,
      ),
    ),
  }
}
