import type { MethodView } from '../contract'
import { InertiaCharts } from './Charts'
import { InertiaFigures } from './Figures'
import { InertiaRigFields } from './RigFields'

export const inertiaView: MethodView = { RigFields: InertiaRigFields, Charts: InertiaCharts, Figures: InertiaFigures }
