'use client'
import type { Draft } from 'immer'
import { flywheelFindings } from '../../../../core/gates'
import { LIMITS, type CoastRig, type TurbineBuild } from '../../../../project/document'
import { coastRig, flywheelOnRun, withWheel, type Wheeled } from '../../../../project/measuring'
import { Advice, ChoiceField, Figure, NumberField } from '../../../../ui'
import { FindingList, useShown } from '../../../shared'
import type { RigFieldsProps } from '../contract'
import { GearFields, RotorInertia, SignalFields, WheelFields, type EditWheel } from '../inertia/WheelFields'
import { WheelPicture } from '../inertia/WheelPicture'
import { AlonePicture } from './AlonePicture'

/** A wheel to begin with. */
const WHEEL = {
  kind: 'dimensions',
  outerRadiusM: 0.04,
  innerRadiusM: 0.004,
  widthM: 0.012,
  materialId: 'steel',
} as const

/** What turns with the rotor, what slows it besides its own drag, and what is read of it. */
export function CoastRigFields({ rig, build, edit, predicted }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'coast') return null
  const set = (label: string, recipe: (r: Draft<CoastRig>) => void, key?: string) =>
    edit(label, (r) => void (r.kind === 'coast' && recipe(r)), key)
  const editWheel: EditWheel = (label, recipe, key) =>
    set(label, (r) => void (r.flywheel && recipe(r as Draft<CoastRig> & Draft<Wheeled>)), key)
  const wheel = withWheel(rig)
  const most = wheel && predicted && flywheelOnRun(wheel, build, predicted)
  const { brake } = rig
  const { inertiaKgM2 } = coastRig(rig, build)
  return (
    <>
      {wheel ? (
        <WheelPicture rig={wheel} build={build} shown={shown} />
      ) : (
        <AlonePicture rig={rig} build={build} shown={shown} />
      )}
      <ChoiceField
        label="What coasts"
        value={rig.flywheel ? 'wheel' : 'alone'}
        choices={[
          { value: 'alone', label: 'the rotor alone' },
          { value: 'wheel', label: 'rotor and flywheel' },
        ]}
        onChange={(v) =>
          set('what coasts', (r) => {
            r.flywheel = v === 'wheel' ? { ...WHEEL } : null
          })
        }
      />
      {wheel && (
        <>
          <WheelFields rig={wheel} edit={editWheel} />
          <GearFields rig={wheel} edit={editWheel} />
        </>
      )}
      <SignalFields rig={rig} edit={(label, recipe, key) => set(label, recipe, key)} />
      {'rotorInertia' in ('shaft' in build.machine ? build.machine.shaft : {}) && (
        <RotorInertia build={build as TurbineBuild} />
      )}
      <ChoiceField
        label="Known torque"
        value={brake ? 'on' : 'none'}
        choices={[
          { value: 'none', label: 'none' },
          { value: 'on', label: 'every other time' },
        ]}
        note={brake ? 'on in every other coasting: the inertia is found from it' : 'the inertia is given'}
        onChange={(v) =>
          set('known torque', (r) => void (r.brake = v === 'on' ? { torqueNm: 5e-4, relativeUncertainty: 0.02 } : null))
        }
      />
      {brake && (
        <>
          <NumberField
            label="It is"
            kind="torque"
            value={brake.torqueNm}
            limits={LIMITS.knownTorqueNm}
            note="at the rotor’s shaft, the same at any speed: a cord over the hub, a weight where the hub goes up, a balance where it goes down; weight less balance, times the radius"
            onChange={(v) => set('known torque', (r) => void (r.brake && (r.brake.torqueNm = v)), 'brake')}
          />
          <NumberField
            label="Known to"
            kind="share"
            value={brake.relativeUncertainty}
            limits={LIMITS.relativeUncertainty}
            onChange={(v) =>
              set('known torque to', (r) => void (r.brake && (r.brake.relativeUncertainty = v)), 'brakeu')
            }
          />
        </>
      )}
      <Figure
        label="Felt at the rotor"
        origin="plain"
        {...shown.parts(inertiaKgM2.value, 'inertia', inertiaKgM2.standardUncertainty)}
        sub={wheel ? 'gear squared, rotor included' : 'the rotor and what is on its shaft'}
      />
      {most && <FindingList findings={flywheelFindings(most)} />}
      <Advice tone="note" title="How to record it">
        Blow it up to speed, shut the valve and take the nozzle or the hose away, so that no air is left to push or to
        hold it. Let it run until it has almost stopped. Two or three times in one recording is better than once: a
        bearing that warms up shows.
      </Advice>
    </>
  )
}
