import { handleBench, type BenchReply, type BenchRequest } from '../bench-handler'
import { serveJobs, type WorkerLike } from '../job-client'
import { faultOf } from '../job-faults'

/** The worker of recordings in the same thread, behind the same messages: for tests, which have no other. */
export class BenchHere implements WorkerLike {
  onmessage: WorkerLike['onmessage'] = null
  onerror: WorkerLike['onerror'] = null
  onmessageerror: WorkerLike['onmessageerror'] = null
  private readonly scope = {
    onmessage: null as WorkerLike['onmessage'],
    postMessage: (data: unknown) => this.onmessage?.({ data } as MessageEvent),
  }

  constructor() {
    serveJobs<BenchRequest, BenchReply>(this.scope, handleBench, faultOf)
  }

  postMessage(data: unknown): void {
    // a page that has gone on takes its job back before a worker comes to it
    setTimeout(() => this.scope.onmessage?.({ data } as MessageEvent))
  }

  terminate(): void {
    this.onmessage = null
  }
}
