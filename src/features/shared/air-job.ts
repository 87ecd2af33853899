'use client'
import { startTransition, useEffect, useRef, useState } from 'react'
import {
  JobError,
  runAir,
  runDesign,
  type AirRequest,
  type AirResults,
  type DesignRequest,
  type DesignResults,
  type JobOptions,
} from '../../workers'

export interface AirJob<R> {
  /** The newest result, also while a newer one is on its way. */
  readonly result: R | null
  readonly working: boolean
  readonly failed: string | null
  /** What one that grows has found for the newest request, while it goes on. */
  readonly soFar: R | null
}

const inWords = (error: unknown): string =>
  error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : String(error)

/**
 * A computation in a worker, made again when its request changes; null asks for nothing. The caller keeps the request
 * stable.
 * One at a time: while one is under way only the newest request waits, so that quick typing neither piles up work nor
 * restarts the worker.
 */
function useLatest<Q, R>(request: Q | null, run: (request: Q, options: JobOptions) => Promise<R>): AirJob<R> {
  const [state, setState] = useState<{ request: Q; result: R | null; failed: string | null } | null>(null)
  const [grown, setGrown] = useState<{ request: Q; soFar: R } | null>(null)
  const line = useRef<{ busy: boolean; next: Q | null; gone: boolean; leave?: AbortController }>({
    busy: false,
    next: null,
    gone: false,
  })
  useEffect(() => {
    const queue = line.current
    queue.gone = false
    return () => {
      queue.gone = true
      queue.next = null
      // nobody waits for it any more: the next job need not either
      queue.leave?.abort()
    }
  }, [])
  useEffect(() => {
    const queue = line.current
    const start = (own: Q): void => {
      queue.busy = true
      queue.leave = new AbortController()
      const done = (result: R | null, failed: string | null) => {
        queue.busy = false
        if (queue.gone) return
        startTransition(() => setState({ request: own, result, failed }))
        const { next } = queue
        queue.next = null
        if (next) start(next)
      }
      const soFar = (found: unknown) => {
        if (!queue.gone) startTransition(() => setGrown({ request: own, soFar: found as R }))
      }
      run(own, { soFar, signal: queue.leave.signal }).then(
        (result) => done(result, null),
        (error: unknown) => done(null, inWords(error)),
      )
    }
    if (!request) queue.next = null
    else if (queue.busy) queue.next = request
    else start(request)
  }, [request, run])
  return {
    result: request ? (state?.result ?? null) : null,
    working: request !== null && state?.request !== request,
    failed: state?.request === request ? (state?.failed ?? null) : null,
    soFar: request && grown?.request === request ? grown.soFar : null,
  }
}

/** The same for the air side, and for designs. */
export const useAirJob = <Q extends AirRequest>(request: Q | null): AirJob<AirResults[Q['kind']]> =>
  useLatest(request, runAir as (q: Q, options: JobOptions) => Promise<AirResults[Q['kind']]>)
export const useDesignJob = <Q extends DesignRequest>(request: Q | null): AirJob<DesignResults[Q['kind']]> =>
  useLatest(request, runDesign as (q: Q, options: JobOptions) => Promise<DesignResults[Q['kind']]>)
