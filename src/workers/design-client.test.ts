import type { SearchResult, SearchSpec } from '../core/search'
import { newBuild, predictionInput } from '../project/document'
import { keepingPool, runSearchPool } from './design-client'
import { handleDesign, type DesignRequest, type DesignResults } from './design-handler'
import { JobClient, JobError, serveJobs, type WorkerLike } from './job-client'
import { faultOf } from './job-faults'

const spec: SearchSpec = {
  base: predictionInput(newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }), {
    absolutePressurePa: 101_325,
    temperatureK: 293.15,
    relativeHumidity: 0.6,
  }),
  variables: [
    { path: 'nozzle.throatDiameterM', from: 1e-3, to: 2.5e-3 },
    { path: 'machine.meanRadiusM', from: 0.02, to: 0.04 },
  ],
  constraints: {},
  goal: 'best-power',
  designs: 120,
  seed: 2,
  shard: { index: 0, of: 1 },
}

/** A worker in this thread; `dead` ones never answer. */
function standIn(dead = false): { worker: WorkerLike; ended: () => boolean } {
  let ended = false
  const scope = {
    postMessage: (data: unknown) => void (ended || worker.onmessage?.({ data } as MessageEvent)),
    onmessage: null as ((event: MessageEvent) => void) | null,
  }
  serveJobs(scope, handleDesign, faultOf)
  const worker: WorkerLike = {
    postMessage: (data) => void (dead || setTimeout(() => scope.onmessage?.({ data } as MessageEvent))),
    terminate: () => void (ended = true),
    onmessage: null,
    onerror: null,
    onmessageerror: null,
  }
  return { worker, ended: () => ended }
}
const clients = (dead = false) => {
  const made: ReturnType<typeof standIn>[] = []
  return {
    made,
    pool: keepingPool(
      2,
      () =>
        new JobClient<DesignRequest, DesignResults[DesignRequest['kind']]>(
          () => (made.push(standIn(dead)), made[made.length - 1].worker),
        ),
    ),
  }
}

test('three workers give what one gives; as many as are kept serve the next search, the rest are ended', async () => {
  const { made, pool } = clients()
  const pooled = await runSearchPool(spec, {}, 3, pool)
  const alone = handleDesign({ kind: 'search', spec }, () => undefined) as DesignResults['search']
  expect(pooled).toEqual(handleDesign({ kind: 'polish', spec, result: alone }, () => undefined))
  expect(pooled.best[0].score).toBeGreaterThan(alone.best[0].score)
  expect(made.map((m) => m.ended())).toEqual([false, false, true])
  expect(await runSearchPool(spec, {}, 2, pool)).toEqual(pooled)
  expect(made).toHaveLength(3)
})

test('a picture is there at once and holds only designs that the whole search holds or betters', async () => {
  const { pool } = clients()
  const pictures: SearchResult[] = []
  const whole = await runSearchPool(spec, { soFar: (found) => pictures.push(found) }, 2, pool)
  expect(pictures.length).toBeGreaterThan(0)
  expect(pictures.length).toBeLessThan(4)
  for (const { tried, front, best } of pictures) {
    expect(tried).toBeLessThan(spec.designs)
    for (const d of [...front, ...best])
      expect(
        whole.front.some(
          (w) => w.figures.bestPowerW >= d.figures.bestPowerW && w.figures.massFlowKgPerS <= d.figures.massFlowKgPerS,
        ),
      ).toBe(true)
  }
})

test('cancelling ends all of them', async () => {
  const { made, pool } = clients(true)
  const cancel = new AbortController()
  const running = runSearchPool(spec, { signal: cancel.signal }, 2, pool)
  await Promise.resolve()
  cancel.abort()
  await expect(running).rejects.toThrow(JobError)
  expect(made.every((m) => m.ended())).toBe(true)
})

test('workers made ready beforehand are those that search', async () => {
  const { made, pool } = clients()
  pool.warm()
  pool.warm()
  expect(made).toHaveLength(2)
  await runSearchPool(spec, {}, 2, pool)
  expect(made.map((m) => m.ended())).toEqual([false, false])
})

test('cancelled before it began, nothing is started', async () => {
  const { made, pool } = clients()
  await expect(runSearchPool(spec, { signal: AbortSignal.abort() }, 2, pool)).rejects.toThrow(JobError)
  expect(made).toHaveLength(0)
})

test('a sweep over whole numbers visits each of them once', () => {
  const rows = handleDesign(
    {
      kind: 'sweep',
      input: spec.base,
      variable: { path: 'machine.bladeCount', from: 6, to: 11, whole: true },
      points: 41,
    },
    () => undefined,
  ) as DesignResults['sweep']
  expect(rows.map((r) => r.value)).toEqual([6, 7, 8, 9, 10, 11])
  expect(rows.every((r) => r.figures !== null)).toBe(true)
})
