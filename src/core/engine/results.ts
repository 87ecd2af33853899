import { CP, GAMMA } from '../air'
import type { EngineMarch } from './cycle'
import type { EngineNetwork, Exchange, Placed } from './network'
import { EXHAUST, ROOM, SUPPLY } from './input'
import { steady, TOGETHER, type Near, type Steady } from './steady'

/** One chamber's air round a turn. */
export interface ChamberCycle {
  readonly volume: number
  readonly id: string
  readonly volumeM3: Float64Array
  readonly pressurePaAbs: Float64Array
  readonly temperatureK: Float64Array
  /** Push of its air on the crank, against what stands behind the piston, N m. */
  readonly torqueNm: Float64Array
  /** Area of its loop: work of a turn, J. */
  readonly workJ: number
}

/** A turn of an engine that comes back to where it began: what is seen of it, and what it sums to. */
export interface EngineCycle {
  readonly angleRad: Float64Array
  readonly speedRadPerS: Float64Array
  readonly torqueNm: Float64Array
  readonly chambers: readonly ChamberCycle[]
  /** Pressure of each volume that no piston changes, Pa absolute: manifold. */
  readonly still: readonly { readonly id: string; readonly pressurePaAbs: Float64Array }[]
  /** Flow of each passage, kg/s, and its effective area, m2. */
  readonly passages: readonly {
    readonly id: string
    readonly flowKgPerS: Float64Array
    readonly areaM2: Float64Array
  }[]
  /** Each ball that moves by itself: its lift and what its pin stands beyond the seat, m. */
  readonly balls: readonly { readonly liftM: Float64Array; readonly pinM: Float64Array }[]
  readonly timeS: number
  /** From supply, to exhaust, past seals to the room, kg a turn. */
  readonly airKg: number
  readonly exhaustedKg: number
  readonly leakedKg: number
  readonly indicatedWorkJ: number
  readonly frictionWorkJ: number
  readonly loadWorkJ: number
  readonly heatJ: number
  /** What does not close of the first law over the turn, J. */
  readonly residualJ: number
}

/** Degrees between two samples of a turn. */
const SAMPLE_DEG = 2

/**
 * The next period of an engine, seen at every second degree and where something opens or shuts.
 * @param turns of several, the last one is seen, and its sums are the mean of all: for an engine none of whose turns is
 *   as the last.
 */
export function cycleOf(march: EngineMarch, sampleDeg = SAMPLE_DEG, turns = 1): EngineCycle | null {
  const { network, system, layout, y } = march
  const { volumes, passages, periodRad, cornersRad, exchange, balls } = network
  const steps = Math.round((periodRad * 180) / Math.PI / sampleDeg)
  const even = Array.from({ length: steps + 1 }, (_, i) => (i === steps ? periodRad : (i * periodRad) / steps))
  const apart = even.filter((a) => cornersRad.every((c) => Math.abs(c - a) > 1e-9))
  const grid = [...apart, ...cornersRad].sort((a, b) => a - b)
  const n = grid.length
  const arrays = (count: number) => Array.from({ length: count }, () => new Float64Array(n))
  const [volume, pressure, temperature, torque] = Array.from({ length: 4 }, () => arrays(volumes.length))
  const [flow, area] = [arrays(passages.length), arrays(passages.length)]
  const [lift, pin] = [arrays(balls.length), arrays(balls.length)]
  const [angle, speed, total] = arrays(3)
  const rates = new Float64Array(passages.length)
  const start = y.slice()
  const before = march.speed()
  for (let i = 1; i < turns; i++) if (!march.turn()) return null
  let at = 0
  system.begin()
  const ok = march.turn((x) => {
    system.begin()
    system.place(x === periodRad && !exchange ? 0 : x, 0)
    const { volume: v, slope, area: a, pin: pinNow }: Placed = system.placed[0]
    system.flows(0, y, rates)
    angle[at] = x
    speed[at] = march.speed()
    volumes.forEach(({ backPaAbs }, i) => {
      const [m, u] = [y[2 * i], y[2 * i + 1]]
      volume[i][at] = v[i]
      pressure[i][at] = ((GAMMA - 1) * u) / v[i]
      temperature[i][at] = (GAMMA * u) / (CP * m)
      if (backPaAbs !== null) {
        torque[i][at] = (pressure[i][at] - backPaAbs) * slope[i]
        total[at] += torque[i][at]
      }
    })
    passages.forEach((_, j) => {
      flow[j][at] = rates[j]
      area[j][at] = a[j]
    })
    balls.forEach((_, b) => {
      lift[b][at] = y[layout.ball(b)]
      pin[b][at] = pinNow[b]
    })
    at++
  }, grid)
  if (!ok || at !== n) return null
  const gained = (i: number) => (y[i] - start[i]) / turns
  const given = (reservoir: number) => layout.given(reservoir).map(gained)
  const [supply, exhaust, room] = [given(SUPPLY), given(EXHAUST), given(ROOM)]
  const inner = volumes.reduce((sum, _, i) => sum + gained(2 * i + 1), 0)
  const kinetic = (0.5 * network.inertiaKgM2 * (march.speed() ** 2 - before ** 2)) / turns
  const work = gained(layout.gasWork)
  const onPistons = volumes.reduce((sum, _, i) => sum + gained(layout.work(i)), 0)
  const cycle: EngineCycle = {
    angleRad: angle,
    speedRadPerS: speed,
    torqueNm: total,
    chambers: volumes.flatMap(({ id, backPaAbs }, i) =>
      backPaAbs === null
        ? []
        : [
            {
              volume: i,
              id,
              volumeM3: volume[i],
              pressurePaAbs: pressure[i],
              temperatureK: temperature[i],
              torqueNm: torque[i],
              workJ: gained(layout.work(i)),
            },
          ],
    ),
    still: volumes.flatMap(({ id, backPaAbs }, i) => (backPaAbs === null ? [{ id, pressurePaAbs: pressure[i] }] : [])),
    passages: passages.map(({ id }, j) => ({ id, flowKgPerS: flow[j], areaM2: area[j] })),
    balls: balls.map((_, b) => ({ liftM: lift[b], pinM: pin[b] })),
    timeS: gained(layout.time),
    airKg: supply[0],
    exhaustedKg: -exhaust[0],
    leakedKg: -room[0],
    indicatedWorkJ: work,
    frictionWorkJ: gained(layout.frictionWork),
    loadWorkJ: gained(layout.loadWork),
    heatJ: gained(layout.heat),
    residualJ:
      inner +
      onPistons -
      supply[1] -
      exhaust[1] -
      room[1] -
      gained(layout.heat) +
      (kinetic + gained(layout.frictionWork) + gained(layout.loadWork) - work),
  }
  return exchange ? wholeCycle(cycle, exchange) : cycle
}

