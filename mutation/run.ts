import { spawn } from 'node:child_process'
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative, resolve } from 'node:path'
import { seededRandom } from '../src/core/statistics'
import type { NamedFault } from './fault'
import { NAMED } from './named'
import { reachOf } from './reach'
import { sitesOf, type Site } from './sites'

/**
 * Plants faults, one at a time, and sees whether the tests find them: `npm run mutate [N] [seed] [part of a path]`
 * takes N of all that could be planted in core, project and store,
 * evenly drawn; `npm run mutate named [part of a name]` those that got by once. The tests of rooms are left out, since
 * they take long, and those of the command line, which runs in a process of its own.
 * Prints what lived; exit 1 when less than 85 % are found, or a named one lives.
 */
const WANTED = 0.85
const ROOTS = ['src/core', 'src/project', 'src/store']
const TESTS = ['src/core', 'src/project', 'src/store', 'src/workers', 'src/measured', 'src/words']
/** A fault whose tests together take longer is tried on the nearest and quickest of them, at least two, s. */
const MOST_S = 90
const AT_ONCE = 2

const root = process.cwd()
const say = (line: string) => console.log(line)

/** A copy of the project that may be broken; packages are shared. */
function copy(): string {
  const to = mkdtempSync(join(tmpdir(), 'kettle-faults-'))
  for (const name of [
    'src',
    'cli',
    'campaign',
    'mutation',
    'public',
    'scripts',
    'docs',
    'bench',
    'kettle',
    'package.json',
    'tsconfig.json',
  ])
    cpSync(join(root, name), join(to, name), { recursive: true })
  symlinkSync(join(root, 'node_modules'), join(to, 'node_modules'))
  mkdirSync(join(to, '.cache'))
  return to
}

const sources = (): string[] =>
  ROOTS.flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((f) => join(folder, f)),
  ).filter(
    (f) =>
      /\.ts$/.test(f) &&
      !/\.(test|d)\.ts$|any-build\.ts$|\/(testing|check-values|demo)\/|\/campaign\.ts$|index\.ts$/.test(f),
  )

/** So many sites, evenly drawn over all files, none inside of another. */
function drawn(count: number, seed: number, only: string): Site[] {
  const all = sources()
    .filter((f) => f.includes(only))
    .flatMap((file) => sitesOf(file, readFileSync(file, 'utf8')))
  const random = seededRandom(seed)
  const order = all.map((site) => [random(), site] as const).sort((a, b) => a[0] - b[0])
  const taken: Site[] = []
  for (const [, site] of order) {
    if (taken.length >= count) break
    if (!taken.some((t) => t.file === site.file && t.start < site.end && site.start < t.end)) taken.push(site)
  }
  say(`${all.length} faults could be planted in ${sources().length} files; ${taken.length} are, by seed ${seed}`)
  return taken
}

/** All sites planted at once in the copy, each asleep until it is asked for by its number. */
function plant(folder: string, sites: readonly Site[]): void {
  for (const file of new Set(sites.map((s) => s.file))) {
    let text = readFileSync(file, 'utf8')
    const own = sites.map((site, id) => ({ site, id })).filter(({ site }) => site.file === file)
    for (const { site, id } of own.sort((a, b) => b.site.start - a.site.start)) {
      text = `${text.slice(0, site.start)}${site.begins ? ';' : ''}(globalThis.__fault(${id}) ? (${site.becomes}) : (${site.was}))${text.slice(site.end)}`
    }
    writeFileSync(join(folder, file), text)
  }
}

/** Runs test files in the copy; true when all pass. */
function passes(
  folder: string,
  tests: readonly string[],
  env: NodeJS.ProcessEnv,
  mostS: number,
  more: readonly string[] = [],
): Promise<boolean> {
  return new Promise((resolve) => {
    const child = spawn(
      process.execPath,
      ['node_modules/jest/bin/jest.js', '--silent', '--config', 'mutation/jest.config.mjs', ...more, ...tests],
      {
        cwd: folder,
        env: { ...process.env, NODE_OPTIONS: '--import tsx', ...env },
        stdio: 'ignore',
        detached: true,
      },
    )
    // a fault that never comes back is found
    const late = setTimeout(() => child.pid && process.kill(-child.pid, 'SIGKILL'), 1000 * mostS)
    child.on('close', (code) => {
      clearTimeout(late)
      resolve(code === 0)
    })
  })
}

async function inParallel<T>(items: readonly T[], work: (item: T, index: number) => Promise<void>): Promise<void> {
  let next = 0
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (next < items.length) {
        const index = next++
        await work(items[index], index)
      }
    }),
  )
}

/** Test files of one site: those seen to come by it, and those that only read its file. */
interface Comers {
  readonly seen: readonly string[]
  readonly read: readonly string[]
}

