import * as z from 'zod'
import { PhysicsError } from '../src/core/errors'
import { newBuild } from '../src/project/document'
import { faultsOf } from '../src/project/validation'
import { BadInput, badInput, plainly } from './fault'
import { parseJson, readJson } from './files'
import { VERBS, type Verb } from './verbs'
import { FAMILIES } from '../src/core/machines'
import { DEFAULT_COEFFICIENTS } from '../src/core/turbine'

export interface Outcome {
  readonly exit: 0 | 2
  readonly stdout: string
  readonly stderr: string
}

const HELP = {
  usage: './kettle VERB [FILE.json | -] [--out FILE] [--shard i/n]',
  verbs: {
    ...Object.fromEntries(Object.entries(VERBS).map(([name, { about }]) => [name, about])),
    schema: 'JSON Schema of a verb’s input and output: ./kettle schema VERB',
    help: 'this',
  },
  build:
    'Verbs that take a build find it under `build`, or its `machine` and `nozzle` at the top of the document; an exported build fits.',
  units: 'Keys are SI with the unit in the name; pressures say gauge or absolute.',
  exit: '0 with one JSON document on standard output; 2 with one line a fault on standard error, «path: what is wrong».',
}

/** JSON has no infinity: a margin without end is written as null. */
const document = (value: unknown): string =>
  `${JSON.stringify(value, (_, v: unknown) => (typeof v === 'number' && !Number.isFinite(v) ? null : v), 2)}\n`

function readInput(path: string | undefined, stdin: () => string): unknown {
  if (path === undefined) throw badInput('(input)', 'name a JSON file, or - for standard input')
  return path === '-' ? parseJson(stdin(), '(input)') : readJson(path, '(input)')
}

/** A verb by its name; names that every object has are none. */
const verbOf = (name: string | undefined): Verb | undefined =>
  name !== undefined && Object.hasOwn(VERBS, name) ? VERBS[name] : undefined

function schemaOf(name: string | undefined): unknown {
  const verb = verbOf(name)
  if (!verb)
    throw badInput(
      'schema',
      `${name ?? '(nothing)'} is not a verb; one of ${Object.keys(VERBS).join(', ')} is expected`,
    )
  return { verb: name, input: z.toJSONSchema(verb.input, { io: 'input' }), output: z.toJSONSchema(verb.output) }
}

/** A share of a search as i/n, i from 0. */
function shardOf(text: string | undefined): { index: number; of: number } {
  const found = /^(\d+)\/(\d+)$/.exec(text ?? '')
  const [index, of] = found ? [Number(found[1]), Number(found[2])] : [0, 0]
  if (!found || of < 1 || index >= of)
    throw badInput('--shard', `${text ?? '(nothing)'} is no share; i/n with i from 0 to n - 1 is expected, such as 0/4`)
  return { index, of }
}

/** Options out of the arguments; an unknown one is a fault. */
function splitArguments(args: readonly string[]): {
  words: string[]
  out: string | null
  shard: { index: number; of: number } | null
} {
  const words: string[] = []
  let out: string | null = null
  let shard: { index: number; of: number } | null = null
  for (let i = 0; i < args.length; i++) {
    if (args[i] === '--out') {
      if (args[i + 1] === undefined) throw badInput('--out', 'a file name is expected after it')
      out = args[++i]
    } else if (args[i] === '--assembly' && words[0] === 'part') words[0] = 'assembly'
    else if (args[i] === '--shard') shard = shardOf(args[++i])
    else if (args[i].startsWith('-') && args[i] !== '-' && args[i] !== '--help')
      throw badInput(args[i], 'unknown option; --out FILE, --shard i/n and, for part, --assembly are the only ones')
    else words.push(args[i])
  }
  return { words, out, shard }
}

/**
 * A machine as a document holds it owns its nozzle, shaft, load and coefficients; the command line takes them beside
 * it.
 */
