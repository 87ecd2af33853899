'use client'
import { Box } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'
import type { Measurement, Rig, Run, TableMapping } from '../../project/document'
import { liveOf, methodOf, recordingKey, recordingKind } from '../../project/measuring'
import { useProject, useStore } from '../../store'
import { Advice, FilePicker, LinkButton, MainButton } from '../../ui'
import { JobError, previewRecording } from '../../workers'
import { freshId } from '../shared'
import { MappingStep, type Dialect, type Mapped } from './MappingStep'
import { Microphone } from './Microphone'
import { Progress } from './Progress'

type State =
  | { readonly step: 'choose'; readonly fault: string | null }
  | { readonly step: 'reading'; readonly name: string; readonly share: number; readonly cancel: () => void }
  | ({ readonly step: 'map'; readonly bytes: Uint8Array; readonly key: string } & Mapped)

/**
 * Brings a recording into a run: choose or drop a file, see its first rows, map its columns. Nothing is kept until the
 * last step.
 */
export function ImportPanel({ run, measurement, rig }: { run: Run; measurement: Measurement; rig: Rig }) {
  const store = useStore()
  const router = useRouter()
  const { id: projectId, runs } = useProject()
  const [state, setState] = useState<State>({ step: 'choose', fault: null })
  const { asks, reads } = methodOf(rig.kind)
  const tables = reads.includes('table')
  const cancel = useRef<AbortController | null>(null)
  useEffect(() => () => cancel.current?.abort(), [])
  /** The mapping used last on this rig, where its columns are in the new file as well. */
  const remembered = (headers: readonly string[]): TableMapping | null => {
    for (const { measurements } of [...runs].reverse())
      for (const { rigId, mapping } of measurements)
        if (
          rigId === rig.id &&
          mapping?.kind === 'table' &&
          Object.values(mapping.columns).every((c) => headers.includes(c.header))
        )
          return mapping
    return null
  }

  const read = (file: File) => readBytes(file.name, () => file.arrayBuffer(), null, null)
  /** Reads a file; when a corrected dialect makes it unreadable, what stood there before stays, with the reason. */
  const readBytes = async (
    name: string,
    load: () => Promise<ArrayBuffer | Uint8Array>,
    dialect: Dialect | null,
    before: Extract<State, { step: 'map' }> | null,
  ) => {
    const control = new AbortController()
    cancel.current = control
    const stop = () => control.abort()
    setState({ step: 'reading', name, share: 0, cancel: stop })
    try {
      const bytes = new Uint8Array(await load())
      const key = freshId('rec')
      const preview = await previewRecording(
        { key: recordingKey(projectId, key), bytes, rig, dialect },
        { signal: control.signal, progress: (share) => setState({ step: 'reading', name, share, cancel: stop }) },
      )
      // of a sound nothing is asked
      if (preview.kind === 'sound') return await take(name, key, bytes, preview)
      const known = dialect === null ? remembered(preview.headers.map((h) => h.header)) : null
      setState({ step: 'map', name, bytes, key, preview, mapping: known ?? preview.guess })
    } catch (error) {
      const cancelled = error instanceof JobError && error.fault.code === 'CANCELLED'
      const reason =
        error instanceof JobError ? `${error.fault.message} ${error.fault.nextStep}` : (error as Error).message
      if (before) setState(cancelled ? before : { ...before, fault: reason })
      else setState({ step: 'choose', fault: cancelled ? null : `“${name}” was not taken. ${reason}` })
    }
  }
  const take = async (name: string, key: string, bytes: Uint8Array, mapping: NonNullable<Measurement['mapping']>) => {
    await store.addRecording(key, bytes)
    const result = store.change(`recording ${name}`, (p) => {
      p.recordings.push({
        id: key,
        fileName: name.slice(0, 200),
        byteLength: bytes.length,
        kind: recordingKind(bytes),
        addedAt: new Date().toISOString(),
      })
      const own = p.runs.find((r) => r.id === run.id)?.measurements.find((m) => m.id === measurement.id)
      if (own) {
        own.recordingId = key
        own.mapping = mapping
      }
    })
    if (!result.ok) setState({ step: 'choose', fault: result.faults[0].message })
  }
  if (state.step === 'reading')
    return <Progress what={`Reading ${state.name}…`} share={state.share} onCancel={state.cancel} />
  if (state.step === 'map')
    return (
      <MappingStep
        state={state}
        rig={rig}
        onChange={(mapping) => setState({ ...state, mapping })}
        onDialect={(dialect) => void readBytes(state.name, () => Promise.resolve(state.bytes), dialect, state)}
        take={{
          label: 'Take it into the run',
          act: () => void take(state.name, state.key, state.bytes, state.mapping),
        }}
        back={{ label: 'Another file', act: () => setState({ step: 'choose', fault: null }) }}
      />
    )
  return (
    <Box
      py="10"
      px="6"
      textAlign="center"
      borderWidth="1px"
      borderStyle="dashed"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        const file = e.dataTransfer.files[0]
        if (file) void read(file)
      }}
    >
      <Box fontWeight="700" mb="1">
        {run.measurements.length > 1 ? 'This recording is not brought in yet' : 'This run has no recording yet'}
      </Box>
      <Box color="mute" mb="4">
        {tables
          ? `Drop a CSV or TSV of ${asks} here. Commas, semicolons or tabs; decimal point or comma; units in the headers and times of day are understood.`
          : `Drop ${asks} here.`}
      </Box>
      <FilePicker
        label="Recording"
        accept={tables ? '.csv,.tsv,.txt,.ndjson' : '.wav'}
        as={MainButton}
        onFile={(file) => void read(file)}
      >
        Choose a file…
      </FilePicker>
      {reads.includes('sound') && (
        <Microphone onSound={(name, wav) => void readBytes(name, () => Promise.resolve(wav), null, null)} />
      )}
      {liveOf(rig) && (
        <Box mt="3" color="mute">
          or{' '}
          <LinkButton onClick={() => router.push(`/bench/live?run=${run.id}&m=${measurement.id}`)}>
            record it live
          </LinkButton>{' '}
          from a device, or from the simulated bench
        </Box>
      )}
      {state.fault && (
        <Box textAlign="left">
          <Advice tone="warn" title="Not taken; nothing was changed">
            {state.fault}
          </Advice>
        </Box>
      )}
    </Box>
  )
}
