import { RowsDrawing } from '../drawings/families/RowsDrawing'
import type { RotatingLook } from './rotating'

export const supersonicLook: RotatingLook<'supersonic-impulse'> = {
  shape: (machine, shown) => `${machine.bladeCount} blades, r ${shown.text(machine.meanRadiusM, 'length')}`,
  drawings: [{ value: 'face', label: 'Rows unrolled, to scale', Drawing: RowsDrawing }],
  gapped: true,
  bladeAlongShaft: true,
}
