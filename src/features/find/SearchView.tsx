import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { DesignFigures, SearchConstraints, SearchVariable } from '../../core/search'
import { formatNumber } from '../../core/units'
import type { NumberFieldSpec } from '../../project/document'
import { Advice, ChoiceField, MainButton, QuietButton, Views } from '../../ui'
import { CONSTRAINT_WORDS, fieldName } from './find-view-model'
import { TradePicture, type Against } from './TradePicture'
import type { useSearch } from './use-search'

const COUNTS = [2_000, 10_000, 100_000, 1_000_000] as const
/** More numbers at once than this are no longer spread evenly. */
const MOST_VARIABLES = 12

type Search = ReturnType<typeof useSearch>

/** How many designs, the button, and how far it is. */
function Running({
  search: { work, cancel },
  ready,
  count,
  onCount,
  onRun,
}: {
  readonly search: Search
  readonly ready: boolean
  readonly count: number
  readonly onCount: (count: number) => void
  readonly onRun: () => void
}) {
  return (
    <>
      <Box w="270px">
        <ChoiceField
          label="Designs"
          value={String(count)}
          choices={COUNTS.map((n) => ({ value: String(n), label: n.toLocaleString('en') }))}
          onChange={(v) => onCount(Number(v))}
        />
      </Box>
      {work.status === 'running' ? (
        <>
          <progress
            max={1}
            value={work.share}
            aria-label="Share of the designs tried"
            style={{ width: 180, height: 14, accentColor: 'var(--gk-colors-copper)' }}
          />
          <Box className="num" fontSize="sm">
            {Math.round(100 * work.share)} %
          </Box>
          <QuietButton onClick={cancel}>Cancel</QuietButton>
        </>
      ) : (
        <MainButton disabled={!ready} onClick={onRun}>
          Search
        </MainButton>
      )}
    </>
  )
}

/** What came of it, in numbers, and what to do where nothing did. */
function Outcome({ search: { result, took } }: { readonly search: Search }) {
  if (!result) return null
  const whole = (n: number) => n.toLocaleString('en')
  return (
    <>
      <Box fontSize="xs" color="mute" mt="2">
        {whole(result.tried)} tried in {formatNumber(took / 1000, 2)} s, {whole(result.possible)} can be built,{' '}
        {whole(result.allowed)} keep what must hold.{' '}
        {Object.entries(result.broken)
          .filter(([, n]) => n > 0)
          .map(([key, n]) => `${whole(n)} ${CONSTRAINT_WORDS[key as keyof SearchConstraints]}`)
          .join(', ')}
      </Box>
      {result.best.length === 0 && (
        <Advice tone="warn" title="No design keeps all of it">
          {result.possible === 0
            ? 'None of them can be built: the ranges leave no room between the parts.'
            : 'Loosen what throws out most of them, or widen a range.'}
        </Advice>
      )}
    </>
  )
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
  readonly search: Search
  readonly fields: readonly NumberFieldSpec[]
  readonly variables: readonly SearchVariable[]
  readonly here: DesignFigures | null
  readonly count: number
  readonly onCount: (count: number) => void
  readonly onRun: () => void
}) {
  const [axis, setAxis] = useState<Against>('air')
  const { work, result, chosen, choose } = search
  return (
    <>
      <Flex gap="3" align="end" wrap="wrap" mb="3">
        <Running
          search={search}
          ready={variables.length > 0 && variables.length <= MOST_VARIABLES}
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
      {work.status === 'failed' && (
        <Advice tone="warn" title="Not done">
          {work.message}
        </Advice>
      )}
      {variables.length === 0 && (
        <Advice tone="advice" title="Nothing may change">
          Tick at least one number on the left.
        </Advice>
      )}
      {!result && work.status !== 'running' && variables.length > 0 && (
        <Box color="mute" py="6">
          {variables.length} {variables.length === 1 ? 'number' : 'numbers'} may change:{' '}
          {variables
            .map((v) => fieldName(fields.find((f) => f.path === v.path) as NumberFieldSpec).toLowerCase())
            .join(', ')}
          . Each design is worked out whole, on this build’s own supply and line.
        </Box>
      )}
      {result && result.best.length > 0 && (
        <TradePicture result={result} here={here} against={axis} chosen={chosen?.number ?? null} onChoose={choose} />
      )}
      <Outcome search={search} />
    </>
  )
}
