/** Workers run in the same thread here, through the same handlers; archives and drawings are not read. */
import { reduceRecording as reduce } from '../../../workers/bench-client'
import { JobError, type JobOptions } from '../../../workers/job-client'
import { faultOf } from '../../../workers/job-faults'
import { BenchHere } from '../../../workers/testing/bench-here'
import { stage } from './stage'

export { JobError }
export { newShelf, previewRecording } from '../../../workers/bench-client'

Object.assign(globalThis, { Worker: BenchHere })

type Handler = (request: unknown, progress: (share: number) => void) => unknown
type Job = (request: unknown, options?: JobOptions) => Promise<unknown>

const nothing = () => undefined
const never = () => new Promise<never>(nothing)

const CANCELLED = { code: 'CANCELLED', message: 'Cancelled.', nextStep: '' }

/** What one test had worked out the next need not: the demo's builds and runs are the same in all. */
const worked = new Map<string, unknown>()

const handled =
  (load: () => Promise<unknown>, name?: string): Job =>
  async (request, options) => {
    // a page that has gone on takes its job back before a worker comes to it
    await new Promise((soon) => setTimeout(soon))
    if (options?.signal?.aborted) throw new JobError(CANCELLED)
    try {
      const asked = name && name + JSON.stringify(request)
      if (asked && worked.has(asked)) return worked.get(asked)
      const answer = await ((await load()) as Handler)(request, options?.progress ?? nothing)
      if (asked) worked.set(asked, answer)
      return answer
    } catch (error) {
      throw new JobError(faultOf(error))
    }
  }
const made = handled(() => import('../../../workers/part-handler').then((m) => m.handlePart), 'part')
const part = handled(() => import('../../../workers/part-handler').then((m) => m.handlePart))

export const runAir = handled(() => import('../../../workers/air-handler').then((m) => m.handleAir), 'air')
export const runDesign = handled(() => import('../../../workers/design-handler').then((m) => m.handleDesign))
export const warmSearchPool = nothing
/** A few designs are enough to show a room. */
export const runSearchPool = (spec: { designs: number }) =>
  runDesign({ kind: 'search', spec: { ...spec, designs: Math.min(200, spec.designs) } })
export const runEngineSearchPool = never

const reduced = new Map<string, Awaited<ReturnType<typeof reduce>>>()
export const reduceRecording: typeof reduce = async (asked, options) => {
  if (!stage.reduces) return never()
  if (!stage.remembers) return reduce(asked, options)
  const { key, dialect, conditions } = asked
  const all = JSON.stringify([key, dialect, conditions])
  const measured = reduced.get(all) ?? (await reduce(asked, options))
  reduced.set(all, measured)
  return measured
}
export const traceOfRecording = never

export const makePart = (name: string, input: unknown) => (stage.parts ? made({ kind: 'make', name, input }) : never())
export const inspectPart = (mesh: unknown, fits: unknown) => part({ kind: 'inspect', mesh, fits })
export const planPrint = (parts: unknown, settings: unknown) => part({ kind: 'plan', parts, settings })
/** What is looked at is held by the tests of parts: here only what is told of it. */
export const checkMachine = () => Promise.resolve(stage.checks)
export const cutMachine = never

export const packProject = never
export const packRawProject = never
export const readDrawing = never
export const openProject = () => Promise.resolve({ ok: false, message: 'not a project archive' })
