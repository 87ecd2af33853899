/** Why the browser's storage did not take something, in words. Dexie wraps the browser's own error. */
export function storageWords(error: unknown): string {
  const {
    name = '',
    message = String(error),
    inner,
  } = error as { name?: string; message?: string; inner?: { name?: string } }
  const names = [name, inner?.name ?? '']
  if (names.includes('QuotaExceededError') || /quota/i.test(message)) return 'the room that this browser gives is full'
  if (names.includes('MissingAPIError') || names.includes('SecurityError'))
    return 'this browser does not let pages keep anything'
  if (names.includes('DatabaseClosedError') || names.includes('InvalidStateError'))
    return 'the browser closed its database'
  return `the browser’s database answered: ${message.split('\n')[0]}`
}
