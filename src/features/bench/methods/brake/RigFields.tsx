'use client'
import type { Draft } from 'immer'
import { LIMITS, type Rig } from '../../../../project/document'
import { Advice, ChoiceField, NumberField } from '../../../../ui'
import { useShown } from '../../../shared'
import type { RigFieldsProps } from '../contract'
import { BrakePicture } from './BrakePicture'

type Brake = Extract<Rig, { kind: 'brake' }>

/** Arm, scale and marks of a brake, and what suits this machine. */
export function BrakeRigFields({ rig, build, edit, predicted }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'brake') return null
  const mm = shown.unit('length').id
  const set = (label: string, recipe: (r: Draft<Brake>) => void, key?: string) =>
    edit(label, (r) => void (r.kind === 'brake' && recipe(r)), key)
  const stall = predicted?.figures.find((f) => f.id === 'stallTorqueNm')?.value
  const most = predicted?.figures.find((f) => f.id === 'bestPowerW')?.value
  const full = stall === undefined ? null : stall / rig.armM
  return (
    <>
      <BrakePicture rig={rig} build={build} shown={shown} />
      <NumberField
        label="Arm"
        kind="length"
        unit={mm}
        value={rig.armM}
        limits={LIMITS.brakeArmM}
        note="from the shaft’s middle to where it presses; a column of arms in the table goes before it"
        onChange={(v) => set('arm', (r) => void (r.armM = v), 'arm')}
      />
      <NumberField
        label="Arm known to ±"
        kind="share"
        value={rig.armRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        note="one standard uncertainty; a contact that wanders by 1 mm is 0.7 % of 140 mm"
        onChange={(v) => set('arm', (r) => void (r.armRelativeUncertainty = v), 'armU')}
      />
      <NumberField
        label="Off the level by"
        kind="angle"
        value={rig.tiltRad}
        limits={LIMITS.tiltRad}
        onChange={(v) => set('tilt', (r) => void (r.tiltRad = v), 'tilt')}
      />
      <NumberField
        label="Scale reads, times"
        kind="ratio"
        value={rig.scaleFactor}
        limits={LIMITS.scaleFactor}
        note="true over shown; known weights tell it: measured by hand, above, “a scale, by weights”"
        onChange={(v) => set('scale', (r) => void (r.scaleFactor = v), 'scaleFactor')}
      />
      <NumberField
        label="Scale known to ±"
        kind="share"
        value={rig.scaleRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        onChange={(v) => set('scale', (r) => void (r.scaleRelativeUncertainty = v), 'scaleU')}
      />
      <NumberField
        label="One digit"
        kind="force"
        value={rig.resolutionN}
        limits={LIMITS.scaleDigitN}
        note="0.01 g is 0.098 mN"
        onChange={(v) => set('digit', (r) => void (r.resolutionN = v), 'digit')}
      />
      <ChoiceField
        label="Without load"
        value={rig.tareN === null ? 'read' : 'typed'}
        choices={[
          { value: 'read', label: 'read at rest, in the table' },
          { value: 'typed', label: 'typed' },
        ]}
        onChange={(v) => set('tare', (r) => void (r.tareN = v === 'read' ? null : 0))}
      />
      {rig.tareN !== null && (
        <NumberField
          label="It shows"
          kind="force"
          value={rig.tareN}
          limits={LIMITS.scaleN}
          onChange={(v) => set('tare', (r) => void (r.tareN = v), 'tare')}
        />
      )}
      <NumberField
        label="Pulses a turn"
        kind="count"
        whole
        value={rig.pulsesPerTurn}
        limits={LIMITS.pulsesPerTurn}
        note="two magnets in a turn double the frequency"
        onChange={(v) => set('pulses', (r) => void (r.pulsesPerTurn = Math.round(v)), 'pulses')}
      />
      {full !== null && most !== undefined && (
        <Advice tone="note" title="For this machine">
          Held fast it would press with {shown.text(full, 'force')}; a scale of {shown.text(1.5 * full, 'force')} with a
          digit of {shown.text(full / 500, 'force')} or less suits it. The brake must carry off up to{' '}
          {shown.text(most, 'power')} as heat: aluminium or copper for a disc, never a printed one, and pauses between
          settings.
        </Advice>
      )}
      <Advice tone="note" title="How to take the readings">
        Arm level, one point of contact, nothing else touching. Write down the scale at rest, then five settings with
        three readings each, from almost free to almost held, with the supply’s pressure at each; let go between them.
      </Advice>
    </>
  )
}
