import type { OutlineOutcome } from '../project/outline'
import { JobClient, type JobOptions } from './job-client'

export interface OutlineRequest {
  readonly fileName: string
  readonly text: string
}

/**
 * A blade or a plate takes milliseconds; a drawing that takes longer is tangled, or makes its reader go round for ever.
 */
const DRAWING_DEADLINE_MS = 5000

const client = new JobClient<OutlineRequest, OutlineOutcome>(
  () => new Worker(new URL('./outline.worker.ts', import.meta.url), { type: 'module' }),
)

/** The largest closed outline of a drawing, read off the page's thread and within a limit of time. */
export const readDrawing = (fileName: string, text: string, options: JobOptions = {}): Promise<OutlineOutcome> =>
  client.run({ fileName, text }, { deadlineMs: DRAWING_DEADLINE_MS, ...options })
