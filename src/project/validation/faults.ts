import type { z } from 'zod'

/** One thing wrong with a document: where, what, and what was expected. */
export interface Fault {
  readonly path: string
  readonly message: string
}

/** A place in a document: builds[3].nozzle.gapM. */
export const pathWords = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key)),
    '',
  ) || '(whole)'

/** The faults a schema found, one a line; a union shows those of the option that came closest. */
export function faultsOf(error: z.ZodError, within: readonly PropertyKey[] = []): Fault[] {
  const pathOf = (path: readonly PropertyKey[]) => pathWords([...within, ...path])
  return error.issues.flatMap((issue) => {
    if (issue.code === 'invalid_union' && issue.errors.length > 0) {
      const closest = [...issue.errors].sort((a, b) => score(a) - score(b))[0]
      return closest.map((inner) => ({ path: pathOf([...issue.path, ...inner.path]), message: inner.message }))
    }
    if (issue.code === 'unrecognized_keys')
      return [{ path: pathOf(issue.path), message: `unknown key ${issue.keys.join(', ')}; remove it` }]
    return [{ path: pathOf(issue.path), message: issue.message }]
  })
}

/** A wrong literal means another option was meant; it weighs more than a value out of range. */
const score = (issues: readonly z.core.$ZodIssue[]): number =>
  issues.reduce((sum, i) => sum + (i.code === 'invalid_value' ? 100 : 1), 0)
