'use client'
import { effectiveInertia } from '../../../../core/bench'
import { flywheelFindings } from '../../../../core/gates'
import { formatNumber } from '../../../../core/units'
import type { FlywheelRig, TurbineBuild } from '../../../../project/document'
import { flywheelInertia, flywheelOnRun, inertiaRig } from '../../../../project/measuring'
import { Figure } from '../../../../ui'
import { FindingList, useShown } from '../../../shared'
import type { Draft } from 'immer'
import type { RigFieldsProps } from '../contract'
import { GearFields, RotorInertia, SignalFields, WheelFields } from './WheelFields'
import { WheelPicture } from './WheelPicture'

type EditFlywheel = (label: string, recipe: (rig: Draft<FlywheelRig>) => void, key?: string) => void

/** Flywheel, gear and sensor of a spin-up rig, and what they make of this machine. */
export function InertiaRigFields({ rig, edit, ...rest }: RigFieldsProps) {
  const own: EditFlywheel = (label, recipe, key) => edit(label, (r) => void (r.kind === 'inertia' && recipe(r)), key)
  return rig.kind === 'inertia' ? <FlywheelRigFields rig={rig} edit={own} {...rest} /> : null
}

function FlywheelRigFields({
  rig,
  build,
  edit,
  predicted,
}: Omit<RigFieldsProps, 'rig' | 'edit'> & { readonly rig: FlywheelRig; readonly edit: EditFlywheel }) {
  const shown = useShown()
  const { massKg, inertiaKgM2 } = flywheelInertia(rig)
  const effective = effectiveInertia(inertiaRig(rig, build))
  const wheel = predicted && flywheelOnRun(rig, build, predicted)
  return (
    <>
      <WheelPicture rig={rig} build={build} shown={shown} />
      <WheelFields rig={rig} edit={edit} />
      <GearFields rig={rig} edit={edit} />
      <SignalFields rig={rig} edit={edit} />
      <Figure
        label="Flywheel"
        origin="plain"
        value={formatNumber(massKg * 1000)}
        unit="g"
        sub={`${formatNumber(inertiaKgM2 * 1e7)} g·cm² about its shaft`}
      />
      {'shaft' in build.machine && <RotorInertia build={build as TurbineBuild} />}
      <Figure
        label="Felt at the rotor"
        origin="plain"
        {...shown.parts(effective.value, 'inertia', effective.standardUncertainty)}
        sub="gear squared, rotor included"
      />
      {wheel && (
        <>
          <Figure
            label="Flywheel at most"
            origin="predicted"
            {...shown.parts(wheel.speedRadPerS, 'rotation')}
            sub={`rim ${Math.round(wheel.rimSpeedMPerS)} m/s, ${shown.text(wheel.storedEnergyJ, 'energy')}${wheel.timeToSpeedS === null ? '' : `, there in about ${wheel.timeToSpeedS < 10 ? wheel.timeToSpeedS.toFixed(1) : Math.round(wheel.timeToSpeedS)} s`}`}
          />
          <Figure
            label="Its margin in stress"
            origin="predicted"
            value={wheel.stressMargin === null ? '—' : formatNumber(Math.min(999, wheel.stressMargin), 2)}
            unit={wheel.stressMargin === null ? '' : '×'}
            warn={wheel.stressMargin !== null && wheel.stressMargin < 4}
            sub={wheel.stressMargin === null ? 'give its size and material to know it' : undefined}
          />
          <FindingList findings={flywheelFindings(wheel)} />
        </>
      )}
    </>
  )
}
