import { judgeIn, type ComparedRun } from '../../project/compare'
import type { Project, Run, TurbineBuild } from '../../project/document'
import type { RunResult } from './reductions'

/** The runs of a build that have been read, as a comparison takes them: peak, what is unknown of it, and whether it is possible at all. */
export function comparedRuns(
  project: Pick<Project, 'rigs'>,
  build: TurbineBuild,
  runs: readonly Run[],
  results: ReadonlyMap<string, RunResult>,
): ComparedRun[] {
  return runs.flatMap((run) => {
    const result = results.get(run.id)
    if (result?.status !== 'done') return []
    const { reduction } = result.reduced
    const { value, standardUncertainty } = reduction.peakShaftPower.power
    return [
      {
        run,
        peakPowerW: value,
        uncertaintyW: standardUncertainty,
        sharedRelative: reduction.sharedRelativeUncertainty,
        possible: judgeIn(project, build, run, reduction).possible,
      },
    ]
  })
}
