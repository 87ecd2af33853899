'use client'
import type { Draft } from 'immer'
import { BREATH_CLASSES } from '../../../core/supply'
import {
  buildTitle,
  byMachine,
  LIMITS,
  newRegulator,
  newSupply,
  type Build,
  type Supply,
} from '../../../project/document'
import { useProject } from '../../../store'
import { ChoiceField, NumberField, SectionTitle } from '../../../ui'
import { useShown } from '../../shared'
import type { AirStationProps } from '../stations/station-props'
import { CompressorInputs } from './CompressorInputs'
import { supplyEdit, type SourceProps } from './supply-edit'
import { VesselInputs } from './VesselInputs'
import { BlowerInputs } from './BlowerInputs'
import { BalloonInputs } from './BalloonInputs'

const KINDS: readonly { readonly value: Supply['kind']; readonly label: string }[] = [
  { value: 'compressor', label: 'compressor with tank' },
  { value: 'vessel', label: 'bottle or vessel' },
  { value: 'blower', label: 'blower or fan' },
  { value: 'breath', label: 'breath' },
  { value: 'wind', label: 'wind' },
  { value: 'balloon', label: 'rubber balloon' },
  { value: 'steady', label: 'a steady pressure' },
]

function SteadyInputs({ supply, edit }: SourceProps<'steady'>) {
  const shown = useShown()
  const change = supplyEdit(edit, 'steady')
  return (
    <>
      <NumberField
        label="Pressure"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        suffix="gauge"
        value={supply.gaugePressurePa}
        limits={LIMITS.supplyGaugePressurePa}
        onChange={(v) => change('supply pressure', (s) => void (s.gaugePressurePa = v), 'steady')}
      />
      <NumberField
        label="Air comes at"
        kind="temperature"
        unit={shown.unit('temperature').id}
        value={supply.airTemperatureK}
        limits={LIMITS.airTemperatureK}
        onChange={(v) => change('air temperature', (s) => void (s.airTemperatureK = v), 'air-t')}
      />
    </>
  )
}

function BreathInputs({ supply, edit }: SourceProps<'breath'>) {
  const shown = useShown()
  const change = supplyEdit(edit, 'breath')
  const found = BREATH_CLASSES.find(
    (c) => c.shutOffPa === supply.shutOffPa && c.freeFlowM3PerS === supply.freeFlowM3PerS,
  )
  return (
    <>
      <ChoiceField
        label="How"
        value={found?.id ?? 'own'}
        choices={[
          ...BREATH_CLASSES.map((c) => ({ value: c.id, label: c.label })),
          { value: 'own', label: 'my own figures' },
        ]}
        note="of a grown person, within a half (estimate)"
        onChange={(id) => {
          const chosen = BREATH_CLASSES.find((c) => c.id === id)
          if (chosen)
            change(
              'breath',
              (s) => void Object.assign(s, { shutOffPa: chosen.shutOffPa, freeFlowM3PerS: chosen.freeFlowM3PerS }),
            )
        }}
      />
      <NumberField
        label="Pressure when shut"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        suffix="gauge"
        value={supply.shutOffPa}
        limits={LIMITS.blowerPressurePa}
        onChange={(v) => change('breath pressure', (s) => void (s.shutOffPa = v), 'b-p')}
      />
      <NumberField
        label="Flow when free"
        kind="freeAir"
        unit={shown.unit('freeAir').id}
        value={supply.freeFlowM3PerS}
        limits={LIMITS.blowerFlowM3PerS}
        onChange={(v) => change('breath flow', (s) => void (s.freeFlowM3PerS = v), 'b-q')}
      />
      <NumberField
        label="One breath holds"
        kind="volume"
        value={supply.lungVolumeM3}
        limits={LIMITS.lungVolumeM3}
        onChange={(v) => change('lungful', (s) => void (s.lungVolumeM3 = v), 'b-v')}
      />
    </>
  )
}

function WindInputs({ supply, edit }: SourceProps<'wind'>) {
  const change = supplyEdit(edit, 'wind')
  return (
    <>
      <NumberField
        label="Wind"
        kind="speed"
        value={supply.speedMPerS}
        limits={LIMITS.windMPerS}
        onChange={(v) => change('wind', (s) => void (s.speedMPerS = v), 'w-v')}
      />
      <NumberField
        label="Area it is caught on"
        kind="area"
        unit="cm²"
        value={supply.areaM2}
        limits={LIMITS.windAreaM2}
        note="square to the wind"
        onChange={(v) => change('area in the wind', (s) => void (s.areaM2 = v), 'w-a')}
      />
      <NumberField
        label="Caught by the vanes"
        kind="share"
        value={supply.capture}
        limits={LIMITS.share}
        note="of the pressure; 50 to 80 % (practice)"
        onChange={(v) => change('capture of the vanes', (s) => void (s.capture = v), 'w-c')}
      />
    </>
  )
}

/** Inputs of one kind of source. */
function InputsOf(props: AirStationProps) {
  const { supply } = props.build
  switch (supply.kind) {
    case 'compressor':
      return <CompressorInputs {...props} supply={supply} />
    case 'vessel':
      return <VesselInputs {...props} supply={supply} />
    case 'blower':
      return <BlowerInputs {...props} supply={supply} />
    case 'breath':
      return <BreathInputs {...props} supply={supply} />
    case 'wind':
      return <WindInputs {...props} supply={supply} />
    case 'balloon':
      return <BalloonInputs {...props} supply={supply} />
    case 'steady':
      return <SteadyInputs {...props} supply={supply} />
  }
}

/** The kind of source, its figures, and the offer to take those of another build. */
export function SourceInputs(props: AirStationProps) {
  const project = useProject()
  const { builds } = project
  const { build, edit } = props
  const choose = (kind: Supply['kind']) =>
    edit('kind of supply', (b) => {
      if (kind === b.supply.kind) return
      const before =
        b.line.regulator?.setGaugePressurePa ?? ('gaugePressurePa' in b.supply ? b.supply.gaugePressurePa : null)
      b.supply = newSupply(kind) as Draft<Build>['supply']
      if (b.supply.kind === 'steady' && before !== null) b.supply.gaugePressurePa = before
      b.line.regulator = kind === 'compressor' ? newRegulator(before !== null && before < 500e3 ? before : 350e3) : null
      if (kind === 'balloon' || kind === 'vessel')
        b.leastGaugePressurePa = Math.min(b.leastGaugePressurePa, kind === 'balloon' ? 500 : 150e3)
    })
  return (
    <>
      <SectionTitle first>Where the air comes from</SectionTitle>
      <ChoiceField label="Source" value={build.supply.kind} choices={KINDS} onChange={choose} />
      {builds.length > 1 && (
        <ChoiceField
          label="Same as in"
          value={build.id}
          choices={byMachine(project, builds).map((b) => ({
            value: b.id,
            label: b.id === build.id ? 'its own' : buildTitle(project, b),
          }))}
          onChange={(id) => {
            const other = builds.find((b) => b.id === id)
            if (other && id !== build.id)
              edit(
                `supply of ${other.name}`,
                (b) =>
                  void Object.assign(b, { supply: structuredClone(other.supply), line: structuredClone(other.line) }),
              )
          }}
        />
      )}
      <InputsOf {...props} />
    </>
  )
}
