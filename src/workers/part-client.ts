import type { PartMesh } from '../core/geometry/solids'
import { JobClient, type JobOptions } from './job-client'
import type { PartRequest } from './part-handler'

const client = new JobClient<PartRequest, PartMesh>(() => new Worker(new URL('./part.worker.ts', import.meta.url), { type: 'module' }))

/** A printable part, made off the page's thread. */
export const makePart = (request: PartRequest, options?: JobOptions): Promise<PartMesh> => client.run(request, options)
