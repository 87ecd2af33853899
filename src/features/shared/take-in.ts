import type { Project, TableMapping } from '../../project/document'
import type { ProjectStore } from '../../store'

/** What a finished recording is, wherever it was recorded. */
export interface Finished {
  readonly recordingId: string
  readonly runId: string
  readonly measurementId: string
  readonly fileName: string
  readonly byteLength: number
  readonly mapping: TableMapping | null
}

/** Whether the run that a recording was made for still waits for one. */
export const waitsFor = (project: Pick<Project, 'runs'>, of: Pick<Finished, 'runId' | 'measurementId'>): boolean =>
  project.runs.some(
    (r) => r.id === of.runId && r.measurements.some((m) => m.id === of.measurementId && m.recordingId === null),
  )

/** Lets a run speak of a recording whose bytes are stored already. What is wrong, or null. */
export async function takeIn(store: ProjectStore, of: Finished): Promise<string | null> {
  const result = store.change(`recording ${of.fileName}`, (p) => {
    const own = p.runs.find((r) => r.id === of.runId)?.measurements.find((m) => m.id === of.measurementId)
    if (!own || own.recordingId !== null) return
    p.recordings.push({
      id: of.recordingId,
      fileName: of.fileName,
      byteLength: of.byteLength,
      kind: 'table',
      addedAt: new Date().toISOString(),
    })
    own.recordingId = of.recordingId
    own.mapping = of.mapping
  })
  if (!result.ok) return result.faults[0].message
  await store.settled()
  await store.live.settle(of.recordingId)
  return null
}
