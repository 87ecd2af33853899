'use client'
import { useState } from 'react'
import { thrustWorkings, type ThrustReduction, type ThrustWorkingId } from '../../../../core/bench'
import { Advice, Figure } from '../../../../ui'
import { LateWorkingDialog, useShown } from '../../../shared'
import type { MeasuredProps } from '../contract'

/** Beyond so many standard uncertainties two figures do not agree. */
const APART = 2

/** Thrust, impulse and run time of a push, set against what was predicted. */
export function ThrustFigures({ run, measured, predicted, possible }: MeasuredProps & { readonly possible: boolean }) {
  const shown = useShown()
  const [working, setWorking] = useState<ThrustWorkingId | null>(null)
  const r = measured.detail as ThrustReduction
  const foreseen = (id: string) => predicted?.figures.find((f) => f.id === id)
  const [thrust, impulse] = [foreseen('thrust'), foreseen('impulse')]
  const off =
    thrust && (r.thrust.value - thrust.value) / Math.hypot(r.thrust.standardUncertainty, thrust.standardUncertainty)
  return (
    <>
      <Figure
        label={r.steady ? 'Thrust, held' : 'Thrust at the opening'}
        origin="measured"
        {...shown.parts(r.thrust.value, 'force', r.thrust.standardUncertainty)}
        sub={
          r.steady
            ? 'over the middle of the push'
            : r.ring
              ? 'the ring of the stand taken out'
              : 'carried back to the opening'
        }
        onOpen={() => setWorking('thrust')}
      />
      <Figure
        label="Impulse"
        origin="measured"
        {...shown.parts(r.impulse.value, 'impulse', r.impulse.standardUncertainty)}
        sub="zero and drift taken off"
        onOpen={() => setWorking('impulse')}
      />
      <Figure
        label="Pushes for"
        origin="measured"
        {...shown.parts(r.runTime.value, 'time', r.runTime.standardUncertainty)}
        sub={r.steady ? 'from half to half of it' : 'until a twentieth is left'}
        onOpen={() => setWorking('runTime')}
      />
      <Figure
        label="Highest reading"
        origin="measured"
        {...shown.parts(r.highestReadingN, 'force')}
        sub={r.ring ? `the stand rings at ${r.ring.frequencyHz.toFixed(1)} Hz: not the thrust` : 'noise included'}
      />
      {thrust && (
        <Figure
          label="Predicted thrust"
          origin="predicted"
          {...shown.parts(thrust.value, 'force', thrust.standardUncertainty)}
          sub={`at ${shown.text(run.gaugePressurePa, 'gaugePressure')}`}
        />
      )}
      {impulse && (
        <Figure
          label="Predicted impulse"
          origin="predicted"
          {...shown.parts(impulse.value, 'impulse', impulse.standardUncertainty)}
        />
      )}
      {possible && off !== undefined && Math.abs(off) > APART && (
        <Advice tone="advice" title={off < 0 ? 'Less push than predicted' : 'More push than predicted'}>
          {off < 0
            ? 'The flow or the jet’s speed is less than the nozzle’s coefficients say: a burr in the throat, a leak before it, a hose or valve that chokes first, or less pressure than was read. Weigh the jet by itself to tell flow from speed.'
            : 'The pressure was higher than was read, the throat is wider than drawn, or the span of the cell is off: hang the known weight again.'}
        </Advice>
      )}
      {working && <LateWorkingDialog working={thrustWorkings(r)[working]} onClose={() => setWorking(null)} />}
    </>
  )
}
