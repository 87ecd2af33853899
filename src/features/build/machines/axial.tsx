import { RowsDrawing } from '../drawings/families/RowsDrawing'
import type { RotatingLook } from './rotating'

export const axialLook: RotatingLook<'axial'> = {
  shape: (machine, shown) =>
    `${machine.stages} ${machine.stages === 1 ? 'stage' : 'stages'}, r ${shown.text(machine.meanRadiusM, 'length')}`,
  drawings: [{ value: 'face', label: 'Rows unrolled, to scale', Drawing: RowsDrawing }],
  bladeAlongShaft: true,
}
