/** A number of a plain object by its path of dots. */
export const numberAt = (object: unknown, path: string): number =>
  path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], object) as number

/** A copy of an object with numbers at some paths replaced; what lies beside the paths is shared. */
export function withNumbers<T extends object>(
  object: T,
  changes: readonly (readonly [path: string, value: number])[],
): T {
  const copy = { ...object } as Record<string, unknown>
  // a branch is copied once, however many leaves of it change
  const fresh = new Set<object>([copy])
  for (const [path, value] of changes) {
    const keys = path.split('.')
    const last = keys.pop() as string
    let at = copy
    for (const key of keys) {
      const child = at[key] as Record<string, unknown>
      if (!fresh.has(child)) {
        at[key] = { ...child }
        fresh.add(at[key] as object)
      }
      at = at[key] as Record<string, unknown>
    }
    at[last] = value
  }
  return copy as T
}

const deepCopy = <T>(of: T): T =>
  Array.isArray(of)
    ? (of.map(deepCopy) as T)
    : of !== null && typeof of === 'object'
      ? (Object.fromEntries(Object.entries(of).map(([key, value]) => [key, deepCopy(value)])) as T)
      : of

/**
 * A private copy of an object whose numbers at some paths are set anew, in place, by each call: the same object every
 * time, for work that reads it and lets it go.
 */
export function scratchCopy<T extends object>(object: T, paths: readonly string[]): (values: readonly number[]) => T {
  const copy = deepCopy(object)
  const leaves = paths.map((path) => {
    const keys = path.split('.')
    const last = keys.pop() as string
    return {
      branch: keys.reduce<Record<string, unknown>>((at, key) => at[key] as Record<string, unknown>, copy as never),
      last,
    }
  })
  return (values) => {
    for (let i = 0; i < leaves.length; i++) leaves[i].branch[leaves[i].last] = values[i]
    return copy
  }
}
