'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { LIMITS } from '../../../project/document'
import type { Role } from '../../../project/recording'
import { MainButton, NumberField, QuietButton } from '../../../ui'
import { useShown } from '../../shared'
import type { LiveLook } from './use-recorder'

/** What each can be, SI; what a plate's hole is to begin with, and a weight. */
const OF: Readonly<Record<string, { readonly limits: readonly [number, number]; readonly first: number }>> = {
  hole: { limits: [0, 0.02], first: 0 },
  weight: { limits: [0, LIMITS.scaleN[1]], first: 1 },
}

type Place = (role: Role, value: number | null) => void

function One({ role, now, onPlace }: LiveLook['byHand'][number] & { onPlace: Place }) {
  const shown = useShown()
  const [value, setValue] = useState(OF[role.id].first)
  const kind = role.of === 'force' ? 'force' : 'length'
  return (
    <Flex gap="4" align="center" wrap="wrap" data-testid={`by-hand-${role.id}`}>
      {now === null ? (
        <>
          <Box w="280px">
            <NumberField
              label={role.label}
              kind={kind}
              unit={shown.unit(kind).id}
              value={value}
              limits={OF[role.id].limits}
              onChange={setValue}
            />
          </Box>
          <MainButton h="44px" onClick={() => onPlace(role, value)}>
            It is in place
          </MainButton>
          <Box fontSize="xs" color="mute">
            {role.id === 'hole' && '0 where it is shut. '}Readings count from then on.
          </Box>
        </>
      ) : (
        <>
          <Box fontSize="lg">
            {role.label}{' '}
            <Box as="span" className="num" fontWeight="700">
              {shown.text(now, kind)}
            </Box>{' '}
            in place
          </Box>
          <QuietButton h="44px" onClick={() => onPlace(role, null)}>
            Change it
          </QuietButton>
          <Box fontSize="xs" color="mute">
            Press before it is taken out: readings meanwhile are left out.
          </Box>
        </>
      )}
    </Flex>
  )
}

/** What the device does not tell and its maker sets: said as it goes, so that the recording holds it. */
export function ByHand({ byHand, onPlace }: Pick<LiveLook, 'byHand'> & { onPlace: Place }) {
  if (byHand.length === 0) return null
  return (
    <Box borderTopWidth="1px" borderBottomWidth="1px" py="3" mb="4">
      {byHand.map(({ role, now }) => (
        <One key={role.id} role={role} now={now} onPlace={onPlace} />
      ))}
    </Box>
  )
}
