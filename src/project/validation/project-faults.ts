import * as z from 'zod'
import { faultsOf, pathWords, type Fault } from './faults'
import { danglingReferences } from './references'
import { LIST_ITEMS, headFields, type Project } from './schema'

type ListName = keyof typeof LIST_ITEMS
const LIST_NAMES = Object.keys(LIST_ITEMS) as ListName[]
const anyList = (most: number) => z.array(z.unknown()).max(most)
const frame = z.strictObject({
  ...headFields,
  ...(Object.fromEntries(LIST_NAMES.map((l) => [l, anyList(LIST_ITEMS[l].most)])) as Record<
    ListName,
    ReturnType<typeof anyList>
  >),
})

/**
 * Entries known to be sound, by object: a change makes new ones of what it touches, so only those are looked at again.
 */
export type Known = WeakSet<object>

/** Takes every entry of a project that was just read as sound. */
export function markKnown(project: Project, known: Known): void {
  for (const list of LIST_NAMES) for (const item of project[list]) known.add(item)
}

/**
 * All that is wrong with a whole project: each entry by its schema (those in `known` were seen before), ids that stand
 * twice, references to nothing.
 * The same verdict as the whole schema's, without parsing again what did not change.
 */
export function projectFaults(project: Project, known: Known): Fault[] {
  const framed = frame.safeParse(project)
  if (!framed.success) return faultsOf(framed.error)
  const faults = LIST_NAMES.flatMap((list) => {
    const seen = new Set<string>()
    return project[list].flatMap((item, i): Fault[] => {
      if (seen.has(item?.id)) return [{ path: pathWords([list, i, 'id']), message: `the id ${item.id} stands twice` }]
      seen.add(item?.id)
      if (typeof item === 'object' && item !== null && known.has(item)) return []
      const parsed = LIST_ITEMS[list].schema.safeParse(item)
      if (!parsed.success) return faultsOf(parsed.error, [list, i])
      known.add(item)
      return []
    })
  })
  return faults.length > 0
    ? faults
    : danglingReferences(project).map(({ path, message }) => ({ path: pathWords(path), message }))
}
