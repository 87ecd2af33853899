import { flankOf, rotorMiddle, wallPoint, type Point } from '../../../core/engine'
import type { RotorEngine } from '../../../project/document'
import { color } from '../../../ui'
import { mm, type Face } from './faces'

const QUARTER = Math.PI / 2
const path = (points: readonly Point[]): string =>
  `M${points.map(([x, y]) => `${(x * mm).toFixed(2)} ${(-y * mm).toFixed(2)}`).join('L')}Z`

/** Rotor in its housing, a little past dead centre. */
export function rotorFace(m: RotorEngine): Face {
  const faces = 0.35
  const [mx, my] = rotorMiddle(m, faces)
  const flank = flankOf(m, m.flankGapM)
  const half = Math.asin(((Math.sqrt(3) / 2) * m.radiusM) / flank.radiusM)
  const rotor = [0, 1, 2].flatMap((k) => {
    const f = faces + QUARTER + (k * 2 * Math.PI) / 3
    return Array.from({ length: 9 }, (_, i): Point => {
      const s = f + (i / 8 - 0.5) * 2 * half
      return [
        mx + flank.centreM * Math.cos(f) + flank.radiusM * Math.cos(s),
        my + flank.centreM * Math.sin(f) + flank.radiusM * Math.sin(s),
      ]
    })
  })
  const wall = Array.from({ length: 48 }, (_, i) => wallPoint(m, (2 * Math.PI * i) / 48))
  const reach = (m.radiusM + m.eccentricityM) * mm
  const line = reach / 25
  return {
    reach: reach * 1.15,
    drawing: (
      <g stroke={color('ink')} strokeWidth={line}>
        <path d={path(wall)} fill={color('field')} strokeWidth={line * 2} />
        <path d={path(rotor)} fill={color('sheet')} />
        <circle cx={mx * mm} cy={-my * mm} r={reach * 0.28} fill={color('field')} />
      </g>
    ),
  }
}
