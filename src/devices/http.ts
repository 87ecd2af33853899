import { LinkError, type BenchLink } from './contract'

/**
 * A device that answers an address with lines that never end. Only this machine is asked: the page’s own server, or a
 * program on another port of it.
 */
export const httpLink = (name: string, address: string): BenchLink => ({
  name,
  open: async (ended) => {
    const response = await fetch(address, { signal: ended, cache: 'no-store' }).catch((error: Error) => {
      throw new LinkError(
        `Nothing answers at ${short(address)}.`,
        'Look whether the device’s program runs.',
        ended.aborted || error.name === 'AbortError',
      )
    })
    if (!response.ok || !response.body)
      throw new LinkError(
        `${short(address)} answers with ${response.status}.`,
        (await response.text().catch(() => '')).slice(0, 200) || 'Look at the address.',
        response.status >= 400 && response.status < 500,
      )
    return response.body
  },
})

const short = (address: string) => address.replace(/\?.*$/, '')

/** Whether an address is one of this machine, which the page may ask. */
export function ownAddress(address: string): boolean {
  try {
    const { protocol, hostname } = new URL(address)
    return protocol === 'http:' && (hostname === 'localhost' || hostname === '127.0.0.1')
  } catch {
    return false
  }
}
