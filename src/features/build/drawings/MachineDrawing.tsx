'use client'
import type { TurbineBuild } from '../../../project/document'
import type { Shown } from '../../shared'
import { jetWidth } from '../performance-chart'
import type { Predicted } from '../use-build'
import { ImpellerFace } from './families/ImpellerFace'
import { PackDrawing } from './families/PackDrawing'
import { RadialDrawing } from './families/RadialDrawing'
import { ReactionDrawing } from './families/ReactionDrawing'
import { RowsDrawing } from './families/RowsDrawing'
import { StackDrawing } from './families/StackDrawing'
import { VaneDrawing } from './families/VaneDrawing'
import { RotorFace } from './RotorFace'

type Of<F extends TurbineBuild['machine']['family']> = TurbineBuild & {
  machine: Extract<TurbineBuild['machine'], { family: F }>
}

/** Which drawings a family has, the first shown first. */
export const drawingsOf = (build: TurbineBuild): readonly { readonly value: string; readonly label: string }[] => {
  const { family } = build.machine
  if (family === 'turbine-compressor')
    return [
      { value: 'face', label: 'Turbine, to scale' },
      { value: 'impeller', label: 'Impeller, to scale' },
    ]
  if (family === 'wind-stack')
    return [
      { value: 'stack', label: 'Stack, to scale' },
      { value: 'rows', label: 'Wheel, unrolled' },
    ]
  return [
    {
      value: 'face',
      label:
        family === 'tangential-impulse'
          ? 'Face, to scale'
          : family === 'axial' || family === 'supersonic-impulse'
            ? 'Rows unrolled, to scale'
            : 'Section, to scale',
    },
  ]
}

/** The machine as it would be made, following its figures. */
export function MachineDrawing({
  build,
  view,
  predicted,
  shown,
}: {
  build: TurbineBuild
  view: string
  predicted: Predicted
  shown: Shown
}) {
  const { prediction, input } = predicted
  const width = jetWidth(prediction, build.nozzle.count, input.ambient)
  switch (build.machine.family) {
    case 'tangential-impulse':
      return <RotorFace build={build as Of<'tangential-impulse'>} jetWidthM={width} shown={shown} />
    case 'turbine-compressor':
      return view === 'impeller' ? (
        <ImpellerFace build={build as Of<'turbine-compressor'>} balance={prediction.compressor} shown={shown} />
      ) : (
        <RotorFace build={build as Of<'turbine-compressor'>} jetWidthM={width} shown={shown} />
      )
    case 'supersonic-impulse':
    case 'axial':
      return <RowsDrawing build={build as Of<'supersonic-impulse' | 'axial'>} shown={shown} />
    case 'wind-stack':
      return view === 'rows' ? (
        <RowsDrawing build={build as Of<'wind-stack'>} shown={shown} />
      ) : (
        <StackDrawing build={build as Of<'wind-stack'>} shown={shown} />
      )
    case 'radial-inflow':
      return <RadialDrawing build={build as Of<'radial-inflow'>} shown={shown} />
    case 'disc-pack':
      return <PackDrawing build={build as Of<'disc-pack'>} prediction={prediction} shown={shown} />
    case 'vane-motor':
      return (
        <VaneDrawing
          build={build as Of<'vane-motor'>}
          prediction={prediction}
          ambientPa={input.ambient.absolutePressurePa}
          shown={shown}
        />
      )
    case 'reaction-rotor':
      return <ReactionDrawing build={build as Of<'reaction-rotor'>} shown={shown} />
  }
}
