import type { Conditions, MeasuredRun } from '../project/measuring'
import type { Dialect } from '../project/recording'
import { JobClient, JobError, type JobOptions } from './job-client'
import type {
  BenchReply,
  BenchRequest,
  Preview,
  PreviewRequest,
  Reduced,
  ReduceRequest,
  SoundPreview,
  Traced,
  TraceRequest,
} from './bench-handler'
import { RECORDING_WANTED } from './job-faults'

const client = new JobClient<BenchRequest, BenchReply>(
  () => new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' }),
)

/** Recordings that were handed to the worker: asked for by name first. */
const handed = new Set<string>()
/** Names of recordings hold within one shelf: a project that was removed can come back with other bytes under them. */
let shelf = 0
const shelved = (key: string): string => `${shelf}/${key}`

/** What was handed over so far is not asked for by its name any more. */
export function newShelf(): void {
  shelf++
}

/** Reads a recording for its first rows; what it is reduced from later is the same reading. */
export async function previewRecording(
  request: Omit<PreviewRequest, 'kind'>,
  options?: JobOptions,
): Promise<Preview | SoundPreview> {
  const key = shelved(request.key)
  const preview = (await client.run({ kind: 'preview', ...request, key }, options)) as Preview | SoundPreview
  handed.add(key)
  return preview
}

export interface Reduction {
  readonly key: string
  readonly dialect: Dialect | null
  readonly conditions: Conditions
  /** Fetched only when the worker does not hold the recording. */
  readonly load: () => Promise<Uint8Array>
}

/** Reduces a recording. */
export async function reduceRecording(
  { key, dialect, conditions, load }: Reduction,
  options?: JobOptions,
): Promise<MeasuredRun> {
  const reply = await askOf({ kind: 'reduce', key, dialect, conditions }, load, options)
  return (reply as Reduced).measured
}

/** One column of a recording, every reading of it. */
export async function traceOfRecording(
  request: Omit<TraceRequest, 'kind' | 'bytes'>,
  load: () => Promise<Uint8Array>,
  options?: JobOptions,
): Promise<Traced> {
  return (await askOf({ kind: 'trace', ...request }, load, options)) as Traced
}

/** Asks something of a recording. Its bytes cross to the worker once, not with every change of a figure. */
async function askOf(
  request: Omit<ReduceRequest, 'bytes'> | Omit<TraceRequest, 'bytes'>,
  load: () => Promise<Uint8Array>,
  options?: JobOptions,
): Promise<BenchReply> {
  const key = shelved(request.key)
  const run = (bytes: Uint8Array | null) => client.run({ ...request, key, bytes } as BenchRequest, options)
  if (handed.has(key))
    try {
      return await run(null)
    } catch (error) {
      if (!(error instanceof JobError && error.fault.code === RECORDING_WANTED)) throw error
    }
  const bytes = await load()
  handed.add(key)
  return run(bytes)
}
