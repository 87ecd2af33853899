'use client'
import type { Draft } from 'immer'
import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { FITTING_CLASSES, areaOfConductance } from '../../../core/flow'
import {
  LIMITS,
  newFitting,
  newHose,
  newPistonRegulator,
  newRegulator,
  type LinePart,
  type Regulator,
} from '../../../project/document'
import { ChoiceField, LinkButton, NumberField, SectionTitle, TextField } from '../../../ui'
import { useShown } from '../../shared'
import type { AirStationProps } from '../stations/station-props'

type PartProps = AirStationProps & { index: number }

function HoseFields({
  part,
  change,
}: {
  part: Extract<LinePart, { kind: 'hose' }>
  change: (label: string, recipe: (p: Extract<LinePart, { kind: 'hose' }>) => void, key: string) => void
}) {
  const shown = useShown()
  return (
    <>
      <NumberField
        label="Length"
        kind="length"
        unit="m"
        value={part.lengthM}
        limits={LIMITS.hoseLengthM}
        onChange={(v) => change('hose length', (p) => void (p.lengthM = v), 'l')}
      />
      <NumberField
        label="Bore"
        kind="length"
        unit={shown.unit('length').id}
        value={part.boreM}
        limits={LIMITS.hoseBoreM}
        onChange={(v) => change('hose bore', (p) => void (p.boreM = v), 'd')}
      />
      <ChoiceField
        label="Wall"
        value={part.roughnessM < 5e-6 ? 'smooth' : 'rough'}
        choices={[
          { value: 'smooth', label: 'smooth hose' },
          { value: 'rough', label: 'printed channel' },
        ]}
        onChange={(v) => change('wall of the hose', (p) => void (p.roughnessM = v === 'smooth' ? 1.5e-6 : 40e-6), 'r')}
      />
    </>
  )
}

function FittingFields({
  part,
  change,
}: {
  part: Extract<LinePart, { kind: 'fitting' }>
  change: (label: string, recipe: (p: Extract<LinePart, { kind: 'fitting' }>) => void, key: string) => void
}) {
  const shown = useShown()
  const equal = Math.sqrt((4 * areaOfConductance(part.sonicConductance)) / Math.PI)
  return (
    <>
      <NumberField
        label="Conductance, C"
        kind="conductance"
        value={part.sonicConductance}
        limits={LIMITS.sonicConductance}
        note={`passes as much as a loss-free ⌀ ${shown.text(equal, 'length')}`}
        onChange={(v) => change('conductance', (p) => void (p.sonicConductance = v), 'c')}
      />
      <NumberField
        label="Critical ratio, b"
        kind="ratio"
        value={part.criticalRatio}
        limits={LIMITS.criticalRatio}
        onChange={(v) => change('critical ratio', (p) => void (p.criticalRatio = v), 'b')}
      />
    </>
  )
}

function PartFields({ build, edit, index }: PartProps) {
  const part = build.line.parts[index]
  const change =
    <K extends LinePart['kind']>(kind: K) =>
    (label: string, recipe: (p: Extract<LinePart, { kind: K }>) => void, key: string) =>
      edit(
        label,
        (b) => {
          const own = b.line.parts[index]
          if (own?.kind === kind) recipe(own as Extract<LinePart, { kind: K }>)
        },
        `line-${index}-${key}`,
      )
  const rename = (label: string) =>
    edit('name of a part', (b) => void (b.line.parts[index].label = label), `line-${index}-label`)
  const remove = () => edit(`${part.label || 'part'} taken out`, (b) => void b.line.parts.splice(index, 1))
  const swap = (by: number) =>
    edit('order of the line', (b) => void b.line.parts.splice(index + by, 0, ...b.line.parts.splice(index, 1)))
  return (
    <Box borderTopWidth="1px" pt="1" mt="1">
      <TextField label={`Part ${index + 1}`} value={part.label} most={120} onChange={rename} />
      {part.kind === 'hose' ? (
        <HoseFields part={part} change={change('hose')} />
      ) : (
        <FittingFields part={part} change={change('fitting')} />
      )}
      <Flex gap="3" fontSize="xs" justify="flex-end" pb="1">
        {index > 0 && (
          <LinkButton onClick={() => swap(-1)} aria-label={`Part ${index + 1} one place nearer to the supply`}>
            earlier
          </LinkButton>
        )}
        {index < build.line.parts.length - 1 && (
          <LinkButton onClick={() => swap(1)} aria-label={`Part ${index + 1} one place nearer to the nozzle`}>
            later
          </LinkButton>
        )}
        <LinkButton onClick={remove} aria-label={`Take out part ${index + 1}`}>
          take out
        </LinkButton>
      </Flex>
    </Box>
  )
}

function AddPart({ build, edit }: AirStationProps) {
  const shown = useShown()
  const [kind, setKind] = useState('hose')
  const [boreM, setBore] = useState(6e-3)
  const add = () =>
    edit(
      'part put in',
      (b) => void b.line.parts.push(kind === 'hose' ? { ...newHose(), boreM } : newFitting(kind, boreM)),
    )
  if (build.line.parts.length >= 20) return null
  return (
    <Box borderTopWidth="1px" pt="1" mt="1">
      <ChoiceField
        label="Add"
        value={kind}
        choices={[{ value: 'hose', label: 'hose' }, ...FITTING_CLASSES.map((c) => ({ value: c.id, label: c.label }))]}
        note={kind === 'hose' ? undefined : 'its C and b are estimated from the bore, within a third'}
        onChange={setKind}
      />
      <NumberField
        label="of bore"
        kind="length"
        unit={shown.unit('length').id}
        value={boreM}
        limits={LIMITS.hoseBoreM}
        onChange={setBore}
      />
      <LinkButton fontSize="sm" onClick={add}>
        Put it at the end of the line
      </LinkButton>
    </Box>
  )
}

