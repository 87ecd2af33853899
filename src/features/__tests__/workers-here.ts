/** Workers run in the same thread here, through the same handlers; parts and archives are not made. */
import type { Reduction } from '../../workers/bench-client'
import type { JobOptions } from '../../workers/job-client'

type Handler = (request: unknown, progress: (share: number) => void) => unknown
type Job = (request: unknown, options?: JobOptions) => Promise<unknown>
type Faults = { faultOf: (error: unknown) => unknown }
type Jobs = { JobError: new (fault: unknown) => Error }

const nothing = () => undefined
const never = () => new Promise(nothing)

/** What stands for `src/workers` in tests of rooms. Handlers are loaded when first asked. */
export function workersHere() {
  const { faultOf } = jest.requireActual<Faults>('../../workers/job-faults')
  const { JobError } = jest.requireActual<Jobs>('../../workers/job-client')
  const handler = (file: string, name: string): Job => {
    const handle = () => jest.requireActual<Record<string, Handler>>(`../../workers/${file}`)[name]
    return async (request, options) => {
      // a page that has gone on takes its job back before a worker comes to it
      await new Promise((soon) => setTimeout(soon))
      try {
        if (options?.signal?.aborted) throw new Error('cancelled')
        return await handle()(request, options?.progress ?? nothing)
      } catch (error) {
        throw new JobError(faultOf(error))
      }
    }
  }
  const air = handler('air-handler', 'handleAir')
  const design = handler('design-handler', 'handleDesign')
  const bench = handler('bench-handler', 'handleBench')
  return {
    JobError,
    runAir: air,
    runDesign: design,
    warmSearchPool: () => undefined,
    // a few designs are enough to show a room
    runSearchPool: (spec: { designs: number }) =>
      design({ kind: 'search', spec: { ...spec, designs: Math.min(200, spec.designs) } }),
    previewRecording: (request: object, options?: JobOptions) => {
      options?.progress?.(0.5)
      return bench({ kind: 'preview', ...request })
    },
    reduceRecording: async ({ load, ...request }: Reduction) => {
      const reply = (await bench({ kind: 'reduce', bytes: await load(), ...request })) as { measured: unknown }
      return reply.measured
    },
    makePart: never,
    packProject: never,
    openProject: () => Promise.resolve({ ok: false, message: 'not a project archive' }),
  }
}
