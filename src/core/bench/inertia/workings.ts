import { put, type Working } from '../../working'
import type { InertiaReduction } from './reduce-inertia'

export type ReductionWorkingId = 'peakShaftPower' | 'peakBladePower' | 'stallTorque' | 'freeSpeed' | 'effectiveInertia'

const SOURCE =
  'Angle fitted by cubics in windows of equal speed step; torque J · dω/dt; one weighted least-squares fit; uncertainty by JCGM 100'
const RANGE =
  'Torque straight in speed or bent once, a rig without slip. Within 2 % in torque and 3 % in power on recordings of known truth.'

/** How each measured figure of a spin-up run came about. */
export function reductionWorkings(r: InertiaReduction): Record<ReductionWorkingId, Working> {
  const [t0, k, a, b, c, q] = r.law.parameters
  const bend = q === 0 ? '' : ' − q·ω²'
  const line = [
    put('T0', 'torque at rest, on the blades', t0, 'N·m'),
    put('k', 'fall of torque with speed', k, 'N·m·s'),
    ...(q === 0 ? [] : [put('q', 'bend of torque with speed squared', q, 'N·m·s²')]),
  ]
  const drag = [
    put('a', 'drag at rest', a, 'N·m'),
    put('b', 'drag with speed', b, 'N·m·s'),
    put('c', 'drag with speed squared', c, 'N·m·s²'),
  ]
  const inertia = put('J', 'inertia felt at the rotor', r.effectiveInertia.value, 'kg·m²')
  const shared = { source: SOURCE, range: RANGE, origin: 'measured' as const }
  const of = ({ value, standardUncertainty, unit }: { value: number; standardUncertainty: number; unit: string }) => ({
    value,
    standardUncertainty,
    unit,
  })
  return {
    peakShaftPower: {
      title: 'Peak power at the shaft',
      formula: `P = ω · (T0 − k·ω${bend} − a − b·ω − c·ω²), at its greatest`,
      inputs: [...line, ...drag, put('ω', 'speed there', r.peakShaftPower.speedRadPerS, 'rad/s'), inertia],
      result: of(r.peakShaftPower.power),
      ...shared,
    },
    peakBladePower: {
      title: 'Power on the blades',
      formula: `P = ω · (T0 − k·ω${bend}), at its greatest up to the free speed`,
      inputs: [...line, put('ω', 'speed there', r.peakBladePower.speedRadPerS, 'rad/s'), inertia],
      result: of(r.peakBladePower.power),
      ...shared,
    },
    stallTorque: {
      title: 'Torque at rest',
      formula: `T0 from J · dω/dt = T0 − k·ω${bend} − a − b·ω − c·ω²`,
      inputs: [inertia, ...line.slice(1), ...drag],
      result: of(r.stallTorque),
      ...shared,
    },
    freeSpeed: {
      title: 'Free speed',
      formula: `T0 − k·ω${bend} − a − b·ω − c·ω² = 0`,
      inputs: [...line, ...drag],
      result: of(r.freeSpeed),
      ...shared,
    },
    effectiveInertia: {
      title: 'Inertia felt at the rotor',
      formula: 'J = I(rotor) + N² · I(flywheel)',
      inputs: [inertia],
      result: of(r.effectiveInertia),
      source: 'Kinetic energy of both at one speed',
      range: 'A belt or gear without slip.',
      origin: 'measured',
    },
  }
}
