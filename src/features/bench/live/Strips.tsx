'use client'
import { Box } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import type { StopAt } from '../../../devices'
import { useShown } from '../../shared'
import { NEAR } from './trace-range'
import type { LiveLook } from './use-recorder'

/** The chart's library asks the window for its size as it is loaded. */
const TraceStrip = dynamic(() => import('./TraceStrip').then((m) => m.TraceStrip), { ssr: false })

const ofSpeed = ({ figure, unit }: Pick<LiveLook['strips'][number], 'figure' | 'unit'>) =>
  figure === 'speed' || unit === 'rpm'

/** Traces of what comes in, each with the limit at which the run is to stop. */
export function Strips({
  strips,
  windowS,
  stopAt,
  predicted,
}: {
  strips: LiveLook['strips']
  /** How much of the newest is shown, s; null for all. */
  windowS: number | null
  stopAt: StopAt
  /** Free speed that is predicted of the build. */
  predicted: number | null
}) {
  const shown = useShown()
  const traces = strips.map(({ id, label, unit, figure, gauge, trace }) => {
    const turning = ofSpeed({ figure, unit })
    const scale = figure ? shown.number(1, 'rotation') : 1
    const inStrip = (radPerS: number | null) =>
      radPerS === null || !turning ? null : shown.number(radPerS, 'rotation')
    // in the numbers that the device sends
    const pressure =
      gauge && gauge.role !== 'source' && stopAt.gaugePressurePa !== null
        ? (stopAt.gaugePressurePa + gauge.less) / gauge.si
        : null
    return (
      <TraceStrip
        key={id}
        label={`${label[0].toUpperCase()}${label.slice(1)}, ${figure ? shown.unit('rotation').label : unit || 'as sent'}`}
        trace={trace}
        windowS={windowS}
        scale={scale}
        limits={{
          most: pressure ?? inStrip(stopAt.speedRadPerS),
          predicted: inStrip(predicted),
          near: gauge ? NEAR.stands : NEAR.rises,
        }}
      />
    )
  })
  return (
    <>
      {traces}
      <Box fontSize="xs" color="mute" mt="1">
        Solid: measured. {strips.some(ofSpeed) && 'Dashed: the free speed that is predicted of this build. '}
        Hatched: where this run is to stop.
      </Box>
    </>
  )
}
