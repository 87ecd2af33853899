'use client'
import { useMemo } from 'react'
import type { GeneratorReduction } from '../../../../core/bench'
import { LIMITS, type Rig } from '../../../../project/document'
import { Advice, ChartBlock, ChoiceField, Figure, NumberField } from '../../../../ui'
import { useShown } from '../../../shared'
import type { Draft } from 'immer'
import type { MeasuredProps, MethodView, RigFieldsProps } from '../contract'
import { Readings } from '../settled/Readings'
import { SettledFigures } from '../settled/Figures'
import { settledChart } from '../settled/charts'
import { MotorPicture } from './MotorPicture'

type Generator = Extract<Rig, { kind: 'generator' }>

function GeneratorCharts({ measured, predicted }: MeasuredProps) {
  const shown = useShown()
  const r = measured.detail as GeneratorReduction
  const chart = useMemo(() => settledChart(r, predicted, shown, r.ofShaft), [r, predicted, shown])
  return (
    <>
      <ChartBlock {...chart} />
      <Readings reduction={r} />
    </>
  )
}

function GeneratorFigures(props: MeasuredProps) {
  const shown = useShown()
  const r = props.measured.detail as GeneratorReduction
  return (
    <>
      <SettledFigures
        {...props}
        reduction={r}
        ofShaft={r.ofShaft}
        torque={r.ofShaft ? 'T = k · I + the generator’s own friction' : 'T = k · I, friction not known'}
      />
      <Figure
        label="Electrical, at most"
        origin="measured"
        {...shown.parts(r.electricalPower.value, 'power', r.electricalPower.standardUncertainty)}
        sub={`at ${r.atLoadOhm.toPrecision(2)} Ω; best load about ${r.bestLoad.value.toPrecision(2)} Ω`}
      />
      <Figure
        label="Winding"
        origin="measured"
        value={r.resistance.value.toPrecision(3)}
        unit="Ω"
        sub={`${(1000 * r.constant.value).toPrecision(3)} mV·s, from V = k·ω − R·I over all loads`}
      />
    </>
  )
}

/** Windings, meters and friction of a generator. */
function GeneratorRigFields({ rig, build, edit, predicted }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'generator') return null
  const set = (label: string, recipe: (r: Draft<Generator>) => void, key?: string) =>
    edit(label, (r) => void (r.kind === 'generator' && recipe(r)), key)
  const { friction } = rig
  const most = predicted?.figures.find((f) => f.id === 'bestPowerW')?.value
  return (
    <>
      <MotorPicture rig={rig} build={build} shown={shown} />
      <NumberField
        label="Pole pairs"
        kind="count"
        whole
        value={rig.polePairs}
        limits={LIMITS.polePairs}
        note="periods of one winding in a turn; 1 for a speed read at the shaft"
        onChange={(v) => set('pole pairs', (r) => void (r.polePairs = Math.round(v)), 'poles')}
      />
      <NumberField
        label="Voltage to ±"
        kind="share"
        value={rig.voltageRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        onChange={(v) => set('voltmeter', (r) => void (r.voltageRelativeUncertainty = v), 'vu')}
      />
      <NumberField
        label="Current to ±"
        kind="share"
        value={rig.currentRelativeUncertainty}
        limits={LIMITS.relativeUncertainty}
        onChange={(v) => set('ammeter', (r) => void (r.currentRelativeUncertainty = v), 'iu')}
      />
      <ChoiceField
        label="Its own friction"
        value={friction ? 'known' : 'unknown'}
        choices={[
          { value: 'unknown', label: 'not measured' },
          { value: 'known', label: 'measured' },
        ]}
        onChange={(v) =>
          set(
            'friction of the generator',
            (r) =>
              void (r.friction =
                v === 'known' ? { torqueNm: 1e-3, torqueStandardUncertaintyNm: 2e-4, perSpeedNms: 0 } : null),
          )
        }
      />
      {friction && (
        <>
          <NumberField
            label="Friction at rest"
            kind="torque"
            value={friction.torqueNm}
            limits={LIMITS.frictionTorqueNm}
            onChange={(v) => set('friction', (r) => void (r.friction && (r.friction.torqueNm = v)), 'f0')}
          />
          <NumberField
            label="known to ±"
            kind="torque"
            value={friction.torqueStandardUncertaintyNm}
            limits={LIMITS.frictionTorqueNm}
            onChange={(v) =>
              set('friction', (r) => void (r.friction && (r.friction.torqueStandardUncertaintyNm = v)), 'fu')
            }
          />
        </>
      )}
      <Advice tone="warn" title="Resistors burn">
        {most === undefined ? 'Each' : `Up to ${shown.text(most, 'power')}: each`} must be rated for all of it, off the
        bench on something that does not burn. Take the open reading last and short: the machine runs free then.
      </Advice>
      <Advice tone="note" title="How to take the readings">
        Four loads or more between a fifth of the winding’s resistance and a hundred times it, three readings each,
        voltage and current behind the rectifier, frequency on one winding.
      </Advice>
    </>
  )
}

export const generatorView: MethodView = {
  RigFields: GeneratorRigFields,
  Charts: GeneratorCharts,
  Figures: GeneratorFigures,
}
