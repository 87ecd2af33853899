import { RadialDrawing } from '../drawings/families/RadialDrawing'
import type { RotatingLook } from './rotating'

export const radialLook: RotatingLook<'radial-inflow'> = {
  shape: (machine, shown) =>
    `${machine.bladeCount} blades, r ${shown.text(machine.inletRadiusM, 'length')} to ${shown.text(machine.outletTipRadiusM, 'length')}`,
  drawings: [{ value: 'face', label: 'Section, to scale', Drawing: RadialDrawing }],
}
