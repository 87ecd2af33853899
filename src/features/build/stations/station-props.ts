import type { WorkingId } from '../../../core/prediction'
import type { Working } from '../../../core/working'
import type { Build, ThrustBuild, TurbineBuild } from '../../../project/document'
import type { AirPredicted, EditBuild, Predicted, ThrustPredicted } from '../use-build'

interface Common<B, P> {
  readonly build: B
  readonly predicted: P
  readonly edit: EditBuild<B>
  readonly faultAt: (path: string) => string | undefined
  readonly openWorking: (working: WorkingId | Working) => void
  /** Opens the making of a new version. */
  readonly branch: () => void
}

/** What the workspaces of a turbine are given. */
export type StationProps = Common<TurbineBuild, Predicted>
export type ThrustStationProps = Common<ThrustBuild, ThrustPredicted>

/** What supply, line and nozzle are given, whatever the machine behind them. */
export interface AirStationProps {
  readonly build: Build
  readonly predicted: AirPredicted
  readonly edit: EditBuild<Pick<Build, 'supply' | 'line' | 'nozzle' | 'load' | 'coefficients'>>
  readonly faultAt: (path: string) => string | undefined
  readonly openWorking: (working: WorkingId | Working) => void
  readonly branch: () => void
}
