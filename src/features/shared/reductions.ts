'use client'
import { useEffect, useMemo, useState } from 'react'
import { inertiaRig, isTurbine, type Project, type Run } from '../../project/document'
import { useProject, useStore, type ProjectStore } from '../../store'
import { JobError, reduceRecording, type JobFault, type Reduced } from '../../workers'

/** `previous` is the run's last result, from other inputs: to be shown as such while the new one is on its way. */
export type RunResult =
  | { readonly status: 'waiting'; readonly previous: Reduced | null }
  | { readonly status: 'done'; readonly reduced: Reduced }
  | { readonly status: 'failed'; readonly fault: JobFault }

const WAITING: RunResult = { status: 'waiting', previous: null }
const KEPT = 400
/** Results by everything they follow from: a change of rig, mapping or rotor makes a new one, so nothing goes stale. */
const cache = new Map<string, RunResult>()
/** The last result of each recording of each project, whatever it followed from. */
const latest = new Map<string, Reduced>()
const listeners = new Set<() => void>()

/** All that a reduction follows from, as a key; null when the run has no recording yet. */
function inputsOf(project: Project, run: Run) {
  const rig = project.rigs.find((r) => r.id === run.rigId)
  const build = project.builds.find((b) => b.id === run.buildId)
  if (!rig || !build || !isTurbine(build) || !run.recordingId || !run.mapping) return null
  const inputs = {
    rig,
    inertiaRig: inertiaRig(rig, build),
    mapping: run.mapping,
    settings: {
      ...(run.settings.spinUp ? { spinUp: run.settings.spinUp } : {}),
      ...(run.settings.coast ? { coast: run.settings.coast } : {}),
      nominalGaugePressurePa: run.gaugePressurePa,
    },
    roomPaAbs: run.ambient.absolutePressurePa,
  }
  return {
    key: `${project.id}/${run.recordingId}/${JSON.stringify(inputs)}`,
    recordingKey: `${project.id}/${run.recordingId}`,
    recordingId: run.recordingId,
    ...inputs,
  }
}

type Inputs = NonNullable<ReturnType<typeof inputsOf>>

function keep(key: string, result: RunResult): void {
  cache.set(key, result)
  if (cache.size > KEPT) cache.delete(cache.keys().next().value as string)
  for (const listener of listeners) listener()
}

async function work(store: ProjectStore, inputs: Inputs): Promise<void> {
  const bytes = await store.recordingBytes(inputs.recordingId)
  if (!bytes)
    return keep(inputs.key, {
      status: 'failed',
      fault: {
        code: 'NO_RECORDING',
        message: 'The recording is not in this browser.',
        nextStep: 'Bring the file in again.',
      },
    })
  try {
    const reduced = await reduceRecording({
      key: inputs.recordingKey,
      bytes,
      rig: inputs.rig,
      inertiaRig: inputs.inertiaRig,
      mapping: inputs.mapping,
      settings: inputs.settings,
      roomPaAbs: inputs.roomPaAbs,
    })
    latest.set(inputs.recordingKey, reduced)
    keep(inputs.key, { status: 'done', reduced })
  } catch (error) {
    if (error instanceof JobError && error.fault.code === 'CANCELLED') cache.delete(inputs.key)
    else
      keep(inputs.key, {
        status: 'failed',
        fault:
          error instanceof JobError
            ? error.fault
            : { code: 'UNEXPECTED', message: (error as Error).message, nextStep: '' },
      })
  }
}

/** Reduced results of runs by run id, worked out in a worker and kept. Runs without a recording are left out. */
export function useReductions(runs: readonly Run[]): ReadonlyMap<string, RunResult> {
  const store = useStore()
  const project = useProject()
  const [, redraw] = useState(0)
  const wanted = useMemo(() => runs.map((run) => ({ run, inputs: inputsOf(project, run) })), [project, runs])
  useEffect(() => {
    const listener = () => redraw((n) => n + 1)
    listeners.add(listener)
    return () => void listeners.delete(listener)
  }, [])
  useEffect(() => {
    for (const { inputs } of wanted) {
      if (!inputs || cache.has(inputs.key)) continue
      cache.set(inputs.key, WAITING)
      void work(store, inputs)
    }
  }, [store, wanted])
  const results = new Map<string, RunResult>()
  for (const { run, inputs } of wanted) {
    if (!inputs) continue
    const result = cache.get(inputs.key) ?? WAITING
    results.set(
      run.id,
      result.status === 'waiting' ? { status: 'waiting', previous: latest.get(inputs.recordingKey) ?? null } : result,
    )
  }
  return results
}
