import { VaneDrawing } from '../drawings/families/VaneDrawing'
import type { RotatingLook } from './rotating'

export const vaneLook: RotatingLook<'vane-motor'> = {
  shape: (machine, shown) => `${machine.vanes} vanes, bore ⌀ ${shown.text(2 * machine.boreRadiusM, 'length')}`,
  drawings: [
    {
      value: 'face',
      label: 'Section, to scale',
      Drawing: ({ build, predicted, shown }) => (
        <VaneDrawing
          build={build}
          prediction={predicted.prediction}
          ambientPa={predicted.input.ambient.absolutePressurePa}
          shown={shown}
        />
      ),
    },
  ],
}
