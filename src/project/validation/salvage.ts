import type * as z from 'zod'
import { migrateProject } from '../migrations'
import { faultsOf, type Fault } from './faults'
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
  plans: 'plan',
  handReadings: 'reading by hand',
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
 * As much of a document as is sound: entries that are not are set aside and named, references to them are cut, and what
 * hangs on them goes with them.
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

/** References that may stand empty, by the last name of their path. */
const CUT: Readonly<Record<string, string>> = {
  parentId: 'parent',
  gaugeId: 'hole gauge',
  recordingId: 'recording',
  planId: 'plan',
  photoId: 'photo',
}

type Entry =
  Project['builds'][number] | Project['runs'][number] | Project['plans'][number] | Project['handReadings'][number]

/**
 * An entry with one reference to nothing cut; null where it means nothing without what it speaks of. A measurement goes
 * with its rig, a run with its last one.
 */
function withoutReference(entry: Entry, field: readonly (string | number)[]): Entry | null {
  if ('measurements' in entry && field[0] === 'planned') return { ...entry, planned: null }
  if ('measurements' in entry && field[0] === 'marks')
    return { ...entry, marks: entry.marks.map((m, i) => (i === field[1] ? { ...m, photoId: null } : m)) }
  if ('measurements' in entry && field[0] === 'measurements') {
    const gone = entry.measurements[field[1] as number]
    if (field[2] === 'recordingId')
      return { ...entry, measurements: entry.measurements.map((m) => (m === gone ? { ...m, recordingId: null } : m)) }
    const left = entry.measurements.filter((m) => m !== gone)
    return left.length > 0 ? { ...entry, measurements: left } : null
  }
  if ('machine' in entry && field[0] === 'parentId') return { ...entry, parentId: null }
  if ('machine' in entry && field[0] === 'machine' && 'nozzle' in entry.machine)
    return {
      ...entry,
      machine: { ...entry.machine, nozzle: { ...entry.machine.nozzle, gaugeId: null } },
    } as Entry
  return null
}

/**
 * Cuts references to nothing, one an entry at a time; entries that mean nothing without what they speak of are set
 * aside too, and what speaks of those.
 */
function withoutDangling(project: Project, setAside: SetAside[]): Project {
  let at = project
  for (let dangling = danglingReferences(at); dangling.length > 0; dangling = danglingReferences(at)) {
    const next = {
      builds: [...at.builds] as (Entry | null)[],
      runs: [...at.runs] as (Entry | null)[],
      plans: [...at.plans] as (Entry | null)[],
      handReadings: [...at.handReadings] as (Entry | null)[],
    }
    const touched = new Set<string>()
    for (const { path, message } of dangling) {
      const [list, index, ...field] = path
      // one reference of an entry a round: the next round finds what is left of it
      if (touched.has(`${list} ${index}`)) continue
      touched.add(`${list} ${index}`)
      const what = named(list, at[list][index], index)
      const mended = withoutReference(at[list][index], field)
      next[list][index] = mended
      const optional = CUT[String(field[field.length - 1])]
      setAside.push(
        mended && optional
          ? { what: `the ${optional} of ${what}`, why: 'it is not there, or was set aside', kept: true }
          : mended
            ? { what: `a measurement of ${what}`, why: 'its rig is not there, or was set aside', kept: true }
            : { what, why: `what it belongs to is not there, or was set aside (${message})`, kept: false },
      )
    }
    at = {
      ...at,
      builds: next.builds.filter((b) => b !== null) as Project['builds'],
      runs: next.runs.filter((r) => r !== null) as Project['runs'],
      plans: next.plans.filter((p) => p !== null) as Project['plans'],
      handReadings: next.handReadings.filter((h) => h !== null) as Project['handReadings'],
    }
  }
  return at
}
