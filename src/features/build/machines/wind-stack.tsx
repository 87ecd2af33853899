import { RowsDrawing } from '../drawings/families/RowsDrawing'
import { StackDrawing } from '../drawings/families/StackDrawing'
import type { RotatingLook } from './rotating'

export const windStackLook: RotatingLook<'wind-stack'> = {
  shape: (machine, shown) => `${machine.stackVanes} vanes, wheel r ${shown.text(machine.meanRadiusM, 'length')}`,
  drawings: [
    { value: 'stack', label: 'Stack, to scale', Drawing: StackDrawing },
    { value: 'rows', label: 'Wheel, unrolled', Drawing: RowsDrawing },
  ],
  bladeAlongShaft: true,
}
