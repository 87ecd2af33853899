import type { MethodView } from '../contract'
import { CoastCharts } from './Charts'
import { CoastFigures } from './Figures'
import { CoastRigFields } from './RigFields'

export const coastView: MethodView = { RigFields: CoastRigFields, Charts: CoastCharts, Figures: CoastFigures }
