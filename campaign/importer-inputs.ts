import { strToU8, unzipSync, zipSync } from 'fflate'
import { seededRandom } from '../src/core/statistics'
import { openArchive, packArchive } from '../src/project/archive'
import { makeDemo } from '../src/project/demo'
import { emptyProject, type Project } from '../src/project/document'
import { readOutline } from '../src/project/outline'
import { guessMapping, mapTrace, parseTable, traceRoles } from '../src/project/recording'
import { parseProject, projectSchema, salvageProject } from '../src/project/validation'
import { mutated, mutatedBytes, mutatedText, pick, type Random } from './mutate'

const { project } = makeDemo()
const plain = emptyProject({ id: 'plain', name: 'Plain' })
/** A project small enough to be tried ten thousand times. */
const small: Project = {
  ...project,
  builds: project.builds.filter((_, i) => i % 3 === 0).map((b) => ({ ...b, parentId: null })),
  runs: [],
  recordings: [],
}
const packed = packArchive({
  project: {
    ...small,
    recordings: [{ id: 'r', fileName: 'r.csv', byteLength: 3, kind: 'table', addedAt: '2026-01-01T00:00:00.000Z' }],
  },
  recordings: new Map([['r', strToU8('a,b')]]),
})

const table = `# spin\ntime_s,count,pressure (kPa)\n${Array.from({ length: 60 }, (_, i) => `${(i * 0.05).toFixed(3)},${i * i},${350 - i}`).join('\n')}\n`
/** As a logger writes it: itself first, units below the header, times of day, thousands in groups, a unit in a cell. */
const logged = `Logger;X1\nRate;100\n\nTime;n;p\n;[rpm];[bar]\n${Array.from({ length: 60 }, (_, i) => `30.11.2026 23:59:${String(i).padStart(2, '0')};1.${100 + i},5;${i % 7 ? '3,5' : '3,5 bar'}`).join('\n')}\n`
const pair = (...values: (string | number)[]) => values.join('\n')
const dxf = pair(
  '0',
  'SECTION',
  '2',
  'HEADER',
  '9',
  '$INSUNITS',
  '70',
  '4',
  '0',
  'ENDSEC',
  '0',
  'SECTION',
  '2',
  'ENTITIES',
  '0',
  'LWPOLYLINE',
  '8',
  '0',
  '90',
  '3',
  '70',
  '1',
  '10',
  0,
  '20',
  0,
  '42',
  0.5,
  '10',
  10,
  '20',
  0,
  '10',
  5,
  '20',
  8,
  '0',
  'LINE',
  '8',
  '0',
  '10',
  0,
  '20',
  0,
  '11',
  4,
  '21',
  4,
  '0',
  'ARC',
  '8',
  '0',
  '10',
  0,
  '20',
  0,
  '40',
  3,
  '50',
  0,
  '51',
  90,
  '0',
  'SPLINE',
  '8',
  '0',
  '70',
  '8',
  '71',
  '3',
  '72',
  '8',
  '73',
  '4',
  '40',
  0,
  '40',
  0,
  '40',
  0,
  '40',
  0,
  '40',
  1,
  '40',
  1,
  '40',
  1,
  '40',
  1,
  '10',
  0,
  '20',
  0,
  '10',
  1,
  '20',
  2,
  '10',
  3,
  '20',
  2,
  '10',
  4,
  '20',
  0,
  '0',
  'POLYLINE',
  '66',
  '1',
  '70',
  '1',
  '0',
  'VERTEX',
  '10',
  0,
  '20',
  0,
  '0',
  'VERTEX',
  '10',
  3,
  '20',
  0,
  '0',
  'VERTEX',
  '10',
  1,
  '20',
  2,
  '0',
  'SEQEND',
  '0',
  'ENDSEC',
  '0',
  'EOF',
  '',
)
const svg =
  '<svg width="20mm" viewBox="0 0 20 20"><g transform="rotate(30 5 5) translate(1,2)"><path d="M1 1C2 3 4 5 6 1L9 9A3 2 10 0 1 1 1Z"/></g><rect x="1" y="2" width="3" height="4"/><circle cx="5" cy="5" r="3"/><polygon points="1,1 5,1 3,4"/></svg>'

/** What is wrong when a reader says yes, or does not say anything. */
const TRIES: readonly ((random: Random) => { input: string; fault: string | null })[] = [
  (random) => {
    const written = pick(random, [table, logged])
    const bytes = random() < 0.5 ? strToU8(mutatedText(written, random)) : mutatedBytes(strToU8(written), random)
    const parsed = parseTable(bytes)
    const input = `table ${Buffer.from(bytes).toString('base64')}`
    if (!parsed.ok) return { input, fault: parsed.message.length > 10 ? null : 'refused without words' }
    const bad = parsed.table.columns.some(
      (c) => c.values.length !== parsed.table.rows || c.values.some((v) => !Number.isFinite(v)),
    )
    if (bad) return { input, fault: 'a table with holes' }
    const mapping = guessMapping(parsed.table.columns, traceRoles(pick(random, ['count', 'speed', 'pulse-times'])))
    mapTrace(
      parsed.table,
      mapping,
      { signal: 'count', countsPerTurn: 400, sensorOn: 'rotor', speedRatio: 1 } as never,
      101_325,
    )
    return { input, fault: null }
  },
  (random) => {
    const [name, text] = random() < 0.5 ? ['a.dxf', dxf] : ['a.svg', svg]
    const tried = mutatedText(text, random)
    const outcome = readOutline(name, tried)
    const input = `drawing ${name} ${JSON.stringify(tried)}`
    if (!outcome.ok)
      return { input, fault: outcome.message.startsWith(`${name}: `) ? null : 'refused without its name' }
    const { points } = outcome.outline
    return {
      input,
      fault:
        points.length >= 3 && points.length <= 400 && points.flat().every(Number.isFinite)
          ? null
          : 'an outline of nothing',
    }
  },
  (random) => {
    const value = JSON.parse(JSON.stringify(mutated(small, random))) as unknown
    const input = `project ${JSON.stringify(value)}`
    const parsed = parseProject(value)
    if (parsed.ok && !projectSchema.safeParse(parsed.project).success)
      return { input, fault: 'opened though it is not sound' }
    if (!parsed.ok && !/\S{3}/.test(parsed.message)) return { input, fault: 'refused without words' }
    const salvaged = salvageProject(value, plain)
    return {
      input,
      fault:
        salvaged.ok && !projectSchema.safeParse(salvaged.project).success ? 'salvaged though it is not sound' : null,
    }
  },
  (random) => {
    const files = unzipSync(packed)
    const tried =
      random() < 0.5
        ? mutatedBytes(packed, random)
        : zipSync({
            ...files,
            'project.json': strToU8(mutatedText(new TextDecoder().decode(files['project.json']), random)),
          })
    const opened = openArchive(tried)
    const input = `archive ${Buffer.from(tried).toString('base64')}`
    return {
      input,
      fault:
        opened.ok && !projectSchema.safeParse(opened.bundle.project).success ? 'opened though it is not sound' : null,
    }
  },
]

/** One file by its number, handed to the reader that it is for. */
export function tryImporter(seed: number): { readonly input: string; readonly fault: string | null } {
  const random = seededRandom(seed * 2246822519 + 7)
  return pick(random, TRIES)(random)
}
