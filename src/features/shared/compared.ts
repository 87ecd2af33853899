import { judgeIn, type ComparedRun } from '../../project/compare'
import { kindOf, measuredBy, type Build, type Project, type Run } from '../../project/document'
import { measuredFigure } from '../../project/measuring'
import type { RunResult } from './reductions'

/**
 * The runs of a build that have been read, as a comparison takes them: the figure that its runs are known by, what is
 * unknown of it, and whether it is possible at all.
 */
export function comparedRuns(
  project: Pick<Project, 'rigs'>,
  build: Build,
  runs: readonly Run[],
  results: ReadonlyMap<string, RunResult>,
): ComparedRun[] {
  const { id } = measuredBy(kindOf(build))
  return runs.flatMap((run) => {
    const result = results.get(run.id)
    const figure = result?.status === 'done' ? measuredFigure(result.measured, id) : null
    return result?.status === 'done' && figure
      ? [
          {
            run,
            value: figure.value,
            standardUncertainty: figure.standardUncertainty,
            sharedRelative: result.measured.sharedRelativeUncertainty,
            possible: judgeIn(project, build, run, result.measured).possible,
          },
        ]
      : []
  })
}
