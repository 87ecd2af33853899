import { Box } from '@chakra-ui/react'
import { formatNumber } from '../../core/units'
import { Advice, ChoiceField, MainButton, QuietButton } from '../../ui'
import type { Work } from './use-search'

/** More numbers at once than this are no longer spread evenly. */
export const MOST_VARIABLES = 12

/** How many designs, the button, and how far it is. */
export function Running({
  work,
  cancel,
  ready,
  counts,
  count,
  onCount,
  onRun,
}: {
  readonly work: Work
  readonly cancel: () => void
  readonly ready: boolean
  readonly counts: readonly number[]
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
          choices={counts.map((n) => ({ value: String(n), label: n.toLocaleString('en') }))}
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

/** What came of a search, in numbers, and what to do where nothing did. */
export function Outcome<B extends string>({
  result,
  took,
  words,
}: {
  readonly result: {
    readonly tried: number
    readonly possible: number
    readonly allowed: number
    readonly broken: Readonly<Record<B, number>>
    readonly best: readonly unknown[]
  } | null
  readonly took: number
  /** What each constraint is called where designs fell out by it. */
  readonly words: Readonly<Record<B, string>>
}) {
  if (!result) return null
  const whole = (n: number) => n.toLocaleString('en')
  return (
    <>
      <Box fontSize="xs" color="mute" mt="2">
        {whole(result.tried)} tried in {formatNumber(took / 1000, 2)} s, {whole(result.possible)} can be built,{' '}
        {whole(result.allowed)} keep what must hold.{' '}
        {(Object.keys(words) as B[])
          .filter((key) => result.broken[key] > 0)
          .map((key) => `${whole(result.broken[key])} ${words[key]}`)
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

/** Said before a search: what may change; and what is wrong where nothing may, or it failed. */
export function Before({
  work,
  searched,
  names,
}: {
  readonly work: Work
  readonly searched: boolean
  readonly names: readonly string[]
}) {
  return (
    <>
      {work.status === 'failed' && (
        <Advice tone="warn" title="Not done">
          {work.message}
        </Advice>
      )}
      {names.length === 0 && (
        <Advice tone="advice" title="Nothing may change">
          Tick at least one number on the left.
        </Advice>
      )}
      {!searched && work.status !== 'running' && names.length > 0 && (
        <Box color="mute" py="6">
          {names.length} {names.length === 1 ? 'number' : 'numbers'} may change: {names.join(', ')}. Each design is
          worked out whole, on this build’s own supply and line.
        </Box>
      )}
    </>
  )
}
