'use client'
import type { Draft } from 'immer'
import { LIMITS, type Rig } from '../../../../project/document'
import { Advice, ChoiceField, NumberField } from '../../../../ui'
import { useShown } from '../../../shared'
import type { RigFieldsProps } from '../contract'
import { RopePicture } from './RopePicture'

type Rope = Extract<Rig, { kind: 'rope' }>

/** Drum, rope and weights, and what suits this machine. */
export function RopeRigFields({ rig, edit, predicted }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'rope') return null
  const mm = shown.unit('length').id
  const set = (label: string, recipe: (r: Draft<Rope>) => void, key?: string) =>
    edit(label, (r) => void (r.kind === 'rope' && recipe(r)), key)
  const stall = predicted?.figures.find((f) => f.id === 'stallTorqueNm')?.value
  const radius = rig.drumRadiusM + rig.ropeDiameterM / 2
  const pull = stall === undefined ? null : (stall * rig.speedRatio) / radius
  const rubs = rig.does === 'rubs'
  return (
    <>
      <RopePicture rig={rig} shown={shown} />
      <ChoiceField
        label="The rope"
        value={rig.does}
        choices={[
          { value: 'rubs', label: 'rubs on the drum' },
          { value: 'lifts', label: 'winds weights up' },
        ]}
        onChange={(does) => set('what the rope does', (r) => void (r.does = does))}
      />
      <NumberField
        label="Drum’s radius"
        kind="length"
        unit={mm}
        value={rig.drumRadiusM}
        limits={LIMITS.drumRadiusM}
        onChange={(v) => set('drum', (r) => void (r.drumRadiusM = v), 'drum')}
      />
      <NumberField
        label="Rope is thick"
        kind="length"
        unit={mm}
        value={rig.ropeDiameterM}
        limits={LIMITS.ropeDiameterM}
        note="half of it goes onto the radius"
        onChange={(v) => set('rope', (r) => void (r.ropeDiameterM = v), 'rope')}
      />
      <NumberField
        label="Both known to ±"
        kind="share"
        value={rig.radiusRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        note={rubs ? undefined : 'the power of a lifted weight does not hang on it'}
        onChange={(v) => set('radius', (r) => void (r.radiusRelativeUncertainty = v), 'radiusU')}
      />
      {rubs && (
        <NumberField
          label="Lies round by"
          kind="angle"
          value={rig.wrapRad}
          limits={LIMITS.wrapRad}
          note="half a turn where both ends hang straight down"
          onChange={(v) => set('angle of the rope', (r) => void (r.wrapRad = v), 'wrap')}
        />
      )}
      <NumberField
        label="Rotor over drum"
        kind="ratio"
        value={rig.speedRatio}
        limits={LIMITS.drumRatio}
        note="turns of the rotor for one of the drum; 1 where it sits on the shaft. What the gear loses is in the figures"
        onChange={(v) => set('gear of the drum', (r) => void (r.speedRatio = v), 'ratio')}
      />
      <NumberField
        label="Weights known to ±"
        kind="share"
        value={rig.weightRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        onChange={(v) => set('weights', (r) => void (r.weightRelativeUncertainty = v), 'weightU')}
      />
      {rubs && (
        <>
          <NumberField
            label="Balance reads, times"
            kind="ratio"
            value={rig.scaleFactor}
            limits={LIMITS.scaleFactor}
            note="true over shown; known weights tell it: measured by hand, above, “a scale, by weights”"
            onChange={(v) => set('balance', (r) => void (r.scaleFactor = v), 'factor')}
          />
          <NumberField
            label="Balance known to ±"
            kind="share"
            value={rig.scaleRelativeUncertainty}
            limits={LIMITS.relativeUncertainty}
            onChange={(v) => set('balance', (r) => void (r.scaleRelativeUncertainty = v), 'scaleU')}
          />
        </>
      )}
      <NumberField
        label="One digit"
        kind="force"
        value={rig.resolutionN}
        limits={LIMITS.scaleDigitN}
        note={rubs ? 'of the balance' : 'of the scale that weighed them'}
        onChange={(v) => set('digit', (r) => void (r.resolutionN = v), 'digit')}
      />
      {rubs && (
        <NumberField
          label="Pulses a turn"
          kind="count"
          whole
          value={rig.pulsesPerTurn}
          limits={LIMITS.pulsesPerTurn}
          note="of the rotor; two magnets in a turn double the frequency"
          onChange={(v) => set('pulses', (r) => void (r.pulsesPerTurn = Math.round(v)), 'pulses')}
        />
      )}
      {pull !== null && (
        <Advice tone="note" title="For this machine">
          Held fast it would pull {shown.text(pull, 'force')} at this drum: take weights from a tenth to nine tenths of
          that.
        </Advice>
      )}
      <Advice tone="warn" title="Before the air">
        A rope catches fingers, hair and sleeves: nobody near it while it turns, air off before it is touched.
        {rubs
          ? ' Tie neither end to the drum. All power ends in the rope as heat.'
          : ' A stop for the weight at the top, and nobody under it.'}
      </Advice>
      <Advice tone="note" title="How to take the readings">
        {rubs
          ? 'The shaft turns so that it would lift the weight. Hang the weight, let it settle, write down weight, balance and speed; three readings at each of five weights. Readings at rest say nothing: a rope that stands holds by friction.'
          : 'Let it come to its speed first, then time it over a marked height; two lifts with each of four weights. Write down weight, height and time.'}
      </Advice>
    </>
  )
}
