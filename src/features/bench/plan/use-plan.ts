'use client'
import { useSearchParams } from 'next/navigation'
import type { Build, Rig } from '../../../project/document'
import type { Plan } from '../../../project/planning'
import { useProject } from '../../../store'

/** The plan that the address names, with its build and rig; null where there is none. */
export function usePlan(): { readonly plan: Plan; readonly build: Build; readonly rig: Rig } | null {
  const id = useSearchParams().get('plan')
  const { plans, builds, rigs } = useProject()
  const plan = plans.find((p) => p.id === id)
  const build = builds.find((b) => b.id === plan?.buildId)
  const rig = rigs.find((r) => r.id === plan?.rigId)
  return plan && build && rig ? { plan, build, rig } : null
}