/**
 * One after the other what each does in a period, until it is back where it began: what its chambers do in one period
 * together is what each does in all.
 */
function wholeCycle(c: EngineCycle, { times, volumes, passages }: Exchange): EngineCycle {
  const n = c.angleRad.length - 1
  const period = c.angleRad[n]
  const joined = (of: (part: number) => Float64Array): Float64Array =>
    Float64Array.from({ length: n * times + 1 }, (_, i) =>
      i === n * times ? of(times - 1)[n] : of(Math.floor(i / n))[i % n],
    )
  /** Where one has come to after so many periods. */
  const after = (places: readonly number[], from: number, part: number): number =>
    Array.from({ length: part }).reduce<number>((at) => places[at], from)
  const same = (of: Float64Array) => joined(() => of)
  const chamberOf = new Map(c.chambers.map((chamber) => [chamber.volume, chamber]))
  const all = c.chambers.reduce((sum, { workJ }) => sum + workJ, 0)
  return {
    ...c,
    angleRad: Float64Array.from({ length: n * times + 1 }, (_, i) =>
      i === n * times ? times * period : Math.floor(i / n) * period + c.angleRad[i % n],
    ),
    speedRadPerS: same(c.speedRadPerS),
    torqueNm: same(c.torqueNm),
    chambers: c.chambers.map((chamber) => {
      const at = (part: number) => chamberOf.get(after(volumes, chamber.volume, part))!
      return {
        ...chamber,
        volumeM3: joined((part) => at(part).volumeM3),
        pressurePaAbs: joined((part) => at(part).pressurePaAbs),
        temperatureK: joined((part) => at(part).temperatureK),
        torqueNm: joined((part) => at(part).torqueNm),
        workJ: all,
      }
    }),
    still: c.still.map((s) => ({ ...s, pressurePaAbs: same(s.pressurePaAbs) })),
    passages: c.passages.map((p, j) => ({
      ...p,
      flowKgPerS: joined((part) => c.passages[after(passages, j, part)].flowKgPerS),
      areaM2: joined((part) => c.passages[after(passages, j, part)].areaM2),
    })),
    timeS: times * c.timeS,
    airKg: times * c.airKg,
    exhaustedKg: times * c.exhaustedKg,
    leakedKg: times * c.leakedKg,
    indicatedWorkJ: times * c.indicatedWorkJ,
    frictionWorkJ: times * c.frictionWorkJ,
    loadWorkJ: times * c.loadWorkJ,
    heatJ: times * c.heatJ,
  }
}

