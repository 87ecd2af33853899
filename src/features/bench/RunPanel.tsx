'use client'
import { Box, chakra } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { LIMITS, hazardOf, type MachinePredicted, type Measurement, type Rig, type Run } from '../../project/document'
import { measuredFigure, type MeasuredRun } from '../../project/measuring'
import { useProject, useStore } from '../../store'
import { ChoiceField, LinkButton, NumberField, SectionTitle, TextField } from '../../ui'
import { rigTitle, useShown, type RunResult, type Shown } from '../shared'
import { MarkList } from './plan/MarkList'
import { addMeasurement, editRun, removeMeasurement } from './run-edits'

const ByEyeDialog = dynamic(() => import('./ByEyeDialog'), { ssr: false })

/** The figure that versions are judged by, in short. */
function headline(measured: MeasuredRun, judgedBy: string, shown: Shown): string {
  const figure = measuredFigure(measured, judgedBy)
  return figure ? `● ${shown.text(figure.value, figure.kind, figure.standardUncertainty)}` : 'read'
}

/** A run in the list of its build's. */
export function RunEntry({
  run,
  judgedBy,
  result,
  chosen,
  onChoose,
}: {
  run: Run
  judgedBy: string
  result: RunResult | undefined
  chosen: boolean
  onChoose: () => void
}) {
  const shown = useShown()
  const said = !result
    ? 'no recording yet'
    : result.status === 'waiting'
      ? 'reading…'
      : result.status === 'failed'
        ? 'cannot be reduced'
        : headline(result.measured, judgedBy, shown)
  return (
    <chakra.button
      type="button"
      display="block"
      w="100%"
      py="2"
      pl="2"
      borderBottomWidth="1px"
      borderLeftWidth="3px"
      borderLeftColor={chosen ? 'petrol' : 'transparent'}
      aria-pressed={chosen}
      onClick={onChoose}
    >
      <Box fontWeight="600" fontSize="sm">
        {run.name} · {shown.text(run.gaugePressurePa, 'gaugePressure')}
      </Box>
      <Box fontSize="xs" color="mute">
        {said}
      </Box>
    </chakra.button>
  )
}

/** What belongs to a run itself. */
export function RunFields({ run, predicted }: { run: Run; predicted: MachinePredicted | null }) {
  const [film, setFilm] = useState(false)
  const store = useStore()
  const shown = useShown()
  const edit = editRun(store, run.id)
  const margin = hazardOf(run.cautions.hazards, 'stress-margin')
  return (
    <>
      <SectionTitle>This run</SectionTitle>
      <TextField
        label="Name"
        most={120}
        value={run.name}
        onChange={(v) => v.trim() && edit('name of the run', (r) => void (r.name = v), 'name')}
      />
      <NumberField
        label="Pressure held"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        suffix="gauge"
        value={run.gaugePressurePa}
        limits={LIMITS.supplyGaugePressurePa}
        note="at the regulator while the air flowed"
        onChange={(v) => edit('pressure of the run', (r) => void (r.gaugePressurePa = v), 'p')}
      />
      <TextField
        label="What was seen"
        lines={3}
        most={20000}
        value={run.notes}
        onChange={(v) => edit('notes of the run', (r) => void (r.notes = v), 'notes')}
      />
      <LinkButton fontSize="xs" onClick={() => setFilm(true)}>
        Speed by eye: film or flashes…
      </LinkButton>
      {film && <ByEyeDialog run={run} predicted={predicted} onClose={() => setFilm(false)} />}
      <MarkList run={run} />
      <Box fontSize="xs" color="mute" mt="1">
        Cautions read {new Date(run.cautions.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}:{' '}
        {run.cautions.state}
        {margin === null ? '' : `, ${margin.toFixed(1)} × in stress`}.
      </Box>
      <LinkButton
        fontSize="xs"
        onClick={() =>
          store.change(
            `${run.name} removed`,
            (p) =>
              void p.runs.splice(
                p.runs.findIndex((r) => r.id === run.id),
                1,
              ),
          )
        }
      >
        Remove this run
      </LinkButton>
    </>
  )
}

/** The recordings of a run, where it has more than one, and another one. */
export function Measurements({
  run,
  chosen,
  suiting,
  onChoose,
}: {
  run: Run
  chosen: Measurement
  /** Rigs that can read this machine, and a first one of each method that has none. */
  suiting: readonly Rig[]
  onChoose: (id: string) => void
}) {
  const store = useStore()
  const { recordings } = useProject()
  const nameOf = (m: Measurement, i: number) =>
    recordings.find((r) => r.id === m.recordingId)?.fileName ?? `recording ${i + 1}, not brought in yet`
  return (
    <Box fontSize="xs" mt="2">
      {run.measurements.length > 1 && (
        <ChoiceField
          label="Recording"
          value={chosen.id}
          choices={run.measurements.map((m, i) => ({ value: m.id, label: nameOf(m, i) }))}
          onChange={onChoose}
        />
      )}
      {chosen.recordingId && (
        <ChoiceField
          label="Add a recording"
          value=""
          choices={[
            { value: '', label: 'of this run, by…' },
            ...suiting.map((r) => ({ value: r.id, label: rigTitle(r) })),
          ]}
          onChange={(id) => {
            const rig = suiting.find((r) => r.id === id)
            if (rig) onChoose(addMeasurement(store, run, rig))
          }}
        />
      )}
      {run.measurements.length > 1 && (
        <>
          {' '}
          <LinkButton onClick={() => removeMeasurement(store, run.id, chosen.id)}>Take this one out</LinkButton>
        </>
      )}
    </Box>
  )
}
