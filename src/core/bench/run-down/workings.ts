import { put, type Working } from '../../working'
import type { RunDownReduction } from './reduce-run-down'

export type RunDownWorkingId = 'runTime' | 'peakSpeed' | 'air' | 'airPerTurn' | 'impulse' | 'shaftWork' | 'workPerAir'

const SOURCE =
  'Areas by trapezoids; mass and energy of the vessel’s air, its wall’s heat from its size; uncertainty by JCGM 100'
const RANGE =
  'One run, rest before or after it. It turns above a hundredth of its top speed, or above what is read at rest. Turns within 0.1 %, time within 0.1 % or, of what coasts long, 1 %, top speed within 0.5 %, air within 5 % on simulated runs of known truth, beside volume and span.'

/** How the figures of a whole run came about; those that were measured. */
export function runDownWorkings(r: RunDownReduction): Partial<Record<RunDownWorkingId, Working>> {
  const { fromS, toS } = r.turned
  const shared = { source: SOURCE, range: RANGE, origin: 'measured' as const }
  const ends = [put('t0', 'begins to turn', fromS, 's'), put('t1', 'stops', toS, 's')]
  const pressures =
    r.startGaugePa === null || r.endGaugePa === null
      ? []
      : [put('p0', 'at the start, gauge', r.startGaugePa, 'Pa'), put('p1', 'at the end, gauge', r.endGaugePa, 'Pa')]
  const working = (title: string, formula: string, inputs: Working['inputs'], result: Working['result'] | null) =>
    result ? { title, formula, inputs, result: { ...result }, ...shared } : undefined
  return {
    runTime: working('How long it turned', 't = t1 − t0, half a row more at either end', ends, r.runTime),
    peakSpeed: working(
      'Greatest speed',
      'top of polynomials through the rows about the highest that lie on them, without what their noise lifts it by',
      ends,
      r.peakSpeed,
    ),
    air: working(
      'Air that it took',
      'm = V·(p0/T0 − p1/T1)/R, T0 by the pressure’s fall while shut, V·p′ = −(γ − 1)·H·(T0 − Tw), T from dT/dt = T·(p′/p + ṁ/m), ṁ = (H·(Tw − T) − V·p′/(γ − 1))/(cp·T)',
      [...pressures, ...(r.warmer ? [put('T0 − Tw', 'air warmer than the room', r.warmer.value, 'K')] : [])],
      r.air,
    ),
    airPerTurn: working(
      'Air a turn',
      'm / n, n = ∫ω dt / 2π',
      [...(r.air ? [put('m', 'air', r.air.value, 'kg')] : []), put('n', 'turns', r.turns.value, '1')],
      r.airPerTurn,
    ),
    impulse: working('Impulse', 'I = ∫ (reading − zero) dt while it turned', ends, r.impulse),
    shaftWork: working('Work of the shaft', 'W = ∫ M(ω)·ω dt, M by the law of its load', ends, r.shaftWork),
    workPerAir: working(
      'Work of the air',
      'W / m',
      [
        ...(r.shaftWork ? [put('W', 'work of the shaft', r.shaftWork.value, 'J')] : []),
        ...(r.air ? [put('m', 'air', r.air.value, 'kg')] : []),
      ],
      r.workPerAir,
    ),
  }
}
