import { Serwist, type PrecacheEntry } from 'serwist'

declare const self: ServiceWorkerGlobalScope & typeof globalThis
/** Every file of this version, put in when the worker is built. */
declare const KEPT_FILES: PrecacheEntry[]
/** The build's own id and the addresses of its rooms. */
declare const VERSION: string
declare const ROOMS: string[]

const PAYLOADS = `rooms-${VERSION}`

/**
 * A room's payload as the answer to an address with a query (a build, a run). Kept under the bare address it says that
 * one, inside and as its own: what was asked for would be lost.
 */
async function askedFor(kept: Response, url: URL): Promise<Response> {
  const query = new URLSearchParams(url.search)
  query.delete('_rsc')
  const asked = query.size > 0 ? `?${query.toString()}` : ''
  const text = (await kept.text()).replace(/^0:\{"q":""/m, `0:{"q":${JSON.stringify(asked)}`)
  return new Response(text, { status: kept.status, headers: kept.headers })
}

const serwist: Serwist = new Serwist({
  precacheEntries: KEPT_FILES,
  precacheOptions: {
    cleanupOutdatedCaches: true,
    // the icon's address carries its hash twice
    ignoreURLParametersMatching: [/^icon/],
    plugins: [
      {
        // a worker reads its settings from the end of its own address, which a kept answer would replace by the address
        // it was kept under
        handlerWillRespond: ({ request, response }) =>
          Promise.resolve(request.destination === 'worker' ? new Response(response.body, response) : response),
      },
    ],
  },
  // a new version waits until the maker lets it in; the first one serves the page that brought it at once
  skipWaiting: false,
  clientsClaim: true,
  runtimeCaching: [
    {
      // a room, whatever build or run its address names: the page of this version, with the policy it came with
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.mode === 'navigate' && ROOMS.includes(url.pathname),
      handler: async ({ request, url }): Promise<Response> =>
        (await serwist.matchPrecache(url.pathname)) ?? fetch(request),
    },
    {
      // what the page asks for when it goes from room to room
      matcher: ({ url, sameOrigin }) => sameOrigin && url.searchParams.has('_rsc') && ROOMS.includes(url.pathname),
      handler: async ({ request, url }): Promise<Response> => {
        const kept = await (await caches.open(PAYLOADS)).match(url.pathname)
        return kept ? askedFor(kept, url) : fetch(request)
      },
    },
  ],
})

self.addEventListener('install', (event) => {
  const keep = async () => {
    const cache = await caches.open(PAYLOADS)
    await Promise.all(
      ROOMS.map(async (room) => {
        const answer = await fetch(`${room}?_rsc=${VERSION.slice(0, 5)}`, { headers: { RSC: '1' } })
        if (answer.ok && answer.headers.get('content-type')?.includes('text/x-component')) await cache.put(room, answer)
      }),
    )
  }
  // without them rooms are loaded as whole pages
  event.waitUntil(keep().catch(() => undefined))
})
self.addEventListener('activate', (event) => {
  const drop = async () => {
    const names = await caches.keys()
    await Promise.all(names.filter((n) => n.startsWith('rooms-') && n !== PAYLOADS).map((n) => caches.delete(n)))
  }
  event.waitUntil(drop())
})
self.addEventListener('message', (event) => {
  if (event.data === 'take over') void self.skipWaiting()
})

serwist.addEventListeners()
