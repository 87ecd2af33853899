'use client'
import { Box, Flex } from '@chakra-ui/react'
import { memo } from 'react'
import { poolRuns } from '../../core/bench'
import { kindOf, measuredBy, type Build, type CardFigures, type MachineCurves } from '../../project/document'
import { measuredFigure, type MeasuredRun } from '../../project/measuring'
import { OriginMark, color } from '../../ui'
import { CardFrame } from './CardFrame'
import { MachineGlyph, counted, figureWords, useShown, type RunResult } from '../shared'

/** The line that a small picture shows: power over speed, or over the turn. */
const lineOf = (of: { readonly overSpeed: MachineCurves | null; readonly overAngle: MachineCurves | null } | null) => {
  const curves = of?.overSpeed ?? of?.overAngle
  const line = curves?.lines.find((l) => l.id === 'power') ?? curves?.lines[0]
  return curves && line ? curves.over.map((x, i) => [x, line.values[i]] as const) : null
}

/** Greatest values of the small pictures of a family of versions, so that they share their scales. */
export interface Scales {
  readonly topX: number
  readonly topY: number
}

export function scalesOf(predicted: readonly (CardFigures | null)[], measured: readonly MeasuredRun[]): Scales {
  const points = [...predicted, ...measured].flatMap((of) => lineOf(of) ?? [])
  return { topX: Math.max(1e-9, ...points.map(([x]) => x)), topY: Math.max(1e-9, ...points.map(([, y]) => y)) }
}

/** A line in small: predicted dashed, measured solid with its greatest point filled. */
function SmallCurves({
  predicted,
  done,
  topX,
  topY,
}: { predicted: CardFigures | null; done: readonly MeasuredRun[] } & Scales) {
  const x = (w: number) => 4 + (w / topX) * 180
  const y = (p: number) => 44 - (Math.max(0, p) / topY) * 38
  const path = (points: readonly (readonly [number, number])[]) =>
    `M${points.map(([w, p]) => `${x(w).toFixed(1)} ${y(p).toFixed(1)}`).join('L')}`
  const foreseen = lineOf(predicted)
  // its place stays, so that all cards of a tree are of one height
  if (!foreseen && !done.some(lineOf)) return <Box h="48px" />
  return (
    <svg viewBox="0 0 188 48" width="188" height="48" aria-hidden>
      <line x1="4" x2="184" y1="44" y2="44" stroke={color('rule')} />
      {foreseen && (
        <path d={path(foreseen)} fill="none" stroke={color('copper')} strokeWidth="1.4" strokeDasharray="4 3" />
      )}
      {done.map((run, i) => {
        const line = lineOf(run)
        const top = line?.reduce((a, b) => (b[1] > a[1] ? b : a))
        return (
          line &&
          top && (
            <g key={i}>
              <path d={path(line)} fill="none" stroke={color('copper')} strokeWidth="1.6" />
              <circle cx={x(top[0])} cy={y(top[1])} r="2.6" fill={color('ink')} />
            </g>
          )
        )
      })}
    </svg>
  )
}

/** One version of any kind of machine in the family tree: what it is judged by, measured where it was. */
export const BuildCard = memo(function BuildCard({
  build,
  predicted,
  results,
  topX,
  topY,
  best,
}: {
  build: Build
  /** Null where there is none, or where it is still on its way. */
  predicted: CardFigures | null
  results: readonly RunResult[]
  best: boolean
} & Scales) {
  const shown = useShown()
  const { judgedBy, besides } = kindOf(build)
  const done = results.flatMap((r) => (r.status === 'done' ? [r.measured] : []))
  const figures = done.flatMap((m) => measuredFigure(m, measuredBy(kindOf(build)).id) ?? [])
  const foreseen = predicted?.figures.find((f) => f.id === judgedBy)
  const pooled =
    figures.length > 0
      ? poolRuns(
          figures.map((f) => ({ ...f, unit: '' })),
          done[0].sharedRelativeUncertainty,
        ).mean
      : null
  const figure = pooled
    ? shown.parts(pooled.value, figures[0].kind, pooled.standardUncertainty)
    : foreseen
      ? shown.parts(foreseen.value, foreseen.kind, foreseen.standardUncertainty)
      : null
  const seconds = done.flatMap((m) => measuredFigure(m, besides) ?? [])
  const second = seconds[0] ?? predicted?.figures.find((f) => f.id === besides)
  const beside = seconds.length > 0 ? seconds.reduce((sum, f) => sum + f.value, 0) / seconds.length : second?.value
  // what was foreseen does not stand under what was measured
  const beneath =
    pooled && seconds.length === 0
      ? figureWords(measuredBy(kindOf(build)).id)
      : second && beside !== undefined
        ? shown.text(beside, second.kind)
        : ''
  const state = pooled
    ? done.length === results.length
      ? counted(done.length, 'run')
      : `${done.length} of ${counted(results.length, 'run')}`
    : results.length > 0
      ? 'reading its runs…'
      : build.made
        ? 'printed, no run yet'
        : 'predicted, not printed'
  return (
    <CardFrame build={build} best={best}>
      <Flex gap="3" h="92px">
        <MachineGlyph machine={build.machine} size={76} />
        <Box minW="0">
          <Box fontWeight="700" lineHeight="1.2" mb="1">
            {build.name}
          </Box>
          {figure && (
            <Flex className="num" fontSize="sm" fontWeight="600" align="center" columnGap="1" wrap="wrap">
              <OriginMark origin={pooled ? 'measured' : 'predicted'} />
              <span>{figure.value}</span>
              {/* a wide unit goes on the next line, inside the card */}
              <Box as="span" whiteSpace="nowrap">
                {figure.uncertainty ? `±${figure.uncertainty} ` : ''}
                {figure.unit}
              </Box>
            </Flex>
          )}
          <Box fontSize="xs" color="mute">
            {beneath}
          </Box>
          <Box fontSize="xs" color="mute">
            {state}
          </Box>
        </Box>
      </Flex>
      <SmallCurves predicted={predicted} done={done} topX={topX} topY={topY} />
      <Box fontSize="xs" color="mute" mt="1" lineClamp="2">
        {build.changed}
      </Box>
      {best && (
        <Box position="absolute" top="-20px" right="0" fontSize="xs" fontWeight="700" color="copper">
          best measured
        </Box>
      )}
    </CardFrame>
  )
})
