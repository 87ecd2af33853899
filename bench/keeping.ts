import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { editsBetween } from '../src/project/edits'
import { makeDemo } from '../src/project/demo'
import type { Project } from '../src/project/document'
import { markKnown, projectFaults, projectSchema } from '../src/project/validation'
import { timed } from './timing'

/**
 * The check and the edits of one changed field, against the schema library's parse of the whole; and a call of the
 * command line against an empty one of Node.
 */
export async function benchKeeping() {
  const { project } = makeDemo()
  const many: Project = {
    ...project,
    builds: Array.from({ length: 500 }, (_, i) => ({
      ...project.builds[i % 5],
      id: `b${i}`,
      parentId: i ? `b${i - 1}` : null,
    })),
    runs: [],
  }
  const known = new WeakSet<object>()
  markKnown(many, known)
  const changed = (i: number): Project => ({
    ...many,
    builds: many.builds.map((b, k) => (k === 250 ? { ...b, notes: `n${i}` } : b)),
  })
  const check = await timed(50, 5, (i) => {
    const next = changed(i)
    if (editsBetween(many, next).length !== 1 || projectFaults(next, known).length > 0) throw new Error('not sound')
  })
  const whole = await timed(10, 2, (i) => projectSchema.safeParse(changed(i)).success)
  const input = join(tmpdir(), 'kettle-bench.json')
  writeFileSync(input, JSON.stringify({ supply: { gaugePressurePa: 2e5 }, nozzle: { throatDiameterM: 1.5e-3 } }))
  const call = await timed(9, 2, () => execFileSync('./kettle', ['nozzle', input]))
  const node = await timed(9, 2, () => execFileSync('node', ['-e', '0']))
  return {
    changeIn500Builds: {
      ...check,
      ratioToParsingTheWhole: Math.round((1000 * check.medianMs) / whole.medianMs) / 1000,
    },
    commandLineCall: { ...call, ratioToAnEmptyNode: Math.round((100 * call.medianMs) / node.medianMs) / 100 },
  }
}
