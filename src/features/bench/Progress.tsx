'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { QuietButton } from '../../ui'

const PER_CENT = (share: number) => `${Math.round(100 * share)} %`

/** The share done, and a way to stop. */
export function Progress({ what, share, onCancel }: { what: string; share: number; onCancel: () => void }) {
  return (
    <Flex align="center" gap="3" py="4" role="status">
      <chakra.progress max={1} value={share} w="220px" aria-label={what} />
      <Box>
        {what} {PER_CENT(share)}
      </Box>
      <QuietButton onClick={onCancel}>Cancel</QuietButton>
    </Flex>
  )
}
