'use client'
import type { Draft } from 'immer'
import { LIMITS, plainPropeller, type EngineLoad } from '../../../project/document'
import { ChoiceField, NumberField, SectionTitle, TextField } from '../../../ui'
import { useShown } from '../../shared'
import type { EngineStationProps } from './engine-props'

/** A load of a kind to begin with, at about the power of this engine. */
function newLoad(kind: EngineLoad['kind'], label: string, torqueNm: number, speedRadPerS: number): EngineLoad {
  const [torque, speed] = [Math.max(0.002, torqueNm), Math.max(20, speedRadPerS)]
  switch (kind) {
    case 'propeller':
      return { ...plainPropeller(), label: label || 'propeller' }
    case 'brake':
      return { kind, label: label || 'brake', torqueNm: 0.7 * torque }
    case 'wheel':
      return {
        kind,
        label: label || 'wheel',
        torqueNm: 0.3 * torque,
        perSquareNmS2: Math.max(1e-9, (0.5 * torque) / speed ** 2),
      }
    case 'generator':
      return {
        kind,
        label: label || 'generator',
        torqueNm: 0.1 * torque,
        perSpeedNmS: Math.max(1e-6, (0.8 * torque) / speed),
      }
  }
}

export function LoadFields({ build, edit, predicted }: EngineStationProps) {
  const shown = useShown()
  const { load } = build.machine
  const { steady } = predicted.prediction
  const change = (label: string, recipe: (l: Draft<EngineLoad>) => void) =>
    edit(label, (b) => recipe(b.machine.load), `load-${label}`)
  return (
    <>
      <SectionTitle first>What it drives</SectionTitle>
      <TextField
        label="Name"
        value={load.label}
        most={120}
        onChange={(v) => change('name of the load', (l) => void (l.label = v))}
      />
      <ChoiceField
        label="Kind"
        value={load.kind}
        choices={[
          { value: 'propeller', label: 'propeller' },
          { value: 'brake', label: 'brake, constant' },
          { value: 'wheel', label: 'wheel or paddles' },
          { value: 'generator', label: 'generator' },
        ]}
        onChange={(kind) =>
          edit('kind of load', (b) => {
            b.machine.load = newLoad(
              kind as EngineLoad['kind'],
              '',
              steady?.figures.shaftTorqueNm ?? 0.01,
              steady?.figures.speedRadPerS ?? 100,
            )
          })
        }
      />
      {load.kind === 'propeller' && (
        <>
          <NumberField
            label="Diameter"
            kind="length"
            unit={shown.unit('length').id}
            value={load.diameterM}
            limits={LIMITS.propellerM}
            onChange={(v) =>
              change('diameter of the propeller', (l) => void (l.kind === 'propeller' && (l.diameterM = v)))
            }
          />
          <NumberField
            label="Thrust coefficient"
            kind="ratio"
            value={load.thrustCoefficient}
            limits={LIMITS.thrustCoefficient}
            note="T/(ρn²D⁴), standing: 0.08 to 0.12 (practice)"
            onChange={(v) =>
              change('thrust coefficient', (l) => void (l.kind === 'propeller' && (l.thrustCoefficient = v)))
            }
          />
          <NumberField
            label="Power coefficient"
            kind="ratio"
            value={load.powerCoefficient}
            limits={LIMITS.powerCoefficient}
            note="P/(ρn³D⁵), standing: 0.03 to 0.06 (practice)"
            onChange={(v) =>
              change('power coefficient', (l) => void (l.kind === 'propeller' && (l.powerCoefficient = v)))
            }
          />
        </>
      )}
      {load.kind !== 'propeller' && (
        <NumberField
          label="Torque, constant"
          kind="torque"
          unit={shown.unit('torque').id}
          value={load.torqueNm}
          limits={LIMITS.dragTorqueNm}
          onChange={(v) => change('torque of the load', (l) => void (l.kind !== 'propeller' && (l.torqueNm = v)))}
        />
      )}
      {load.kind === 'wheel' && (
        <NumberField
          label="and by speed squared"
          kind="torque"
          unit="mN·m"
          value={load.perSquareNmS2 * 1e4}
          limits={[LIMITS.paddleNmS2[0] * 1e4, LIMITS.paddleNmS2[1] * 1e4]}
          note="at 100 rad/s (955 rpm)"
          onChange={(v) =>
            change('torque by speed squared', (l) => void (l.kind === 'wheel' && (l.perSquareNmS2 = v / 1e4)))
          }
        />
      )}
      {load.kind === 'generator' && (
        <NumberField
          label="and by speed"
          kind="torque"
          unit="mN·m"
          value={load.perSpeedNmS * 100}
          limits={[LIMITS.generatorNmS[0] * 100, LIMITS.generatorNmS[1] * 100]}
          note="at 100 rad/s (955 rpm), into its resistor"
          onChange={(v) => change('torque by speed', (l) => void (l.kind === 'generator' && (l.perSpeedNmS = v / 100)))}
        />
      )}
    </>
  )
}
