'use client'
import { wallConductance } from '../../../core/supply'
import { LIMITS } from '../../../project/document'
import { ChoiceField, NumberField, SectionTitle } from '../../../ui'
import { useShown } from '../../shared'
import { supplyEdit, type SourceProps, type SupplyOf } from './supply-edit'

const heatKind = (heat: SupplyOf<'vessel'>['heat']) => (typeof heat === 'object' ? 'wall' : heat)

export function VesselInputs({ supply, build, edit, faultAt }: SourceProps<'vessel'>) {
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
