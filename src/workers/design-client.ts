import { mergeSearches, type SearchResult, type SearchSpec } from '../core/search'
import { mergeEngineSearches, type EngineSearchResult, type EngineSearchSpec } from '../project/document'
import type { DesignRequest, DesignResults } from './design-handler'
import { JobClient, type JobOptions } from './job-client'

const make = () => new Worker(new URL('./design.worker.ts', import.meta.url), { type: 'module' })
const client = new JobClient<DesignRequest, DesignResults[DesignRequest['kind']]>(make)
/** For what a figure on the screen waits for: how wide it is does not stand behind what takes seconds. */
const soon = new JobClient<DesignRequest, DesignResults[DesignRequest['kind']]>(make)

/** One computation about designs, off the page's thread. */
export const runDesign = <Q extends DesignRequest>(
  request: Q,
  options?: JobOptions,
): Promise<DesignResults[Q['kind']]> =>
  (request.kind === 'rest' ? soon : client).run(request, options) as Promise<DesignResults[Q['kind']]>

/**
 * Workers of the pool: one less than the machine has cores, so that the page stays quick, but two where it has two; at
 * most eight.
 */
const POOL = Math.max(2, Math.min(8, (typeof navigator === 'undefined' ? 2 : navigator.hardwareConcurrency || 2) - 1))

/** The least time between two pictures of a search that still runs, ms. */
const PICTURES_MS = 250

type Client = JobClient<DesignRequest, DesignResults[DesignRequest['kind']]>
const newClient = (): Client => new JobClient(make)

/** Where a search takes its clients from, and gives them back when they have done all they were asked. */
export interface ClientPool {
  take(): Client
  give(client: Client): void
}

/** Keeps as many as a search needs, their code loaded, for the next one. */
export function keepingPool(size: number, create: () => Client): ClientPool & { warm(): void } {
  const spare: Client[] = []
  return {
    take: () => spare.pop() ?? create(),
    give: (client) => (spare.length < size ? void spare.push(client) : client.close()),
    warm: () => {
      while (spare.length < size) spare.push(create())
      spare.forEach((client) => client.warm())
    },
  }
}

const shared = keepingPool(POOL, newClient)
/** Has the workers ready before a search is asked for. */
export const warmSearchPool = (): void => shared.warm()

/** What the workers of a pool have found so far, put together: at once when it is the first, then now and again. */
function together<R extends Found>(
  merge: (parts: readonly R[]) => R,
  tell: ((found: R) => void) | undefined,
): (index: number, found: R) => void {
  const parts: R[] = []
  let last = -Infinity
  return (index, part) => {
    parts[index] = part
    const now = performance.now()
    if (!tell || now - last < PICTURES_MS) return
    const found = merge(Object.values(parts))
    // before any design holds there is nothing to see
    if (found.front.length === 0) return
    last = now
    tell(found)
  }
}

/** What any search finds: designs that no other beats. */
interface Found {
  readonly front: readonly unknown[]
}

export interface SearchOptions<R = SearchResult> extends Pick<JobOptions, 'signal' | 'progress'> {
  /**
   * The picture as it grows: designs of machines that hold the air back stand in it by the air at their working speed.
   */
  readonly soFar?: (found: R) => void
}

/** A search shared out over a pool of workers; progress is that of all together, cancelling ends all. */
async function sharedOut<R extends Found>(
  share: (shard: { readonly index: number; readonly of: number }) => DesignRequest,
  merge: (parts: readonly R[]) => R,
  finish: ((merged: R) => DesignRequest) | null,
  { signal, progress, soFar }: SearchOptions<R>,
  size: number,
  pool: ClientPool,
): Promise<R> {
  const shares = Array.from({ length: size }, () => 0)
  const ended = new AbortController()
  signal?.addEventListener('abort', () => ended.abort(), { once: true })
  if (signal?.aborted) ended.abort()
  const clients = shares.map(() => pool.take())
  const grow = together(merge, soFar)
  try {
    const parts = await Promise.all(
      clients.map((own, index) =>
        own.run(share({ index, of: size }), {
          signal: ended.signal,
          progress: (done) => {
            shares[index] = done
            progress?.(shares.reduce((a, b) => a + b, 0) / size)
          },
          soFar: (found) => grow(index, found as unknown as R),
        }),
      ),
    )
    const merged = merge(parts as unknown as R[])
    const result = finish ? ((await clients[0].run(finish(merged), { signal: ended.signal })) as unknown as R) : merged
    clients.forEach((own) => pool.give(own))
    return result
  } catch (error) {
    // one failed share ends the rest, and what its workers were at
    ended.abort()
    clients.forEach((own) => own.close())
    throw error
  }
}

/** A search of turning machines. The result is that of one machine doing it alone, its best few polished. */
export const runSearchPool = (
  spec: SearchSpec,
  options: SearchOptions = {},
  size = POOL,
  pool: ClientPool = shared,
): Promise<SearchResult> =>
  sharedOut(
    (shard) => ({ kind: 'search', spec: { ...spec, shard } }),
    mergeSearches,
    (result) => ({ kind: 'polish', spec, result }),
    options,
    size,
    pool,
  )

/** A search of engines: each share breeds from what it has found itself. */
export const runEngineSearchPool = (
  spec: EngineSearchSpec,
  options: SearchOptions<EngineSearchResult> = {},
  size = POOL,
  pool: ClientPool = shared,
): Promise<EngineSearchResult> =>
  sharedOut(
    (shard) => ({ kind: 'engine-search', spec: { ...spec, shard } }),
    mergeEngineSearches,
    null,
    options,
    size,
    pool,
  )
