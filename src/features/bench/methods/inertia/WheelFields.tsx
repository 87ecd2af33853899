'use client'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import type { Draft } from 'immer'
import { MATERIALS } from '../../../../core/strength'
import { formatNumber } from '../../../../core/units'
import { LIMITS, kindOf, type FlywheelRig, type TurbineBuild } from '../../../../project/document'
import { flywheelInertia, type Wheeled } from '../../../../project/measuring'
import { useStore } from '../../../../store'
import { ChoiceField, LinkButton, NumberField } from '../../../../ui'
import { useShown } from '../../../shared'

/** Edits what of a rig has to do with its flywheel. */
export type EditWheel = (label: string, recipe: (rig: Draft<Wheeled>) => void, key?: string) => void

const FallDialog = dynamic(() => import('./FallDialog'), { ssr: false })

export function WheelFields({ rig, edit }: { rig: Wheeled; edit: EditWheel }) {
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

/**
 * The rotor's own inertia: reckoned from its drawing, or as its maker measured it (hung on two threads, or run up with
 * and without a ring of known inertia).
 */
export function RotorInertia({ build }: { build: TurbineBuild }) {
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

/** The gear between rotor and flywheel, and which of the two the sensor sees. */
export function GearFields({ rig, edit }: { rig: Wheeled; edit: EditWheel }) {
  return (
    <>
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
    </>
  )
}

const SIGNALS: { value: FlywheelRig['signal']; label: string }[] = [
  { value: 'count', label: 'running count' },
  { value: 'pulse-times', label: 'times of marks' },
  { value: 'speed', label: 'speed' },
]

type Sensed = Pick<FlywheelRig, 'signal' | 'countsPerTurn'>

/** What the sensor writes down. */
export function SignalFields({
  rig,
  edit,
}: {
  rig: Sensed
  edit: (label: string, recipe: (rig: Draft<Sensed>) => void, key?: string) => void
}) {
  return (
    <>
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
    </>
  )
}
