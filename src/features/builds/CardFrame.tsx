'use client'
import { Box } from '@chakra-ui/react'
import Link from 'next/link'
import type { ReactNode } from 'react'
import type { Build } from '../../project/document'

export const CARD = { width: 212, height: 206 } as const

/** One version in the family tree: the way to its workspace. Dashed while it is only predicted. */
export const CardFrame = ({ build, best, children }: { build: Build; best?: boolean; children: ReactNode }) => (
  <Box
    asChild
    position="absolute"
    w={`${CARD.width}px`}
    h={`${CARD.height}px`}
    bg="sheet"
    borderWidth="1px"
    borderStyle={build.made ? 'solid' : 'dashed'}
    borderColor={best ? 'petrol' : 'rule'}
    p="3"
    _hover={{ borderColor: 'petrol' }}
    display="block"
  >
    <Link
      href={`/build?build=${build.id}&station=nozzle`}
      prefetch={false}
      aria-label={`${build.name}: ${build.changed}`}
    >
      {children}
    </Link>
  </Box>
)
