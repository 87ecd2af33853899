'use client'
import { useState } from 'react'
import { settledWorkings, type SettledReduction, type SettledWorkingId } from '../../../../core/bench'
import { Figure } from '../../../../ui'
import { LateWorkingDialog, useShown } from '../../../shared'
import type { MeasuredProps } from '../contract'

/** Power, torque and free speed of settled readings, set against what was predicted. */
export function SettledFigures({
  run,
  reduction: r,
  predicted,
  torque,
  ofShaft = true,
}: Pick<MeasuredProps, 'run' | 'predicted'> & {
  readonly reduction: SettledReduction
  /** Where the torque of a reading comes from. */
  readonly torque: string
  readonly ofShaft?: boolean
}) {
  const shown = useShown()
  const [working, setWorking] = useState<SettledWorkingId | null>(null)
  const best = predicted?.figures.find((f) => f.id === 'bestPowerW')
  const at = r.nominalGaugePressurePa
  return (
    <>
      <Figure
        label={ofShaft ? 'Peak power' : 'At least, at its peak'}
        origin="measured"
        {...shown.parts(r.peakPower.value, 'power', r.peakPower.standardUncertainty)}
        sub={`${ofShaft ? 'at the shaft' : 'into the windings'}, ${shown.text(r.peakSpeed.value, 'rotation', r.peakSpeed.standardUncertainty)}`}
        onOpen={() => setWorking('peakPower')}
      />
      <Figure
        label="Torque at rest"
        origin="measured"
        {...shown.parts(r.stallTorque.value, 'torque', r.stallTorque.standardUncertainty)}
        sub={r.line.bent ? 'its line is bent' : 'a bend of its line is allowed for'}
        onOpen={() => setWorking('stallTorque')}
      />
      <Figure
        label={ofShaft ? 'Free speed' : 'Free of the windings'}
        origin="measured"
        {...shown.parts(r.freeSpeed.value, 'rotation', r.freeSpeed.standardUncertainty)}
        sub={at === null ? undefined : `all put to ${shown.text(at, 'gaugePressure')}, by absolute pressure`}
        onOpen={() => setWorking('freeSpeed')}
      />
      {best && (
        <Figure
          label="Predicted peak"
          origin="predicted"
          {...shown.parts(best.value, 'power', best.standardUncertainty)}
          sub={`at ${shown.text(run.gaugePressurePa, 'gaugePressure')}`}
        />
      )}
      {working && <LateWorkingDialog working={settledWorkings(r, torque)[working]} onClose={() => setWorking(null)} />}
    </>
  )
}
