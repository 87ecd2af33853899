'use client'
import type { Draft } from 'immer'
import { LIMITS, type Rig } from '../../../../project/document'
import { Advice, ChoiceField, NumberField } from '../../../../ui'
import { useShown } from '../../../shared'
import type { RigFieldsProps } from '../contract'
import { DroopPicture } from './DroopPicture'

type Holes = Extract<Rig, { kind: 'droop' }>

/** The holes, the gauge and the source, and how the readings are taken. */
export function DroopRigFields({ rig, build, edit }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'droop') return null
  const set = (label: string, recipe: (r: Draft<Holes>) => void, key?: string) =>
    edit(label, (r) => void (r.kind === 'droop' && recipe(r)), key)
  const gauge = shown.unit('gaugePressure').id
  return (
    <>
      {build.line.regulator && <DroopPicture regulator={build.line.regulator} shown={shown} />}
      <ChoiceField
        label="Holes are"
        value={rig.edge}
        choices={[
          { value: 'sharp', label: 'sharp edge, thin plate' },
          { value: 'rounded', label: 'rounded at their mouth' },
        ]}
        onChange={(edge) =>
          set('edge of the holes', (r) => {
            r.edge = edge
            r.discharge = edge === 'sharp' ? 0.62 : 0.95
          })
        }
      />
      <NumberField
        label="Their discharge"
        kind="ratio"
        value={rig.discharge}
        limits={LIMITS.holeDischarge}
        note="at low pressure; a sharp hole’s rises with pressure, which is reckoned"
        onChange={(v) => set('discharge', (r) => void (r.discharge = v), 'cd')}
      />
      <NumberField
        label="Discharge known to ±"
        kind="share"
        value={rig.dischargeRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        onChange={(v) => set('discharge', (r) => void (r.dischargeRelativeUncertainty = v), 'cdU')}
      />
      <NumberField
        label="Holes’ size to ±"
        kind="length"
        unit="mm"
        value={rig.diameterUncertaintyM}
        limits={LIMITS.holeUncertaintyM}
        note="a new drill’s hole in brass: 0.02 mm; a printed one is no known hole"
        onChange={(v) => set('size of the holes', (r) => void (r.diameterUncertaintyM = v), 'dU')}
      />
      <NumberField
        label="Gauge’s zero to ±"
        kind="gaugePressure"
        unit={gauge}
        value={rig.zeroUncertaintyPa}
        limits={LIMITS.gaugeZeroPa}
        onChange={(v) => set('zero of the gauge', (r) => void (r.zeroUncertaintyPa = v), 'zero')}
      />
      <NumberField
        label="Its span to ±"
        kind="share"
        value={rig.spanRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        onChange={(v) => set('span of the gauge', (r) => void (r.spanRelativeUncertainty = v), 'span')}
      />
      <NumberField
        label="Read to"
        kind="pressureDrop"
        unit={gauge}
        value={rig.resolutionPa}
        limits={LIMITS.gaugeDigitPa}
        note="one digit, or half a mark of a dial"
        onChange={(v) => set('digit of the gauge', (r) => void (r.resolutionPa = v), 'digit')}
      />
      <NumberField
        label="Source stands at"
        kind="gaugePressure"
        unit={gauge}
        value={rig.sourceGaugePa}
        limits={LIMITS.supplyGaugePressurePa}
        note="gauge, before the regulator; a column of it in the table goes before this"
        onChange={(v) => set('source', (r) => void (r.sourceGaugePa = v), 'source')}
      />
      <Advice tone="warn" title="Before the air">
        The holes blow freely: nobody before them, eyes and ears covered, plate and hose held fast. Nothing behind the
        regulator stands more than it was made for, if its valve sticks open: the source’s whole pressure.
      </Advice>
      <Advice tone="note" title="How to take the readings">
        Outlet shut first, then each hole from the smallest to the largest and back again without touching the knob,
        shut at the end. Wait until the gauge stands; write down hole, outlet and source, one row each, 0 for shut. In
        the table they stay in the order in which they were taken.
      </Advice>
    </>
  )
}
