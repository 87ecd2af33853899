'use client'
import { Box } from '@chakra-ui/react'
import { poolRuns } from '../../core/bench'
import { formatNumber } from '../../core/units'
import { predictedDifference, type Comparison } from '../../project/compare'
import { kindOf, measuredBy } from '../../project/document'
import { Advice, Figure } from '../../ui'
import { figureWords, useShown } from '../shared'
import { unfairWords } from '../../words'
import { SIDES, type Side } from './sides'

export function Verdict({ sides, comparison }: { sides: readonly [Side, Side]; comparison: Comparison }) {
  const shown = useShown()
  const { difference, verdict, share, unfair } = comparison
  const { kind } = measuredBy(kindOf(sides[0].build))
  const [a, b] = sides.map((s) => s.name)
  const interval = Number.isFinite(difference.halfWidth95)
    ? `${shown.text(difference.difference, kind)}, 95 % interval ${shown.text(difference.difference - difference.halfWidth95, kind)} to ${shown.text(difference.difference + difference.halfWidth95, kind)}`
    : shown.text(difference.difference, kind)
  const words: Record<Comparison['verdict'], [string, string]> = {
    better: [`${b} gives more`, `${interval} (${formatNumber(100 * share, 2)} %). More than repeats differ.`],
    worse: [`${b} gives less`, `${interval} (${formatNumber(100 * share, 2)} %). More than repeats differ.`],
    'not told apart': [
      'Cannot be told apart',
      `${interval}. Repeats differ too much, or are too few, to call this a difference: two more runs of each would narrow it.`,
    ],
    'too few runs': [
      'One run is no measurement of spread',
      `${shown.text(difference.difference, kind)} between ${a} and ${b} so far. Repeat each at least once before believing it.`,
    ],
    impossible: [
      'No verdict: a run cannot be',
      'At least one run has figures that its air cannot give. The bench says what is probably wrong.',
    ],
    unfair: ['Not a fair comparison', 'Read below what differed besides the thing under test; no verdict is given.'],
  }
  return (
    <>
      {unfair.length > 0 && (
        <Advice tone="warn" title="What else differed">
          {unfair.map((reason, i) => (
            <Box key={reason.code + i} mb="1">
              {shown.words(unfairWords(reason))}
            </Box>
          ))}
        </Advice>
      )}
      <Advice tone={verdict === 'better' || verdict === 'worse' ? 'advice' : 'note'} title={words[verdict][0]}>
        {words[verdict][1]}
      </Advice>
    </>
  )
}

/** What a side is judged by: the mean of its runs, or the prediction where it has none. */
export function PeakFigures({ side, index }: { side: Side; index: number }) {
  const shown = useShown()
  const by = measuredBy(kindOf(side.build))
  const label = `${SIDES[index]} ${figureWords(by.id)}`
  const values = side.compared.runs.map((r) => ({
    value: r.value,
    standardUncertainty: r.standardUncertainty ?? 0,
    unit: '',
  }))
  const foreseen = side.predicted?.figures.find((f) => f.id === by.id)
  if (values.length === 0)
    return foreseen ? (
      <Figure
        label={label}
        origin="predicted"
        {...shown.parts(foreseen.value, foreseen.kind, foreseen.standardUncertainty)}
        sub={side.waiting ? 'its runs are being read' : 'no run yet'}
      />
    ) : null
  const { mean } = poolRuns(values, Math.max(...side.compared.runs.map((r) => r.sharedRelative ?? 0)))
  return (
    <Figure
      label={label}
      origin="measured"
      {...shown.parts(mean.value, by.kind, mean.standardUncertainty)}
      sub={
        values.length > 1 ? `mean of ${values.length}; ± holds their spread and what the rig leaves unknown` : 'one run'
      }
    />
  )
}

/** What the predictions say of the difference, where both sides are one kind of machine. */
export function Foreseen({ sides: [a, b] }: { sides: readonly [Side, Side] }) {
  const shown = useShown()
  if (!a.predicted || !b.predicted) return null
  const found = predictedDifference(
    { build: a.build, predicted: a.predicted },
    { build: b.build, predicted: b.predicted },
  )
  if (!found || found.difference === 0) return null
  const { difference, standardUncertainty, share } = found
  return (
    <Figure
      label="B less A"
      origin="predicted"
      {...shown.parts(difference, measuredBy(kindOf(a.build)).kind, standardUncertainty)}
      sub={`${share === null ? '' : `${share > 0 ? '+' : ''}${formatNumber(100 * share, 2)} %; `}what no drawing fixes is taken to be off alike in both`}
    />
  )
}
