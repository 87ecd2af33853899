import { PackDrawing } from '../drawings/families/PackDrawing'
import type { RotatingLook } from './rotating'

export const discPackLook: RotatingLook<'disc-pack'> = {
  shape: (machine, shown) => `${machine.discs} discs, gap ${shown.text(machine.gapWidthM, 'length')}`,
  drawings: [
    {
      value: 'face',
      label: 'Section, to scale',
      Drawing: PackDrawing,
    },
  ],
}
