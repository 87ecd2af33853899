import { normalDraw, seededRandom } from '../../statistics'
import { wallConductance } from '../../supply'
import { tally } from '../tally'
import type { TankTrace } from './fall-rows'
import type { TankHeat } from './heats'
import { reduceTank } from './reduce-tank'
import { tankFlow, tankPressures, type TankModel } from './tank-model'

export const TANK_CONDITIONS = [
  'kept warm',
  'no heat',
  'in between',
  'heat found',
  'zero off',
  'volume to 2 %',
  'sharp edge',
  'wall warms less and less',
  'wall cools itself',
] as const
export type TankCondition = (typeof TANK_CONDITIONS)[number]
export const TANK_FIGURES = ['effectiveArea', 'flowAtOpening'] as const

const ROOM = { roomPaAbs: 101_325, roomK: 293.15 }

/** What a gauge writes down of a vessel that empties: rest before the opening, noise, a zero that is off, digits. */
export function simulateTank(
  model: TankModel,
  of: { opensS: number; endS: number; stepS: number; noisePa: number; zeroPa: number; digitPa: number; seed: number },
): TankTrace {
  const random = seededRandom(of.seed)
  const timeS = Array.from({ length: Math.floor(of.endS / of.stepS) + 1 }, (_, i) => i * of.stepS)
  const after = timeS.map((t) => Math.max(0, t - of.opensS))
  const gaugePa = tankPressures(model, after, 1000).map((p) => {
    const read = p - model.roomPaAbs + of.zeroPa + of.noisePa * normalDraw(random)
    return of.digitPa > 0 ? Math.round(read / of.digitPa) * of.digitPa : read
  })
  return { timeS, gaugePa }
}

/** One simulated emptying, reduced as a maker's would be; null where it is refused. */
export function tankRun(condition: TankCondition, seed: number) {
  const random = seededRandom(seed * 4241 + 11)
  const between = (low: number, high: number) => low + (high - low) * random()
  const volumeM3 = Math.exp(between(Math.log(1e-3), Math.log(0.05)))
  const startPa = between(200e3, 800e3)
  const tau = between(8, 60)
  const effectiveAreaM2 = volumeM3 / tau / (0.6847 * Math.sqrt(287.05 * ROOM.roomK))
  const byChance = !['in between', 'wall warms less and less', 'wall cools itself'].includes(condition)
  const warm = condition === 'kept warm' || (condition !== 'no heat' && byChance && random() < 0.4)
  const cold = condition === 'no heat' || (!warm && byChance && random() < 0.3)
  const wallWPerK = warm ? Infinity : cold ? 0 : wallConductance(volumeM3) * between(0.5, 2)
  const heat: TankHeat =
    condition === 'heat found' || !byChance || (!warm && !cold) ? 'found' : warm ? 'isothermal' : 'adiabatic'
  const model: TankModel = {
    ...ROOM,
    volumeM3,
    startPaAbs: startPa + ROOM.roomPaAbs,
    wallK: ROOM.roomK,
    effectiveAreaM2,
    wallWPerK,
    ...(condition === 'sharp edge' ? { areaFalls: between(0.1, 0.3) } : {}),
    // from a thin plastic bottle's to a steel one's, for each litre
    ...(condition === 'wall cools itself'
      ? { wallJPerK: 1000 * volumeM3 * Math.exp(between(Math.log(30), Math.log(300))) }
      : {}),
    ...(condition === 'wall warms less and less' ? { wallFalls: between(0.2, 1) } : {}),
  }
  const zero = condition === 'zero off' ? 2000 : 0
  const volume = condition === 'volume to 2 %' ? 0.02 : 0
  const truth = {
    effectiveArea: effectiveAreaM2,
    flowAtOpening: tankFlow(model.startPaAbs, ROOM.roomK, ROOM.roomPaAbs, effectiveAreaM2),
  }
  const trace = simulateTank(model, {
    opensS: between(2, 5),
    endS: 5 + tau * between(1.2, 2.5),
    stepS: between(0.02, 0.2),
    noisePa: between(100, 800),
    zeroPa: zero * normalDraw(random),
    digitPa: random() < 0.5 ? 1000 : 0,
    seed: seed + 5,
  })
  try {
    return {
      truth,
      found: reduceTank(
        trace,
        {
          volumeM3: volumeM3 * (1 + volume * normalDraw(random)),
          volumeRelativeUncertainty: volume,
          heat,
          zeroUncertaintyPa: zero,
        },
        { ...ROOM, roomUncertaintyK: 0, nominalGaugePressurePa: null },
      ),
    }
  } catch {
    return { truth, found: null }
  }
}

/** Many runs under one condition, tallied. */
export const tankCampaign = (condition: TankCondition, repeats: number, firstSeed = 0) =>
  tally(condition, TANK_FIGURES, repeats, (i) => tankRun(condition, firstSeed + i))
