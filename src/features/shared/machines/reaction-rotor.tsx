import type { MachineOfKind } from '../../../project/document'
import { color } from '../../../ui'
import { mm, type Face } from './faces'

export function reactionFace(machine: MachineOfKind<'reaction-rotor'>): Face {
  const r = machine.bodyRadiusM * mm
  return {
    reach: r,
    drawing: (
      <>
        <circle r={r} fill={color('field')} stroke={color('ink')} strokeWidth={r / 40} />
        <path
          d={`M0 0L${machine.jetRadiusM * mm} 0l0 ${-0.4 * r}M0 0L${-machine.jetRadiusM * mm} 0l0 ${0.4 * r}`}
          stroke={color('pipe')}
          strokeWidth={r / 9}
          fill="none"
        />
        <circle r={machine.sealRadiusM * mm} fill={color('sheet')} stroke={color('ink')} strokeWidth={r / 40} />
      </>
    ),
  }
}