/** What an engine gives where it has settled. SI. */
export interface SteadyFigures {
  readonly speedRadPerS: number
  readonly slowestRadPerS: number
  readonly fastestRadPerS: number
  /** Of a turn of the shaft. */
  readonly indicatedWorkJ: number
  readonly indicatedPowerW: number
  readonly frictionPowerW: number
  /** To the load. */
  readonly shaftPowerW: number
  readonly shaftTorqueNm: number
  readonly airPerTurnKg: number
  readonly massFlowKgPerS: number
  readonly leakedShare: number
  /** Work in the cylinder and at the shaft by the swept volume of a turn, Pa. */
  readonly indicatedMeanPressurePa: number
  readonly brakeMeanPressurePa: number
  /** Shaft work by the air that it took, J/kg. */
  readonly workPerAirJPerKg: number
  /** What a loss-free engine would take from the same air, W; shaft power over it. */
  readonly isentropicPowerW: number
  readonly efficiency: number
}

/**
 * Volume by which all chambers grow in a period: both ends of double acting cylinders, both lobes of a rotor's housing.
 */
export function sweptVolume({ chambers }: EngineCycle): number {
  const grown = (v: Float64Array) => v.reduce((sum, now, i) => sum + (i > 0 ? Math.max(0, now - v[i - 1]) : 0), 0)
  return chambers.reduce((sum, { volumeM3 }) => sum + grown(volumeM3), 0)
}

export function figuresOf(network: EngineNetwork, cycle: EngineCycle): SteadyFigures {
  const { timeS, airKg, leakedKg, indicatedWorkJ, frictionWorkJ, loadWorkJ, speedRadPerS } = cycle
  const [supply, exhaust] = [network.reservoirs[SUPPLY], network.reservoirs[EXHAUST]]
  const ratio = Math.min(1, exhaust.absolutePressurePa / supply.absolutePressurePa)
  const isentropicJ = Math.max(0, airKg) * CP * supply.temperatureK * (1 - ratio ** ((GAMMA - 1) / GAMMA))
  const swept = sweptVolume(cycle)
  const span = cycle.angleRad[cycle.angleRad.length - 1]
  const perTurn = (2 * Math.PI) / span
  return {
    speedRadPerS: span / timeS,
    slowestRadPerS: Math.min(...speedRadPerS),
    fastestRadPerS: Math.max(...speedRadPerS),
    indicatedWorkJ: indicatedWorkJ * perTurn,
    indicatedPowerW: indicatedWorkJ / timeS,
    frictionPowerW: frictionWorkJ / timeS,
    shaftPowerW: loadWorkJ / timeS,
    shaftTorqueNm: loadWorkJ / span,
    airPerTurnKg: airKg * perTurn,
    massFlowKgPerS: airKg / timeS,
    leakedShare: airKg > 0 ? Math.max(0, leakedKg / airKg) : 0,
    indicatedMeanPressurePa: indicatedWorkJ / swept,
    brakeMeanPressurePa: loadWorkJ / swept,
    workPerAirJPerKg: airKg > 0 ? loadWorkJ / airKg : 0,
    isentropicPowerW: isentropicJ / timeS,
    efficiency: isentropicJ > 0 ? loadWorkJ / isentropicJ : 0,
  }
}

/** An engine at the speed that it keeps with its load: figures and one turn. Null where it stands. */
export interface SteadyEngine {
  /** Where one like it begins to look. */
  readonly near: Near
  readonly figures: SteadyFigures
  readonly cycle: EngineCycle
}

export const steadyEngine = (
  network: EngineNetwork,
  near?: Near,
  relative?: number,
  sampleDeg?: number,
): SteadyEngine | null => seenAt(network, steady(network, near, relative), sampleDeg)

/** An engine that has settled, seen over a turn. Null where it stands. */
export function seenAt(network: EngineNetwork, found: Steady, sampleDeg?: number): SteadyEngine | null {
  if (found.status === 'stands') return null
  const { march } = found
  const near = nearOf(found)
  const cycle = cycleOf(march, sampleDeg, found.returns ? 1 : TOGETHER)
  return cycle && { near, figures: figuresOf(network, cycle), cycle }
}

/** Where one like it begins to look: to be taken before the engine is turned on. */
const nearOf = ({ startSpeedRadPerS: radPerS, slope, returns, march }: Steady): Near => ({
  returns,
  radPerS,
  gas: march.y.slice(0, march.layout.wheel),
  ...(slope < 0 ? { slope } : {}),
})

/**
 * Mean flow from the supply of an engine that has settled, kg/s, and where one like it begins to look: by one turn, or
 * many where no turn is as the last, after which it is where it was. Nought where it stands.
 */
export function settledFlow(found: Steady): { readonly massFlowKgPerS: number; readonly near?: Near } {
  if (found.status === 'stands') return { massFlowKgPerS: 0 }
  const { y, layout, turn } = found.march
  const near = nearOf(found)
  const before = y.slice()
  let ok = true
  // where no turn is as the last, many together tell
  for (let k = found.returns ? 1 : TOGETHER; ok && k > 0; k--) ok = turn()
  const [mass, time] = [layout.given(SUPPLY)[0], layout.time].map((i) => y[i] - before[i])
  y.set(before)
  return ok ? { massFlowKgPerS: mass / time, near } : { massFlowKgPerS: 0 }
}
