import { Worker } from 'node:worker_threads'
import {
  applyDesign,
  designValues,
  evaluateDesign,
  mergeSearches,
  performanceMap,
  runSearch,
  searchTable,
  sensitivities,
  type SearchResult,
  type SearchSpec,
} from '../src/core/search'
import { predict, predictPlain } from '../src/core/prediction'
import { newBuild, predictionInput, tunableFields } from '../src/project/document'
import { machinePossible, possibleWithin } from '../src/project/validation'
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

/**
 * One design of a search in one thread, warm, by family: microseconds, and times quicker than a whole prediction
 * without its band.
 */
function perDesign(): Record<string, { readonly microseconds: number; readonly timesAPlainPrediction: number }> {
  return Object.fromEntries(
    FAMILIES.map((family) => {
      const base = predictionInput(newBuild(own, family), room)
      const throat = base.nozzle.throatDiameterM
      const variables = [
        { path: 'nozzle.throatDiameterM', from: 0.8 * throat, to: 1.5 * throat },
        { path: 'nozzle.angleRad', from: 0.1, to: 0.5 },
      ]
      const table = searchTable({ base, variables })
      const inputs = Array.from({ length: 4000 }, (_, i) =>
        applyDesign(
          base,
          variables.map((v) => v.path),
          designValues(variables, i, 1),
        ),
      )
      const quickest = (work: () => void) =>
        Math.min(
          ...Array.from({ length: 3 }, () => {
            const started = performance.now()
            work()
            return performance.now() - started
          }),
        )
      const whole = quickest(() => inputs.slice(0, 60).forEach((input) => predictPlain(input))) / 60
      const one = quickest(() => inputs.forEach((input) => evaluateDesign(input, table))) / inputs.length
      return [family, { microseconds: 1000 * one, timesAPlainPrediction: whole / one }]
    }),
  )
}

/**
 * From the start of a search in this thread to the first picture that holds something; milliseconds are those of the
 * whole call.
 */
function firstPicture(): void {
  const enough = new Error('seen')
  try {
    runSearch(BIG_SEARCH, possibleWithin(BIG_SEARCH), (_, soFar) => {
      if (soFar().front.length > 0) throw enough
    })
  } catch (error) {
    if (error !== enough) throw error
  }
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
  return {
    search: {
      twoThreads: { ...(await pooled(BIG_SEARCH, 2)), designs: BIG_SEARCH.designs },
      million: { ...(await pooled({ ...BIG_SEARCH, designs: 1_000_000 }, 2)), designs: 1_000_000 },
      firstPictureMs: await timed(5, 1, firstPicture),
      microsecondsADesign: perDesign(),
    },
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
