import { JobClient, type JobOptions } from './job-client'
import type { BenchReply, BenchRequest, Preview, PreviewRequest, Reduced, ReduceRequest } from './bench-handler'

const client = new JobClient<BenchRequest, BenchReply>(
  () => new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' }),
)

export const previewRecording = (request: Omit<PreviewRequest, 'kind'>, options?: JobOptions): Promise<Preview> =>
  client.run({ kind: 'preview', ...request }, options) as Promise<Preview>
export const reduceRecording = (request: Omit<ReduceRequest, 'kind'>, options?: JobOptions): Promise<Reduced> =>
  client.run({ kind: 'reduce', ...request }, options) as Promise<Reduced>
