'use client'
import { useEffect, useState } from 'react'
import type { Measurement, Rig, Run, TableMapping } from '../../project/document'
import { recordingKey } from '../../project/measuring'
import { useProject, useStore } from '../../store'
import { Advice } from '../../ui'
import Dialog from '../../ui/Dialog'
import { JobError, previewRecording } from '../../workers'
import { MappingStep, type Dialect, type Mapped } from './MappingStep'
import { Progress } from './Progress'
import { editMeasurement } from './run-edits'

type State =
  | { readonly step: 'reading'; readonly share: number }
  | { readonly step: 'failed'; readonly why: string }
  | ({ readonly step: 'map' } & Mapped)

/** What the columns of a recording that was taken in are taken for, chosen anew. The recording stays as it is. */
export default function ColumnsDialog({
  run,
  measurement,
  mapping,
  rig,
  onClose,
}: {
  run: Run
  measurement: Measurement
  mapping: TableMapping
  rig: Rig
  onClose: () => void
}) {
  const store = useStore()
  const project = useProject()
  const recordingId = measurement.recordingId ?? ''
  const name = project.recordings.find((r) => r.id === recordingId)?.fileName ?? 'recording'
  const [asked, setAsked] = useState<{ dialect: Dialect | null; mapping: TableMapping }>({
    dialect: mapping.dialect,
    mapping,
  })
  const [state, setState] = useState<State>({ step: 'reading', share: 0 })
  const { id: projectId } = project
  useEffect(() => {
    const control = new AbortController()
    const say = (next: State) => {
      if (!control.signal.aborted) setState(next)
    }
    const read = async () => {
      const bytes = await store.recordingBytes(recordingId)
      if (!bytes) return say({ step: 'failed', why: 'The recording is not in this browser.' })
      const key = recordingKey(projectId, recordingId)
      const preview = await previewRecording(
        { key, bytes, rig, dialect: asked.dialect },
        { signal: control.signal, progress: (share) => say({ step: 'reading', share }) },
      )
      if (preview.kind === 'sound') return say({ step: 'failed', why: 'A sound has no columns.' })
      // columns of another dialect may have other headers
      const known = preview.headers.map((h) => h.header)
      const same = Object.values(asked.mapping.columns).every((c) => known.includes(c.header))
      const { dialect } = preview.guess
      say({ step: 'map', name, preview, mapping: same ? { ...asked.mapping, dialect } : preview.guess })
    }
    read().catch((error: unknown) => {
      const why = error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : String(error)
      say({ step: 'failed', why })
    })
    return () => control.abort()
  }, [store, projectId, recordingId, name, rig, asked])
  const take = (chosen: TableMapping) => {
    editMeasurement(store, run.id, measurement.id)('columns of the recording', (m) => void (m.mapping = chosen))
    onClose()
  }
  return (
    <Dialog title={`Columns of ${name}`} open onClose={onClose} wide>
      {state.step === 'reading' && <Progress what={`Reading ${name}…`} share={state.share} onCancel={onClose} />}
      {state.step === 'failed' && (
        <Advice tone="warn" title="Its columns cannot be shown">
          {state.why}
        </Advice>
      )}
      {state.step === 'map' && (
        <MappingStep
          state={state}
          rig={rig}
          onChange={(next) => setState({ ...state, mapping: next })}
          onDialect={(dialect) => setAsked({ dialect, mapping: state.mapping })}
          take={{ label: 'Read it so', act: () => take(state.mapping) }}
          back={{ label: 'Leave it as it was', act: onClose }}
        />
      )}
    </Dialog>
  )
}
