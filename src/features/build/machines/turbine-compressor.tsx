import { ImpellerFace } from '../drawings/families/ImpellerFace'
import { RotorFace } from '../drawings/RotorFace'
import { jetWidthOf } from '../performance-chart'
import type { RotatingLook } from './rotating'

export const turbineCompressorLook: RotatingLook<'turbine-compressor'> = {
  shape: (machine, shown) => `${machine.bladeCount} blades, r ${shown.text(machine.meanRadiusM, 'length')}`,
  drawings: [
    {
      value: 'face',
      label: 'Turbine, to scale',
      Drawing: ({ build, predicted, shown }) => (
        <RotorFace build={build} jetWidthM={jetWidthOf(build, predicted)} shown={shown} />
      ),
    },
    {
      value: 'impeller',
      label: 'Impeller, to scale',
      Drawing: ({ build, predicted, shown }) => (
        <ImpellerFace build={build} balance={predicted.prediction.compressor} shown={shown} />
      ),
    },
  ],
  gapped: true,
}
