import { GRACE_MS, JobClient, JobError, serveJobs, type WorkerLike } from './job-client'
import { InputFault } from '../project/measuring/input-fault'
import { faultOf } from './job-faults'
import { PhysicsError } from '../core/errors'

/** A worker in the same thread: answers when told to. */
class StandIn implements WorkerLike {
  onmessage: ((event: MessageEvent) => void) | null = null
  onerror: ((event: ErrorEvent) => void) | null = null
  onmessageerror: ((event: MessageEvent) => void) | null = null
  posted: { id: number; request: unknown }[] = []
  ended = false
  postMessage(message: unknown): void {
    this.posted.push(message as { id: number; request: unknown })
  }
  terminate(): void {
    this.ended = true
  }
  answer(message: object): void {
    this.onmessage?.({ data: { id: this.posted[this.posted.length - 1].id, ...message } } as MessageEvent)
  }
}

const setUp = () => {
  const workers: StandIn[] = []
  const client = new JobClient<string, number>(() => {
    const worker = new StandIn()
    workers.push(worker)
    return worker
  })
  return { client, workers }
}

test('jobs run one after the other on one worker; progress is passed on', async () => {
  const { client, workers } = setUp()
  const shares: number[] = []
  const first = client.run('a', { progress: (s) => shares.push(s) })
  const second = client.run('b')
  expect(workers[0].posted).toHaveLength(1)
  workers[0].answer({ kind: 'progress', share: 0.5 })
  workers[0].answer({ kind: 'done', result: 1 })
  expect(await first).toBe(1)
  workers[0].answer({ kind: 'done', result: 2 })
  expect(await second).toBe(2)
  expect([shares, workers.length]).toEqual([[0.5], 1])
})

test('what is looked at goes before what waits, whenever that is; the rest stays in its order', async () => {
  const { client, workers } = setUp()
  let seen = ''
  const asked = 'abcd'.split('').map((name) => client.run(name, { ahead: () => name === seen }))
  seen = 'c'
  for (let i = 0; i < asked.length; i++) {
    if (i === 2) seen = 'nothing'
    workers[0].answer({ kind: 'done', result: i })
    await Promise.resolve()
  }
  await Promise.all(asked)
  expect(workers[0].posted.map((p) => p.request)).toEqual(['a', 'c', 'b', 'd'])
})

describe('cancelling a running job', () => {
  beforeEach(() => void jest.useFakeTimers())
  afterEach(() => void jest.useRealTimers())

  const cancelled = async () => {
    const { client, workers } = setUp()
    const control = new AbortController()
    const shares: number[] = []
    const first = client.run('a', { signal: control.signal, progress: (s) => shares.push(s) })
    const second = client.run('b')
    control.abort()
    await expect(first).rejects.toMatchObject({ fault: { code: 'CANCELLED' } })
    return { client, workers, second, shares }
  }

  test('answers at once and keeps a worker that comes back in time; what it brings is dropped', async () => {
    const { workers, second, shares } = await cancelled()
    workers[0].answer({ kind: 'progress', share: 0.9 })
    workers[0].answer({ kind: 'done', result: 1 })
    expect(workers[0].posted.map((p) => p.request)).toEqual(['a', 'b'])
    jest.advanceTimersByTime(2 * GRACE_MS)
    workers[0].answer({ kind: 'done', result: 2 })
    expect([await second, workers.length, workers[0].ended, shares]).toEqual([2, 1, false, []])
  })

  test('ends a worker that does not, and goes on with the next job in a new one', async () => {
    const { workers, second } = await cancelled()
    jest.advanceTimersByTime(GRACE_MS - 1)
    expect([workers.length, workers[0].ended]).toEqual([1, false])
    jest.advanceTimersByTime(1)
    expect([workers.length, workers[0].ended]).toEqual([2, true])
    workers[1].answer({ kind: 'done', result: 7 })
    expect(await second).toBe(7)
  })

  test('a client that is closed meanwhile starts no worker of its own accord', async () => {
    const { client, workers } = await cancelled()
    client.close()
    jest.advanceTimersByTime(2 * GRACE_MS)
    expect([workers.length, workers[0].ended]).toEqual([1, true])
  })
})

