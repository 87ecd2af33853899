'use client'
import type { Draft } from 'immer'
import { Box, Flex } from '@chakra-ui/react'
import { BLOWER_CLASSES, BREATH_CLASSES, wallConductance } from '../../../core/supply'
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
import { ChoiceField, LinkButton, NumberField, SectionTitle, TextField } from '../../../ui'
import { useShown } from '../../shared'
import type { AirStationProps } from '../stations/station-props'
import { CompressorInputs } from './CompressorInputs'
import { supplyEdit, type SourceProps, type SupplyOf } from './supply-edit'

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

const heatKind = (heat: SupplyOf<'vessel'>['heat']) => (typeof heat === 'object' ? 'wall' : heat)

function VesselInputs({ supply, build, edit, faultAt }: SourceProps<'vessel'>) {
  const shown = useShown()
  const change = supplyEdit(edit, 'vessel')
  const p = shown.unit('gaugePressure').id
  return (
    <>
      <NumberField
        label="Volume"
        kind="volume"
        value={supply.volumeM3}
        limits={LIMITS.vesselVolumeM3}
        onChange={(v) => change('volume of the bottle', (s) => void (s.volumeM3 = v), 'volume')}
      />
      <NumberField
        label="Pumped to"
        kind="gaugePressure"
        unit={p}
        suffix="gauge"
        value={supply.gaugePressurePa}
        limits={LIMITS.supplyGaugePressurePa}
        fault={faultAt('supply.gaugePressurePa')}
        onChange={(v) => change('pressure of the bottle', (s) => void (s.gaugePressurePa = v), 'pumped')}
      />
      <ChoiceField
        label="Its limit"
        value={supply.ratedGaugePressurePa === null ? 'unknown' : 'known'}
        choices={[
          { value: 'unknown', label: 'not known' },
          { value: 'known', label: 'written on it' },
        ]}
        onChange={(v) =>
          change(
            'limit of the bottle',
            (s) =>
              void (s.ratedGaugePressurePa =
                v === 'known' ? Math.max(s.gaugePressurePa, LIMITS.ratedGaugePressurePa[0]) : null),
          )
        }
      />
      {supply.ratedGaugePressurePa !== null && (
        <NumberField
          label="Maker’s limit"
          kind="gaugePressure"
          unit={p}
          suffix="gauge"
          value={supply.ratedGaugePressurePa}
          limits={LIMITS.ratedGaugePressurePa}
          onChange={(v) => change('limit of the bottle', (s) => void (s.ratedGaugePressurePa = v), 'rated')}
        />
      )}
      <NumberField
        label="Air in it at"
        kind="temperature"
        unit={shown.unit('temperature').id}
        value={supply.airTemperatureK}
        limits={LIMITS.airTemperatureK}
        note="once it has stood a while"
        onChange={(v) => change('air temperature', (s) => void (s.airTemperatureK = v), 'air-t')}
      />
      <NumberField
        label="Machine stops below"
        kind="gaugePressure"
        unit={p}
        suffix="gauge"
        value={build.leastGaugePressurePa}
        limits={LIMITS.leastGaugePressurePa}
        note="at the nozzle; the air below is wasted"
        onChange={(v) => edit('least pressure', (b) => void (b.leastGaugePressurePa = v), 'least')}
      />
      <SectionTitle>Heat from its wall</SectionTitle>
      <ChoiceField
        label="While it empties"
        value={heatKind(supply.heat)}
        choices={[
          { value: 'wall', label: 'some, through the wall' },
          { value: 'adiabatic', label: 'none: quick, cold' },
          { value: 'isothermal', label: 'all: slow, warm' },
        ]}
        onChange={(v) =>
          change(
            'heat of the bottle',
            (s) => void (s.heat = v === 'wall' ? { uaWPerK: Number(wallConductance(s.volumeM3).toPrecision(2)) } : v),
          )
        }
      />
      {typeof supply.heat === 'object' && (
        <NumberField
          label="Wall, UA"
          kind="heatConductance"
          value={supply.heat.uaWPerK}
          limits={LIMITS.wallConductance}
          note={`this volume: about ${wallConductance(supply.volumeM3).toPrecision(2)} W/K (estimate)`}
          onChange={(v) => change('heat of the bottle', (s) => void (s.heat = { uaWPerK: v }), 'ua')}
        />
      )}
      <SectionTitle>Hand pump</SectionTitle>
      <NumberField
        label="Stroke"
        kind="volume"
        unit="mL"
        value={supply.pump.strokeVolumeM3}
        limits={LIMITS.strokeVolumeM3}
        onChange={(v) => change('stroke of the pump', (s) => void (s.pump.strokeVolumeM3 = v), 'stroke')}
      />
      <NumberField
        label="Dead volume"
        kind="volume"
        unit="mL"
        value={supply.pump.deadVolumeM3}
        limits={LIMITS.deadVolumeM3}
        note="air left in pump and hose at the stroke’s end"
        onChange={(v) => change('dead volume of the pump', (s) => void (s.pump.deadVolumeM3 = v), 'dead')}
      />
    </>
  )
}