/** Which test files come by which site, and how long each takes. */
async function met(
  folder: string,
  sites: readonly Site[],
): Promise<{ readonly comers: readonly Comers[]; readonly seconds: ReadonlyMap<string, number> }> {
  const [log, report] = [join(folder, '.cache/met.log'), join(folder, '.cache/met.json')]
  const sound = await passes(folder, TESTS, { FAULT_LOG: log }, 3600, [
    '--maxWorkers=2',
    '--json',
    '--outputFile',
    report,
  ])
  const { testResults } = JSON.parse(readFileSync(report, 'utf8')) as {
    testResults: { name: string; startTime: number; endTime: number; status: string }[]
  }
  const failed = testResults.filter((t) => t.status !== 'passed').map((t) => t.name)
  // a second try tells a loaded machine from tests that fail
  if (!sound && (failed.length === 0 || !(await passes(folder, failed, {}, 3600))))
    throw new Error(`the tests fail as they are: ${failed.join(', ')}`)
  const seconds = new Map(testResults.map((t) => [t.name, (t.endTime - t.startTime) / 1000]))
  const seen = new Map<number, string[]>()
  for (const line of readFileSync(log, 'utf8').trim().split('\n')) {
    const [id, test] = [Number(line.slice(0, line.indexOf(' '))), line.slice(line.indexOf(' ') + 1)]
    seen.set(id, [...(seen.get(id) ?? []), test])
  }
  // what is worked out while modules are read is met by the first test of a process alone, whichever that is
  const reach = [...reachOf(TESTS)]
  const comers = sites.map((site, id): Comers => {
    const own = site.early ? [] : (seen.get(id) ?? [])
    if (own.length > AT_ONCE) return { seen: own, read: [] }
    const readers = reach.filter(([, files]) => files.has(resolve(site.file)))
    return {
      seen: own,
      read: readers.map(([test]) => join(folder, relative(root, test))).filter((test) => !own.includes(test)),
    }
  })
  return { comers, seconds }
}

const pinned = (test: string) => Number(test.includes('/pinned-'))

/** The tests that are tried on a site: those beside it first, then the quickest, as many as time allows. */
function chosen(site: Site, { seen, read }: Comers, seconds: ReadonlyMap<string, number>): string[] {
  const folder = site.file.split('/').slice(0, 3).join('/')
  const sorted = (tests: readonly string[]) =>
    [...tests].sort(
      (a, b) =>
        // what pins whole tables sees most of what is worked out once
        (site.early ? pinned(b) - pinned(a) : 0) ||
        Number(b.includes(folder)) - Number(a.includes(folder)) ||
        pinned(b) - pinned(a) ||
        (seconds.get(a) ?? 0) - (seconds.get(b) ?? 0),
    )
  const order = [...sorted(seen), ...sorted(read)]
  let sum = 0
  return order.filter((t, i) => (sum += seconds.get(t) ?? 0) <= MOST_S || i < 2)
}

async function sampled(count: number, seed: number, only: string): Promise<number> {
  const folder = copy()
  const sites = drawn(count, seed, only)
  plant(folder, sites)
  const { comers, seconds } = await met(folder, sites)
  const lived: Site[] = []
  let done = 0
  await inParallel(sites, async (site, id) => {
    const tests = chosen(site, comers[id], seconds)
    // in batches, the nearest first, so that what is found is found soon
    let alive = true
    for (let from = 0, size = 3; alive && from < tests.length; from += size, size *= 4)
      alive = await passes(folder, tests.slice(from, from + size), { FAULT: String(id) }, 4 * MOST_S, [
        '-i',
        '--bail',
        '--runTestsByPath',
      ])
    done++
    if (alive) lived.push(site)
    if (alive)
      say(
        `${done}/${sites.length} lived: ${site.file}:${site.line} ${site.kind} ${site.was.slice(0, 60)} -> ${site.becomes.slice(0, 60)}${tests.length === 0 ? ' (no test comes by)' : ''}`,
      )
    else if (done % 25 === 0) say(`${done}/${sites.length} tried`)
  })
  rmSync(folder, { recursive: true })
  const share = 1 - lived.length / sites.length
  mkdirSync('.cache', { recursive: true })
  writeFileSync(
    '.cache/mutation.json',
    JSON.stringify({ seed, tried: sites.length, found: sites.length - lived.length, share, lived }, null, 2),
  )
  say(`${sites.length} planted, ${sites.length - lived.length} found, ${(100 * share).toFixed(1)} %`)
  return share >= WANTED ? 0 : 1
}

/** The faults that got by the tests once, each written into a copy of the project. */
async function named(only: string): Promise<number> {
  const faults = NAMED.filter((f) => f.name.includes(only))
  const folders = Array.from({ length: AT_ONCE }, copy)
  const lived: NamedFault[] = []
  if (!(await passes(folders[0], [...new Set(faults.flatMap((f) => f.tests))], {}, 1200, ['--maxWorkers=2'])))
    throw new Error('the tests fail as they are')
  const free = [...folders]
  await inParallel(faults, async (fault) => {
    const folder = free.pop() as string
    const file = join(folder, fault.file)
    const sound = existsSync(file) ? readFileSync(file, 'utf8') : ''
    if (sound.split(fault.was).length !== 2) {
      say(`${fault.name}: ${fault.file} does not hold its line just once: write the fault anew`)
      lived.push(fault)
    } else {
      writeFileSync(
        file,
        sound.replace(fault.was, () => fault.becomes),
      )
      const alive = await passes(folder, fault.tests, {}, 300, ['-i', '--bail'])
      writeFileSync(file, sound)
      if (alive) lived.push(fault)
      say(`${fault.name}: ${alive ? 'LIVED' : 'found'}`)
    }
    free.push(folder)
  })
  for (const folder of folders) rmSync(folder, { recursive: true })
  say(`${faults.length} named, ${faults.length - lived.length} found`)
  return lived.length > 0 ? 1 : 0
}

const [first = '300', second = '1', third = ''] = process.argv.slice(2)
process.exit(
  first === 'named' ? await named(process.argv[3] ?? '') : await sampled(Number(first), Number(second), third),
)
