'use client'
import { useEffect, useState } from 'react'
import { JobError } from '../../workers'

/** Work that goes on beside the page: how far it is, what came of it, or why nothing did. */
export type Job<T> =
  | { readonly status: 'working'; readonly share: number }
  | { readonly status: 'done'; readonly value: T }
  | { readonly status: 'failed'; readonly message: string }

const BEGINNING = { status: 'working', share: 0 } as const

/**
 * Does what a request asks for, anew when it changes, ending what was begun before; nothing while it is null. `run`
 * stands outside of components.
 */
export function useJob<R, T>(
  request: R | null,
  run: (request: R, signal: AbortSignal, say: (job: Job<T>) => void) => Promise<void>,
): Job<T> {
  const [known, setKnown] = useState<{ request: R; job: Job<T> } | null>(null)
  useEffect(() => {
    if (request === null) return
    const cancel = new AbortController()
    // what was ended says nothing more: it would stand in the place of what came after it
    const say = (job: Job<T>) => {
      if (!cancel.signal.aborted) setKnown({ request, job })
    }
    run(request, cancel.signal, say).catch((error: unknown) => {
      if (error instanceof JobError && error.fault.code === 'CANCELLED') return
      const message = error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : String(error)
      say({ status: 'failed', message })
    })
    return () => cancel.abort()
  }, [request, run])
  return known !== null && known.request === request ? known.job : BEGINNING
}
