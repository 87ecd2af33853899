import type { AirRequest, AirResults } from './air-handler'
import { JobClient, type JobOptions } from './job-client'

const client = new JobClient<AirRequest, AirResults[AirRequest['kind']]>(
  () => new Worker(new URL('./air.worker.ts', import.meta.url), { type: 'module' }),
)

/** One computation of the air side, off the page's thread. */
export const runAir = <Q extends AirRequest>(request: Q, options?: JobOptions): Promise<AirResults[Q['kind']]> =>
  client.run(request, options) as Promise<AirResults[Q['kind']]>
