'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { memo } from 'react'

/** How a figure came about; drawn alike in every place, and never by colour alone. */
export type FigureOrigin = 'predicted' | 'measured' | 'plain'

const ORIGIN_WORD: Record<FigureOrigin, string> = { predicted: 'predicted', measured: 'measured', plain: '' }

/** Hollow and dashed for predicted, filled for measured. */
export const OriginMark = ({ origin, size = 9 }: { origin: FigureOrigin; size?: number }) =>
  origin === 'plain' ? null : (
    <svg
      width={size}
      height={size}
      viewBox="0 0 10 10"
      role="img"
      aria-label={ORIGIN_WORD[origin]}
      style={{ display: 'inline-block', flex: 'none' }}
    >
      {origin === 'predicted' ? (
        <circle cx="5" cy="5" r="3.6" fill="none" stroke="currentColor" strokeWidth="1.6" strokeDasharray="2.2 1.3" />
      ) : (
        <circle cx="5" cy="5" r="4.2" fill="currentColor" />
      )}
    </svg>
  )

export interface FigureProps {
  readonly label: string
  readonly value: string
  readonly uncertainty?: string | null
  readonly unit: string
  readonly origin: FigureOrigin
  readonly sub?: string
  readonly warn?: boolean
  /** Opens the working of this figure. */
  readonly onOpen?: () => void
}

/** One headline figure: label, mark, value, its uncertainty and unit, a line under it. */
export const Figure = memo(function Figure({
  label,
  value,
  uncertainty,
  unit,
  origin,
  sub,
  warn,
  onOpen,
}: FigureProps) {
  const content = (
    <>
      <Flex align="baseline" gap="1" color={warn ? 'brick' : undefined}>
        <Box flex="1" minW="0">
          {label}
        </Box>
        <Box color="mute" alignSelf="center" mr="1">
          <OriginMark origin={origin} />
        </Box>
        <Box className="num" fontSize="18px" fontWeight="600" lineHeight="1.2">
          {value}
        </Box>
        {uncertainty && (
          <Box className="num" fontSize="xs" color="mute">
            ±{uncertainty}
          </Box>
        )}
        <Box color="mute" fontSize="xs" minW="34px">
          {unit}
        </Box>
      </Flex>
      {sub && (
        <Box fontSize="xs" color={warn ? 'brick' : 'mute'}>
          {sub}
        </Box>
      )}
    </>
  )
  if (!onOpen)
    return (
      <Box py="6px" borderBottomWidth="1px">
        {content}
      </Box>
    )
  return (
    <chakra.button
      type="button"
      display="block"
      w="100%"
      py="6px"
      borderBottomWidth="1px"
      _hover={{ borderColor: 'petrol' }}
      title="How this came about"
      onClick={onOpen}
    >
      {content}
    </chakra.button>
  )
})
