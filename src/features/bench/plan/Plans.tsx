'use client'
import { Box } from '@chakra-ui/react'
import Link from 'next/link'
import type { Build } from '../../../project/document'
import { runsAsked } from '../../../project/planning'
import { useProject } from '../../../store'
import { SectionTitle } from '../../../ui'

/** Plans of a build, with how far each is. */
export function Plans({ build }: { build: Build }) {
  const { plans, runs } = useProject()
  const own = plans.filter((p) => p.buildId === build.id)
  if (own.length === 0) return null
  return (
    <>
      <SectionTitle>Plans</SectionTitle>
      {own.map((plan) => (
        <Box
          key={plan.id}
          asChild
          display="block"
          py="1"
          color="petrol"
          textDecoration="underline"
          textUnderlineOffset="2px"
        >
          <Link href={`/bench/plan?plan=${plan.id}`}>
            {plan.name}: {runs.filter((r) => r.planned?.planId === plan.id).length} of {runsAsked(plan)} runs
          </Link>
        </Box>
      ))}
    </>
  )
}
