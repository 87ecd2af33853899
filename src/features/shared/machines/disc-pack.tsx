import type { MachineOfKind } from '../../../project/document'
import { color } from '../../../ui'
import { mm, type Face } from './faces'

export function discPackFace(machine: MachineOfKind<'disc-pack'>): Face {
  const r = machine.outerRadiusM * mm
  const [hub, hole] = [machine.hubRadiusM * mm, (machine.innerRadiusM - machine.hubRadiusM) * mm * 0.42]
  return {
    reach: r,
    drawing: (
      <>
        <circle r={r} fill={color('field')} stroke={color('ink')} strokeWidth={r / 40} />
        {[0.94, 0.88].map((k) => (
          <circle key={k} r={k * r} fill="none" stroke={color('mute')} strokeWidth={r / 90} />
        ))}
        {[0, 1, 2, 3, 4].map((i) => (
          <circle
            key={i}
            cx={((machine.innerRadiusM + machine.hubRadiusM) / 2) * mm * Math.cos(1.2566 * i)}
            cy={((machine.innerRadiusM + machine.hubRadiusM) / 2) * mm * Math.sin(1.2566 * i)}
            r={hole}
            fill={color('sheet')}
            stroke={color('ink')}
            strokeWidth={r / 60}
          />
        ))}
        <circle r={hub * 0.5} fill={color('ink')} />
      </>
    ),
  }
}
