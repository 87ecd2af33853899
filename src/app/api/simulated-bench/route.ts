import { benchAddress, benchLines, clockOf, type BenchAddress } from '../../../project/simulated'

export const dynamic = 'force-dynamic'

/** Pieces are sent so often, as a device's driver would hand them on. */
const EVERY_MS = 20
/** A link that fails does so after this much of a connection, once in the life of a device. */
const LINK_FAILS_S = 11
const LONGEST_MS = 2 * 3600 * 1000

function stream(asked: BenchAddress, from: number, ended: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  const began = Date.now()
  const lines = benchLines(asked, from)
  const failsAt = asked.faults.includes('link') && from < LINK_FAILS_S ? LINK_FAILS_S : Infinity
  let waiting = lines.next()
  let timer: ReturnType<typeof setInterval> | null = null
  const stop = () => {
    if (timer) clearInterval(timer)
    timer = null
  }
  return new ReadableStream({
    start(controller) {
      ended.addEventListener('abort', stop)
      timer = setInterval(() => {
        const now = clockOf(asked, Date.now())
        if (now === null) {
          stop()
          controller.close()
          return
        }
        const due: string[] = []
        while (!waiting.done && waiting.value.atS <= now) {
          due.push(waiting.value.text)
          waiting = lines.next()
        }
        if (due.length > 0) controller.enqueue(encoder.encode(`${due.join('\n')}\n`))
        if (now >= failsAt || Date.now() - began > LONGEST_MS) {
          stop()
          controller.close()
        }
      }, EVERY_MS)
    },
    cancel: stop,
  })
}

const refused = (why: string) =>
  new Response(`${why}\n`, { status: 400, headers: { 'content-type': 'text/plain; charset=utf-8' } })

/**
 * A bench that is not there, reached as one that is: lines of readings over HTTP, as fast as they would come. Nothing
 * is kept, and nothing of the maker is sent but the size of the machine.
 */
export function GET(request: Request): Response {
  const asked = benchAddress.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!asked.success) {
    const [fault] = asked.error.issues
    return refused(`${fault.path.join('.')}: ${fault.message}`)
  }
  const from = clockOf(asked.data, Date.now())
  if (from === null) return refused('since: this device has been on for more than four hours; switch it on again')
  return new Response(stream(asked.data, from, request.signal), {
    headers: { 'content-type': 'application/x-ndjson; charset=utf-8', 'cache-control': 'no-store' },
  })
}
