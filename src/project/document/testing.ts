import type { Build, FedBuild, FedMachine } from '../validation/schema'

/** For tests: a build of which it is known that nozzles let its air in. */
export const fed = (build: unknown): FedBuild => build as FedBuild

/** For tests: a build with some figures of its nozzle replaced, sound or not. */
export const nozzled = <B extends Pick<Build, 'machine'>>(build: B, figures: object): B => ({
  ...build,
  machine: { ...build.machine, nozzle: { ...(build.machine as FedMachine).nozzle, ...figures } },
})

/** A value to five digits, what is no data left out. */
export const digits = (value: unknown): unknown => {
  if (typeof value === 'number') return Number.isFinite(value) ? Number(value.toPrecision(5)) : String(value)
  if (Array.isArray(value)) return value.map(digits)
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value)
        .filter(([, v]) => typeof v !== 'function')
        .map(([key, v]) => [key, digits(v)]),
    )
  return value
}
/** One line for each thing, so that a difference is one line too. */
export const lines = (of: Readonly<Record<string, unknown>>): string =>
  Object.entries(of)
    .map(([key, value]) => `${key}: ${JSON.stringify(digits(value))}`)
    .join('\n')

/** For tests: paths of all numbers in a document, but of those that are nought, which have no share. */
export const numbersOf = (of: unknown, path: readonly string[] = []): [readonly string[], number][] =>
  typeof of === 'number'
    ? of === 0
      ? []
      : [[path, of]]
    : of !== null && typeof of === 'object'
      ? Object.entries(of).flatMap(([key, v]) => numbersOf(v, [...path, key]))
      : []

/** For tests: a build with one of its numbers replaced, sound or not. */
export function withNumber<B extends Pick<Build, 'machine'>>(build: B, path: readonly string[], value: number): B {
  const next = structuredClone(build)
  const place = path
    .slice(0, -1)
    .reduce<Record<string, unknown>>(
      (at, key) => at[key] as Record<string, unknown>,
      next as unknown as Record<string, unknown>,
    )
  place[path[path.length - 1]] = value
  return next
}

/** For tests: limits of every number, text and list in a JSON schema, each property by its name once a set of limits. */
export function limitsOf(schema: unknown, name = ''): ReadonlySet<string> {
  if (Array.isArray(schema)) return new Set(schema.flatMap((s) => [...limitsOf(s, name)]))
  if (schema === null || typeof schema !== 'object') return new Set()
  const own = Object.entries(schema)
    .filter(([key, v]) => typeof v === 'number' && /^(exclusive)?(min|max)/i.test(key) && Math.abs(v) < 2 ** 52)
    .map(([key, v]) => `${key} ${v}`)
  const below = Object.entries(schema).flatMap(([key, v]) =>
    key === 'properties' && v !== null && typeof v === 'object'
      ? Object.entries(v).flatMap(([property, s]) => [...limitsOf(s, property)])
      : [...limitsOf(v, name)],
  )
  return new Set(own.length > 0 ? [`${name}: ${own.join(', ')}`, ...below] : below)
}
