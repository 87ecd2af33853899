import { put, type Working } from '../../working'
import type { TankReduction } from './reduce-tank'

export type TankWorkingId = 'effectiveArea' | 'flow'

const SOURCE =
  'Mass and energy of an ideal gas in the vessel, ISO 6358-1 for the flow; damped least squares (Marquardt 1963); how far hole and wall work unevenly sought as well, with what is usual known beforehand (normal priors: Gelman and others, Bayesian Data Analysis, 14.8); uncertainty by JCGM 100'
const RANGE = 'One opening, no filling meanwhile. Within 1 % on recordings of known truth, beside the volume.'

/** How the figures of an emptying vessel came about. */
export function tankWorkings(r: TankReduction): Record<TankWorkingId, Working> {
  const warm = Number.isFinite(r.wallWPerK)
  const inputs = [
    put('p0', 'pressure at the opening, gauge', r.startGaugePa, 'Pa'),
    put('t0', 'opening', r.opensAtS, 's'),
    ...(warm ? [put('H', 'heat from the wall', r.wallWPerK, 'W/K')] : []),
    put('s', 'scatter about the fitted course', r.scatterPa, 'Pa'),
  ]
  const shared = { source: SOURCE, range: RANGE, origin: 'measured' as const }
  const law = warm ? 'm·cv·dT/dt = −ṁ·R·T + H·(Tw − T)' : 'T stays the wall’s'
  return {
    effectiveArea: {
      title: 'Effective area of the outlet',
      formula: `V·d(p/RT)/dt = −ṁ, ṁ = C·A·p·ψ(p)/√(RT), ${law}: C·A that fits the fall`,
      inputs,
      result: { ...r.effectiveArea },
      ...shared,
    },
    flow: {
      title: 'Flow at that pressure',
      formula: 'ṁ = C·A·p·ψ(p)/√(RT), p absolute, T of the room',
      inputs: [
        put('C·A', 'effective area', r.effectiveArea.value, 'm²'),
        put('p', 'gauge pressure', r.flowGaugePa, 'Pa'),
      ],
      result: { ...r.flow },
      ...shared,
    },
  }
}
