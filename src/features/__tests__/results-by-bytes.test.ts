import { ask, onResult, results, wanted } from '../../measured'
import { keptDemo } from '../../project/demo/kept-demo'
import type { Project, Run } from '../../project/document'
import type { MeasuredRun } from '../../project/measuring'
import type { ProjectStore } from '../../store'
import { stage } from './kit/stage'
import { inDemo } from './kit/test-room'

let store: ProjectStore
inDemo((fresh) => {
  store = fresh
  // here other bytes come under the same names
  stage.remembers = false
})

const opened = (): Project => store.snapshot().project as Project

/** The first run with an inertia wheel, of which the demo has several. */
const spinUp = (project: Project): Run => {
  const run = project.runs.find((r) => r.measurements[0].method === 'inertia')
  if (!run) throw new Error('the demo has no spin-up')
  return run
}

async function reduced(): Promise<MeasuredRun> {
  const run = spinUp(opened())
  const asked = wanted(opened(), run, run.measurements[0])
  if (!asked) throw new Error('nothing is asked')
  ask(store, asked)
  return new Promise((resolve, reject) => {
    const look = () => {
      const found = results().of(asked)
      if (found.status === 'done') resolve(found.measured)
      if (found.status === 'failed') reject(new Error(found.fault.message))
    }
    const stop = onResult(look)
    look()
    void stop
  })
}

/** Takes the project out and puts it in again, its spin-up a fifth shorter under the same names. */
async function comesBackShorter(): Promise<void> {
  const id = spinUp(opened()).measurements[0].recordingId as string
  const { project, recordings } = keptDemo()
  const rows = new TextDecoder().decode(recordings.get(id)).split('\n')
  const shorter = new TextEncoder().encode(rows.slice(0, Math.round(0.8 * rows.length)).join('\n'))
  await store.remove(project.id)
  await store.add({ project, recordings: new Map([...recordings, [id, shorter]]) })
}

test('a project that was removed and comes back with other bytes under the same names is read anew', async () => {
  const first = await reduced()
  expect(await reduced()).toBe(first)
  await comesBackShorter()
  expect(await reduced()).not.toEqual(first)
})

function late(bytes: Uint8Array | null) {
  let arrive = () => undefined as void
  const later = new Promise<Uint8Array | null>((resolve) => {
    arrive = () => resolve(bytes)
  })
  return { bytes: later, arrive }
}

test('nor does what was under way when it went come in under those names', async () => {
  const whole = await reduced()
  await store.open(opened().id)
  // its bytes are still on their way when the project is there again
  const { bytes, arrive } = late(await store.recordingBytes(spinUp(opened()).measurements[0].recordingId as string))
  const slow = jest.spyOn(store, 'recordingBytes').mockImplementationOnce(() => bytes)
  void reduced()
  await comesBackShorter()
  const shorter = reduced()
  arrive()
  expect(await shorter).not.toEqual(whole)
  expect(await reduced()).not.toEqual(whole)
  slow.mockRestore()
})

test('what is asked anew while the project is opened again is not lost to the job before it', async () => {
  const first = reduced()
  await store.open(opened().id)
  expect(await reduced()).toEqual(await first)
})
