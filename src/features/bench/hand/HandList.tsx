'use client'
import { Box, Flex } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import { reduceHand, type HandReading } from '../../../core/bench'
import { PhysicsError } from '../../../core/errors'
import type { Build } from '../../../project/document'
import type { HandEntry } from '../../../project/hand'
import { useProject, useStore } from '../../../store'
import { LinkButton, OriginMark, SectionTitle } from '../../../ui'
import { HAND_FIGURES } from '../../../words'
import { useShown, type Shown } from '../../shared'

const HandDialog = dynamic(() => import('./HandDialog'), { ssr: false })

/** Its first figure in short; what the rows do not tell is told in the dialog. */
function headline(reading: HandReading, shown: Shown): string {
  try {
    const { id, measured } = reduceHand(reading).figures[0]
    return shown.text(measured.value, HAND_FIGURES[id].kind, measured.standardUncertainty)
  } catch (error) {
    if (!(error instanceof PhysicsError)) throw error
    return 'tells no figure'
  }
}

/** What was measured by hand of a build, beside its runs. */
export function HandList({ build }: { build: Build }) {
  const store = useStore()
  const shown = useShown()
  const { handReadings } = useProject()
  const [open, setOpen] = useState<HandEntry | 'new' | null>(null)
  const own = useMemo(() => handReadings.filter((h) => h.buildId === build.id), [handReadings, build.id])
  return (
    <>
      <SectionTitle>Measured by hand</SectionTitle>
      {own.map((h) => (
        <Flex key={h.id} py="1" columnGap="2" align="baseline" borderBottomWidth="1px" wrap="wrap">
          <LinkButton w="100%" textAlign="left" onClick={() => setOpen(h)}>
            {h.name}
          </LinkButton>
          <Box className="num" flex="1" fontSize="xs" whiteSpace="nowrap">
            <OriginMark origin="measured" size={7} /> {headline(h.reading, shown)}
          </Box>
          <LinkButton
            fontSize="xs"
            aria-label={`Remove ${h.name}`}
            onClick={() =>
              store.change(
                'reading by hand removed',
                (p) => void (p.handReadings = p.handReadings.filter((x) => x.id !== h.id)),
              )
            }
          >
            remove
          </LinkButton>
        </Flex>
      ))}
      <LinkButton fontSize="xs" onClick={() => setOpen('new')}>
        Spring, gap, balance, flow, inertia, scale, tow…
      </LinkButton>
      {open && (
        <HandDialog
          build={build}
          entry={open === 'new' ? null : open}
          count={own.length}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  )
}
