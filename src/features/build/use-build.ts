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
import { useDesignJob, useSettled } from '../shared'

/** Changes the build; `key` makes quick changes of one field one step of undo. */
export type EditBuild<B = Build> = (label: string, recipe: (draft: Draft<B>) => void, key?: string) => void

export type Outcome =
  { readonly ok: true; readonly predicted: MachinePredicted } | { readonly ok: false; readonly error: ErrorDetail }

/** The test print whose correction a build's holes are made with. */
export const gaugeOf = (
  { holeGauges }: Pick<Project, 'holeGauges'>,
  build: Pick<Build, 'machine'>,
): HoleGauge | undefined => holeGauges.find((g) => g.id === gaugeIdOf(build))

/** A prediction, or why there is none. */
function tried(predict: () => MachinePredicted): Outcome {
  try {
    return { ok: true, predicted: predict() }
  } catch (error) {
    if (error instanceof PhysicsError) return { ok: false, error: error.detail }
    throw error
  }
}

/** The last prediction of the build that is being worked on: one a little different is found from it. */
const last: { of: { readonly build: Build; readonly predicted: MachinePredicted } | null } = { of: null }
function keep(build: Build, outcome: Outcome): Outcome {
  if (outcome.ok) last.of = { build, predicted: outcome.predicted }
  return outcome
}
/** Of the same kind: another window may have made another machine of it. */
const lastOf = ({ id, machine }: Build): MachinePredicted | null =>
  last.of?.build.id === id && last.of.build.machine.family === machine.family ? last.of.predicted : null

/**
 * A build's prediction, or why there is none. Of a kind that takes long, its uncertainties come a moment later, from a
 * worker.
 */
export function usePrediction(build: Build): Outcome {
  const project = useProject()
  const { ambient } = project
  const gauge = gaugeOf(project, build)
  const first = useMemo(() => {
    const kind = kindOf(build)
    const { quick } = kind
    if (!quick) return tried(() => kind.predict(build, { ambient, gauge }))
    return keep(
      build,
      tried(() => quick.first(build, { ambient, gauge }, lastOf(build))),
    )
  }, [build, ambient, gauge])
  const late = useSettled(build, 120)
  const asked = useMemo(
    () => (kindOf(late).quick ? { kind: 'rest' as const, build: late, ambient } : null),
    [late, ambient],
  )
  const { result: rest, working } = useDesignJob(asked)
  const fits = late === build && !working && rest !== null
  return useMemo(() => {
    const { quick } = kindOf(build)
    if (!quick || !fits || !first.ok) return first
    return keep(build, { ok: true, predicted: quick.finished(build, first.predicted, rest) })
  }, [build, first, fits, rest])
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
