import type { QuantityKind } from '../../core/units'
import { buildTitle, type Project } from '../../project/document'
import type { Conflict, ListName } from '../../project/edits'
import type { HeldChange } from '../../store'
import type { Shown } from '../shared'

const ENTRIES: Readonly<Record<ListName, string>> = {
  machines: 'machine',
  builds: 'build',
  rigs: 'rig',
  runs: 'run',
  recordings: 'recording',
  holeGauges: 'hole gauge',
  plans: 'plan',
  handReadings: 'reading by hand',
}

/** What kind of quantity a field holds, by the unit that its name ends with. */
const ENDINGS: readonly (readonly [RegExp, QuantityKind])[] = [
  [/absolutePressurePa$|PaAbs$/, 'absolutePressure'],
  [/GaugePressurePa$/i, 'gaugePressure'],
  [/Pa$/, 'pressureDrop'],
  [/RadPerS$/, 'rotation'],
  [/MPerS$/, 'speed'],
  [/KgM2$/, 'inertia'],
  [/Kg$/, 'mass'],
  [/M3$/, 'volume'],
  [/[a-z]N$/, 'force'],
  [/[a-z]S$/, 'time'],
  [/Rad$/, 'angle'],
  [/K$/, 'temperature'],
  [/W$/, 'power'],
  [/[a-z]M$/, 'length'],
]

/** A field by its path in plain words: nozzle, inlet bore. */
export function fieldWords(path: readonly string[]): string {
  const plain = path
    .at(-1)
    ?.replace(/(PaAbs|Pa|RadPerS|Rad|M3PerS|M3|KgM2|Kg|MPerS|PerS|[KMWNS])$/, '')
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
    .trim()
  return plain || 'it'
}

export function valueWords(path: readonly string[], value: unknown, shown: Shown): string {
  if (value === undefined || value === null) return 'nothing'
  if (typeof value === 'string') return `“${value.length > 40 ? `${value.slice(0, 40)}…` : value}”`
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value !== 'number') {
    const { kind } = value as { kind?: unknown }
    return typeof kind === 'string' ? kind : 'something else'
  }
  const found = ENDINGS.find(([ending]) => ending.test(path.at(-1) ?? ''))
  return found ? shown.text(value, found[1]) : String(Number(value.toPrecision(4)))
}

/** An entry by the name that its maker knows. */
function entryWords(project: Project, list: ListName | null, id: string | null): string {
  if (!list || !id) return 'the project'
  const build = list === 'builds' ? project.builds.find((b) => b.id === id) : undefined
  if (build) return buildTitle(project, build)
  const item = (project[list] as readonly { id: string; name?: string; fileName?: string }[]).find((x) => x.id === id)
  const name = item?.name ?? item?.fileName
  return name ? `${ENTRIES[list]} “${name}”` : `a ${ENTRIES[list]} that is no longer here`
}

function conflictWords(project: Project, conflict: Conflict, shown: Shown): string {
  const { code, list, id, path, wanted, stands } = conflict
  const entry = entryWords(project, list, id)
  if (code === 'removed-elsewhere') return `Another window removed what it belongs to (${entry}).`
  if (code === 'added-elsewhere') return `Another window has put in something of the same name: ${entry}.`
  if (path.length === 0) return `Another window changed ${entry} since; it was not removed.`
  return `Another window set the ${fieldWords(path)} of ${entry} to ${valueWords(path, stands, shown)}; this one wanted ${valueWords(path, wanted, shown)}.`
}

/** Why a change was held back, for its maker. */
export function heldWords(project: Project, { why }: HeldChange, shown: Shown): string {
  if (why.code === 'conflict') return conflictWords(project, why.conflict, shown)
  const [{ path, message }] = why.faults
  const build = /^builds\[(\d+)\]/.exec(path)
  const where = build ? project.builds[Number(build[1])] : undefined
  const at = where
    ? `${buildTitle(project, where)}, ${fieldWords(path.replace(/\[\d+\]/g, '').split('.'))}`
    : path.replace('(whole)', 'the project')
  return `Together with what another window did it would not hold: ${at}: ${message}.`
}