function BlowerInputs({ supply, edit, faultAt }: SourceProps<'blower'>) {
  const shown = useShown()
  const change = supplyEdit(edit, 'blower')
  const p = shown.unit('gaugePressure').id
  const { curve } = supply
  const found = BLOWER_CLASSES.find((c) => c.label === supply.label)
  return (
    <>
      <ChoiceField
        label="Class"
        value={found?.id ?? 'own'}
        choices={[
          ...BLOWER_CLASSES.map((c) => ({ value: c.id, label: c.label })),
          { value: 'own', label: 'my own figures' },
        ]}
        note={found ? 'an estimate of its class, within about a third' : undefined}
        onChange={(id) => {
          const chosen = BLOWER_CLASSES.find((c) => c.id === id)
          change('class of blower', (s) => {
            if (chosen)
              Object.assign(s, {
                label: chosen.label,
                curve: {
                  kind: 'two-figures',
                  shutOffPa: chosen.shutOffPa,
                  freeFlowM3PerS: chosen.freeFlowM3PerS,
                  bend: chosen.bend,
                },
                temperatureRiseK: chosen.temperatureRiseK,
              })
            else s.label = 'own blower'
          })
        }}
      />
      {!found && (
        <TextField
          label="What it is"
          most={120}
          value={supply.label}
          onChange={(v) => change('name of the blower', (s) => void (s.label = v), 'blower-name')}
        />
      )}
      <ChoiceField
        label="Its curve"
        value={curve.kind}
        choices={[
          { value: 'two-figures', label: 'from two figures' },
          { value: 'points', label: 'measured points' },
        ]}
        onChange={(kind) =>
          change('curve of the blower', (s) => {
            if (kind === 'points' && s.curve.kind === 'two-figures') {
              const { shutOffPa, freeFlowM3PerS, bend } = s.curve
              s.curve = {
                kind: 'points',
                points: [0, 0.35, 0.7, 0.95].map((u) => ({
                  flowM3PerS: u * freeFlowM3PerS,
                  pressurePa: shutOffPa * (1 - u ** bend),
                })),
              }
            } else if (kind === 'two-figures' && s.curve.kind === 'points') {
              const points = s.curve.points
              s.curve = {
                kind: 'two-figures',
                shutOffPa: Math.max(5, points[0].pressurePa),
                freeFlowM3PerS: Math.max(1e-5, points[points.length - 1].flowM3PerS),
                bend: 2,
              }
            }
          })
        }
      />
      {curve.kind === 'two-figures' ? (
        <>
          <NumberField
            label="Pressure when shut"
            kind="gaugePressure"
            unit={p}
            suffix="gauge"
            value={curve.shutOffPa}
            limits={LIMITS.blowerPressurePa}
            onChange={(v) =>
              change(
                'shut-off pressure',
                (s) => void (s.curve.kind === 'two-figures' && (s.curve.shutOffPa = v)),
                'shut',
              )
            }
          />
          <NumberField
            label="Flow when free"
            kind="freeAir"
            unit={shown.unit('freeAir').id}
            value={curve.freeFlowM3PerS}
            limits={LIMITS.blowerFlowM3PerS}
            onChange={(v) =>
              change('free flow', (s) => void (s.curve.kind === 'two-figures' && (s.curve.freeFlowM3PerS = v)), 'free')
            }
          />
          <NumberField
            label="Bend of the curve"
            kind="ratio"
            value={curve.bend}
            limits={LIMITS.blowerBend}
            note="1 straight, 2 for most fans"
            onChange={(v) =>
              change('bend of the curve', (s) => void (s.curve.kind === 'two-figures' && (s.curve.bend = v)), 'bend')
            }
          />
        </>
      ) : (
        <BlowerPoints supply={supply} change={change} faultAt={faultAt} />
      )}
      <SectionTitle>Several, and speed</SectionTitle>
      <NumberField
        label="In series"
        kind="count"
        whole
        value={supply.inSeries}
        limits={LIMITS.blowerCount}
        note="pressures add"
        onChange={(v) => change('blowers in series', (s) => void (s.inSeries = Math.round(v)), 'series')}
      />
      <NumberField
        label="Side by side"
        kind="count"
        whole
        value={supply.inParallel}
        limits={LIMITS.blowerCount}
        note="flows add"
        onChange={(v) => change('blowers side by side', (s) => void (s.inParallel = Math.round(v)), 'parallel')}
      />
      <NumberField
        label="Speed"
        kind="share"
        value={supply.speedShare}
        limits={LIMITS.speedShare}
        note="of that of the curve (fan laws)"
        onChange={(v) => change('speed of the blower', (s) => void (s.speedShare = v), 'speed')}
      />
      <NumberField
        label="Warms the air by"
        kind="temperatureRise"
        value={supply.temperatureRiseK}
        limits={LIMITS.temperatureRiseK}
        onChange={(v) => change('warmth of the blower', (s) => void (s.temperatureRiseK = v), 'rise')}
      />
    </>
  )
}

