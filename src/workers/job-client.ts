/** Why a job ended without a result, as plain data: a class does not survive the way between threads. */
export interface JobFault {
  readonly code: string
  readonly message: string
  readonly nextStep: string
}

export type JobMessage<R> =
  | { readonly id: number; readonly kind: 'progress'; readonly share: number; readonly soFar?: unknown }
  | { readonly id: number; readonly kind: 'done'; readonly result: R }
  | { readonly id: number; readonly kind: 'failed'; readonly fault: JobFault }

export class JobError extends Error {
  constructor(readonly fault: JobFault) {
    super(fault.message)
    this.name = 'JobError'
  }
}

export interface JobOptions {
  readonly signal?: AbortSignal
  readonly progress?: (share: number) => void
  /** What a job that grows has found so far; only some tell. */
  readonly soFar?: (found: unknown) => void
  /** Whether it goes before others that wait, asked whenever one can begin: what is looked at, while it is. */
  readonly ahead?: () => boolean
  /** Longest that the job may take once it runs, ms; then its worker is ended. For what a file can make endless. */
  readonly deadlineMs?: number
}

/** The part of a Worker that a client needs; a test can stand in for it. */
export interface WorkerLike {
  postMessage(message: unknown): void
  terminate(): void
  onmessage: ((event: MessageEvent) => void) | null
  onerror: ((event: ErrorEvent) => void) | null
  onmessageerror: ((event: MessageEvent) => void) | null
}

interface Waiting<Q, R> {
  readonly request: Q
  readonly options: JobOptions
  readonly resolve: (result: R) => void
  readonly reject: (error: Error) => void
}

const crashed: JobFault = {
  code: 'WORKER_CRASHED',
  message: 'The computation stopped unexpectedly.',
  nextStep: 'Try again; if it happens again, the file may be too large for this browser.',
}
const late = (ms: number): JobFault => ({
  code: 'DEADLINE',
  message: `It was not done within ${Math.round(ms / 1000)} s and was ended.`,
  nextStep: 'The file is larger or more tangled than can be read here: simplify it, or save it anew from its program.',
})
const cancelled: JobFault = { code: 'CANCELLED', message: 'Cancelled.', nextStep: 'Start it again when you like.' }

/**
 * How long a cancelled job may still run before its worker is ended: starting a worker and its libraries anew takes
 * longer than most jobs, ms.
 */
export const GRACE_MS = 1000

/**
 * One worker, one job at a time, the rest in a queue. A cancelled running job is answered at once; its worker goes on
 * with the next job if it comes back within the grace, and is ended and replaced if not.
 */
export class JobClient<Q, R> {
  private worker: WorkerLike | null = null
  private current:
    | (Waiting<Q, R> & {
        id: number
        leaving?: ReturnType<typeof setTimeout>
        deadline?: ReturnType<typeof setTimeout>
      })
    | null = null
  private readonly queue: Waiting<Q, R>[] = []
  private lastId = 0

  constructor(private readonly make: () => WorkerLike) {}

  run(request: Q, options: JobOptions = {}): Promise<R> {
    return new Promise<R>((resolve, reject) => {
      if (options.signal?.aborted) return reject(new JobError(cancelled))
      const job = { request, options, resolve, reject }
      options.signal?.addEventListener('abort', () => this.cancel(job), { once: true })
      this.queue.push(job)
      this.next()
    })
  }

  /** Starts the worker, so that its code is loaded by the time a job comes. */
  warm(): void {
    this.worker ??= this.start()
  }

  /** Ends the worker; what still waits is not answered. */
  close(): void {
    clearTimeout(this.current?.leaving)
    clearTimeout(this.current?.deadline)
    this.worker?.terminate()
    this.worker = null
  }

  private next(): void {
    if (this.current || this.queue.length === 0) return
    const ahead = this.queue.findIndex((waiting) => waiting.options.ahead?.())
    const [job] = this.queue.splice(Math.max(0, ahead), 1)
    this.current = { ...job, id: ++this.lastId }
    this.worker ??= this.start()
    const { deadlineMs } = job.options
    if (deadlineMs !== undefined)
      this.current.deadline = setTimeout(() => this.fail(late(deadlineMs), true), deadlineMs)
    this.worker.postMessage({ id: this.lastId, request: job.request })
  }

  private start(): WorkerLike {
    const worker = this.make()
    worker.onmessage = ({ data }: MessageEvent<JobMessage<R>>) => this.take(data)
    worker.onerror = () => this.fail(crashed, true)
    worker.onmessageerror = () => this.fail(crashed, true)
    return worker
  }

  private take(message: JobMessage<R>): void {
    if (!this.current || message.id !== this.current.id) return
    if (message.kind === 'progress') {
      const { leaving, options } = this.current
      if (leaving !== undefined) return
      options.progress?.(message.share)
      if (message.soFar !== undefined) options.soFar?.(message.soFar)
      return
    }
    if (message.kind === 'failed') return this.fail(message.fault, false)
    const { resolve, leaving, deadline } = this.current
    clearTimeout(leaving)
    clearTimeout(deadline)
    this.current = null
    resolve(message.result)
    this.next()
  }

  private fail(fault: JobFault, restart: boolean): void {
    const job = this.current
    clearTimeout(job?.leaving)
    clearTimeout(job?.deadline)
    this.current = null
    if (restart) {
      this.worker?.terminate()
      this.worker = null
    }
    job?.reject(new JobError(fault))
    this.next()
  }

  private cancel(job: Waiting<Q, R>): void {
    const at = this.queue.indexOf(job)
    if (at >= 0) {
      this.queue.splice(at, 1)
      job.reject(new JobError(cancelled))
    } else if (this.current?.resolve === job.resolve) {
      job.reject(new JobError(cancelled))
      this.current.leaving = setTimeout(() => this.fail(cancelled, true), GRACE_MS)
    }
  }
}

/** Tells how far a job is, and what it has found so far, worked out only when it is sent. */
export type Progress = (share: number, soFar?: () => unknown) => void

/**
 * Answers requests inside a worker: progress at most every 80 ms, faults as plain data; what is `handedOver` of a
 * result crosses without a copy.
 */
export function serveJobs<Q, R>(
  scope: {
    postMessage(message: unknown, options?: { transfer?: ArrayBuffer[] }): void
    onmessage: ((event: MessageEvent) => void) | null
  },
  handle: (request: Q, progress: Progress) => R | Promise<R>,
  faultOf: (error: unknown) => JobFault,
  handedOver: (result: R) => ArrayBuffer[] = () => [],
): void {
  scope.onmessage = ({ data }: MessageEvent<{ id: number; request: Q }>) => {
    let last = 0
    const progress: Progress = (share, soFar) => {
      const now = performance.now()
      if (now - last < 80) return
      last = now
      scope.postMessage({ id: data.id, kind: 'progress', share, soFar: soFar?.() })
    }
    void (async () => {
      try {
        const result = await handle(data.request, progress)
        scope.postMessage({ id: data.id, kind: 'done', result }, { transfer: handedOver(result) })
      } catch (error) {
        scope.postMessage({ id: data.id, kind: 'failed', fault: faultOf(error) })
      }
    })()
  }
}