function RegulatorFields({ build, edit, faultAt }: AirStationProps) {
  const shown = useShown()
  const r = build.line.regulator
  if (!r) return null
  const mm = shown.unit('length').id
  const change = (label: string, recipe: (x: Draft<Regulator>) => void, key: string) =>
    edit(label, (b) => void (b.line.regulator && recipe(b.line.regulator)), `reg-${key}`)
  return (
    <>
      <NumberField
        label="Set to"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        suffix="gauge"
        value={r.setGaugePressurePa}
        limits={LIMITS.supplyGaugePressurePa}
        onChange={(v) => change('regulator', (x) => void (x.setGaugePressurePa = v), 'set')}
      />
      <ChoiceField
        label="Read while"
        value={r.readWhile}
        choices={[
          { value: 'flowing', label: 'air flows' },
          { value: 'closed', label: 'nothing flows' },
        ]}
        note={r.readWhile === 'closed' ? 'it will stand lower once air flows' : undefined}
        onChange={(v) => change('how it was set', (x) => void (x.readWhile = v), 'read')}
      />
      <NumberField
        label={r.kind === 'piston' ? 'Piston' : 'Diaphragm'}
        kind="length"
        unit={mm}
        value={r.sensingDiameterM}
        limits={LIMITS.sensingDiameterM}
        onChange={(v) => change('diaphragm', (x) => void (x.sensingDiameterM = v), 'd')}
      />
      <NumberField
        label="Seat"
        kind="length"
        unit={mm}
        value={r.seatDiameterM}
        limits={LIMITS.seatDiameterM}
        fault={faultAt('line.regulator.seatDiameterM')}
        onChange={(v) => change('seat', (x) => void (x.seatDiameterM = v), 'ds')}
      />
      <NumberField
        label="Greatest lift"
        kind="length"
        unit={mm}
        value={r.greatestLiftM}
        limits={LIMITS.liftM}
        onChange={(v) => change('lift', (x) => void (x.greatestLiftM = v), 'lift')}
      />
      <NumberField
        label="Spring"
        kind="springRate"
        value={r.springRateNPerM}
        limits={LIMITS.springRateNPerM}
        onChange={(v) => change('spring', (x) => void (x.springRateNPerM = v), 'k')}
      />
      <NumberField
        label="Friction"
        kind="force"
        unit={shown.unit('force').id}
        value={r.frictionN}
        limits={LIMITS.frictionN}
        note={`sticks by ±${shown.text(r.frictionN / ((Math.PI / 4) * (r.sensingDiameterM ** 2 - r.seatDiameterM ** 2)), 'pressureDrop')}`}
        onChange={(v) => change('friction', (x) => void (x.frictionN = v), 'f')}
      />
      <NumberField
        label="Moving mass"
        kind="mass"
        value={r.movingMassKg}
        limits={LIMITS.movingMassKg}
        onChange={(v) => change('moving mass', (x) => void (x.movingMassKg = v), 'm')}
      />
      <NumberField
        label="Air behind it"
        kind="volume"
        unit="mL"
        value={r.chamberVolumeM3}
        limits={LIMITS.chamberVolumeM3}
        note="chamber and first piece of hose"
        onChange={(v) => change('chamber', (x) => void (x.chamberVolumeM3 = v), 'v')}
      />
    </>
  )
}

/** Regulator and parts, in the order of the air. */
export function LineInputs(props: AirStationProps) {
  const { build, edit } = props
  const kind = build.line.regulator?.kind ?? 'none'
  const { supply } = build
  const able = supply.kind === 'compressor' || supply.kind === 'vessel' || supply.kind === 'steady'
  const setting =
    build.line.regulator?.setGaugePressurePa ??
    (supply.kind === 'vessel' || supply.kind === 'steady' ? Math.max(1e3, supply.gaugePressurePa / 2) : 350e3)
  return (
    <>
      <SectionTitle first>Regulator</SectionTitle>
      {able ? (
        <ChoiceField
          label="Kind"
          value={kind}
          choices={[
            { value: 'none', label: 'none' },
            { value: 'diaphragm', label: 'diaphragm' },
            { value: 'piston', label: 'piston' },
          ]}
          onChange={(v) =>
            edit(
              'regulator',
              (b) =>
                void (b.line.regulator =
                  v === 'none' ? null : v === 'piston' ? newPistonRegulator(setting) : newRegulator(setting)),
            )
          }
        />
      ) : (
        <Box fontSize="xs" color="mute">
          This source gives too little pressure for one.
        </Box>
      )}
      <RegulatorFields {...props} />
      <SectionTitle>Line, from supply to nozzle</SectionTitle>
      {build.line.parts.length === 0 && (
        <Box fontSize="xs" color="mute">
          Nothing between: the nozzle sits on the supply.
        </Box>
      )}
      {build.line.parts.map((_, i) => (
        <PartFields key={i} {...props} index={i} />
      ))}
      <AddPart {...props} />
    </>
  )
}
