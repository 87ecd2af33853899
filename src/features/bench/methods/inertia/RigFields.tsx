'use client'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import { effectiveInertia } from '../../../../core/bench'
import { flywheelFindings } from '../../../../core/gates'
import { MATERIALS } from '../../../../core/strength'
import { formatNumber } from '../../../../core/units'
import { LIMITS, kindOf, type FlywheelRig, type TurbineBuild } from '../../../../project/document'
import { flywheelInertia, flywheelOnRun, inertiaRig } from '../../../../project/measuring'
import { useStore } from '../../../../store'
import { ChoiceField, Figure, LinkButton, NumberField } from '../../../../ui'
import { FindingList, useShown } from '../../../shared'
import type { Draft } from 'immer'
import type { RigFieldsProps } from '../contract'
import { WheelPicture } from './WheelPicture'

type EditFlywheel = (label: string, recipe: (rig: Draft<FlywheelRig>) => void, key?: string) => void

const SIGNALS: { value: FlywheelRig['signal']; label: string }[] = [
  { value: 'count', label: 'running count' },
  { value: 'pulse-times', label: 'times of marks' },
  { value: 'speed', label: 'speed' },
]

const FallDialog = dynamic(() => import('./FallDialog'), { ssr: false })

function Flywheel({ rig, edit }: { rig: FlywheelRig; edit: EditFlywheel }) {
  const [falling, setFalling] = useState(false)
  const shown = useShown()
  const mm = shown.unit('length').id
  const { flywheel } = rig
  return (
    <>
      <ChoiceField
        label="Flywheel by"
        value={flywheel.kind}
        choices={[
          { value: 'dimensions', label: 'size and material' },
          { value: 'mass', label: 'mass and radius' },
        ]}
        onChange={(kind) =>
          edit('flywheel', (r) => {
            const { outerRadiusM, innerRadiusM } = r.flywheel
            r.flywheel =
              kind === 'mass'
                ? { kind, massKg: flywheelInertia(rig).massKg, outerRadiusM, innerRadiusM }
                : { kind, outerRadiusM, innerRadiusM, widthM: 0.012, materialId: 'steel' }
          })
        }
      />
      {flywheel.kind === 'mass' ? (
        <NumberField
          label="Mass"
          kind="mass"
          value={flywheel.massKg}
          limits={LIMITS.massKg}
          onChange={(v) =>
            edit('flywheel mass', (r) => void (r.flywheel.kind === 'mass' && (r.flywheel.massKg = v)), 'mass')
          }
        />
      ) : (
        <>
          <ChoiceField
            label="Material"
            value={flywheel.materialId}
            choices={MATERIALS.map((m) => ({ value: m.id, label: m.label }))}
            onChange={(v) =>
              edit('flywheel material', (r) => void (r.flywheel.kind === 'dimensions' && (r.flywheel.materialId = v)))
            }
          />
          <NumberField
            label="Width"
            kind="length"
            unit={mm}
            value={flywheel.widthM}
            limits={LIMITS.widthM}
            onChange={(v) =>
              edit('flywheel width', (r) => void (r.flywheel.kind === 'dimensions' && (r.flywheel.widthM = v)), 'width')
            }
          />
        </>
      )}
      <NumberField
        label="Outer radius"
        kind="length"
        unit={mm}
        value={flywheel.outerRadiusM}
        limits={LIMITS.radiusM}
        onChange={(v) => edit('flywheel radius', (r) => void (r.flywheel.outerRadiusM = v), 'ro')}
      />
      <NumberField
        label="Bore radius"
        kind="length"
        unit={mm}
        value={flywheel.innerRadiusM}
        limits={LIMITS.innerRadiusM}
        onChange={(v) => edit('flywheel bore', (r) => void (r.flywheel.innerRadiusM = v), 'ri')}
      />
      <NumberField
        label="Inertia known to"
        kind="share"
        value={rig.flywheelRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        note="one standard uncertainty; it carries into every torque"
        onChange={(v) => edit('flywheel uncertainty', (r) => void (r.flywheelRelativeUncertainty = v), 'uj')}
      />
      <LinkButton fontSize="xs" onClick={() => setFalling(true)}>
        Measure it by a falling weight…
      </LinkButton>
      {falling && (
        <FallDialog
          rig={rig}
          onTake={(massKg, relative) =>
            edit('flywheel by falling weights', (r) => {
              const { outerRadiusM, innerRadiusM } = r.flywheel
              r.flywheel = { kind: 'mass', massKg, outerRadiusM, innerRadiusM }
              r.flywheelRelativeUncertainty = Number(relative.toPrecision(2))
            })
          }
          onClose={() => setFalling(false)}
        />
      )}
    </>
  )
}

/** The rotor's own inertia: reckoned from its drawing, or as its maker measured it (hung on two threads, or run up with and without a ring of known inertia). */
function RotorInertia({ build }: { build: TurbineBuild }) {
  const store = useStore()
  const reckoned = useMemo(() => reckonedInertia(build), [build])
  const held = build.machine.shaft.rotorInertia
  const edit = (recipe: (b: TurbineBuild) => void, key: string) =>
    store.change(
      'inertia of the rotor',
      (p) => {
        const own = p.builds.find((b) => b.id === build.id)
        if (own) recipe(own as unknown as TurbineBuild)
      },
      `${build.id}:${key}`,
    )
  return (
    <>
      <ChoiceField
        label="Rotor’s inertia"
        value={held ? 'measured' : 'reckoned'}
        choices={[
          { value: 'reckoned', label: 'from its drawing' },
          { value: 'measured', label: 'measured' },
        ]}
        note={held ? undefined : 'known to about a tenth: hub, shaft and screws are not in it'}
        onChange={(v) =>
          edit(
            (b) =>
              void (b.machine.shaft.rotorInertia =
                v === 'measured' ? { inertiaKgM2: Number(reckoned.toPrecision(3)), relativeUncertainty: 0.03 } : null),
            'ri-kind',
          )
        }
      />
      {held && (
        <NumberField
          label="Measured"
          kind="inertia"
          value={held.inertiaKgM2}
          limits={LIMITS.rotorInertiaKgM2}
          note="all that turns on the rotor’s shaft without the flywheel"
          onChange={(v) =>
            edit(
              (b) =>
                void (b.machine.shaft.rotorInertia = { relativeUncertainty: held.relativeUncertainty, inertiaKgM2: v }),
              'ri',
            )
          }
        />
      )}
      {held && (
        <NumberField
          label="Known to"
          kind="share"
          value={held.relativeUncertainty}
          limits={LIMITS.relativeUncertainty}
          onChange={(v) =>
            edit(
              (b) => void (b.machine.shaft.rotorInertia = { inertiaKgM2: held.inertiaKgM2, relativeUncertainty: v }),
              'riu',
            )
          }
        />
      )}
    </>
  )
}

/** Inertia of a rotor by its drawing alone, kg m2. */
const reckonedInertia = (build: TurbineBuild): number => {
  const { machine } = build
  return kindOf(build).turning?.({ ...machine, shaft: { ...machine.shaft, rotorInertia: null } }).value ?? 0
}

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
      <Flywheel rig={rig} edit={edit} />
      <NumberField
        label="Flywheel turns a rotor turn"
        kind="ratio"
        value={rig.speedRatio}
        limits={LIMITS.speedRatio}
        note={rig.speedRatio < 1 ? `geared down ${formatNumber(1 / rig.speedRatio)} : 1` : undefined}
        onChange={(v) => edit('gear', (r) => void (r.speedRatio = v), 'gear')}
      />
      <ChoiceField
        label="Sensor on"
        value={rig.sensorOn}
        choices={[
          { value: 'flywheel', label: 'flywheel shaft' },
          { value: 'rotor', label: 'rotor shaft' },
        ]}
        onChange={(v) => edit('sensor', (r) => void (r.sensorOn = v))}
      />
      <ChoiceField
        label="It records"
        value={rig.signal}
        choices={SIGNALS}
        onChange={(v) => edit('signal', (r) => void (r.signal = v))}
      />
      {rig.signal !== 'speed' && (
        <NumberField
          label="Counts a turn"
          kind="count"
          whole
          value={rig.countsPerTurn}
          limits={LIMITS.countsPerTurn}
          onChange={(v) => edit('counts per turn', (r) => void (r.countsPerTurn = Math.round(v)), 'cpt')}
        />
      )}
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
