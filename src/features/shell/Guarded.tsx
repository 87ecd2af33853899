'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useState, type ReactNode } from 'react'
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary'
import { useStore } from '../../store'
import { LinkButton, MainButton, QuietButton } from '../../ui'
import { exportOpen } from './hand-out'

function Failed({
  error,
  resetErrorBoundary,
  what,
  over,
  onLeave,
}: FallbackProps & { what: string; over?: boolean; onLeave?: () => void }) {
  const store = useStore()
  const [fault, setFault] = useState('')
  const message = error instanceof Error ? error.message : String(error)
  return (
    <Box
      role="alert"
      py="8"
      px="6"
      maxW="620px"
      mx="auto"
      bg="sheet"
      borderLeftWidth="3px"
      borderColor="brick"
      {...(over && {
        position: 'fixed',
        top: '12vh',
        insetX: '4',
        zIndex: 'modal',
        boxShadow: '0 0 0 100vmax var(--gk-colors-veil)',
      })}
    >
      <Box fontWeight="700" fontSize="lg" mb="1">
        {what} could not be drawn
      </Box>
      <Box mb="2">
        Something in the program failed, not in your work: the project is as you left it, and what was said to be saved
        is saved. Undo takes the last change back, if that brought this about.
      </Box>
      <Box fontSize="sm" color="mute" mb="4">
        {message.slice(0, 300)} {fault}
      </Box>
      <Flex gap="3" wrap="wrap" align="center">
        <MainButton onClick={resetErrorBoundary}>Try again</MainButton>
        <QuietButton onClick={() => void store.undo().then(resetErrorBoundary)}>Undo the last change</QuietButton>
        <QuietButton onClick={() => void exportOpen(store).catch((e: Error) => setFault(e.message))}>
          Export the project
        </QuietButton>
        {onLeave ? (
          <LinkButton onClick={onLeave}>Close it</LinkButton>
        ) : (
          <LinkButton onClick={() => window.location.assign('/')}>Back to the builds</LinkButton>
        )}
      </Flex>
    </Box>
  )
}

/**
 * What fails inside stays inside: the maker is told what is safe, and gets on. `place` changes when there is something
 * else to draw.
 */
export const Guarded = ({
  what,
  place,
  over,
  onLeave,
  children,
}: {
  what: string
  place: string
  /** Lies over the page, as a dialog does. */
  over?: boolean
  onLeave?: () => void
  children: ReactNode
}) => (
  <ErrorBoundary
    resetKeys={[place]}
    fallbackRender={(props) => <Failed {...props} what={what} over={over} onLeave={onLeave} />}
  >
    {children}
  </ErrorBoundary>
)