test('a waiting job can be cancelled without disturbing the running one; an aborted signal never starts', async () => {
  const { client, workers } = setUp()
  const control = new AbortController()
  const first = client.run('a')
  const second = client.run('b', { signal: control.signal })
  control.abort()
  await expect(second).rejects.toBeInstanceOf(JobError)
  await expect(client.run('c', { signal: control.signal })).rejects.toBeInstanceOf(JobError)
  workers[0].answer({ kind: 'done', result: 1 })
  expect([await first, workers.length]).toEqual([1, 1])
})

test('a crash rejects instead of hanging, and stale answers are dropped', async () => {
  const { client, workers } = setUp()
  const first = client.run('a')
  workers[0].onerror?.({} as ErrorEvent)
  await expect(first).rejects.toMatchObject({ fault: { code: 'WORKER_CRASHED' } })
  const second = client.run('b')
  workers[1].onmessage?.({ data: { id: 1, kind: 'done', result: 99 } } as MessageEvent)
  workers[1].answer({ kind: 'done', result: 3 })
  expect(await second).toBe(3)
})

test('what is handed over of a result crosses without a copy; a fault hands nothing over', async () => {
  const sent: unknown[][] = []
  const scope = {
    postMessage: (...all: unknown[]) => void sent.push(all),
    onmessage: null as ((event: MessageEvent) => void) | null,
  }
  const numbers = new Float64Array(4)
  serveJobs<string, Float64Array<ArrayBuffer>>(
    scope,
    (request) => {
      if (request === 'bad') throw new InputFault('no')
      return numbers
    },
    faultOf,
    (result) => [result.buffer],
  )
  for (const request of ['good', 'bad']) scope.onmessage?.({ data: { id: 1, request } } as MessageEvent)
  await new Promise((r) => setTimeout(r, 5))
  const [failed, done] = [...sent].sort((a, b) => a.length - b.length)
  expect(done).toEqual([{ id: 1, kind: 'done', result: numbers }, { transfer: [numbers.buffer] }])
  expect(failed).toMatchObject([{ kind: 'failed' }])
})

test('inside the worker faults become plain data with what to do next', async () => {
  const sent: unknown[] = []
  const scope = {
    postMessage: (m: unknown) => void sent.push(m),
    onmessage: null as ((event: MessageEvent) => void) | null,
  }
  serveJobs<string, number>(
    scope,
    (request) => {
      if (request === 'physics') throw new PhysicsError({ code: 'X', message: 'm', nextStep: 'n' })
      if (request === 'input') throw new InputFault('bad file')
      return 5
    },
    faultOf,
  )
  for (const [id, request] of [
    [1, 'ok'],
    [2, 'physics'],
    [3, 'input'],
  ] as const)
    scope.onmessage?.({ data: { id, request } } as MessageEvent)
  await new Promise((r) => setTimeout(r, 5))
  expect((sent as { id: number }[]).sort((a, b) => a.id - b.id)).toEqual([
    { id: 1, kind: 'done', result: 5 },
    { id: 2, kind: 'failed', fault: { code: 'X', message: 'm', nextStep: 'n' } },
    { id: 3, kind: 'failed', fault: { code: 'INPUT', message: 'bad file', nextStep: '' } },
  ])
})

describe('a job that does not end', () => {
  beforeEach(() => void jest.useFakeTimers())
  afterEach(() => void jest.useRealTimers())

  test('is ended at its deadline, said, and the next one gets a worker of its own', async () => {
    const { client, workers } = setUp()
    const endless = client.run('a', { deadlineMs: 2000 })
    const next = client.run('b', { deadlineMs: 2000 })
    const told = expect(endless).rejects.toMatchObject({ fault: { code: 'DEADLINE' } })
    jest.advanceTimersByTime(1999)
    expect(workers[0].ended).toBe(false)
    jest.advanceTimersByTime(1)
    await told
    expect([workers[0].ended, workers.length]).toEqual([true, 2])
    workers[1].answer({ kind: 'done', result: 7 })
    expect(await next).toBe(7)
    // its time is not counted against what comes after it
    jest.advanceTimersByTime(5000)
    expect(workers[1].ended).toBe(false)
  })

  test('waiting in the queue does not count', async () => {
    const { client, workers } = setUp()
    const long = client.run('a')
    const next = client.run('b', { deadlineMs: 1000 })
    jest.advanceTimersByTime(10_000)
    workers[0].answer({ kind: 'done', result: 1 })
    expect(await long).toBe(1)
    jest.advanceTimersByTime(900)
    workers[0].answer({ kind: 'done', result: 2 })
    expect(await next).toBe(2)
  })
})
