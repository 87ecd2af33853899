import { isEqual as equal } from 'es-toolkit'
import type { Project } from '../validation'
import { listOf, type Conflict, type Edit, type Item } from './edit'

export type Applied =
  { readonly ok: true; readonly project: Project } | { readonly ok: false; readonly conflict: Conflict }

type Plain = Readonly<Record<string, unknown>>

const valueAt = (from: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((at, key) => (typeof at === 'object' && at !== null ? (at as Plain)[key] : undefined), from)

/** A copy with one value changed; everything beside the way there stays the same object. */
function withValue(from: Plain, [key, ...rest]: readonly string[], value: unknown): Plain {
  const inner = rest.length === 0 ? value : withValue((from[key] ?? {}) as Plain, rest, value)
  if (inner === undefined) {
    const { [key]: _gone, ...others } = from
    return others
  }
  return { ...from, [key]: inner }
}

class Refused extends Error {
  constructor(readonly conflict: Conflict) {
    super(conflict.code)
  }
}

function applyOne(project: Project, edit: Edit, force: boolean): Project {
  if (edit.kind === 'set') {
    const { of, path, before, after } = edit
    const target = of ? listOf(project, of.list).find((x) => x.id === of.id) : project
    const where = { list: of?.list ?? null, id: of?.id ?? null, path, wanted: after }
    if (!target) throw new Refused({ ...where, code: 'removed-elsewhere', stands: undefined })
    const stands = valueAt(target, path)
    if (equal(stands, after)) return project
    if (!force && !equal(stands, before)) throw new Refused({ ...where, code: 'changed-elsewhere', stands })
    const changed = withValue(target as unknown as Plain, path, after)
    return of
      ? { ...project, [of.list]: listOf(project, of.list).map((x) => (x.id === of.id ? changed : x)) }
      : (changed as unknown as Project)
  }
  const items = listOf(project, edit.list)
  if (edit.kind === 'order') {
    const wanted = new Map(edit.after.map((id, i) => [id, i]))
    // entries that came in since keep their place; those that are meant take the others' places in the wanted order
    const inOrder = items
      .filter((x) => wanted.has(x.id))
      .sort((a, b) => Number(wanted.get(a.id)) - Number(wanted.get(b.id)))
    let next = 0
    return { ...project, [edit.list]: items.map((x) => (wanted.has(x.id) ? inOrder[next++] : x)) }
  }
  const { list, item, follows, atEnd } = edit
  const held = items.find((x) => x.id === item.id)
  const where = { list, id: item.id, path: [], stands: held }
  if (edit.kind === 'add') {
    if (held && equal(held, item)) return project
    if (held) throw new Refused({ ...where, code: 'added-elsewhere', wanted: item })
    const behind = follows === null ? -1 : items.findIndex((x) => x.id === follows)
    const at = atEnd || (follows !== null && behind < 0) ? items.length : behind + 1
    return { ...project, [list]: [...items.slice(0, at), item, ...items.slice(at)] }
  }
  if (!held) return project
  if (!force && !equal(held, item)) throw new Refused({ ...where, code: 'changed-elsewhere', wanted: undefined })
  return { ...project, [list]: items.filter((x: Item) => x.id !== item.id) }
}

/**
 * Puts edits onto a project that may have moved on since they were made: all of them, or none with the first that does
 * not fit.
 * `force` lets them stand over what another hand changed in the same place; what is gone stays gone.
 */
export function applyEdits(project: Project, edits: readonly Edit[], { force = false } = {}): Applied {
  try {
    return { ok: true, project: edits.reduce((at, edit) => applyOne(at, edit, force), project) }
  } catch (error) {
    if (error instanceof Refused) return { ok: false, conflict: error.conflict }
    throw error
  }
}

/** The edits that take these back. */
export const inverseOf = (edits: readonly Edit[]): Edit[] =>
  edits.toReversed().map((edit): Edit => {
    if (edit.kind === 'add') return { ...edit, kind: 'remove' }
    if (edit.kind === 'remove') return { ...edit, kind: 'add' }
    if (edit.kind === 'order') return { ...edit, before: edit.after, after: edit.before }
    return { ...edit, before: edit.after, after: edit.before }
  })

/** Two steps as one: a value that was set twice in a row is set once. */
export function joinEdits(first: readonly Edit[], then: readonly Edit[]): Edit[] {
  const joined = [...first]
  for (const edit of then) {
    const last = joined.at(-1)
    if (edit.kind === 'set' && last?.kind === 'set' && equal(last.of, edit.of) && equal(last.path, edit.path))
      joined[joined.length - 1] = { ...last, after: edit.after }
    else joined.push(edit)
  }
  return joined
}
