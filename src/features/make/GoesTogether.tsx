import { Box } from '@chakra-ui/react'
import { Advice, SectionTitle } from '../../ui'
import { checkInWords } from './make-words'
import type { MadeOf } from './make-props'
import type { CheckState } from './use-part'

/**
 * Whether the machine goes together, turns and lets its air through: what was looked at in its solids, and what falls
 * short.
 */
export function GoesTogether({ check, of }: { readonly check: CheckState; readonly of: MadeOf }) {
  const valve = of === 'regulator'
  const short = check.status === 'done' ? check.value.filter((c) => !c.fine) : []
  return (
    <>
      <SectionTitle first={!valve}>Put together</SectionTitle>
      <Box py="6px" role="status" borderBottomWidth="1px">
        {check.status === 'working' && `Looking whether it goes together and ${valve ? 'its valve moves' : 'turns'}…`}
        {check.status === 'failed' && check.message}
        {check.status === 'done' && (
          <>
            <Box fontWeight="600">
              {short.length === 0
                ? `It goes together and ${valve ? 'its valve moves' : 'turns'}`
                : `${short.length} of ${check.value.length} fall short`}
            </Box>
            <Box fontSize="xs" color="mute">
              {check.value.length} things looked at in the solids: bodies in each other’s way,{' '}
              {valve ? 'the whole lift' : 'a whole turn'}, the gaps that are stated, the way of the air, screws and
              bearings in their seats, each put there after what goes on before it
            </Box>
          </>
        )}
      </Box>
      {short.length > 0 && (
        <Advice tone="warn" title="Not as stated">
          {short.slice(0, 6).map((c) => (
            <Box as="p" key={`${c.code} ${c.of}`} mb="1">
              {checkInWords(c)}
            </Box>
          ))}
        </Advice>
      )}
    </>
  )
}
