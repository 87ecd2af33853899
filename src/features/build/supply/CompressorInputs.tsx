'use client'
import { Flex } from '@chakra-ui/react'
import { LIMITS, newRegulator } from '../../../project/document'
import { ChoiceField, LinkButton, NumberField, SectionTitle } from '../../../ui'
import { useShown } from '../../shared'
import { supplyEdit, type SourceProps } from './supply-edit'

/** Delivery as the plate or the maker's own test gives it. */
function DeliveryPoints({ supply, edit, faultAt }: SourceProps<'compressor'>) {
  const shown = useShown()
  const change = supplyEdit(edit, 'compressor')
  const p = shown.unit('gaugePressure').id
  return (
    <>
      {supply.delivery.map((point, i) => (
        <Flex key={i} direction="column" borderBottomWidth="1px" pb="1" mb="1">
          <NumberField
            label={`Point ${i + 1}, at`}
            kind="gaugePressure"
            unit={p}
            suffix="gauge"
            value={point.gaugePressurePa}
            limits={LIMITS.deliveryGaugePressurePa}
            fault={faultAt(`supply.delivery[${i}].gaugePressurePa`)}
            onChange={(v) => change('delivery pressure', (s) => void (s.delivery[i].gaugePressurePa = v), `dp${i}`)}
          />
          <NumberField
            label="it gives"
            kind="freeAir"
            unit={shown.unit('freeAir').id}
            value={point.freeAirM3PerS}
            limits={LIMITS.freeAirM3PerS}
            onChange={(v) => change('air delivered', (s) => void (s.delivery[i].freeAirM3PerS = v), `df${i}`)}
          />
          {supply.delivery.length > 1 && (
            <LinkButton
              fontSize="xs"
              alignSelf="flex-end"
              onClick={() => change('delivery point removed', (s) => void s.delivery.splice(i, 1), `dr${i}`)}
              aria-label={`Remove point ${i + 1}`}
            >
              remove
            </LinkButton>
          )}
        </Flex>
      ))}
      {supply.delivery.length < 12 && (
        <LinkButton
          fontSize="sm"
          onClick={() =>
            change(
              'delivery point added',
              (s) => {
                const last = s.delivery[s.delivery.length - 1]
                s.delivery.push({
                  gaugePressurePa: last.gaugePressurePa + 100e3,
                  freeAirM3PerS: Math.max(1e-6, last.freeAirM3PerS * 0.9),
                })
              },
              'da',
            )
          }
        >
          Add a point
        </LinkButton>
      )}
    </>
  )
}

/** Delivery from the pump's cylinder, where no plate tells it. */
function DisplacementInputs({ supply, edit }: SourceProps<'compressor'>) {
  const change = supplyEdit(edit, 'compressor')
  const d = supply.displacement
  if (!d) return null
  const set = (label: string, recipe: (x: NonNullable<typeof d>) => void, key: string) =>
    change(label, (s) => void (s.displacement && recipe(s.displacement)), key)
  return (
    <>
      <NumberField
        label="Swept volume"
        kind="volume"
        unit="mL"
        value={d.sweptVolumeM3}
        limits={LIMITS.sweptVolumeM3}
        note="one stroke of one cylinder"
        onChange={(v) => set('swept volume', (x) => void (x.sweptVolumeM3 = v), 'sv')}
      />
      <NumberField
        label="Strokes"
        kind="strokeRate"
        value={d.strokesPerS}
        limits={LIMITS.strokesPerS}
        note="turns times cylinders"
        onChange={(v) => set('strokes', (x) => void (x.strokesPerS = v), 'sn')}
      />
      <NumberField
        label="Clearance"
        kind="share"
        value={d.clearanceShare}
        limits={LIMITS.clearanceShare}
        note="of the swept volume; 3 to 8 % (practice)"
        onChange={(v) => set('clearance', (x) => void (x.clearanceShare = v), 'sc')}
      />
      <NumberField
        label="Exponent"
        kind="ratio"
        value={d.exponent}
        limits={LIMITS.polytropicExponent}
        note="of re-expansion, about 1.3"
        onChange={(v) => set('exponent', (x) => void (x.exponent = v), 'se')}
      />
      <NumberField
        label="Lost by leaks"
        kind="share"
        value={d.lossShare}
        limits={LIMITS.lossShare}
        note="rings, valves, warm intake: 10 to 25 %"
        onChange={(v) => set('losses of the pump', (x) => void (x.lossShare = v), 'sl')}
      />
    </>
  )
}

