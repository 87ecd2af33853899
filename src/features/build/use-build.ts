'use client'
import { original, type Draft } from 'immer'
import { useCallback, useMemo, useState } from 'react'
import { PhysicsError, type ErrorDetail } from '../../core/errors'
import {
  gaugeIdOf,
  kindOf,
  type Build,
  type Fault,
  type HoleGauge,
  type MachinePredicted,
  type Project,
} from '../../project/document'
import { useProject, useStore } from '../../store'

/** Changes the build; `key` makes quick changes of one field one step of undo. */
export type EditBuild<B = Build> = (label: string, recipe: (draft: Draft<B>) => void, key?: string) => void

export type Outcome =
  { readonly ok: true; readonly predicted: MachinePredicted } | { readonly ok: false; readonly error: ErrorDetail }

/** The test print whose correction a build's holes are made with. */
export const gaugeOf = (
  { holeGauges }: Pick<Project, 'holeGauges'>,
  build: Pick<Build, 'machine'>,
): HoleGauge | undefined => holeGauges.find((g) => g.id === gaugeIdOf(build))

/** A build's prediction, or why there is none. */
export function usePrediction(build: Build): Outcome {
  const project = useProject()
  const { ambient } = project
  const gauge = gaugeOf(project, build)
  return useMemo(() => {
    try {
      return { ok: true, predicted: kindOf(build).predict(build, { ambient, gauge }) }
    } catch (error) {
      if (error instanceof PhysicsError) return { ok: false, error: error.detail }
      throw error
    }
  }, [build, ambient, gauge])
}

/** Editing one build: the last refused change is kept as faults by path until the next good one. */
export function useBuildEdit(build: Build): {
  edit: EditBuild
  faultAt: (path: string) => string | undefined
} {
  const store = useStore()
  const { id, machine } = build
  const { family } = machine
  const [faults, setFaults] = useState<readonly Fault[]>([])
  const edit = useCallback<EditBuild>(
    (label, recipe, key) => {
      const result = store.change(
        label,
        (project) => {
          // looked for in what stands, so that no other build is drafted
          const at = original(project)?.builds.findIndex((b) => b.id === id) ?? -1
          const own = at < 0 ? undefined : project.builds[at]
          // another window may have made another kind of machine of it
          if (own?.machine.family === family) recipe(own)
        },
        key ? `${id}:${key}` : null,
      )
      setFaults((before) => (result.ok ? (before.length > 0 ? [] : before) : result.faults))
    },
    [store, id, family],
  )
  const faultAt = useCallback(
    (path: string) => faults.find((f) => f.path === path || f.path.endsWith(`.${path}`))?.message,
    [faults],
  )
  return { edit, faultAt }
}
