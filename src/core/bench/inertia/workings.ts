import { put, type Working } from '../../working'
import { bladeTorqueOf, dragOf } from './torque-law'
import type { InertiaReduction } from './reduce-inertia'

export type ReductionWorkingId = 'peakShaftPower' | 'peakBladePower' | 'stallTorque' | 'freeSpeed' | 'effectiveInertia'

const SOURCE =
  'Motion fitted as a whole by torque T(ω) and drag M(ω), a line and a parabola with courses of other shapes as far as machines have them; uncertainty by JCGM 100'
const RANGE = 'A rig without slip. Within 2 % in torque and 3 % in power on recordings of known truth.'

/** How each measured figure of a spin-up run came about. */
export function reductionWorkings(r: InertiaReduction): Record<ReductionWorkingId, Working> {
  const at = (w: number) => [
    put('T', 'torque on the blades there', bladeTorqueOf(r.law, w), 'N·m'),
    put('M', 'drag there', dragOf(r.law, w), 'N·m'),
    put('ω', 'speed there', w, 'rad/s'),
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
      formula: 'P = ω · (T(ω) − M(ω)), at its greatest',
      inputs: [...at(r.peakShaftPower.speedRadPerS), inertia],
      result: of(r.peakShaftPower.power),
      ...shared,
    },
    peakBladePower: {
      title: 'Power on the blades',
      formula: 'P = ω · T(ω), at its greatest up to the free speed',
      inputs: [...at(r.peakBladePower.speedRadPerS).filter((input) => input.symbol !== 'M'), inertia],
      result: of(r.peakBladePower.power),
      ...shared,
    },
    stallTorque: {
      title: 'Torque at rest',
      formula: 'T0 from J · dω/dt = T(ω) − M(ω), carried to rest',
      inputs: [inertia, put('M', 'drag at rest', dragOf(r.law, 0), 'N·m')],
      result: of(r.stallTorque),
      ...shared,
    },
    freeSpeed: {
      title: 'Free speed',
      formula: 'T(ω) = M(ω)',
      inputs: at(r.freeSpeed.value),
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