/** Delivery from a stopwatch: what anybody with a tank and a gauge can measure. */
function FillingInputs({ supply, edit, faultAt }: SourceProps<'compressor'>) {
  const shown = useShown()
  const change = supplyEdit(edit, 'compressor')
  const p = shown.unit('gaugePressure').id
  const f = supply.filling
  if (!f) return null
  const set = (label: string, recipe: (x: NonNullable<typeof f>) => void, key: string) =>
    change(label, (s) => void (s.filling && recipe(s.filling)), key)
  return (
    <>
      <NumberField
        label="Tank from"
        kind="gaugePressure"
        unit={p}
        suffix="gauge"
        value={f.fromGaugePressurePa}
        limits={[0, LIMITS.supplyGaugePressurePa[1]]}
        onChange={(v) => set('filled from', (x) => void (x.fromGaugePressurePa = v), 'ff')}
      />
      <NumberField
        label="to"
        kind="gaugePressure"
        unit={p}
        suffix="gauge"
        value={f.toGaugePressurePa}
        limits={LIMITS.supplyGaugePressurePa}
        fault={faultAt('supply.filling.toGaugePressurePa')}
        onChange={(v) => set('filled to', (x) => void (x.toGaugePressurePa = v), 'ft')}
      />
      <NumberField
        label="takes"
        kind="time"
        value={f.timeS}
        limits={LIMITS.fillTimeS}
        note="nothing drawn; let the tank cool, read the pressure again and give that: a warm one reads 5 to 15 % too much air (practice)"
        onChange={(v) => set('filling time', (x) => void (x.timeS = v), 'fs')}
      />
    </>
  )
}

