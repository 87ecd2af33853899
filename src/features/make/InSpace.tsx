import { Box } from '@chakra-ui/react'
import dynamic from 'next/dynamic'

/** Height of what is seen in the middle. */
export const VIEW_HEIGHT = 'min(560px, calc(100vh - 230px))'

/** Bodies in space, fetched when first seen. */
export const InSpace = dynamic(() => import('../../ui/PartView'), {
  ssr: false,
  loading: () => (
    <Box h={VIEW_HEIGHT} color="mute">
      Setting up the view…
    </Box>
  ),
})
