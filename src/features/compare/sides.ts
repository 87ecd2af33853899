'use client'
import { useMemo } from 'react'
import { PhysicsError } from '../../core/errors'
import { type ComparedSide } from '../../project/compare'
import {
  buildTitle,
  byMachine,
  kindOf,
  type Build,
  type MachinePredicted,
  type Project,
  type Run,
} from '../../project/document'
import { METHOD_IDS, methodOf } from '../../project/measuring'
import { useProject } from '../../store'
import { comparedRuns, type RunResult } from '../shared'

export const SIDES = ['A', 'B'] as const

/** A build with all its runs, or one run alone. */
export interface Choice {
  readonly id: string
  readonly name: string
  readonly build: Build
  readonly runs: readonly Run[]
}

export interface Side {
  readonly name: string
  readonly build: Build
  readonly compared: ComparedSide
  readonly done: readonly Extract<RunResult, { status: 'done' }>[]
  readonly waiting: boolean
  readonly predicted: MachinePredicted | null
}

function predictionOf(build: Build, ambient: Project['ambient']): MachinePredicted | null {
  try {
    return kindOf(build).predict(build, { ambient })
  } catch (error) {
    if (error instanceof PhysicsError) return null
    throw error
  }
}

/** Builds that some method can measure, so that they can be judged by runs. */
export const measurable = (build: Build): boolean => METHOD_IDS.some((id) => methodOf(id).accepts(build))

/** All that can be chosen: each build, and under it each of its runs. */
export function choicesOf(project: Pick<Project, 'builds' | 'runs' | 'machines'>): Choice[] {
  const { runs } = project
  return byMachine(project, project.builds.filter(measurable)).flatMap((build) => {
    const own = runs.filter((r) => r.buildId === build.id)
    return [
      { id: build.id, name: buildTitle(project, build), build, runs: own },
      ...own.map((run) => ({ id: run.id, name: run.name, build, runs: [run] })),
    ]
  })
}

/** What was chosen, with the results of its runs. */
export function useSide({ name, build, runs: own }: Choice, results: ReadonlyMap<string, RunResult>): Side {
  const project = useProject()
  const { ambient } = project
  const predicted = useMemo(() => predictionOf(build, ambient), [build, ambient])
  const pairs = own.flatMap((run) => {
    const result = results.get(run.id)
    return result?.status === 'done' ? [{ run, result }] : []
  })
  return {
    name,
    build,
    compared: { build, runs: comparedRuns(project, build, own, results) },
    done: pairs.map(({ result }) => result),
    waiting: own.some((run) => results.get(run.id)?.status === 'waiting'),
    predicted,
  }
}
