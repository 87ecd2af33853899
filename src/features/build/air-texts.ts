import { lineWords } from '../../project/compare'
import type { Build, MachinePredicted } from '../../project/document'
import type { StationText } from '../air-line'
import type { Shown } from '../shared'
import { supplyWords } from './air-words'
import { viewOf } from './machines/registry'

/** Under supply and line of any build. */
function airTexts(build: Build, { air, nozzle, input }: MachinePredicted, shown: Shown): StationText[] {
  const { supply, line } = build
  const pa = input.ambient.absolutePressurePa
  return [
    {
      id: 'supply',
      name: 'Supply',
      lines: [
        supplyWords(supply, shown),
        shown.text(air.sourcePressurePaAbs - pa, 'gaugePressure'),
        `${shown.text(air.massFlowKgPerS, 'massFlow')} · ${shown.text(nozzle.freeAirM3PerS, 'freeAir')} free`,
      ],
    },
    {
      id: 'line',
      name: line.regulator ? 'Regulator and line' : 'Line',
      lines: [
        line.regulator
          ? `${line.regulator.kind} at ${shown.text(air.supplyGaugePressurePa, 'gaugePressure')}`
          : lineWords(line),
        `${shown.text(air.nozzlePressurePaAbs - pa, 'gaugePressure')} behind it`,
        line.parts.length === 0
          ? 'nothing lost on the way'
          : `−${shown.text(air.supplyPressurePaAbs - air.nozzlePressurePaAbs, 'pressureDrop')} in ${line.parts.length === 1 ? 'its one part' : `${line.parts.length} parts`}`,
      ],
    },
  ]
}

/** What stands under each station of a build's air line, in words. */
export const stationTexts = (build: Build, predicted: MachinePredicted, shown: Shown): StationText[] => [
  ...airTexts(build, predicted, shown),
  ...viewOf(build).stations.map((s) => ({
    id: s.id,
    name: s.name(build, predicted),
    lines: s.lines(build, predicted, shown),
  })),
]