function BlowerPoints({
  supply,
  change,
  faultAt,
}: {
  supply: SupplyOf<'blower'>
  change: ReturnType<typeof supplyEdit<'blower'>>
  faultAt: AirStationProps['faultAt']
}) {
  const shown = useShown()
  if (supply.curve.kind !== 'points') return null
  const { points } = supply.curve
  const edit = (label: string, recipe: (list: { flowM3PerS: number; pressurePa: number }[]) => void, key?: string) =>
    change(label, (s) => void (s.curve.kind === 'points' && recipe(s.curve.points)), key)
  return (
    <>
      {points.map((point, i) => (
        <Box key={i} borderTopWidth="1px" py="1">
          <NumberField
            label={`Point ${i + 1}, flow`}
            kind="freeAir"
            unit={shown.unit('freeAir').id}
            value={point.flowM3PerS}
            limits={[0, LIMITS.blowerFlowM3PerS[1]]}
            fault={faultAt(`supply.curve.points[${i}].flowM3PerS`)}
            onChange={(v) => edit('point of the curve', (list) => void (list[i].flowM3PerS = v), `bp-q${i}`)}
          />
          <NumberField
            label="pressure"
            kind="gaugePressure"
            unit={shown.unit('gaugePressure').id}
            suffix="gauge"
            value={point.pressurePa}
            limits={[0, LIMITS.blowerPressurePa[1]]}
            fault={faultAt(`supply.curve.points[${i}].pressurePa`)}
            onChange={(v) => edit('point of the curve', (list) => void (list[i].pressurePa = v), `bp-p${i}`)}
          />
        </Box>
      ))}
      <Flex gap="4" fontSize="xs" pb="1">
        {points.length < 12 && (
          <LinkButton
            onClick={() =>
              edit('point added', (list) => {
                const [a, z] = [list[list.length - 2], list[list.length - 1]]
                list.push({
                  flowM3PerS: z.flowM3PerS + (z.flowM3PerS - a.flowM3PerS) / 4,
                  pressurePa: Math.max(0, z.pressurePa * 0.5),
                })
              })
            }
          >
            Add a point
          </LinkButton>
        )}
        {points.length > 2 && (
          <LinkButton onClick={() => edit('point removed', (list) => void list.pop())}>Remove the last</LinkButton>
        )}
      </Flex>
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

function BalloonInputs({ supply, build, edit, faultAt }: SourceProps<'balloon'>) {
  const shown = useShown()
  const change = supplyEdit(edit, 'balloon')
  const mm = shown.unit('length').id
  return (
    <>
      <NumberField
        label="Blown up to"
        kind="volume"
        value={supply.blownVolumeM3}
        limits={LIMITS.vesselVolumeM3}
        fault={faultAt('supply.blownVolumeM3')}
        onChange={(v) => change('size of the balloon', (s) => void (s.blownVolumeM3 = v), 'bl-v')}
      />
      <NumberField
        label="Radius when limp"
        kind="length"
        unit={mm}
        value={supply.restRadiusM}
        limits={LIMITS.restRadiusM}
        onChange={(v) => change('limp radius', (s) => void (s.restRadiusM = v), 'bl-r')}
      />
      <NumberField
        label="Skin"
        kind="length"
        unit={mm}
        value={supply.skinThicknessM}
        limits={LIMITS.skinThicknessM}
        onChange={(v) => change('skin', (s) => void (s.skinThicknessM = v), 'bl-d')}
      />
      <NumberField
        label="Shear modulus"
        kind="stress"
        value={supply.shearModulusPa}
        limits={LIMITS.shearModulusPa}
        note="0.2 to 0.5 MPa for rubber (estimate)"
        onChange={(v) => change('shear modulus', (s) => void (s.shearModulusPa = v), 'bl-m')}
      />
      <NumberField
        label="Stiffening"
        kind="ratio"
        value={supply.stiffening}
        limits={LIMITS.stiffening}
        note="0 soft to the end, 0.1 hardens when full"
        onChange={(v) => change('stiffening', (s) => void (s.stiffening = v), 'bl-k')}
      />
      <SectionTitle>Wear</SectionTitle>
      <NumberField
        label="Blown up before"
        kind="count"
        whole
        value={supply.uses}
        limits={LIMITS.uses}
        note="times"
        onChange={(v) => change('uses of the balloon', (s) => void (s.uses = Math.round(v)), 'bl-u')}
      />
      <NumberField
        label="Softer by each"
        kind="share"
        value={supply.wearPerUse}
        limits={LIMITS.wearPerUse}
        onChange={(v) => change('wear of the balloon', (s) => void (s.wearPerUse = v), 'bl-w')}
      />
      <NumberField
        label="Machine stops below"
        kind="gaugePressure"
        unit={shown.unit('gaugePressure').id}
        suffix="gauge"
        value={build.leastGaugePressurePa}
        limits={LIMITS.leastGaugePressurePa}
        onChange={(v) => edit('least pressure', (b) => void (b.leastGaugePressurePa = v), 'least')}
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
