import type { MachineOfKind } from '../../../project/document'
import { color } from '../../../ui'
import { mm, spokes, type Face } from './faces'

export function radialFace(machine: MachineOfKind<'radial-inflow'>): Face {
  const r = machine.inletRadiusM * mm
  return {
    reach: r * 1.1,
    drawing: (
      <>
        <circle r={r} fill={color('field')} stroke={color('ink')} strokeWidth={r / 40} />
        <path
          d={spokes(machine.bladeCount, machine.outletHubRadiusM * mm, r, 0)}
          stroke={color('ink')}
          strokeWidth={machine.bladeThicknessM * mm}
        />
        <circle r={machine.outletTipRadiusM * mm} fill="none" stroke={color('mute')} strokeWidth={r / 50} />
        <circle r={machine.outletHubRadiusM * mm} fill={color('sheet')} stroke={color('ink')} strokeWidth={r / 40} />
      </>
    ),
  }
}
