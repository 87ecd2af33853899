import { boreReach } from '../../../core/turbine'
import type { MachineOfKind } from '../../../project/document'
import { color } from '../../../ui'
import { mm, type Face } from './faces'

export function vaneFace(machine: MachineOfKind<'vane-motor'>): Face {
  const [bore, rotor] = [machine.boreRadiusM * mm, machine.rotorRadiusM * mm]
  return {
    reach: bore * 1.12,
    drawing: (
      <>
        <circle
          cx={machine.eccentricityM * -mm}
          r={bore}
          fill={color('field')}
          stroke={color('ink')}
          strokeWidth={bore / 24}
        />
        <circle r={rotor} fill={color('sheet')} stroke={color('ink')} strokeWidth={bore / 40} />
        <path
          d={Array.from({ length: machine.vanes }, (_, i) => {
            const a = (2 * Math.PI * i) / machine.vanes + 0.4
            const out = boreReach(machine, a) * mm
            return `M${(out - machine.vaneHeightM * mm) * Math.cos(a)} ${(out - machine.vaneHeightM * mm) * Math.sin(a)}L${out * Math.cos(a)} ${out * Math.sin(a)}`
          }).join('')}
          stroke={color('ink')}
          strokeWidth={machine.vaneThicknessM * mm}
        />
      </>
    ),
  }
}
