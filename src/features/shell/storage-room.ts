export interface Room {
  readonly lasting: boolean | null
  readonly usedBytes: number | null
  readonly leftBytes: number | null
}

/** Asks the browser to keep what is stored even when its disk runs short, and how much room it gives. */
export async function askForRoom(): Promise<Room> {
  const { storage } = navigator
  const lasting = storage?.persist ? await storage.persist().catch(() => null) : null
  const estimate = storage?.estimate ? await storage.estimate().catch(() => null) : null
  const [quota, usage] = [estimate?.quota ?? null, estimate?.usage ?? null]
  return { lasting, usedBytes: usage, leftBytes: quota !== null && usage !== null ? Math.max(0, quota - usage) : null }
}

const sizeWords = (bytes: number) =>
  bytes >= 1e9
    ? `${(bytes / 1e9).toFixed(1)} GB`
    : bytes >= 1e6
      ? `${(bytes / 1e6).toFixed(1)} MB`
      : `${Math.ceil(bytes / 1e3)} kB`

export function roomWords({ lasting, usedBytes, leftBytes }: Room): string {
  const room =
    usedBytes !== null && leftBytes !== null ? `${sizeWords(usedBytes)} used, about ${sizeWords(leftBytes)} left. ` : ''
  const keeps =
    lasting === true
      ? 'The browser has promised to keep it.'
      : lasting === false
        ? 'The browser may clear it when the disk runs short, or with its other data: export what matters.'
        : 'Whether the browser keeps it when the disk runs short is not known: export what matters.'
  return room + keeps
}
