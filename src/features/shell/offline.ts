'use client'
import { useEffect, useState } from 'react'
import { openStore } from './open-store'

let waiting: ServiceWorker | null = null
let registered = false
const listeners = new Set<() => void>()

const offer = (worker: ServiceWorker | null) => {
  waiting = worker
  for (const listener of listeners) listener()
}

/** Keeps the application in the browser, so that rooms open without the server; a new version waits until it is asked for. */
function register(): void {
  if (registered || process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
  registered = true
  void navigator.serviceWorker
    .register('/service-worker.js', { updateViaCache: 'none' })
    .then((registration) => {
      // only where one is already in charge is another an update
      const look = () => navigator.serviceWorker.controller && registration.waiting && offer(registration.waiting)
      look()
      registration.addEventListener('updatefound', () => registration.installing?.addEventListener('statechange', look))
    })
    // without it the page works as before, with the server
    .catch(() => undefined)
}

/** Saves what is on its way, lets the new version in and loads the page from it. */
async function update(worker: ServiceWorker): Promise<void> {
  await (await openStore()).settled()
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true })
  worker.postMessage('take over')
}

/** What loads the new version of the application, when one is ready. */
export function useAppUpdate(): (() => void) | null {
  const [ready, setReady] = useState(waiting)
  useEffect(() => {
    const hear = () => setReady(waiting)
    listeners.add(hear)
    register()
    return () => void listeners.delete(hear)
  }, [])
  return ready && (() => void update(ready))
}
