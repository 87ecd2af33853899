'use client'
import { Box, Flex } from '@chakra-ui/react'
import { memo, useMemo } from 'react'
import { PhysicsError } from '../../core/errors'
import { predictThrust, type ThrustPrediction } from '../../core/prediction'
import { airInput, type Project, type ThrustBuild } from '../../project/document'
import { OriginMark, color } from '../../ui'
import { bodyPath, useShown } from '../shared'
import { CardFrame } from './CardFrame'

/** Speed along the way in small, dashed: it is predicted. */
function SmallWay({ thrust }: { thrust: ThrustPrediction }) {
  const { trace, topSpeedMPerS } = thrust.flight
  const last = trace[trace.length - 1]
  const x = (t: number) => 4 + ((t - trace[0].timeS) / Math.max(1e-9, last.timeS - trace[0].timeS)) * 180
  const y = (v: number) => 44 - (v / Math.max(1e-9, topSpeedMPerS)) * 38
  return (
    <svg viewBox="0 0 188 48" width="188" height="48" aria-hidden>
      <line x1="4" x2="184" y1="44" y2="44" stroke={color('rule')} />
      {thrust.flight.leaves && (
        <path
          d={`M${trace.map((s) => `${x(s.timeS).toFixed(1)} ${y(s.speedMPerS).toFixed(1)}`).join('L')}`}
          fill="none"
          stroke={color('copper')}
          strokeWidth="1.4"
          strokeDasharray="4 3"
        />
      )}
    </svg>
  )
}

/** A body pushed by its jet in the family tree. */
export const ThrustCard = memo(function ThrustCard({
  build,
  ambient,
}: {
  build: ThrustBuild
  ambient: Project['ambient']
}) {
  const shown = useShown()
  const thrust = useMemo(() => {
    try {
      return predictThrust({ ...airInput(build, ambient), body: build.machine })
    } catch (error) {
      if (error instanceof PhysicsError) return null
      throw error
    }
  }, [build, ambient])
  const climb = build.machine.path.kind === 'climb'
  const length = 1000 * build.machine.lengthM
  return (
    <CardFrame build={build}>
      <Flex gap="3" h="92px">
        <svg
          width="76"
          height="76"
          viewBox={`${-0.05 * length} ${-0.55 * length} ${1.1 * length} ${1.1 * length}`}
          aria-hidden
        >
          <path d={bodyPath(build.machine)} fill={color('field')} stroke={color('ink')} strokeWidth={length / 60} />
        </svg>
        <Box minW="0">
          <Box fontWeight="700" lineHeight="1.2" mb="1">
            {build.name}
          </Box>
          {thrust && (
            <Flex className="num" fontSize="sm" fontWeight="600" align="center" gap="1" whiteSpace="nowrap">
              <OriginMark origin="predicted" />
              {thrust.flight.leaves ? `${shown.text(thrust.flight.topSpeedMPerS, 'speed')}` : 'does not leave'}
            </Flex>
          )}
          <Box fontSize="xs" color="mute">
            {thrust ? `${thrust.flight.distanceM.toPrecision(2)} m ${climb ? 'high' : 'along'}` : ''}
          </Box>
          <Box fontSize="xs" color="mute">
            {build.made ? 'printed' : 'not printed yet'}
          </Box>
        </Box>
      </Flex>
      {thrust && <SmallWay thrust={thrust} />}
      <Box fontSize="xs" color="mute" mt="1" lineClamp="2">
        {build.changed}
      </Box>
    </CardFrame>
  )
})
