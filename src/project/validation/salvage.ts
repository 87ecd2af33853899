import type * as z from 'zod'
import { migrateProject } from '../migrations'
import { faultsOf, pathWords, type Fault } from './faults'
import { danglingReferences } from './references'
import { LIST_ITEMS, PROJECT_VERSION, headFields, projectSchema, type Project } from './schema'
import { tooLarge } from './too-large'

/** What could not be taken over, and why. `kept` tells that only the named field was lost. */
export interface SetAside {
  readonly what: string
  readonly why: string
  readonly kept: boolean
}

export type Salvaged =
  | { readonly ok: true; readonly project: Project; readonly setAside: readonly SetAside[] }
  | { readonly ok: false; readonly message: string }

type ListName = keyof typeof LIST_ITEMS
const SINGULAR: Readonly<Record<ListName, string>> = {
  machines: 'machine',
  builds: 'build',
  rigs: 'rig',
  runs: 'run',
  recordings: 'recording',
  holeGauges: 'hole gauge',
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const named = (list: ListName, item: unknown, index: number) => {
  const called = isObject(item)
    ? [item.name, item.fileName, item.id].find((x) => typeof x === 'string' && x !== '')
    : null
  return `${SINGULAR[list]} ${called ? `“${String(called).slice(0, 60)}”` : `no. ${index + 1}`}`
}
const words = (faults: readonly Fault[]) =>
  `${faults[0].path}: ${faults[0].message}${faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''}`

/**
 * As much of a document as is sound: entries that are not are set aside and named, references to them are cut, and what hangs on them goes with them.
 * `plain` is an empty project whose own fields stand in for unreadable ones. The document itself is not touched.
 */
export function salvageProject(value: unknown, plain: Project): Salvaged {
  if (!isObject(value)) return { ok: false, message: 'What is kept of it is not a document.' }
  const large = tooLarge(value)
  if (large) return { ok: false, message: large }
  const setAside: SetAside[] = []
  let document: Record<string, unknown> = value
  if (typeof value.schemaVersion === 'number' && value.schemaVersion < PROJECT_VERSION)
    try {
      document = migrateProject(value as { schemaVersion: number }) as unknown as Record<string, unknown>
    } catch (error) {
      return { ok: false, message: `It could not be brought up to this version: ${(error as Error).message}` }
    }
  const head = Object.fromEntries(
    Object.entries(headFields).map(([key, schema]) => {
      if (key === 'schemaVersion') return [key, PROJECT_VERSION]
      const parsed = (schema as z.ZodType).safeParse(document[key])
      if (parsed.success) return [key, parsed.data]
      setAside.push({ what: `the project’s ${key}`, why: words(faultsOf(parsed.error)), kept: true })
      return [key, plain[key as keyof Project]]
    }),
  )
  const lists = Object.fromEntries(
    (Object.keys(LIST_ITEMS) as ListName[]).map((list) => {
      const seen = new Set<string>()
      const items = Array.isArray(document[list]) ? (document[list] as unknown[]) : []
      return [
        list,
        items.flatMap((item, i) => {
          const parsed = LIST_ITEMS[list].schema.safeParse(item)
          const why = !parsed.success
            ? words(faultsOf(parsed.error))
            : seen.has(parsed.data.id)
              ? `the id ${parsed.data.id} stands twice`
              : i >= LIST_ITEMS[list].most
                ? `more than ${LIST_ITEMS[list].most} of them`
                : null
          if (why !== null) setAside.push({ what: named(list, item, i), why, kept: false })
          if (!parsed.success || why !== null) return []
          seen.add(parsed.data.id)
          return [parsed.data]
        }),
      ]
    }),
  )
  const project = withoutDangling({ ...head, ...lists } as Project, setAside)
  const whole = projectSchema.safeParse(project)
  return whole.success
    ? { ok: true, project: whole.data, setAside }
    : { ok: false, message: `What is sound of it does not hold together: ${words(faultsOf(whole.error))}` }
}

/** References that may stand empty. */
const CUT: Readonly<Record<string, 'parents' | 'gauges' | 'recordings'>> = {
  parentId: 'parents',
  'nozzle.gaugeId': 'gauges',
  recordingId: 'recordings',
}

const CUT_WORDS = { parents: 'parent', gauges: 'hole gauge', recordings: 'recording' } as const

/** Cuts references to nothing; entries that mean nothing without what they speak of are set aside too, and what speaks of those. */
function withoutDangling(project: Project, setAside: SetAside[]): Project {
  let at = project
  for (let dangling = danglingReferences(at); dangling.length > 0; dangling = danglingReferences(at)) {
    const gone = { builds: new Set<number>(), runs: new Set<number>() }
    const cut = { parents: new Set<number>(), gauges: new Set<number>(), recordings: new Set<number>() }
    for (const { path, message } of dangling) {
      const [list, index] = path
      const field = pathWords(path.slice(2))
      const what = named(list, at[list][index], index)
      const optional = CUT[field]
      setAside.push(
        optional
          ? { what: `the ${CUT_WORDS[optional]} of ${what}`, why: 'it is not there, or was set aside', kept: true }
          : { what, why: `what it belongs to is not there, or was set aside (${message})`, kept: false },
      )
      if (optional) cut[optional].add(index)
      else gone[list].add(index)
    }
    at = {
      ...at,
      builds: at.builds
        .map((b, i) => ({
          ...b,
          parentId: cut.parents.has(i) ? null : b.parentId,
          nozzle: cut.gauges.has(i) ? { ...b.nozzle, gaugeId: null } : b.nozzle,
        }))
        .filter((_, i) => !gone.builds.has(i)),
      runs: at.runs
        .map((r, i) => (cut.recordings.has(i) ? { ...r, recordingId: null } : r))
        .filter((_, i) => !gone.runs.has(i)),
    }
  }
  return at
}
