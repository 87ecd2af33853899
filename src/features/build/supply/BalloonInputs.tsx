'use client'
import { LIMITS } from '../../../project/document'
import { NumberField, SectionTitle } from '../../../ui'
import { useShown } from '../../shared'
import { supplyEdit, type SourceProps } from './supply-edit'

export function BalloonInputs({ supply, build, edit, faultAt }: SourceProps<'balloon'>) {
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
