'use client'
import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { reductionWorkings, type ReductionWorkingId } from '../../core/bench'
import type { Prediction } from '../../core/prediction'
import { formatNumber } from '../../core/units'
import { judgeIn } from '../../project/compare'
import type { Run, TurbineBuild } from '../../project/document'
import { useProject } from '../../store'
import type { Reduced } from '../../workers'
import { Advice, Figure, SectionTitle } from '../../ui'
import { FindingList, LateWorkingDialog, useShown, type RunResult } from '../shared'
import { diagnosis } from './run-view-model'

/** Two runs of one rotor by hand differ by so much of their power: the pressure is set and read anew. Common practice; no published source. */
const REPEAT_SHARE = 0.02

/** How this run stands to the other runs of its build at nearly the same pressure. */
function Repeats({
  run,
  reduced,
  runs,
  results,
}: {
  run: Run
  reduced: Reduced
  runs: readonly Run[]
  results: ReadonlyMap<string, RunResult>
}) {
  const shown = useShown()
  const own = reduced.reduction.peakShaftPower.power
  const others = runs.flatMap((r) => {
    const result = results.get(r.id)
    return r.id !== run.id && result?.status === 'done'
      ? [{ run: r, power: result.reduced.reduction.peakShaftPower.power }]
      : []
  })
  const alike = others.filter((o) => Math.abs(o.run.gaugePressurePa / run.gaugePressurePa - 1) < 0.05)
  if (alike.length === 0)
    return others.length > 0 ? (
      <Advice tone="advice" title="No repeat at this pressure">
        The other runs were taken at other pressures and cannot be set against this one.
      </Advice>
    ) : null
  const differences = alike.map((o) => o.power.value - own.value)
  const most = differences.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a))
  // what the rig leaves unknown is common to all of them and tells nothing of how they repeat
  const single = Math.sqrt(
    Math.max(0, own.standardUncertainty ** 2 - (own.value * reduced.reduction.sharedRelativeUncertainty) ** 2),
  )
  const expected = Math.max(2 * single * Math.SQRT2, REPEAT_SHARE * Math.abs(own.value))
  return (
    <Advice tone="note" title={Math.abs(most) <= expected ? 'Repeats agree' : 'Repeats do not agree'}>
      {alike.map((o) => o.run.name.split(', ').pop()).join(', ')}:{' '}
      {shown.text(alike[0].power.value, 'power', alike[0].power.standardUncertainty)}. A change smaller than{' '}
      {shown.text(Math.max(expected, Math.abs(most)), 'power')} cannot be told yet.
    </Advice>
  )
}

/** What came out of a run, and what it means. */
export function MeasuredPanel({
  run,
  build,
  reduced,
  prediction,
  runs,
  results,
}: {
  run: Run
  build: TurbineBuild
  reduced: Reduced
  prediction: Prediction | null
  runs: readonly Run[]
  results: ReadonlyMap<string, RunResult>
}) {
  const shown = useShown()
  const project = useProject()
  const [working, setWorking] = useState<ReductionWorkingId | null>(null)
  const { reduction: r } = reduced
  const peak = r.peakShaftPower
  const judged = judgeIn(project, build, run, r)
  const why = prediction && judged.possible ? diagnosis(r, prediction) : null
  const air = prediction?.air.supplyPowerW ?? 0
  return (
    <>
      <SectionTitle first>Measured</SectionTitle>
      <FindingList findings={judged.findings} />
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
        sub={Math.abs(r.curvatureSigmas) < 3 ? 'straight line, no bend' : 'the line is bent'}
        onOpen={() => setWorking('stallTorque')}
      />
      <Figure
        label="Free speed"
        origin="measured"
        {...shown.parts(r.freeSpeed.value, 'rotation', r.freeSpeed.standardUncertainty)}
        onOpen={() => setWorking('freeSpeed')}
      />
      {prediction && air > 0 && (
        <Figure
          label="Of the air’s power"
          origin="measured"
          {...shown.parts(peak.power.value / air, 'share', peak.power.standardUncertainty / air)}
          sub="air flow predicted, not measured"
        />
      )}
      {prediction && (
        <Figure
          label="Predicted peak"
          origin="predicted"
          {...shown.parts(prediction.figures.bestPowerW, 'power', prediction.uncertainty.bestPowerW)}
          sub={`at ${shown.text(run.gaugePressurePa, 'gaugePressure')}`}
        />
      )}
      {why && (
        <Advice tone="advice" title={why.title}>
          {why.text}
        </Advice>
      )}
      {judged.possible && <Repeats run={run} reduced={reduced} runs={runs} results={results} />}
      {r.pressure.from === 'column' && Math.abs(r.pressure.share.value) > 0.1 && (
        <Advice tone="warn" title="The pressure moved much during the run">
          By {formatNumber(100 * Math.abs(r.pressure.share.value), 2)} % from start to shut. Torque is carried to{' '}
          {shown.text(r.pressure.nominalGaugePa ?? run.gaugePressurePa, 'gaugePressure')} gauge in proportion, which is
          less sure the further it went.
        </Advice>
      )}
      {r.repairs.length > 0 && (
        <Advice tone="advice" title="Mended in the recording">
          {r.repairs.map((repair) => (
            <Box key={repair.kind}>
              {repair.message} First at {formatNumber(repair.firstAtS)} s.
            </Box>
          ))}
        </Advice>
      )}
      {[...reduced.tableNotes, ...r.notes].map((note) => (
        <Advice key={note} tone="advice" title="Note">
          {note}
        </Advice>
      ))}
      {working && <LateWorkingDialog working={reductionWorkings(r)[working]} onClose={() => setWorking(null)} />}
    </>
  )
}
