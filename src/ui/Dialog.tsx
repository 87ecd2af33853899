'use client'
import { Dialog as ChakraDialog, Portal, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary'
import { Advice } from './Sheet'

/** What fails in a dialog stays in it: the room behind it goes on. */
const Failed = ({ error }: FallbackProps) => (
  <Advice tone="warn" title="This could not be drawn">
    Nothing was changed. Close it and try again. (
    {error instanceof Error ? error.message.slice(0, 200) : 'no reason given'})
  </Advice>
)

/** A sheet over the page that keeps the keyboard inside it. Load it late: it is not needed for the first look. */
export default function Dialog({
  title,
  open,
  onClose,
  children,
  wide,
}: {
  title: string
  open: boolean
  onClose: () => void
  children: ReactNode
  wide?: boolean | 'full'
}) {
  return (
    <ChakraDialog.Root open={open} onOpenChange={({ open: now }) => !now && onClose()} lazyMount unmountOnExit>
      <Portal>
        <ChakraDialog.Backdrop position="fixed" inset="0" bg="veil" zIndex="overlay" />
        <ChakraDialog.Positioner
          position="fixed"
          inset="0"
          display="flex"
          alignItems="flex-start"
          justifyContent="center"
          pt="8vh"
          px="4"
          zIndex="modal"
          overflowY="auto"
        >
          <ChakraDialog.Content
            position="relative"
            bg="sheet"
            color="ink"
            w="100%"
            maxW={wide === 'full' ? '1120px' : wide ? '820px' : '560px'}
            p="5"
            borderTopWidth="3px"
            borderColor="pipe"
            mb="8vh"
            outline="none"
          >
            <ChakraDialog.Title fontSize="lg" fontWeight="700" mb="3" pr="8">
              {title}
            </ChakraDialog.Title>
            <ErrorBoundary fallbackRender={Failed}>{children}</ErrorBoundary>
            <ChakraDialog.CloseTrigger asChild>
              <chakra.button
                type="button"
                aria-label="Close"
                position="absolute"
                top="4"
                right="4"
                w="28px"
                h="28px"
                textAlign="center"
                color="mute"
                _hover={{ color: 'ink' }}
              >
                ✕
              </chakra.button>
            </ChakraDialog.CloseTrigger>
          </ChakraDialog.Content>
        </ChakraDialog.Positioner>
      </Portal>
    </ChakraDialog.Root>
  )
}
