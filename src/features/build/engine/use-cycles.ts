'use client'
import { useMemo } from 'react'
import { engineNetwork, steadyEngine, type EngineCycle } from '../../../core/engine'
import { engineInput, kindOf, type EngineMachine, type EnginePredicted } from '../../../project/document'
import { useProject } from '../../../store'
import type { EngineStationProps } from './engine-props'

/** The turn of a machine that is only tried, at the pressure that its build has now: quick enough to follow a hand. */
export function useTrial(trial: EngineMachine | null, { prediction, input }: EnginePredicted): EngineCycle | null {
  return useMemo(() => {
    if (!trial) return null
    const network = engineNetwork(engineInput(trial, input.ambient, { kind: 'constant', ...prediction.supply }))
    return steadyEngine(network, prediction.steady?.near)?.cycle ?? null
  }, [trial, prediction, input])
}

/** The same engine one version back, for what was before. */
export function useParent(build: EngineStationProps['build']): EngineCycle | null {
  const project = useProject()
  const parent = project.builds.find((b) => b.id === build.parentId)
  return useMemo(() => {
    if (!parent || parent.machine.family !== build.machine.family) return null
    try {
      const before = kindOf(parent).quick?.first(parent, { ambient: project.ambient }, null)
      return (before as EnginePredicted | undefined)?.prediction.steady?.cycle ?? null
    } catch {
      return null
    }
  }, [parent, build.machine.family, project.ambient])
}
