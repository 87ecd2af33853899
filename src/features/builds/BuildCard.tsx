'use client'
import { Box, Flex } from '@chakra-ui/react'
import { memo, useMemo } from 'react'
import { poolRuns } from '../../core/bench'
import { PhysicsError } from '../../core/errors'
import { predict, type Prediction } from '../../core/prediction'
import { predictionInput, type Project, type TurbineBuild } from '../../project/document'
import { OriginMark, color } from '../../ui'
import { CardFrame } from './CardFrame'
import { MachineGlyph, counted, useShown, type RunResult } from '../shared'

/** The prediction of a build for a card; null where its figures allow none. */
export function useCardPrediction(build: TurbineBuild, ambient: Project['ambient']): Prediction | null {
  return useMemo(() => {
    try {
      return predict(predictionInput(build, ambient))
    } catch (error) {
      if (error instanceof PhysicsError) return null
      throw error
    }
  }, [build, ambient])
}

/** Power against speed in small: predicted dashed, measured solid with its peak filled. */
function SmallCurves({
  prediction,
  done,
  topW,
  topSpeed,
}: {
  prediction: Prediction | null
  done: readonly Extract<RunResult, { status: 'done' }>[]
  topW: number
  topSpeed: number
}) {
  const x = (w: number) => 4 + (w / topSpeed) * 180
  const y = (p: number) => 44 - (Math.max(0, p) / topW) * 38
  const path = (points: readonly (readonly [number, number])[]) =>
    `M${points.map(([w, p]) => `${x(w).toFixed(1)} ${y(p).toFixed(1)}`).join('L')}`
  return (
    <svg viewBox="0 0 188 48" width="188" height="48" aria-hidden>
      <line x1="4" x2="184" y1="44" y2="44" stroke={color('rule')} />
      {prediction && (
        <path
          d={path(prediction.curve.map((c) => [c.speedRadPerS, c.shaftPowerW]))}
          fill="none"
          stroke={color('copper')}
          strokeWidth="1.4"
          strokeDasharray="4 3"
        />
      )}
      {done.map(({ reduced: { reduction } }, i) => (
        <g key={i}>
          <path
            d={path(reduction.curve.speedRadPerS.map((w, j) => [w, reduction.curve.shaftPowerW[j]]))}
            fill="none"
            stroke={color('copper')}
            strokeWidth="1.6"
          />
          <circle
            cx={x(reduction.peakShaftPower.speedRadPerS)}
            cy={y(reduction.peakShaftPower.power.value)}
            r="2.6"
            fill={color('ink')}
          />
        </g>
      ))}
    </svg>
  )
}

export const BuildCard = memo(function BuildCard({
  build,
  ambient,
  results,
  topW,
  topSpeed,
  best,
}: {
  build: TurbineBuild
  ambient: Project['ambient']
  results: readonly RunResult[]
  topW: number
  topSpeed: number
  best: boolean
}) {
  const shown = useShown()
  const prediction = useCardPrediction(build, ambient)
  const done = results.filter((r) => r.status === 'done')
  const pooled =
    done.length > 0
      ? poolRuns(
          done.map((r) => r.reduced.reduction.peakShaftPower.power),
          done[0].reduced.reduction.sharedRelativeUncertainty,
        )
      : null
  const speed =
    done.length > 0
      ? done.reduce((sum, r) => sum + r.reduced.reduction.peakShaftPower.speedRadPerS, 0) / done.length
      : (prediction?.summary.bestPower.speedRadPerS ?? 0)
  const figure = pooled
    ? shown.parts(pooled.mean.value, 'power', pooled.mean.standardUncertainty)
    : prediction
      ? shown.parts(prediction.figures.bestPowerW, 'power', prediction.uncertainty.bestPowerW)
      : null
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
            <Flex className="num" fontSize="sm" fontWeight="600" align="center" gap="1" whiteSpace="nowrap">
              <OriginMark origin={pooled ? 'measured' : 'predicted'} />
              {figure.value}
              {figure.uncertainty ? ` ±${figure.uncertainty}` : ''} {figure.unit}
            </Flex>
          )}
          <Box fontSize="xs" color="mute">
            {shown.text(speed, 'rotation')}
          </Box>
          <Box fontSize="xs" color="mute">
            {state}
          </Box>
        </Box>
      </Flex>
      <SmallCurves prediction={prediction} done={done} topW={topW} topSpeed={topSpeed} />
      <Box fontSize="xs" color="mute" mt="1" lineClamp="2">
        {build.changed}
      </Box>
      {best && (
        <Box position="absolute" top="-20px" right="0" fontSize="xs" fontWeight="700" color="copper">
          most power measured
        </Box>
      )}
    </CardFrame>
  )
})
