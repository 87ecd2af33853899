import { RotorFace } from '../drawings/RotorFace'
import { jetWidthOf } from '../performance-chart'
import type { RotatingLook } from './rotating'

export const tangentialLook: RotatingLook<'tangential-impulse'> = {
  shape: (machine, shown) => `${machine.bladeCount} blades, r ${shown.text(machine.meanRadiusM, 'length')}`,
  drawings: [
    {
      value: 'face',
      label: 'Face, to scale',
      Drawing: ({ build, predicted, shown }) => (
        <RotorFace build={build} jetWidthM={jetWidthOf(build, predicted)} shown={shown} />
      ),
    },
  ],
  gapped: true,
}
