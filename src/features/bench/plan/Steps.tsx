'use client'
import { Box, chakra } from '@chakra-ui/react'
import { kindOf, measuredBy, type Build, type Run } from '../../../project/document'
import { measuredFigure } from '../../../project/measuring'
import type { PlanStep, StepExpected } from '../../../project/planning'
import { OriginMark } from '../../../ui'
import { figureWords, useShown, type RunResult } from '../../shared'
import { TROUBLE } from './words'

/** Runs of a step and what came of them. */
export interface StepOutcome {
  readonly runs: readonly Run[]
  readonly results: ReadonlyMap<string, RunResult>
}

const Cell = ({ children, head }: { children?: React.ReactNode; head?: boolean }) => (
  <chakra.td
    as={head ? 'th' : 'td'}
    textAlign="left"
    verticalAlign="top"
    pr="4"
    whiteSpace="nowrap"
    py="2"
    borderBottomWidth={head ? '2px' : '1px'}
    fontWeight={head ? '700' : '400'}
    fontSize={head ? 'xs' : 'sm'}
  >
    {children}
  </chakra.td>
)

const capital = (words: string) => words[0].toUpperCase() + words.slice(1)

/** A plan's steps from low to high: what is expected, when to stop, and what came of it. */
export function Steps({
  build,
  steps,
  expected,
  outcome,
}: {
  build: Build
  steps: readonly PlanStep[]
  /** In the order of the steps; null while they are worked out. */
  expected: readonly StepExpected[] | null
  outcome: ((step: PlanStep) => StepOutcome) | null
}) {
  const shown = useShown()
  const known = measuredBy(kindOf(build))
  const judged = figureWords(known.id)
  // of an engine, which is never free of its load, the speed of its peak power
  const has = (id: string) => expected?.[0]?.figures.some((f) => f.id === id)
  const speedId = ['freeSpeedRadPerS', 'bestSpeedRadPerS'].find(has)
  const turns = kindOf(build).turning !== undefined
  const read = steps.some((s) => s.stopAtRadPerS !== null)
  return (
    <Box overflowX="auto" tabIndex={0} role="region" aria-label="Steps of the plan">
      <chakra.table w="100%" minW={outcome ? '560px' : '420px'}>
        <thead>
          <tr>
            <Cell head>Pressure</Cell>
            <Cell head>
              <OriginMark origin="predicted" /> {capital(judged)}
            </Cell>
            {turns && (
              <Cell head>
                <OriginMark origin="predicted" /> {capital(figureWords(speedId ?? 'freeSpeedRadPerS'))}
              </Cell>
            )}
            <Cell head>Stop above</Cell>
            <Cell head>Valve open</Cell>
            <Cell head>How often</Cell>
            {outcome && (
              <Cell head>
                <OriginMark origin="measured" /> Runs
              </Cell>
            )}
          </tr>
        </thead>
        <tbody>
          {steps.map((step, i) => {
            const of = (id: string) => expected?.[i]?.figures.find((f) => f.id === id)
            const [figure, free] = [of(known.id), speedId && of(speedId)]
            const still = figure?.value === 0
            const { state, stop } = expected?.[i] ?? { state: 'fine', stop: null }
            return (
              <tr key={step.id}>
                <Cell>
                  <b>{shown.text(step.gaugePressurePa, 'gaugePressure')}</b>
                  {state === 'watch' && (
                    <Box fontSize="xs" color="copper">
                      with care
                    </Box>
                  )}
                  {state === 'do not run' && (
                    <Box fontSize="xs" color="brick">
                      do not run
                    </Box>
                  )}
                </Cell>
                <Cell>
                  <span className="num">
                    {still ? 'none' : figure ? shown.text(figure.value, figure.kind, figure.standardUncertainty) : '—'}
                  </span>
                  {still && (
                    <Box fontSize="xs" color="mute">
                      too little to run on
                    </Box>
                  )}
                </Cell>
                {turns && (
                  <Cell>
                    <span className="num">
                      {free && !still ? shown.text(free.value, 'rotation', free.standardUncertainty) : '—'}
                    </span>
                  </Cell>
                )}
                <Cell>
                  {read && (
                    <div className="num">
                      {step.stopAtRadPerS === null ? '—' : shown.text(step.stopAtRadPerS, 'rotation')}
                    </div>
                  )}
                  <span className="num">{stop ? shown.text(stop.gaugePressurePa, 'gaugePressure') : '—'}</span>
                </Cell>
                <Cell>
                  <span className="num">about {step.openS} s</span>
                </Cell>
                <Cell>
                  <span className="num">{step.repeats} ×</span>
                </Cell>
                {outcome && (
                  <Cell>
                    <Came {...outcome(step)} id={known.id} />
                  </Cell>
                )}
              </tr>
            )
          })}
        </tbody>
      </chakra.table>
    </Box>
  )
}

/** Each run of a step by its figure, or why it has none yet. */
function Came({ runs, results, id }: StepOutcome & { id: string }) {
  const shown = useShown()
  if (runs.length === 0) return <Box color="mute">none yet</Box>
  return runs.map((run) => {
    const result = results.get(run.id)
    const figure = result?.status === 'done' ? measuredFigure(result.measured, id) : null
    const trouble = run.marks.filter((m) => TROUBLE.includes(m.kind)).length
    return (
      <Box key={run.id}>
        <a href={`/bench?build=${run.buildId}&run=${run.id}`} className="num">
          {figure
            ? shown.text(figure.value, figure.kind, figure.standardUncertainty)
            : result?.status === 'failed'
              ? 'cannot be reduced'
              : 'no recording yet'}
        </a>
        {trouble > 0 && (
          <Box as="span" color="copper" fontSize="xs">
            {' '}
            {trouble} marked
          </Box>
        )}
      </Box>
    )
  })
}
