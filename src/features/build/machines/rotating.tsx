import type { ComponentType } from 'react'
import { workingRadius } from '../../../core/machines'
import { formatNumber, inRpm } from '../../../core/units'
import type { BuildOf, MachineOfKind, RotatingMachine, RotatingPredicted } from '../../../project/document'
import type { Shown } from '../../shared'
import { nozzleStation } from '../stations/nozzle-station'
import { LoadStation } from '../stations/LoadStation'
import { RotorStation } from '../stations/RotorStation'
import { ShaftStation } from '../stations/ShaftStation'
import type { MachineView } from './contract'

export interface DrawingProps<M extends RotatingMachine> {
  readonly build: BuildOf<M>
  readonly predicted: RotatingPredicted
  readonly shown: Shown
}

/** What a family of rotating machines shows of its own: its words, its drawings, what its feed's figures mean. */
export interface RotatingLook<F extends RotatingMachine['family']> {
  /** The machine in a few words. */
  shape(machine: MachineOfKind<F>, shown: Shown): string
  /** Its drawings, the first shown first. */
  readonly drawings: readonly {
    readonly value: string
    readonly label: string
    readonly Drawing: ComponentType<DrawingProps<MachineOfKind<F>>>
  }[]
  /** What the nozzle's angle is measured from. */
  readonly angleLabel?: string
  /** Its nozzle blows over a gap into blades. */
  readonly gapped?: boolean
  /** A drawn blade lies along the shaft, not along the radius. */
  readonly bladeAlongShaft?: boolean
}

export type AnyLook = RotatingLook<RotatingMachine['family']>

const rpm = (radPerS: number) => `${formatNumber(inRpm(radPerS))} rpm`

/** How its rotor stands, in a word or two. */
const standing = ({ machine }: BuildOf<RotatingMachine>): string =>
  'casing' in machine
    ? machine.casing.kind === 'close'
      ? 'close casing'
      : 'open'
    : machine.shaft.overhangM > 0
      ? 'overhung'
      : 'between bearings'

/** A family of rotating machines as the build room shows it. */
export function rotatingView<F extends RotatingMachine['family']>(
  own: RotatingLook<F>,
): MachineView<RotatingMachine, RotatingPredicted> {
  const look = own as unknown as AnyLook
  return {
    left: { short: 'shaft', long: 'Power left at the shaft' },
    safeTo: true,
    stations: [
      nozzleStation({ angleLabel: own.angleLabel ?? 'Angle to the rim', gapped: own.gapped ?? false }),
      {
        id: 'rotor',
        name: () => 'Rotor',
        towards: 'the machine itself',
        lines: ({ machine }, { prediction: { point, nozzle }, input }, shown) => {
          const ratio = (point.speedRadPerS * workingRadius(input.machine)) / Math.max(1e-9, nozzle.jetSpeedMPerS)
          return [
            look.shape(machine, shown),
            `${rpm(point.speedRadPerS)} · u/c ${ratio.toFixed(2)}`,
            `${shown.text(point.torqueNm, 'torque')} at the shaft`,
          ]
        },
        Workspace: (props) => <RotorStation {...props} look={look} />,
      },
      {
        id: 'shaft',
        name: () => 'Shaft',
        towards: 'will it hold, will the bearings take it?',
        lines: (build, { prediction: p }) => [
          `${build.machine.shaft.bearingCount} × ${build.machine.shaft.bearingClassId}, ${standing(build)}`,
          `free at ${rpm(p.summary.freeSpeedRadPerS)}`,
          `there ${formatNumber(p.strength.stressMargin, 2)} × in stress`,
        ],
        Workspace: ShaftStation,
      },
      {
        id: 'load',
        name: (_, { prediction }) => (prediction.compressor ? 'Impeller' : 'Load'),
        towards: 'what it has to drive',
        lines: ({ machine: { load } }, { prediction: { compressor, point } }, shown) => {
          if (compressor)
            return [
              load.label || 'impeller',
              compressor.stalled ? 'the turbine cannot turn it' : `balances at ${rpm(compressor.speedRadPerS)}`,
              compressor.stalled
                ? ''
                : `${compressor.pressureRatio.toFixed(3)} × in pressure, ${shown.text(compressor.deliveredKgPerS, 'massFlow')}`,
            ]
          const spare = point.shaftPowerW - load.wantedPowerW
          return [
            load.label || 'load',
            `wants ${shown.text(load.wantedPowerW, 'power')} at ${rpm(load.speedRadPerS)}`,
            spare >= 0 ? `${shown.text(spare, 'power')} to spare` : `${shown.text(-spare, 'power')} short`,
          ]
        },
        Workspace: LoadStation,
      },
    ],
  }
}
