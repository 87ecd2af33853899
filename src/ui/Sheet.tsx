'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { useArrowTabs } from './arrow-tabs'

/** A sheet of three columns: what goes in, what it looks like, what comes out. Stacks on a phone. */
export const Sheet = ({
  left,
  middle,
  right,
  leftWidth = '284px',
  rightWidth = '292px',
  pictureFirst,
}: {
  left: ReactNode
  middle: ReactNode
  right?: ReactNode
  leftWidth?: string
  rightWidth?: string
  /** On a narrow window the middle comes before the fields. */ pictureFirst?: boolean
}) => (
  <Grid
    bg="sheet"
    borderTopWidth="1px"
    templateColumns={{
      base: 'minmax(0,1fr)',
      lg: right ? `${leftWidth} minmax(0,1fr) ${rightWidth}` : `${leftWidth} minmax(0,1fr)`,
    }}
  >
    <Box
      p="4"
      pt="3"
      borderRightWidth={{ base: '0', lg: '1px' }}
      borderTopWidth={{ base: pictureFirst ? '1px' : '0', lg: '0' }}
      order={{ base: pictureFirst ? 3 : 0, lg: 0 }}
    >
      {left}
    </Box>
    <Box p="4" pt="3" minW="0" order={{ base: pictureFirst ? 1 : 0, lg: 0 }}>
      {middle}
    </Box>
    {right && (
      <Box
        p="4"
        pt="3"
        borderLeftWidth={{ base: '0', lg: '1px' }}
        borderTopWidth={{ base: '1px', lg: '0' }}
        order={{ base: pictureFirst ? 2 : 0, lg: 0 }}
      >
        {right}
      </Box>
    )}
  </Grid>
)

export const SectionTitle = ({ children, first }: { children: ReactNode; first?: boolean }) => (
  <chakra.h2 fontSize="sm" fontWeight="700" mt={first ? '0' : '4'} mb="1">
    {children}
  </chakra.h2>
)

/** A title with a line beside it, over a room or build. */
export const RoomTitle = ({
  title,
  about,
  children,
}: {
  title: ReactNode
  about?: ReactNode
  children?: ReactNode
}) => (
  <Flex align="baseline" gap="3" py="3" wrap="wrap">
    <chakra.h1 fontSize="xl" fontWeight="700" lineHeight="1.2">
      {title}
    </chakra.h1>
    {about && (
      <Box color="mute" flex="1" minW="200px">
        {about}
      </Box>
    )}
    {children && (
      <Flex ml="auto" gap="3" align="center" wrap="wrap">
        {children}
      </Flex>
    )}
  </Flex>
)

/** Views of one place, chosen by words over it. Arrow keys move between them. */
export function Views<T extends string>({
  label,
  value,
  views,
  onChange,
  small,
}: {
  label: string
  value: T
  views: readonly { value: T; label: string }[]
  onChange: (value: T) => void
  small?: boolean
}) {
  const { row, onKeyDown } = useArrowTabs(
    views.map((v) => v.value),
    value,
    onChange,
  )
  return (
    <Flex ref={row} role="tablist" aria-label={label} gap="4" mb="2" wrap="wrap" onKeyDown={onKeyDown}>
      {views.map((view) => {
        const chosen = view.value === value
        return (
          <chakra.button
            key={view.value}
            type="button"
            role="tab"
            aria-selected={chosen}
            tabIndex={chosen ? 0 : -1}
            fontSize={small ? 'xs' : 'sm'}
            fontWeight={chosen ? '700' : '400'}
            color={chosen ? 'ink' : 'mute'}
            borderBottomWidth="2px"
            borderColor={chosen ? 'ink' : 'transparent'}
            _hover={{ color: 'ink' }}
            onClick={() => onChange(view.value)}
          >
            {view.label}
          </chakra.button>
        )
      })}
    </Flex>
  )
}

/** Advice or a warning: what, why, and what would mend it. */
export const Advice = ({
  tone,
  title,
  children,
}: {
  tone: 'advice' | 'warn' | 'note'
  title: string
  children: ReactNode
}) => (
  <Box
    role={tone === 'warn' ? 'alert' : 'note'}
    borderLeftWidth="3px"
    borderColor={tone === 'warn' ? 'brick' : tone === 'advice' ? 'copper' : 'petrol'}
    pl="3"
    py="1"
    mt="3"
    fontSize="sm"
  >
    <Box fontWeight="700" color={tone === 'warn' ? 'brick' : 'ink'}>
      {title}
    </Box>
    <Box>{children}</Box>
  </Box>
)

/** What stands where nothing is yet, with the next step. */
export const EmptyState = ({
  title,
  within,
  children,
}: {
  title: string
  /** It stands in a room that has a title of its own. */
  within?: boolean
  children: ReactNode
}) => (
  <Box py="10" px="6" maxW="560px" mx="auto">
    <Box as={within ? 'h2' : 'h1'} fontWeight="700" fontSize="lg" mb="1">
      {title}
    </Box>
    <Box color="mute">{children}</Box>
  </Box>
)