function taken(build: Record<string, unknown>): Record<string, unknown> {
  const { machine } = build
  if (typeof machine !== 'object' || machine === null) return build
  const { nozzle, shaft, load: _load, coefficients, ...figures } = machine as Record<string, unknown>
  const own = Object.fromEntries(Object.entries({ nozzle, shaft, coefficients }).filter(([, v]) => v !== undefined))
  return { ...own, ...build, machine: figures }
}

/**
 * Numbers that a machine leaves out, from a first machine of its family. A tangential rotor must say its size itself.
 */
function filled(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value
  const given = (value as { build?: unknown }).build
  if (typeof given !== 'object' || given === null) return value
  const build = taken(given as Record<string, unknown>) as {
    machine?: Record<string, unknown>
    coefficients?: Record<string, unknown>
  }
  const family = FAMILIES.find((f) => f === build.machine?.family)
  if (!family) return { ...value, build }
  const first = taken({ machine: newBuild(PLAIN, family).machine }) as {
    machine: Record<string, unknown>
    coefficients: Record<string, unknown>
  }
  if (family === 'tangential-impulse') for (const own of ['meanRadiusM', 'bladeHeightM']) delete first.machine[own]
  return {
    ...value,
    build: {
      ...build,
      machine: { ...first.machine, ...build.machine },
      coefficients: { ...DEFAULT_COEFFICIENTS, ...first.coefficients, ...build.coefficients },
    },
  }
}

const PLAIN = { id: 'x', machineId: 'x', name: 'x', createdAt: '2026-01-01T00:00:00.000Z' }

/** A build's machine and nozzle may stand at the top of the document instead of under `build`. */
function gathered(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || 'build' in value || !('machine' in value)) return value
  const { machine, nozzle, shaft, coefficients, making, ...rest } = value as Record<string, unknown>
  return {
    ...rest,
    build: Object.fromEntries(
      Object.entries({ machine, nozzle, shaft, coefficients, making }).filter(([, v]) => v !== undefined),
    ),
  }
}

/** A document with its build gathered and filled in; a search that goes with its shares likewise. */
function completed(value: unknown): unknown {
  if (typeof value === 'object' && value !== null && 'merge' in value && 'search' in value)
    return { ...value, search: completed(value.search) }
  return filled(gathered(value))
}

async function answer(args: readonly string[], stdin: () => string): Promise<unknown> {
  const { words, out, shard } = splitArguments(args)
  const [name, path] = words
  if (words.length > 2)
    throw badInput('(arguments)', `${words[2]} is one word too many; a verb and one file are expected`)
  if (out !== null && name !== 'part' && name !== 'plates')
    throw badInput('--out', 'only part and plates write files; the answer is on standard output')
  if (shard && name !== 'search') throw badInput('--shard', 'only a search has shares')
  if (name === undefined || name === 'help' || words.includes('--help')) return HELP
  if (name === 'schema') return schemaOf(path)
  const verb = verbOf(name)
  if (!verb)
    throw badInput(
      '(verb)',
      `${name} is not known; one of ${[...Object.keys(VERBS), 'schema', 'help'].join(', ')} is expected`,
    )
  const given = readInput(path, stdin)
  const parsed = verb.input.safeParse(verb.asExported ? given : completed(given))
  if (!parsed.success) throw new BadInput(faultsOf(parsed.error))
  return verb.run(parsed.data as never, { out, shard })
}

/** One call of the command line. Never throws: what is wrong is one line, even where the program is. */
export async function run(args: readonly string[], stdin: () => string): Promise<Outcome> {
  const refused = (line: string): Outcome => ({ exit: 2, stdout: '', stderr: `${line}\n` })
  try {
    return { exit: 0, stdout: document(await answer(args, stdin)), stderr: '' }
  } catch (error) {
    if (error instanceof BadInput) return refused(error.message)
    if (error instanceof PhysicsError)
      return refused(plainly(`(input): ${error.detail.message} ${error.detail.nextStep}`))
    return refused(plainly(`(program): ${(error as Error).message}; this should not happen: please keep the input`))
  }
}
