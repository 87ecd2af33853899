import type { MachineOfKind } from '../../../project/document'
import { color } from '../../../ui'
import { bodyPath } from '../drawings/body-path'
import { mm, type Face } from './faces'

/** A body from the side, its middle at (0, 0). */
export function bodyFace(machine: MachineOfKind<'thrust-body'>): Face {
  const length = mm * machine.lengthM
  return {
    reach: 0.52 * length,
    drawing: (
      <path
        d={bodyPath(machine)}
        transform={`translate(${-length / 2} 0)`}
        fill={color('field')}
        stroke={color('ink')}
        strokeWidth={length / 60}
      />
    ),
  }
}
