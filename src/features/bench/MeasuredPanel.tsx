'use client'
import { Box } from '@chakra-ui/react'
import { formatNumber } from '../../core/units'
import { judgeIn } from '../../project/compare'
import {
  kindOf,
  measuredBy,
  type Build,
  type MachinePredicted,
  type Measurement,
  type Run,
} from '../../project/document'
import { measuredFigure, methodOf, type MeasuredRun } from '../../project/measuring'
import { useProject } from '../../store'
import { Advice, SectionTitle } from '../../ui'
import { FindingList, useShown, type RunResult, Notes } from '../shared'
import { Derived } from './Derived'
import { methodView } from './methods/registry'
import { repairWords } from '../../words'

/**
 * Two runs of one rotor by hand differ by so much of their power: the pressure is set and read anew. Common practice;
 * no published source.
 */
const REPEAT_SHARE = 0.02

/** How this run stands to the other runs of its build at nearly the same pressure. */
function Repeats({
  run,
  build,
  measured,
  runs,
  results,
}: {
  run: Run
  build: Build
  measured: MeasuredRun
  runs: readonly Run[]
  results: ReadonlyMap<string, RunResult>
}) {
  const shown = useShown()
  const { id: judgedBy } = measuredBy(kindOf(build))
  const own = measuredFigure(measured, judgedBy)
  const others = runs.flatMap((r) => {
    const result = results.get(r.id)
    const figure = r.id !== run.id && result?.status === 'done' ? measuredFigure(result.measured, judgedBy) : null
    return figure ? [{ run: r, figure }] : []
  })
  if (!own) return null
  const alike = others.filter((o) => Math.abs(o.run.gaugePressurePa / run.gaugePressurePa - 1) < 0.05)
  if (alike.length === 0)
    return others.length > 0 ? (
      <Advice tone="advice" title="No repeat at this pressure">
        The other runs were taken at other pressures and cannot be set against this one.
      </Advice>
    ) : null
  const differences = alike.map((o) => o.figure.value - own.value)
  const most = differences.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a))
  // what the rig leaves unknown is common to all of them and tells nothing of how they repeat
  const single = Math.sqrt(
    Math.max(0, own.standardUncertainty ** 2 - (own.value * measured.sharedRelativeUncertainty) ** 2),
  )
  const expected = Math.max(2 * single * Math.SQRT2, REPEAT_SHARE * Math.abs(own.value))
  return (
    <Advice tone="note" title={Math.abs(most) <= expected ? 'Repeats agree' : 'Repeats do not agree'}>
      {alike.map((o) => o.run.name.split(', ').pop()).join(', ')}:{' '}
      {shown.text(alike[0].figure.value, own.kind, alike[0].figure.standardUncertainty)}. A change smaller than{' '}
      {shown.text(Math.max(expected, Math.abs(most)), own.kind)} cannot be told yet.
    </Advice>
  )
}

/** Beyond so many standard uncertainties two ways of measuring one run do not agree. */
const APART = 2

/** How this way of measuring stands to the others of the same run. */
function OtherWays({
  run,
  measurement,
  build,
  measured,
  ofRun,
}: {
  run: Run
  measurement: Measurement
  build: Build
  measured: MeasuredRun
  ofRun: ReadonlyMap<string, RunResult>
}) {
  const shown = useShown()
  const { id } = measuredBy(kindOf(build))
  const own = measuredFigure(measured, id)
  if (!own) return null
  const others = run.measurements.flatMap((m) => {
    const result = ofRun.get(m.id)
    const figure = m.id !== measurement.id && result?.status === 'done' ? measuredFigure(result.measured, id) : null
    return figure ? [{ method: methodOf(m.method).words.name, figure }] : []
  })
  if (others.length === 0) return null
  const apart = others.filter(
    ({ figure }) =>
      Math.abs(figure.value - own.value) > APART * Math.hypot(figure.standardUncertainty, own.standardUncertainty),
  )
  return (
    <Advice
      tone={apart.length > 0 ? 'warn' : 'note'}
      title={apart.length > 0 ? 'Two ways of measuring do not agree' : 'Ways of measuring agree'}
    >
      {others
        .map(
          ({ method, figure }) => `By ${method}: ${shown.text(figure.value, figure.kind, figure.standardUncertainty)}`,
        )
        .join('; ')}
      .
      {apart.length > 0 && ' One of the rigs is off by more than it says: its arm, inertia, friction or counts a turn.'}
    </Advice>
  )
}

/** What came out of a measurement, and what it means. */
export function MeasuredPanel({
  run,
  measurement,
  build,
  measured,
  predicted,
  runs,
  results,
  ofRun,
}: {
  run: Run
  measurement: Measurement
  build: Build
  measured: MeasuredRun
  predicted: MachinePredicted | null
  /** Results of this run’s own measurements. */
  ofRun: ReadonlyMap<string, RunResult>
  runs: readonly Run[]
  results: ReadonlyMap<string, RunResult>
}) {
  const project = useProject()
  const judged = judgeIn(project, build, run, measured)
  const { Figures } = methodView(measurement.method)
  return (
    <>
      <SectionTitle first>Measured</SectionTitle>
      <FindingList findings={judged.findings} />
      <Figures
        run={run}
        measurement={measurement}
        build={build}
        measured={measured}
        predicted={predicted}
        possible={judged.possible}
      />
      {judged.possible && <Derived run={run} measured={measured} predicted={predicted} ofRun={ofRun} />}
      {judged.possible && (
        <OtherWays run={run} measurement={measurement} build={build} measured={measured} ofRun={ofRun} />
      )}
      {judged.possible && <Repeats run={run} build={build} measured={measured} runs={runs} results={results} />}
      {measured.repairs.length > 0 && (
        <Advice tone="advice" title="Mended in the recording">
          {measured.repairs.map((repair) => (
            <Box key={repair.kind}>
              {repairWords(repair)} First at {formatNumber(repair.firstAtS)} s.
            </Box>
          ))}
        </Advice>
      )}
      <Notes notes={measured.notes} title="Note" />
    </>
  )
}
