'use client'
import { Box } from '@chakra-ui/react'
import { useEffect, useMemo, useState } from 'react'
import { TracePyramid } from '../../../core/bench'
import type { Measurement } from '../../../project/document'
import { recordingKey, type MeasuredRun } from '../../../project/measuring'
import { useProject, useStore } from '../../../store'
import { Advice, ChoiceField } from '../../../ui'
import { JobError, traceOfRecording, type JobFault, type Traced } from '../../../workers'
import { TracePlot, type TraceMark } from './TracePlot'

type Loaded = { readonly of: string; readonly traced: Traced } | { readonly of: string; readonly fault: JobFault }

/** A column as it can be looked at. */
interface Way {
  readonly header: string
  readonly rate: boolean
  readonly label: string
}

/** Nothing was there to be read. */
const LOST: JobFault = {
  code: 'NO_RECORDING',
  message: 'The recording is not in this browser.',
  nextStep: 'Bring the file in again.',
}

/**
 * A recording as it was brought in, one column at a time, down to its single readings, with the places at which it was
 * mended.
 */
export default function EveryReading({ measurement, measured }: { measurement: Measurement; measured: MeasuredRun }) {
  const store = useStore()
  const { id: projectId } = useProject()
  const { mapping, recordingId } = measurement
  const columns = useMemo(() => (mapping?.kind === 'table' ? Object.entries(mapping.columns) : []), [mapping])
  const time = columns.find(([role]) => role === 'time')?.[1]?.header ?? null
  const [chosen, setChosen] = useState<string | null>(null)
  const ways = columns.flatMap(([role, { header, unit }]): Way[] => {
    if (role === 'time') return [{ header, rate: true, label: `${header}: from one to the next` }]
    const plain = { header, rate: false, label: header }
    // a running count says nothing by itself
    const rate = { header, rate: true, label: `${header}: how fast it rises` }
    return role !== 'signal' || time === null ? [plain] : unit === '' ? [rate, plain] : [plain, rate]
  })
  // what was read over time, rather than the time itself
  const way = ways.find((w) => w.label === chosen) ?? ways.find((w) => w.header !== time) ?? ways[0]
  const column = way?.header ?? null
  const rate = way?.rate ?? false
  const dialect = mapping?.kind === 'table' ? mapping.dialect : null
  const [loaded, setLoaded] = useState<Loaded | null>(null)
  const key = recordingId ? recordingKey(projectId, recordingId) : null
  const wanted = `${key}/${time}/${way?.label}/${JSON.stringify(dialect)}`
  useEffect(() => {
    if (!key || !recordingId || column === null) return
    const control = new AbortController()
    const load = async () => {
      const bytes = await store.recordingBytes(recordingId)
      if (!bytes) throw new JobError(LOST)
      return bytes
    }
    traceOfRecording({ key, dialect, time, column, rate }, load, { signal: control.signal }).then(
      (traced) => setLoaded({ of: wanted, traced }),
      (error: unknown) => {
        if (control.signal.aborted) return
        const fault = error instanceof JobError ? error.fault : { ...LOST, message: (error as Error).message }
        setLoaded({ of: wanted, fault })
      },
    )
    return () => control.abort()
  }, [store, key, recordingId, dialect, time, column, rate, wanted])
  const traced = loaded && 'traced' in loaded ? loaded.traced : null
  const trace = useMemo(() => traced && TracePyramid.unpacked(traced.trace), [traced])
  const marks = useMemo<readonly TraceMark[]>(
    () =>
      traced?.timed
        ? measured.repairs
            .filter((r) => Number.isFinite(r.firstAtS))
            .map((r) => ({ at: r.firstAtS, name: `first ${r.kind}` }))
        : [],
    [traced, measured.repairs],
  )
  if (!way) return null
  const fault = loaded?.of === wanted && 'fault' in loaded ? loaded.fault : null
  const unit = traced?.unit ? `, ${traced.unit}` : ''
  return (
    <Box borderTopWidth="1px" mt="3" pt="2">
      <ChoiceField
        label="Every reading of"
        value={way.label}
        choices={ways.map(({ label }) => ({ value: label, label }))}
        onChange={setChosen}
      />
      {fault ? (
        <Advice tone="warn" title={fault.message}>
          {fault.nextStep}
        </Advice>
      ) : trace && traced ? (
        <Box aria-busy={loaded?.of !== wanted} opacity={loaded?.of === wanted ? 1 : 0.5}>
          <TracePlot
            key={loaded?.of}
            trace={trace}
            label={`${way.label}${unit}`}
            axis={traced.timed ? 's' : 'row'}
            marks={marks}
          />
        </Box>
      ) : (
        <Box py="6" color="mute" role="status">
          Reading…
        </Box>
      )}
    </Box>
  )
}
