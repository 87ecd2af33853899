import { put, type Working } from '../../working'
import type { ThrustReduction } from './reduce-thrust'

export type ThrustWorkingId = 'thrust' | 'impulse' | 'runTime'

const SOURCE =
  'Zero and drift fitted to the quiet parts; stand as a damped spring, its response in closed form; area by trapezoids; uncertainty by JCGM 100'
const RANGE =
  'One push, quiet before it. Of simulated pushes of known truth a held thrust is told to 0.2 %, that of an opening to 0.7 to 1.3 %, impulse to 0.1 to 1.1 % (one standard uncertainty), beside the span.'

/** How each measured figure of a push came about. */
export function thrustWorkings(r: ThrustReduction): Record<ThrustWorkingId, Working> {
  const zero = put('F0', 'zero at the opening', r.zero.atOpeningN, 'N')
  const drift = put('d', 'drift of the zero', r.zero.driftNPerS, 'N/s')
  const ring = r.ring
    ? [
        put('f', 'ring of the stand', r.ring.frequencyHz, 'Hz'),
        put('ζ', 'its damping, of the critical', r.ring.dampingRatio, '1'),
      ]
    : []
  const opening = put('t0', 'opening', r.push.fromS, 's')
  const valve = r.opensInS > 0 ? [put('tv', 'how long the valve takes to open', r.opensInS, 's')] : []
  // what was told of valve and stand, and no more
  const behind = `${valve.length > 0 ? ', let through by min(1, (t − t0)/tv)' : ''}${r.ring ? ', behind x″ + 2ζ(2πf)x′ + (2πf)²x' : ''}`
  const shared = { source: SOURCE, range: RANGE, origin: 'measured' as const }
  return {
    thrust: {
      title: r.steady ? 'Thrust, held' : 'Thrust at the opening',
      formula: r.steady
        ? 'F = mean of (reading − F0 − d·t) over the middle six tenths of the push'
        : r.asVessel
          ? `reading − F0 − d·t = F times the course of a vessel that empties itself from t0 on${behind}, over the whole push; its pressure and heat fitted within wide limits`
          : `reading − F0 − d·t = a smooth course from t0 on${behind}; F is its value at t0, the mean of a cubic and a quartic`,
      inputs: [zero, drift, opening, ...valve, ...ring],
      result: { ...r.thrust },
      ...shared,
    },
    impulse: {
      title: 'Impulse',
      formula: 'I = ∫ (reading − F0 − d·t) dt, from before the opening until the stand is still',
      inputs: [zero, drift, opening, put('t1', 'end of the push', r.push.toS, 's')],
      result: { ...r.impulse },
      ...shared,
    },
    runTime: {
      title: 'How long it pushes',
      formula: r.steady ? 'from half of F on the way up to half on the way down' : 'from t0 until F / 20 is left',
      inputs: [opening, put('F', 'thrust', r.thrust.value, 'N')],
      result: { ...r.runTime },
      ...shared,
    },
  }
}
