import { flankOf, portOpening, type RotorPort } from '../../../core/engine'
import type { RotorEngine } from '../../../project/document'
import { openWhile, toDeg, type Handle, type Opening, type Stretch } from './opening'

/** Less of a port than this is shut, m2. */
const SHUT = 1e-9

/** Stretches of the rotor’s turn in which a chamber has a port. */
function stretches(m: RotorEngine, port: RotorPort, turned: number): Stretch[] {
  const { areaM2 } = portOpening(m, flankOf(m, m.flankGapM), port)
  return openWhile((a) => areaM2(a - turned) - SHUT)
}

/** Every opening of one chamber over the rotor’s turn: those of the first lobe, then those of the other. */
export const rotorOpenings = (m: RotorEngine): Opening[] => [
  { id: 'intake', name: 'intake', lets: 'in', open: stretches(m, m.intake, 0) },
  { id: 'outlet', name: 'outlet', lets: 'out', open: stretches(m, m.outlet, 0) },
  {
    id: 'far-intake',
    name: m.tube ? 'far intake' : 'far breather',
    lets: m.tube ? 'in' : 'out',
    open: stretches(m, m.intake, Math.PI),
  },
  { id: 'far-outlet', name: 'far outlet', lets: 'out', open: stretches(m, m.outlet, Math.PI) },
]

const STEP_DEG = 1
/** Where ports may stand, degrees. */
const [LEAST, MOST] = [-60, 240] as const

export function rotorHandles(m: RotorEngine): Handle[] {
  const rings = rotorOpenings(m)
  return (['intake', 'outlet'] as const).map((key): Handle => {
    const opens = rings.find((r) => r.id === key)?.open[0]?.[0] ?? 0
    const at = (deg: number): RotorEngine => {
      const angle = Math.min(MOST, Math.max(LEAST, Math.round(deg)))
      return { ...m, [key]: { ...m[key], angleRad: (angle * Math.PI) / 180 } }
    }
    const now = toDeg(m[key].angleRad)
    return {
      id: key,
      label: `${key}: where it opens`,
      at: opens % 360,
      on: key,
      says: `port at ${now.toFixed(0)}°`,
      // the port goes as far as its opening is dragged, the short way round
      moved: (deg) => at(now + ((((deg - opens + 180) % 360) + 360) % 360) - 180),
      stepped: (by) => at(now + by * STEP_DEG),
    }
  })
}
