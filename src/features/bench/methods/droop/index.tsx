'use client'
import type { MethodView } from '../contract'
import { DroopCharts } from './Charts'
import { DroopFigures } from './Figures'
import { DroopRigFields } from './RigFields'

export const droopView: MethodView = { RigFields: DroopRigFields, Charts: DroopCharts, Figures: DroopFigures }
