'use client'
import { useEffect, useState } from 'react'
import { openStore } from './open-store'

/** What is known of a version newer than this page. */
type Newer =
  /** Ready, and not let in yet. */
  | { readonly kind: 'waiting'; readonly worker: ServiceWorker }
  /** Let in by another window: what this page has not loaded yet is gone. */
  | { readonly kind: 'replaced' }

let newer: Newer | null = null
let registered = false
/** This page asked for the new version itself, and is about to be loaded anew. */
let asked = false
const listeners = new Set<() => void>()

const offer = (found: Newer) => {
  newer = found
  for (const listener of listeners) listener()
}

/**
 * Keeps the application in the browser, so that rooms open without the server; a new version waits until it is asked
 * for.
 */
function register(): void {
  if (registered || process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
  registered = true
  const { serviceWorker } = navigator
  // the first worker of all takes charge of the page that brought it: that is no update
  let inCharge = serviceWorker.controller !== null
  serviceWorker.addEventListener('controllerchange', () => {
    if (inCharge && !asked) offer({ kind: 'replaced' })
    inCharge = true
  })
  void serviceWorker
    .register('/service-worker.js', { updateViaCache: 'none' })
    .then((registration) => {
      // only where one is already in charge is another an update
      const look = () => {
        if (serviceWorker.controller && registration.waiting) offer({ kind: 'waiting', worker: registration.waiting })
      }
      look()
      registration.addEventListener('updatefound', () => registration.installing?.addEventListener('statechange', look))
    })
    // without it the page works as before, with the server
    .catch(() => undefined)
}

/** Saves what is on its way, lets the new version in where it still waits, and loads the page from it. */
async function update(found: Newer): Promise<void> {
  await (await openStore()).settled()
  if (found.kind === 'replaced') return window.location.reload()
  asked = true
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true })
  found.worker.postMessage('take over')
}

/** A newer version of the application, and what loads it; null while this page is the newest. */
export function useAppUpdate(): { readonly kind: Newer['kind']; readonly load: () => void } | null {
  const [found, setFound] = useState(newer)
  useEffect(() => {
    const hear = () => setFound(newer)
    listeners.add(hear)
    register()
    return () => void listeners.delete(hear)
  }, [])
  return found && { kind: found.kind, load: () => void update(found) }
}
