'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useRef, useState, type ReactNode } from 'react'
import { useStore } from '../../store'
import { MainButton, QuietButton } from '../../ui'
import { exportOpen } from './hand-out'

const PATIENCE_MS = 6000
const LOOK_MS = 500

/**
 * A room whose code does not arrive leaves nothing on the page, and no error that a boundary could catch: after a while
 * of nothing its maker is told.
 * `place` changes when there is another room to wait for.
 */
export function RoomWatch({ place, children }: { place: string; children: ReactNode }) {
  const store = useStore()
  const room = useRef<HTMLDivElement>(null)
  const [missing, setMissing] = useState<string | null>(null)
  const [said, setSaid] = useState('')
  useEffect(() => {
    const began = performance.now()
    const clock = setInterval(() => {
      const empty = room.current?.childElementCount === 0
      if (!empty) setMissing(null)
      else if (performance.now() - began > PATIENCE_MS) setMissing(place)
    }, LOOK_MS)
    return () => clearInterval(clock)
  }, [place])
  return (
    <>
      <div ref={room}>{children}</div>
      {missing === place && (
        <Box
          role="alert"
          py="8"
          px="6"
          my="6"
          maxW="620px"
          mx="auto"
          bg="sheet"
          borderLeftWidth="3px"
          borderColor="brick"
        >
          <Box as="h1" fontWeight="700" fontSize="lg" mb="1">
            This room does not come
          </Box>
          <Box mb="4">
            Its code did not arrive: the server may have stopped. Your work is in this browser as it was last saved.
          </Box>
          <Flex gap="3" wrap="wrap" align="center">
            <MainButton onClick={() => window.location.reload()}>Load the page anew</MainButton>
            <QuietButton onClick={() => void exportOpen(store).catch((e: Error) => setSaid(e.message))}>
              Export the project
            </QuietButton>
            {said}
          </Flex>
        </Box>
      )}
    </>
  )
}
