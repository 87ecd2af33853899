import { put, type Working } from '../../working'
import type { SettledReduction } from './reduce-brake'

export type SettledWorkingId = 'peakPower' | 'stallTorque' | 'freeSpeed'

const SOURCE =
  'Least median of squares over all pairs of readings (Rousseeuw 1984), then least squares over those that agree, with a bend of the torque as large as machines have it taken for known beforehand (0.25 ± 0.35 of its fall); covariance by each reading’s own residual (MacKinnon and White 1985); uncertainty by JCGM 100'
const RANGE =
  'Settled readings at two loads or more. Within 1 % in torque, speed and power on recordings of known truth, beside arm, scale and meters.'

/** How each figure of settled readings came about; `torque` says where the torque of a reading comes from. */
export function settledWorkings(r: SettledReduction, torque: string): Record<SettledWorkingId, Working> {
  const [a, b, c] = r.line.parameters
  const line = [
    put('a', 'torque at rest, of the line', a, 'N·m'),
    put('b', 'its slope', b, 'N·m·s'),
    put('c', 'its bend', c, 'N·m·s²'),
    put('s', 'scatter of one reading', r.line.scatterNm, 'N·m'),
  ]
  const law = 'T = a + b·ω + c·ω²'
  const shared = { source: SOURCE, range: RANGE, origin: 'measured' as const }
  return {
    peakPower: {
      title: 'Peak power at the shaft',
      formula: `P = ω · T at its greatest, ${law}; ${torque}`,
      inputs: [...line, put('ω', 'speed there', r.peakSpeed.value, 'rad/s')],
      result: { ...r.peakPower },
      ...shared,
    },
    stallTorque: {
      title: 'Torque at rest',
      formula: `T at ω = 0, ${law}; ${torque}`,
      inputs: line,
      result: { ...r.stallTorque },
      ...shared,
    },
    freeSpeed: {
      title: 'Free speed',
      formula: `T = 0, ${law}; ${torque}`,
      inputs: line,
      result: { ...r.freeSpeed },
      ...shared,
    },
  }
}