export function CompressorInputs(props: SourceProps<'compressor'>) {
  const { build, supply, edit, faultAt } = props
  const shown = useShown()
  const change = supplyEdit(edit, 'compressor')
  const p = shown.unit('gaugePressure').id
  const t = shown.unit('temperature').id
  const { regulator } = build.line
  return (
    <>
      {regulator ? (
        <NumberField
          label="Regulator"
          kind="gaugePressure"
          unit={p}
          suffix="gauge"
          value={regulator.setGaugePressurePa}
          limits={LIMITS.supplyGaugePressurePa}
          onChange={(v) =>
            edit('regulator', (b) => void (b.line.regulator && (b.line.regulator.setGaugePressurePa = v)), 'regulator')
          }
        />
      ) : (
        <LinkButton
          fontSize="sm"
          onClick={() =>
            edit(
              'regulator put in',
              (b) => void (b.line.regulator = newRegulator(Math.min(350e3, supply.cutInGaugePressurePa))),
            )
          }
        >
          Put a regulator behind it
        </LinkButton>
      )}
      <NumberField
        label="Tank"
        kind="volume"
        value={supply.tankVolumeM3}
        limits={LIMITS.tankVolumeM3}
        onChange={(v) => change('tank volume', (s) => void (s.tankVolumeM3 = v), 'tank')}
      />
      <NumberField
        label="Cuts in at"
        kind="gaugePressure"
        unit={p}
        suffix="gauge"
        value={supply.cutInGaugePressurePa}
        limits={LIMITS.supplyGaugePressurePa}
        onChange={(v) => change('cut-in', (s) => void (s.cutInGaugePressurePa = v), 'cutin')}
      />
      <NumberField
        label="Cuts out at"
        kind="gaugePressure"
        unit={p}
        suffix="gauge"
        value={supply.cutOutGaugePressurePa}
        limits={LIMITS.supplyGaugePressurePa}
        fault={faultAt('supply.cutOutGaugePressurePa')}
        onChange={(v) => change('cut-out', (s) => void (s.cutOutGaugePressurePa = v), 'cutout')}
      />
      <SectionTitle>Air delivered, free air</SectionTitle>
      <ChoiceField
        label="Known from"
        value={supply.filling ? 'filling' : supply.displacement ? 'displacement' : 'points'}
        choices={[
          { value: 'points', label: 'delivery points' },
          { value: 'filling', label: 'time to fill its tank' },
          { value: 'displacement', label: 'the pump’s cylinder' },
        ]}
        onChange={(v) =>
          change('how delivery is known', (s) => {
            s.filling =
              v === 'filling'
                ? {
                    fromGaugePressurePa: 0,
                    toGaugePressurePa: s.cutOutGaugePressurePa,
                    timeS: Math.max(10, Math.round(s.tankVolumeM3 * 4200)),
                  }
                : null
            s.displacement =
              v === 'displacement'
                ? { sweptVolumeM3: 60e-6, strokesPerS: 47, clearanceShare: 0.05, exponent: 1.3, lossShare: 0.18 }
                : null
          })
        }
      />
      {supply.filling ? (
        <FillingInputs {...props} />
      ) : supply.displacement ? (
        <DisplacementInputs {...props} />
      ) : (
        <DeliveryPoints {...props} />
      )}
      <SectionTitle>How warm the air comes</SectionTitle>
      <ChoiceField
        label="Temperature"
        value={supply.airTemperatureK === null ? 'worked-out' : 'measured'}
        choices={[
          { value: 'measured', label: 'as measured' },
          { value: 'worked-out', label: 'worked out' },
        ]}
        onChange={(v) => change('air temperature', (s) => void (s.airTemperatureK = v === 'measured' ? 293.15 : null))}
      />
      {supply.airTemperatureK !== null && (
        <NumberField
          label="Air comes at"
          kind="temperature"
          unit={t}
          value={supply.airTemperatureK}
          limits={LIMITS.airTemperatureK}
          onChange={(v) => change('air temperature', (s) => void (s.airTemperatureK = v), 'air-t')}
        />
      )}
      <NumberField
        label="Pump’s efficiency"
        kind="share"
        value={supply.pumpEfficiency}
        limits={LIMITS.pumpEfficiency}
        note="isentropic; 55 to 75 % (practice)"
        onChange={(v) => change('pump efficiency', (s) => void (s.pumpEfficiency = v), 'eta')}
      />
      <ChoiceField
        label="Cooling coil"
        value={supply.coil ? 'yes' : 'no'}
        choices={[
          { value: 'no', label: 'none' },
          { value: 'yes', label: 'tube in a water bath' },
        ]}
        onChange={(v) =>
          change(
            'cooling coil',
            (s) => void (s.coil = v === 'yes' ? { lengthM: 3, boreM: 6e-3, bathTemperatureK: 288.15 } : null),
          )
        }
      />
      {supply.coil && (
        <>
          <NumberField
            label="Tube length"
            kind="length"
            unit="m"
            value={supply.coil.lengthM}
            limits={LIMITS.coilLengthM}
            onChange={(v) => change('coil length', (s) => void (s.coil && (s.coil.lengthM = v)), 'coil-l')}
          />
          <NumberField
            label="Tube bore"
            kind="length"
            unit={shown.unit('length').id}
            value={supply.coil.boreM}
            limits={LIMITS.coilBoreM}
            onChange={(v) => change('coil bore', (s) => void (s.coil && (s.coil.boreM = v)), 'coil-d')}
          />
          <NumberField
            label="Bath"
            kind="temperature"
            unit={t}
            value={supply.coil.bathTemperatureK}
            limits={LIMITS.bathTemperatureK}
            onChange={(v) => change('bath', (s) => void (s.coil && (s.coil.bathTemperatureK = v)), 'coil-t')}
          />
        </>
      )}
    </>
  )
}
