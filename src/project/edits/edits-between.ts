import { isEqual as equal } from 'es-toolkit'
import type { Project } from '../validation'
import { LISTS, listOf, type Edit, type Item, type ListName } from './edit'

type Plain = Readonly<Record<string, unknown>>
const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * Another kind of thing (a bottle for a compressor) is changed as a whole: its fields mean nothing beside the other's.
 */
const sameShape = (a: Plain, b: Plain): boolean =>
  a.kind === b.kind &&
  a.family === b.family &&
  Object.keys(a).length === Object.keys(b).length &&
  Object.keys(a).every((k) => k in b)

function within(before: unknown, after: unknown, of: (Edit & { kind: 'set' })['of'], path: readonly string[]): Edit[] {
  if (before === after) return []
  const inside = path.length === 0 || (isPlain(before) && isPlain(after) && sameShape(before, after))
  if (inside && isPlain(before) && isPlain(after)) {
    const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])]
    return keys.flatMap((key) => within(before[key], after[key], of, [...path, key]))
  }
  return equal(before, after) ? [] : [{ kind: 'set', of, path, before, after }]
}

function ofList(list: ListName, before: readonly Item[], after: readonly Item[]): Edit[] {
  if (before === after) return []
  const [were, are] = [new Map(before.map((x) => [x.id, x])), new Map(after.map((x) => [x.id, x]))]
  const placed = (items: readonly Item[], i: number, stays: (x: Item) => boolean) => ({
    list,
    item: items[i],
    follows: i === 0 ? null : items[i - 1].id,
    atEnd: !items.slice(i + 1).some(stays),
  })
  const [isStill, wasThere] = [(x: Item) => are.has(x.id), (x: Item) => were.has(x.id)]
  // the last first, so that each stands behind an entry that is there when it is put back
  const removed = before
    .flatMap((item, i): Edit[] => (isStill(item) ? [] : [{ kind: 'remove', ...placed(before, i, isStill) }]))
    .reverse()
  const [stayed, stay] = [before.filter((x) => are.has(x.id)), after.filter((x) => were.has(x.id))].map((items) =>
    items.map((x) => x.id),
  )
  const moved: Edit[] = equal(stayed, stay) ? [] : [{ kind: 'order', list, before: stayed, after: stay }]
  const added = after.flatMap((item, i): Edit[] =>
    wasThere(item) ? [] : [{ kind: 'add', ...placed(after, i, wasThere) }],
  )
  const changed = after.flatMap((item) => {
    const was = were.get(item.id)
    return was ? within(was, item, { list, id: item.id }, []) : []
  })
  return [...removed, ...moved, ...added, ...changed]
}

/**
 * What was changed between two states of one project, by id; what both share by reference is not looked at. Lists
 * without ids are changed as a whole.
 */
export function editsBetween(before: Project, after: Project): Edit[] {
  if (before === after) return []
  const lists = new Set<string>(LISTS)
  const own = (Object.keys(after) as (keyof Project)[]).filter((key) => !lists.has(key))
  return [
    ...own.flatMap((key) => within(before[key], after[key], null, [key])),
    ...LISTS.flatMap((list) => ofList(list, listOf(before, list), listOf(after, list))),
  ]
}
