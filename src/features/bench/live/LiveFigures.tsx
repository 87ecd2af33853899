'use client'
import { Box, Flex } from '@chakra-ui/react'
import type { LiveFigure } from '../../../project/measuring'
import { useShown } from '../../shared'
import { FIGURES } from './words'

/** As many digits as hold still: a hundredth of the figure, or its scatter where that is larger. */
const readable = ({ value, standardUncertainty }: LiveFigure) =>
  Math.max(Math.abs(value) / 100, Number.isFinite(standardUncertainty) ? standardUncertainty : 0)

/** Figures of the moment, large enough to be read from two metres: the first of them above all. */
export function LiveFigures({ figures }: { figures: readonly LiveFigure[] }) {
  const shown = useShown()
  return (
    <Flex wrap="wrap" columnGap="10" rowGap="2" align="flex-end" aria-label="Now, measured" role="group">
      {figures.map((f, i) => {
        const { label, sub } = FIGURES[f.id]
        const { value, unit } = shown.parts(f.value, f.kind, readable(f))
        return (
          <div key={f.id} className="live-figure" data-first={i === 0 ? '' : undefined} data-testid={`now-${f.id}`}>
            <Box fontSize="sm" color="mute">
              {label}
            </Box>
            <div className="num live-value">
              {value}
              <span className="live-unit">{unit}</span>
            </div>
            <Box fontSize="xs" color="mute" minH="1.4em">
              {sub}
            </Box>
          </div>
        )
      })}
    </Flex>
  )
}
