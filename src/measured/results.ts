import type { Project, Run, Measurement } from '../project/document'
import { measurementInputs, type MeasuredRun, type MeasurementInputs } from '../project/measuring'
import type { ProjectStore } from '../store'
import { JobError, newShelf, reduceRecording, type JobFault } from '../workers'
import { digestOf } from './digest'

/**
 * `previous` is the measurement's last result, from other inputs: to be shown as such while the new one is on its way.
 */
export type MeasuredResult =
  | { readonly status: 'waiting'; readonly previous: MeasuredRun | null }
  | { readonly status: 'done'; readonly measured: MeasuredRun }
  | { readonly status: 'failed'; readonly fault: JobFault }

interface Job {
  readonly key: string
  readonly control: AbortController
}

const WAITING: MeasuredResult = { status: 'waiting', previous: null }
const KEPT = 400
/**
 * Results by everything they follow from: a change of rig, mapping or machine makes a new one, so nothing goes stale.
 */
const cache = new Map<string, MeasuredResult>()
/** The last result of each measurement, whatever it followed from, and the job that is under way for it. */
const latest = new Map<string, MeasuredRun>()
const underWay = new Map<string, Job>()
/** Of recordings, by which results are kept from visit to visit: one never changes. */
const digests = new Map<string, string | null>()
const listeners = new Set<() => void>()
/** Owner of the measurement that is looked at: it is worked out before the others. */
let lookedAt: string | null = null
const heard = new WeakSet<ProjectStore>()

/** A measurement of a run, with what its result follows from. */
export interface Wanted {
  readonly projectId: string
  readonly owner: string
  readonly inputs: MeasurementInputs
}

/** What a measurement's result is asked for by; null while something that it follows from is missing. */
export function wanted(project: Project, run: Run, measurement: Measurement): Wanted | null {
  const inputs = measurementInputs(project, run, measurement)
  return inputs && { projectId: project.id, owner: ownerOf(project, run, measurement.id), inputs }
}

const ownerOf = (project: Project, run: Run, measurementId: string): string =>
  `${project.id}/${run.id}/${measurementId}`

/** Says which measurement is looked at, so that it is worked out first. */
export function lookAt(project: Project, run: Run, measurementId: string): void {
  lookedAt = ownerOf(project, run, measurementId)
}

/**
 * All results as they are known at one moment: another one whenever a result has come in, so that what is drawn from it
 * is drawn anew.
 */
export interface Results {
  of(asked: Wanted): MeasuredResult
}
const lookup = (): Results => ({ of: resultOf })
let now = lookup()
export const results = (): Results => now

function tell(): void {
  now = lookup()
  for (const listener of listeners) listener()
}

function keep(key: string, result: MeasuredResult): void {
  cache.set(key, result)
  if (cache.size > KEPT) cache.delete(cache.keys().next().value as string)
  tell()
}

function forget(): void {
  for (const { control } of underWay.values()) control.abort()
  for (const known of [cache, latest, underWay, digests]) known.clear()
  newShelf()
  tell()
}

/**
 * Ids name a recording while its project is open: one that was removed, here or in another window, can come back under
 * the same with other bytes. What is kept by the hash of the bytes is found again.
 */
function forgetAtOpening(store: ProjectStore): void {
  if (heard.has(store)) return
  heard.add(store)
  store.onOpening(forget)
  if (cache.size > 0) forget()
}

const UNKNOWN: JobFault = {
  code: 'NO_RECORDING',
  message: 'The recording is not in this browser.',
  nextStep: 'Bring the file in again.',
}

class NoRecording extends Error {}

async function work(store: ProjectStore, { projectId, owner, inputs }: Wanted, job: Job): Promise<void> {
  const { signal } = job.control
  const { key, reading, recordingKey, recordingId, dialect, conditions } = inputs
  try {
    const load = async () => {
      const bytes = await store.recordingBytes(recordingId)
      if (!bytes) throw new NoRecording()
      return bytes
    }
    const bytes = digests.has(recordingKey) ? null : await load()
    const digest = bytes ? await digestOf(bytes) : (digests.get(recordingKey) ?? null)
    signal.throwIfAborted()
    digests.set(recordingKey, digest)
    const kept = digest && `${digest}/${reading}`
    let measured = (kept ? await store.results.find(kept) : null) as MeasuredRun | null
    if (!measured) {
      measured = await reduceRecording(
        { key: recordingKey, dialect, conditions, load: bytes ? () => Promise.resolve(bytes) : load },
        { signal, ahead: () => owner === lookedAt },
      )
      if (kept) void store.results.keep(projectId, kept, measured)
    }
    signal.throwIfAborted()
    latest.set(owner, measured)
    keep(key, { status: 'done', measured })
  } catch (error) {
    // nobody waits for it any more: it is asked for again when it is wanted
    if (signal.aborted) {
      const other = underWay.get(owner)
      if (other === job || other?.key !== key) cache.delete(key)
    } else
      keep(key, {
        status: 'failed',
        fault:
          error instanceof JobError
            ? error.fault
            : error instanceof NoRecording
              ? UNKNOWN
              : { code: 'UNEXPECTED', message: (error as Error).message, nextStep: '' },
      })
  } finally {
    if (underWay.get(owner) === job) underWay.delete(owner)
  }
}

/**
 * Asks for a result that is not there yet. What the same measurement was asked before and is still under way, nobody
 * waits for: it is ended.
 */
export function ask(store: ProjectStore, asked: Wanted): void {
  const { owner, inputs } = asked
  forgetAtOpening(store)
  if (cache.has(inputs.key)) return
  underWay.get(owner)?.control.abort()
  const job = { key: inputs.key, control: new AbortController() }
  underWay.set(owner, job)
  cache.set(inputs.key, WAITING)
  void work(store, asked, job)
}

function resultOf({ owner, inputs }: Wanted): MeasuredResult {
  const result = cache.get(inputs.key) ?? WAITING
  return result.status === 'waiting' ? { status: 'waiting', previous: latest.get(owner) ?? null } : result
}

/** Calls back whenever a result comes in; returns how to stop that. */
export function onResult(listener: () => void): () => void {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}
