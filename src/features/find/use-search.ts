import { useEffect, useRef, useState } from 'react'
import type { Design, SearchResult, SearchSpec } from '../../core/search'
import type { EngineDesign, EngineSearchResult, EngineSearchSpec } from '../../project/document'
import { JobError, runEngineSearchPool, runSearchPool, warmSearchPool } from '../../workers'

/** What is being done, and how far it is. */
export type Work =
  | { readonly status: 'idle' }
  | { readonly status: 'running'; readonly share: number }
  | { readonly status: 'failed'; readonly message: string }

/** Shares a search out, tells how far it is and what it has found. */
type Pool<S, R> = (
  spec: S,
  options: { signal: AbortSignal; progress: (share: number) => void; soFar: (found: R) => void },
) => Promise<R>

/**
 * A search in the pool of workers: its picture as it grows, and the design that is looked at. A new one ends the one
 * before, leaving the room ends it too.
 */
function usePool<S, D, R extends { readonly best: readonly D[] }>(pool: Pool<S, R>) {
  const [work, setWork] = useState<Work>({ status: 'idle' })
  const [result, setResult] = useState<R | null>(null)
  const [chosen, setChosen] = useState<D | null>(null)
  const [took, setTook] = useState(0)
  const ending = useRef<AbortController | null>(null)
  const picked = useRef(false)
  useEffect(() => {
    warmSearchPool()
    return () => ending.current?.abort()
  }, [])
  const fail = (message: string) => setWork({ status: 'failed', message })
  const run = async (spec: S) => {
    ending.current?.abort()
    const own = new AbortController()
    ending.current = own
    picked.current = false
    setWork({ status: 'running', share: 0 })
    const started = performance.now()
    const show = (found: R) => {
      if (own.signal.aborted) return
      setTook(performance.now() - started)
      setResult(found)
      // what was picked while the picture grows stays
      if (!picked.current) setChosen(found.best[0] ?? null)
    }
    try {
      const found = await pool(spec, {
        signal: own.signal,
        progress: (share) => own.signal.aborted || setWork({ status: 'running', share }),
        soFar: show,
      })
      show(found)
      setWork({ status: 'idle' })
    } catch (error) {
      if (error instanceof JobError && error.fault.code === 'CANCELLED') {
        if (ending.current === own) setWork({ status: 'idle' })
      } else fail(error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : String(error))
    }
  }
  const choose = (design: D) => {
    picked.current = true
    setChosen(design)
  }
  return { work, result, chosen, took, run, choose, fail, cancel: () => ending.current?.abort() }
}

export const useSearch = () => usePool<SearchSpec, Design, SearchResult>(runSearchPool)
export const useEngineSearch = () => usePool<EngineSearchSpec, EngineDesign, EngineSearchResult>(runEngineSearchPool)
