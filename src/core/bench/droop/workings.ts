import { put, type Working } from '../../working'
import type { DroopReduction } from './reduce-droop'

export type DroopWorkingId = 'closed' | 'droop' | 'sticks'

const SOURCE =
  'Static balance of forces at spring, diaphragm or piston and poppet; ISO 6358-1 for the valve, ISO 9300 for the holes; least squares, widened where the readings scatter by more than a digit (Birge 1932), straight and bent by how well each lies (Hoeting and others 1999); uncertainty by JCGM 100'
const RANGE =
  'While the valve is not wide open. In 1,000 simulated regulators the 95 % bands hold the truth 92 to 97 % of the time.'

/** How the figures of a regulator came about. */
export function droopWorkings(r: DroopReduction): Partial<Record<DroopWorkingId, Working>> {
  const shared = { source: SOURCE, range: RANGE, origin: 'measured' as const }
  const inputs = [
    put('n', 'readings on the line', r.points.filter((p) => !p.aside).length, ''),
    put('p1', 'source, mean, gauge', r.sourceGaugePa, 'Pa'),
    put('d', 'loss over opening', r.perOpening.value, 'Pa²·s/m³'),
    put('b', 'bend of it', r.bend.value, 'Pa·s/kg'),
    put('s', 'scatter about the line', r.scatterPa, 'Pa'),
  ]
  const law = 'p = p0 − d·C − e·(p1 − mean) ∓ h, C = ṁ/ṁ(C = 1)'
  return {
    closed: { title: 'Outlet pressure near closed, gauge', formula: law, inputs, result: { ...r.closed }, ...shared },
    droop: {
      title: 'What it loses with flow',
      formula: `Δp/ṁ to the greatest flow = d/ṁ(C = 1) at p1 and p0; ${law}, straight or bent over C`,
      inputs,
      result: { ...r.droop },
      ...shared,
    },
    ...(r.sticks && {
      sticks: {
        title: 'How far it sticks, each way',
        formula: `h of ${law}: low after the flow has risen, high after it has fallen`,
        inputs,
        result: { ...r.sticks },
        ...shared,
      },
    }),
  }
}
