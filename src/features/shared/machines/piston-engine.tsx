import type { PistonEngine } from '../../../project/document'
import { color } from '../../../ui'
import { mm, type Face } from './faces'

/** Cylinder over crank, to scale. */
export function pistonFace(machine: PistonEngine): Face {
  const [bore, stroke] = [machine.boreM * mm, machine.strokeM * mm]
  const rod = Math.min(machine.rodM * mm, 2.2 * stroke)
  const r = stroke / 2
  const whole = r + rod + bore * 0.9 + stroke
  const shift = whole / 2 - r * 1.3
  const line = whole / 50
  const joint = shift - rod - r * 0.6
  return {
    reach: whole * 0.62,
    drawing: (
      <g stroke={color('ink')} strokeWidth={line}>
        <rect
          x={-bore / 2 - line * 2}
          y={joint - stroke - bore * 0.55}
          width={bore + line * 4}
          height={stroke + bore}
          fill={color('field')}
        />
        <rect x={-bore / 2} y={joint - bore * 0.45} width={bore} height={bore * 0.8} fill={color('sheet')} />
        <circle cy={shift} r={r * 1.4} fill={color('sheet')} />
        <line x1={r * 0.8} y1={shift - r * 0.6} x2="0" y2={joint} strokeWidth={line * 2.4} />
        <circle
          cy={joint - stroke - bore * 0.35}
          r={machine.family === 'single-acting-engine' ? bore * 0.16 : 0.001}
          fill={color('sheet')}
        />
      </g>
    ),
  }
}
