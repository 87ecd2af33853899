'use client'
import { useSearchParams } from 'next/navigation'
import { useMemo } from 'react'
import type { Build, Rig } from '../../../project/document'
import type { Plan } from '../../../project/planning'
import { useProject } from '../../../store'
import { useDesignJob } from '../../shared'

/** The plan that the address names, with its build and rig; null where there is none. */
export function usePlan(): { readonly plan: Plan; readonly build: Build; readonly rig: Rig } | null {
  const id = useSearchParams().get('plan')
  const { plans, builds, rigs } = useProject()
  const plan = plans.find((p) => p.id === id)
  const build = builds.find((b) => b.id === plan?.buildId)
  const rig = rigs.find((r) => r.id === plan?.rigId)
  return plan && build && rig ? { plan, build, rig } : null
}

/** How its steps are expected to go, in their order; the result is null while that is worked out. */
export function useExpected(plan: Plan, build: Build, rig: Rig) {
  const { ambient } = useProject()
  const request = useMemo(() => {
    const gaugePressuresPa = plan.steps.map((s) => s.gaugePressurePa)
    return { kind: 'planned-steps' as const, build, rig, ambient, gaugePressuresPa }
  }, [plan.steps, build, rig, ambient])
  return useDesignJob(request)
}
