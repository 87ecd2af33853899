'use client'
import { useState } from 'react'
import { lineShape, reductionWorkings, type InertiaReduction, type ReductionWorkingId } from '../../../../core/bench'
import { formatNumber } from '../../../../core/units'
import { Advice, Figure } from '../../../../ui'
import { LateWorkingDialog, useShown } from '../../../shared'
import type { MeasuredProps } from '../contract'
import { diagnosis } from './charts'

const LINE = {
  straight: 'straight line, no bend',
  bent: 'the line is bent',
  moved: 'the supply moved meanwhile: see below',
  untold: 'whether it bends is not told: see below',
} as const

/** Figures of a spin-up and its coasting, set against what was predicted, and why they differ. */
export function InertiaFigures({ run, measured, predicted, possible }: MeasuredProps & { readonly possible: boolean }) {
  const shown = useShown()
  const [working, setWorking] = useState<ReductionWorkingId | null>(null)
  const r = measured.detail as InertiaReduction
  const peak = r.peakShaftPower
  const best = predicted?.figures.find((f) => f.id === 'bestPowerW')
  const why = predicted && possible ? diagnosis(r, predicted) : null
  const air = predicted?.air.supplyPowerW ?? 0
  return (
    <>
      <Figure
        label="Peak power"
        origin="measured"
        {...shown.parts(peak.power.value, 'power', peak.power.standardUncertainty)}
        sub={`at the shaft, ${shown.text(peak.speedRadPerS, 'rotation')}`}
        onOpen={() => setWorking('peakShaftPower')}
      />
      {r.peakBladePower.speedRadPerS < 0.98 * r.freeSpeed.value && (
        <Figure
          label="On the blades"
          origin="measured"
          {...shown.parts(r.peakBladePower.power.value, 'power', r.peakBladePower.power.standardUncertainty)}
          sub={`drag of coasting added back, ${shown.text(r.peakBladePower.speedRadPerS, 'rotation')}`}
          onOpen={() => setWorking('peakBladePower')}
        />
      )}
      <Figure
        label="Torque at rest"
        origin="measured"
        {...shown.parts(r.stallTorque.value, 'torque', r.stallTorque.standardUncertainty)}
        sub={LINE[lineShape(r.pressure, r.bend)]}
        onOpen={() => setWorking('stallTorque')}
      />
      <Figure
        label="Free speed"
        origin="measured"
        {...shown.parts(r.freeSpeed.value, 'rotation', r.freeSpeed.standardUncertainty)}
        onOpen={() => setWorking('freeSpeed')}
      />
      {air > 0 && (
        <Figure
          label="Of the air’s power"
          origin="measured"
          {...shown.parts(peak.power.value / air, 'share', peak.power.standardUncertainty / air)}
          sub="air flow predicted, not measured"
        />
      )}
      {best && (
        <Figure
          label="Predicted peak"
          origin="predicted"
          {...shown.parts(best.value, 'power', best.standardUncertainty)}
          sub={`at ${shown.text(run.gaugePressurePa, 'gaugePressure')}`}
        />
      )}
      {why && (
        <Advice tone="advice" title={why.title}>
          {why.text}
        </Advice>
      )}
      {r.pressure.from === 'column' && Math.abs(r.pressure.share.value) > 0.1 && (
        <Advice tone="warn" title="The pressure moved much during the run">
          By {formatNumber(100 * Math.abs(r.pressure.share.value), 2)} % from start to shut. Torque is carried to{' '}
          {shown.text(r.pressure.nominalGaugePa ?? run.gaugePressurePa, 'gaugePressure')} gauge in proportion, which is
          less sure the further it went.
        </Advice>
      )}
      {working && <LateWorkingDialog working={reductionWorkings(r)[working]} onClose={() => setWorking(null)} />}
    </>
  )
}
