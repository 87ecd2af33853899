import type { MethodView } from '../contract'
import { ThrustCharts } from './Charts'
import { ThrustFigures } from './Figures'
import { ThrustRigFields } from './RigFields'

export const thrustView: MethodView = { RigFields: ThrustRigFields, Charts: ThrustCharts, Figures: ThrustFigures }
