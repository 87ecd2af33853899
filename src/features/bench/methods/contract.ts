import type { ComponentType } from 'react'
import type { Build, MachinePredicted, Measurement, Rig, Run } from '../../../project/document'
import type { MeasuredRun } from '../../../project/measuring'
import type { EditRig } from '../run-edits'

export interface RigFieldsProps {
  readonly rig: Rig
  readonly build: Build
  readonly edit: EditRig
  /** At the run's pressure, in its room; null where none is predicted. */
  readonly predicted: MachinePredicted | null
}

export interface MeasuredProps {
  readonly run: Run
  readonly measurement: Measurement
  readonly build: Build
  readonly measured: MeasuredRun
  readonly predicted: MachinePredicted | null
}

/** A way of measuring as the bench shows it. */
export interface MethodView {
  /** What a maker sets on its rig, and what that makes of this machine. */
  readonly RigFields: ComponentType<RigFieldsProps>
  /** What was recorded, and what it says. */
  readonly Charts: ComponentType<MeasuredProps>
  /** Its figures, with their workings. */
  readonly Figures: ComponentType<MeasuredProps & { readonly possible: boolean }>
}
