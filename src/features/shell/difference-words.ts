import type { Edit } from '../../project/edits'
import { counted } from '../shared'

/** What differs between now and a copy, counted: lists that gained, lost or changed entries. */
export function differenceWords(edits: readonly Edit[]): string {
  const of = (edit: Edit) => (edit.kind === 'set' ? (edit.of?.list ?? 'project') : edit.list)
  const entry = (edit: Edit) =>
    edit.kind === 'set' ? (edit.of?.id ?? edit.path[0]) : 'item' in edit ? edit.item.id : ''
  const NAMES: Readonly<Record<string, string>> = {
    machines: 'machine',
    builds: 'build',
    rigs: 'rig',
    runs: 'run',
    recordings: 'recording',
    holeGauges: 'hole gauge',
    plans: 'plan',
    handReadings: 'reading by hand',
  }
  const count = (list: string, kind: Edit['kind']) =>
    new Set(edits.filter((e) => of(e) === list && e.kind === kind).map(entry)).size
  const parts = Object.entries(NAMES).flatMap(([list, name]) => [
    ...(count(list, 'add') ? [`${counted(count(list, 'add'), name)} more`] : []),
    ...(count(list, 'remove') ? [`${counted(count(list, 'remove'), name)} fewer`] : []),
    ...(count(list, 'set') ? [`${counted(count(list, 'set'), name)} changed`] : []),
  ])
  if (count('project', 'set')) parts.push('name, notes, room or units changed')
  return parts.length > 0 ? parts.join(', ') : 'nothing'
}
