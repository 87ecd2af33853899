'use client'
import type { Build, MachinePredicted, Measurement, Run } from '../../project/document'
import { methodOf } from '../../project/measuring'
import { useProject, useStore } from '../../store'
import { ChoiceField, LinkButton, SectionTitle, TextField } from '../../ui'
import { freshId } from '../shared'
import { methodView } from './methods/registry'
import { editMeasurement, editRig } from './run-edits'

/** The rig of a measurement. Changes hold for every run on it, whose results follow at once. */
export function RigPanel({
  run,
  measurement,
  build,
  predicted,
}: {
  run: Run
  measurement: Measurement
  build: Build
  predicted: MachinePredicted | null
}) {
  const store = useStore()
  const { rigs, runs } = useProject()
  const rig = rigs.find((r) => r.id === measurement.rigId)
  if (!rig) return null
  const edit = editRig(store, rig.id)
  const { RigFields } = methodView(rig.kind)
  const sharing = runs.filter((r) => r.measurements.some((m) => m.rigId === rig.id)).length
  const add = () => {
    const fresh = { ...methodOf(rig.kind).newRig(freshId('rig')), name: `Rig ${rigs.length + 1}` }
    store.change('new rig', (p) => {
      p.rigs.push(fresh)
      const own = p.runs.find((r) => r.id === run.id)?.measurements.find((m) => m.id === measurement.id)
      if (own) own.rigId = fresh.id
    })
  }
  return (
    <>
      <SectionTitle>Rig</SectionTitle>
      <ChoiceField
        label="On"
        value={rig.id}
        choices={rigs.filter((r) => r.kind === measurement.method).map((r) => ({ value: r.id, label: r.name }))}
        note={sharing > 1 ? `${sharing} runs are on it; all follow a change` : undefined}
        onChange={(id) => editMeasurement(store, run.id, measurement.id)('rig of the run', (m) => void (m.rigId = id))}
      />
      <LinkButton fontSize="xs" onClick={add}>
        Another rig
      </LinkButton>
      <TextField
        key={rig.id}
        label="Name"
        most={120}
        value={rig.name}
        onChange={(v) => v.trim() && edit('name of the rig', (r) => void (r.name = v), 'name')}
      />
      <RigFields rig={rig} build={build} edit={edit} predicted={predicted} />
    </>
  )
}
