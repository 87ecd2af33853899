const [MOST_ENTRIES, MOST_DEPTH, MOST_VALUES] = [10_000, 40, 5_000_000] as const

/**
 * Why a document is larger than any project can be, before a schema is asked; null when it is not. Without recursion:
 * it may be as deep as it likes.
 */
export function tooLarge(value: unknown): string | null {
  const open: { value: unknown; depth: number }[] = [{ value, depth: 0 }]
  for (let seen = 0; open.length > 0; seen++) {
    const { value: at, depth } = open.pop() as (typeof open)[number]
    if (typeof at !== 'object' || at === null) continue
    if (depth > MOST_DEPTH) return `It is nested more than ${MOST_DEPTH} deep, which no project is.`
    const inner = Array.isArray(at) ? at : Object.values(at)
    if (inner.length > MOST_ENTRIES)
      return `It holds a list of ${inner.length} entries; no list of a project has more than ${MOST_ENTRIES}.`
    if (seen + open.length + inner.length > MOST_VALUES)
      return `It holds more than ${MOST_VALUES} values, which no project does.`
    for (const x of inner) open.push({ value: x, depth: depth + 1 })
  }
  return null
}
