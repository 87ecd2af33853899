'use client'
import { Box } from '@chakra-ui/react'
import { memo } from 'react'
import { drillsBetween } from '../../../core/units'
import { color } from '../../../ui'

const FAMILIES = [
  { id: 'metric', label: 'mm' },
  { id: 'inch', label: 'inch' },
  { id: 'number', label: 'no.' },
] as const

/** Labels closer than this share of the width are left out; their marks stay. */
const LEAST_GAP = 0.052

/**
 * A rule of drill sizes under a chart of throat diameters, along the same scale: metric, inch fractions, numbers and
 * letters. Drawn once for a range, with plain elements: there are some 150 marks.
 */
export const DrillRule = memo(function DrillRule({
  fromM,
  toM,
  insetLeft,
  insetRight,
}: {
  fromM: number
  toM: number
  insetLeft: number
  insetRight: number
}) {
  return (
    <Box role="group" aria-label="Drill sizes along the same scale" mt="1">
      {FAMILIES.map(({ id, label }) => {
        let last = -1
        return (
          <Box
            key={id}
            position="relative"
            h="17px"
            ml={`${insetLeft}px`}
            mr={`${insetRight}px`}
            borderTopWidth="1px"
            fontSize="10px"
            className="num"
            color="mute"
          >
            <Box position="absolute" right="100%" mr="1" top="1px" fontSize="11px">
              {label}
            </Box>
            {drillsBetween(id, fromM, toM).map((drill) => {
              const share = (drill.diameterM - fromM) / (toM - fromM)
              const labelled = share - last >= LEAST_GAP && share > 0.02
              if (labelled) last = share
              return (
                <span
                  key={drill.label}
                  style={{ position: 'absolute', left: `${100 * share}%`, top: 0 }}
                  title={`${drill.label}: ${(drill.diameterM * 1000).toFixed(3)} mm`}
                >
                  <span
                    style={{
                      position: 'absolute',
                      left: 0,
                      top: 0,
                      width: 1,
                      height: labelled ? 5 : 3,
                      background: color('mute'),
                    }}
                  />
                  {labelled && (
                    <span
                      style={{
                        position: 'absolute',
                        top: 4,
                        transform: 'translateX(-50%)',
                        whiteSpace: 'nowrap',
                        lineHeight: 1.1,
                      }}
                    >
                      {drill.label}
                    </span>
                  )}
                </span>
              )
            })}
          </Box>
        )
      })}
    </Box>
  )
})
