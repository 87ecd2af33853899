import type { EngineBuild, EnginePredicted } from '../../../project/document'
import type { Common } from '../stations/station-props'

/** What the workspaces of a piston engine are given. */
export type EngineStationProps = Common<EngineBuild, EnginePredicted>
