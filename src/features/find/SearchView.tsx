import { Box, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { tradePower, type Design, type DesignFigures, type SearchResult, type SearchVariable } from '../../core/search'
import { inRpm } from '../../core/units'
import type { NumberFieldSpec } from '../../project/document'
import { Views } from '../../ui'
import { useShown, type Shown } from '../shared'
import { CONSTRAINT_WORDS, fieldName } from './find-view-model'
import { Before, MOST_VARIABLES, Outcome, Running } from './Running'
import { TradePicture, fewOf, type TradePoint } from './TradePicture'
import type { useSearch } from './use-search'

const COUNTS = [2_000, 10_000, 100_000, 1_000_000] as const

type Against = 'air' | 'speed'
const xOf = (f: DesignFigures, against: Against, shown: Shown) =>
  against === 'air' ? shown.number(f.massFlowKgPerS, 'massFlow') : inRpm(f.bestSpeedRadPerS)
const powerOf = (f: DesignFigures, { goal }: SearchResult, shown: Shown) => shown.number(tradePower(f, goal), 'power')

function pointOf(d: Design, result: SearchResult, onFront: boolean, against: Against, shown: Shown): TradePoint {
  const f = d.figures
  return {
    number: d.number,
    x: xOf(f, against, shown),
    y: powerOf(f, result, shown),
    onFront,
    says: `${shown.text(tradePower(f, result.goal), 'power')} with ${shown.text(f.massFlowKgPerS, 'massFlow')}`,
    row: [
      powerOf(f, result, shown),
      shown.number(f.massFlowKgPerS, 'massFlow'),
      inRpm(f.bestSpeedRadPerS),
      f.stressMargin,
      ...d.values,
    ],
  }
}

/** The designs of a picture: a few of those that no other beats, and the best ones. */
function pointsOf(result: SearchResult, against: Against, shown: Shown): TradePoint[] {
  const front = new Set(result.front.map((d) => d.number))
  const all = new Map([...fewOf(result.front), ...result.best].map((d) => [d.number, d]))
  return [...all.values()].map((d) => pointOf(d, result, front.has(d.number), against, shown))
}

/** The search over all that may change, and its picture. */
export function SearchView({
  search,
  fields,
  variables,
  here,
  count,
  onCount,
  onRun,
}: {
  readonly search: ReturnType<typeof useSearch>
  readonly fields: readonly NumberFieldSpec[]
  readonly variables: readonly SearchVariable[]
  readonly here: DesignFigures | null
  readonly count: number
  readonly onCount: (count: number) => void
  readonly onRun: () => void
}) {
  const shown = useShown()
  const [axis, setAxis] = useState<Against>('air')
  const { work, result, chosen, choose, took, cancel } = search
  const points = useMemo(() => (result ? pointsOf(result, axis, shown) : []), [result, axis, shown])
  const [air, power] = [shown.unit('massFlow').label, shown.unit('power').label]
  const choosing = (number: number) => {
    const design = [...(result?.front ?? []), ...(result?.best ?? [])].find((d) => d.number === number)
    if (design) choose(design)
  }
  return (
    <>
      <Flex gap="3" align="end" wrap="wrap" mb="3">
        <Running
          work={work}
          cancel={cancel}
          ready={variables.length > 0 && variables.length <= MOST_VARIABLES}
          counts={COUNTS}
          count={count}
          onCount={onCount}
          onRun={onRun}
        />
        {result && (
          <Box ml="auto">
            <Views
              label="Power against"
              value={axis}
              views={[
                { value: 'air', label: 'against air' },
                { value: 'speed', label: 'against speed' },
              ]}
              onChange={setAxis}
            />
          </Box>
        )}
      </Flex>
      <Before
        work={work}
        searched={result !== null}
        names={variables.map((v) => fieldName(fields.find((f) => f.path === v.path) as NumberFieldSpec).toLowerCase())}
      />
      {result && result.best.length > 0 && (
        <TradePicture
          points={points}
          here={here && { x: xOf(here, axis, shown), y: powerOf(here, result, shown) }}
          against={axis === 'air' ? 'air used' : 'speed'}
          xLabel={axis === 'air' ? `air used, ${air}` : 'speed of best power, rpm'}
          yLabel={`${power}, predicted`}
          xTick={(v) => (axis === 'air' ? v.toPrecision(2) : `${Math.round(v / 100) / 10}k`)}
          lined={axis === 'air'}
          headers={[`power, ${power}`, `air, ${air}`, 'best speed, rpm', 'stress margin', ...result.paths]}
          chosen={chosen?.number ?? null}
          onChoose={choosing}
        />
      )}
      <Outcome result={result} took={took} words={CONSTRAINT_WORDS} />
    </>
  )
}
