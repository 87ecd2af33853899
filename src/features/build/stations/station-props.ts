import type { Working } from '../../../core/working'
import type {
  Build,
  BuildOf,
  FedBuild,
  MachineOfKind,
  MachinePredicted,
  RotatingMachine,
  RotatingPredicted,
  ThrustPredicted,
} from '../../../project/document'
import type { EditBuild } from '../use-build'

/** What the workspace of any station is given. */
export interface Common<B, P> {
  readonly build: B
  readonly predicted: P
  readonly edit: EditBuild<B>
  readonly faultAt: (path: string) => string | undefined
  readonly openWorking: (working: string | Working) => void
  /** Opens the making of a new version. */
  readonly branch: () => void
}

/** What the workspaces of a rotating machine are given. */
export type StationProps = Common<BuildOf<RotatingMachine>, RotatingPredicted>
export type ThrustStationProps = Common<BuildOf<MachineOfKind<'thrust-body'>>, ThrustPredicted>

/** What supply, line and nozzle are given, whatever the machine behind them. */
export type AirStationProps = Common<Build, MachinePredicted>
/** The same, where nozzles let the air in. */
export type NozzleStationProps = Common<FedBuild, MachinePredicted>
