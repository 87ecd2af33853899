import { LinkError, type BenchLink } from './contract'

/** What is used of a serial port; the browser's own types are not in the language's library yet. */
interface Port {
  readonly readable: ReadableStream<Uint8Array> | null
  open(options: { baudRate: number }): Promise<void>
  close(): Promise<void>
  getInfo?(): { usbVendorId?: number; usbProductId?: number }
}
interface Serial {
  requestPort(): Promise<Port>
}

export const BAUD_RATE = 115_200

const serialOf = (): Serial | null =>
  typeof navigator === 'undefined' ? null : ((navigator as unknown as { serial?: Serial }).serial ?? null)

/** Whether this browser can reach a serial port at all. */
export const canSerial = (): boolean => serialOf() !== null

/** Has the maker choose a port; null when they chose none. */
export async function chooseSerial(): Promise<BenchLink | null> {
  const serial = serialOf()
  if (!serial)
    throw new LinkError(
      'This browser reaches no serial port.',
      'Use one that knows Web Serial, or bring in a file.',
      true,
    )
  const port = await serial.requestPort().catch(() => null)
  return port && serialLink(port)
}

/** A port as a link; it is opened again by itself after a loose plug. */
const serialLink = (port: Port): BenchLink => ({
  name: 'serial port',
  open: async (ended) => {
    await port.close().catch(() => undefined)
    try {
      await port.open({ baudRate: BAUD_RATE })
    } catch (error) {
      throw new LinkError(
        `The port could not be opened: ${(error as Error).message}`,
        'Close other programs that use it, and look at the plug.',
      )
    }
    if (!port.readable) throw new LinkError('The port sends nothing.', 'Look at the plug and the device.')
    const reader = port.readable.getReader()
    const close = () => void reader.cancel().catch(() => undefined)
    ended.addEventListener('abort', close, { once: true })
    return new ReadableStream<Uint8Array>({
      async pull(controller) {
        const { value, done } = await reader.read()
        if (!done) return controller.enqueue(value)
        controller.close()
        await release(port, reader)
      },
      cancel: () => release(port, reader),
    })
  },
})

async function release(port: Port, reader: ReadableStreamDefaultReader<Uint8Array>): Promise<void> {
  await reader.cancel().catch(() => undefined)
  reader.releaseLock()
  await port.close().catch(() => undefined)
}
