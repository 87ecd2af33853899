'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { Fragment, useEffect, useRef, useState } from 'react'
import type { Measurement, Rig, Run, TableMapping } from '../../project/document'
import { liveOf, methodOf, recordingKey, recordingKind } from '../../project/measuring'
import { UNITS_OF, UNKNOWN_UNIT, type Role } from '../../project/recording'
import { useProject, useStore } from '../../store'
import { Advice, ChoiceField, FilePicker, LinkButton, MainButton, QuietButton, SectionTitle } from '../../ui'
import { JobError, previewRecording, type Preview } from '../../workers'
import { freshId, Notes } from '../shared'
import { Microphone } from './Microphone'
import { PreviewTable } from './PreviewTable'
import { Progress } from './Progress'

type State =
  | { readonly step: 'choose'; readonly fault: string | null }
  | { readonly step: 'reading'; readonly name: string; readonly share: number; readonly cancel: () => void }
  | {
      readonly step: 'map'
      readonly name: string
      readonly bytes: Uint8Array
      readonly key: string
      readonly preview: Preview
      readonly mapping: TableMapping
      readonly fault?: string
    }

type Dialect = Preview['dialect']
const DELIMITERS: { value: Dialect['delimiter']; label: string }[] = [
  { value: ',', label: 'commas' },
  { value: ';', label: 'semicolons' },
  { value: '\t', label: 'tabs' },
  { value: ' ', label: 'spaces' },
]
const DECIMALS: { value: Dialect['decimal']; label: string }[] = [
  { value: '.', label: 'point' },
  { value: ',', label: 'comma' },
]

const UNIT_WORDS: Readonly<Record<string, string>> = { s: 'seconds', ms: 'milliseconds', us: 'microseconds' }

const SAY_SPEED = 'Choose “speed” under “It records” in the rig, or put the run on another rig, before taking it.'

/** Which column is what, with the first rows to judge by. */
function MappingStep({
  state,
  rig,
  onChange,
  onDialect,
  onTake,
  onBack,
}: {
  state: Extract<State, { step: 'map' }>
  rig: Rig
  onChange: (mapping: TableMapping) => void
  onDialect: (dialect: Dialect) => void
  onTake: () => void
  onBack: () => void
}) {
  const { preview, mapping } = state
  const columns = preview.headers.map(({ header }) => ({ value: header, label: header }))
  const unitOf = (header: string) => preview.headers.find((h) => h.header === header)?.unit
  const roles = methodOf(rig.kind).roles(rig)
  /** Units to choose from, where the header tells none. */
  const unitsOf = ({ id, of }: Role) => {
    const mapped = mapping.columns[id]
    const units = UNITS_OF[of]
    return mapped && units && !unitOf(mapped.header) ? Object.keys(units) : null
  }
  const unasked = roles.find((r) => unitsOf(r) && mapping.columns[r.id].unit === UNKNOWN_UNIT)
  const missing = roles.find((r) => !r.optional && !mapping.columns[r.id])
  const choose = (role: Role, header: string) => {
    const { [role.id]: before, ...others } = mapping.columns
    const unit = unitOf(header) ?? before?.unit ?? role.plain ?? UNKNOWN_UNIT
    onChange({ ...mapping, columns: header === '' ? others : { ...mapping.columns, [role.id]: { header, unit } } })
  }
  return (
    <>
      <SectionTitle first>Which column is what?</SectionTitle>
      <Box color="mute" fontSize="sm" mb="2">
        {state.name}: {preview.rows.toLocaleString('en-GB').replaceAll(',', '\u2009')} rows
      </Box>
      <Box maxW="420px">
        {preview.device === null && (
          <>
            <ChoiceField
              label="Columns parted by"
              value={preview.dialect.delimiter}
              choices={DELIMITERS}
              onChange={(delimiter) => onDialect({ ...preview.dialect, delimiter })}
            />
            <ChoiceField
              label="Decimal sign"
              value={preview.dialect.decimal}
              choices={DECIMALS}
              onChange={(decimal) => onDialect({ ...preview.dialect, decimal })}
            />
          </>
        )}
        {roles.map((role) => {
          const units = unitsOf(role)
          const mapped = mapping.columns[role.id]
          return (
            <Fragment key={role.id}>
              <ChoiceField
                label={role.optional ? `${role.label}, if recorded` : role.label}
                value={mapped?.header ?? ''}
                choices={[...(role.optional || !mapped ? [{ value: '', label: 'none' }] : []), ...columns]}
                onChange={(header) => choose(role, header)}
              />
              {units && (
                <ChoiceField
                  label={`${role.label} is in`}
                  value={mapped.unit}
                  choices={[
                    ...(mapped.unit === UNKNOWN_UNIT ? [{ value: UNKNOWN_UNIT, label: 'choose…' }] : []),
                    ...units.map((u) => ({ value: u, label: UNIT_WORDS[u] ?? u })),
                  ]}
                  onChange={(unit) =>
                    onChange({ ...mapping, columns: { ...mapping.columns, [role.id]: { ...mapped, unit } } })
                  }
                />
              )}
            </Fragment>
          )
        })}
      </Box>
      {state.fault && (
        <Advice tone="warn" title="Read that way, the file makes no sense">
          {state.fault}
        </Advice>
      )}
      <PreviewTable preview={preview} mapping={mapping} roles={roles} />
      {roles.some((r) => r.of === 'count' && unitOf(mapping.columns[r.id]?.header ?? '') === 'rpm') && (
        <Advice tone="advice" title="This column holds speed, the rig records counts">
          {SAY_SPEED}
        </Advice>
      )}
      {rig.kind === 'inertia' && rig.signal === 'pulse-times' && preview.headers.some((h) => h.unit === 'rpm') && (
        <Advice tone="advice" title="This file holds a speed, the rig records times of marks">
          {SAY_SPEED}
        </Advice>
      )}
      {preview.comments.length > 0 && (
        <Box fontSize="xs" color="mute" mt="2">
          In the file: {preview.comments.slice(0, 3).join(' · ')}
        </Box>
      )}
      <Notes notes={preview.notes} title="Read with care" />
      <Flex gap="3" mt="4">
        <MainButton disabled={unasked !== undefined || missing !== undefined} onClick={onTake}>
          Take it into the run
        </MainButton>
        {(missing ?? unasked) && (
          <Box color="copper" fontSize="sm" alignSelf="center">
            {missing
              ? `First say which column holds the ${missing.label.toLowerCase()}`
              : `First say what unit the ${unasked?.label.toLowerCase()} is in`}
          </Box>
        )}
        <QuietButton onClick={onBack}>Another file</QuietButton>
      </Flex>
    </>
  )
}

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
        onTake={() => void take(state.name, state.key, state.bytes, state.mapping)}
        onBack={() => setState({ step: 'choose', fault: null })}
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
          ? `Drop a CSV or TSV of ${asks} here. Commas, semicolons or tabs; decimal point or comma; units in the headers are understood.`
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
