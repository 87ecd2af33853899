import { GAS_CONSTANT } from '../../air'
import { said, type Said } from '../../said'
import { varianceOf, type Measured } from '../../statistics'
import { wallConductance } from '../../supply'
import { binned, fitCourse, openFor, type Course } from './fit-course'
import { fallOf, type TankTrace } from './fall-rows'
import { heatsOf, type TankHeat, type Task } from './heats'
import { slowOpening } from './slow-opening'
import { unevenCourse } from './uneven'
import { tankFlow, tankPressures, type TankModel } from './tank-model'

export interface TankRig {
  readonly volumeM3: number
  readonly volumeRelativeUncertainty: number
  readonly heat: TankHeat
  /** Standard uncertainty of the gauge's zero, Pa. */
  readonly zeroUncertaintyPa: number
}

export interface TankSettings {
  readonly roomPaAbs: number
  readonly roomK: number
  readonly roomUncertaintyK: number
  /** Flow is said at this pressure too; at the start's where null. */
  readonly nominalGaugePressurePa: number | null
}

export interface TankReduction {
  /** Discharge coefficient times area, m2. */
  readonly effectiveArea: Measured
  /** At the opening, and at the nominal pressure with air of the room, kg/s. */
  readonly flowAtOpening: Measured
  readonly flow: Measured
  readonly flowGaugePa: number
  /** From the opening until the pressure over the room has halved, s. */
  readonly halved: Measured
  /** Heat from the wall, W/K: 0 adiabatic, Infinity isothermal; whether the trace told it. */
  readonly wallWPerK: number
  readonly heatFound: boolean
  /** What the other plain assumption would have made of the area, as a share of it. */
  readonly otherwise: { readonly isothermal: number; readonly adiabatic: number }
  readonly opensAtS: number
  readonly startGaugePa: number
  /** Scatter of the readings about the fitted course, Pa. */
  readonly scatterPa: number
  readonly curve: {
    readonly timeS: readonly number[]
    readonly gaugePa: readonly number[]
    readonly fittedPa: readonly number[]
    readonly flowKgPerS: readonly number[]
  }
  readonly sharedRelativeUncertainty: number
  readonly notes: readonly Said[]
}

/** A stated heat is doubted where another would gain so much. */
const DOUBTED = 12

/** A hole lets through less as the pressure falls where it does by so many of its standard uncertainties. */
const CLEAR = 2
/**
 * Air that is not alike throughout, and walls of no usual kind: no area is said to be known better. Our own estimate.
 */
const ONE_WALL = 0.003

/** Air that was let in just now, K over its wall: an estimate; and from where on it is worth a word. */
const OF_FILLING = [{ key: 'warmerK', value: 0, spread: 15 }] as const
const WARM_K = 3

/**
 * Flow of a nozzle, valve or leak from the fall of a vessel's pressure: the vessel's own course (mass and energy of an
 * ideal gas, choked above and isentropic below the critical pressure) fitted to the trace. Heat from the wall is taken
 * as stated, or found from the shape of the fall: the wrong assumption is off by up to 41 % or 29 %. How unevenly hole
 * and wall work is sought as well (`unevenCourse`).
 * Range: the first opening of the recording, up to where it is shut or the vessel filled again; at least 20 rows, a fall
 * of at least 15 times the noise. Error: see `npm
 * run campaign`. Uncertainty by JCGM 100.
 * @throws PhysicsError FEW_ROWS, TIME_BACK, NO_FALL.
 */
export function reduceTank(trace: TankTrace, rig: TankRig, settings: TankSettings): TankReduction {
  const {
    time,
    gauge,
    noise,
    digitPa,
    first,
    warm,
    startPa: start0,
    fall,
    shutS,
    filling,
  } = fallOf(trace, settings.roomPaAbs)
  const waits = first >= 5
  const known = { volumeM3: rig.volumeM3, wallK: settings.roomK, roomPaAbs: settings.roomPaAbs }
  // a first guess from the first half of the fall as if it were an exponential
  const opens = waits ? time[first] : time[0]
  const data = binned(time, gauge, { noisePa: noise, fallPa: fall, opensS: opens })
  const abs = gauge.map((p) => p + settings.roomPaAbs)
  const row = Math.max(
    first + 3,
    gauge.findIndex((p, i) => i > first && p < start0 - 0.3 * fall),
  )
  const tau = (time[row] - opens) / Math.log((start0 + settings.roomPaAbs) / abs[row])
  const guess = rig.volumeM3 / Math.max(1e-6, tau) / (0.6847 * Math.sqrt(GAS_CONSTANT * settings.roomK))
  const start: Course = {
    startPa: start0,
    opensS: opens,
    lnArea: Math.log(guess),
    lnWall: Math.log(wallConductance(rig.volumeM3)),
    areaFalls: 0,
    wallFalls: 0,
    wallCools: 0,
    warmerK: 0,
    lagS: 0,
    rampS: 0,
  }
  const own = warm && rig.heat === 'found' ? OF_FILLING : []
  const task: Task = { data, known, waits, noisePa: noise, own }
  const sharp = heatsOf(task, rig.heat, start)
  const slow = waits ? slowOpening(task, sharp.shown, start) : null
  const slowness = slow ? [slow.of] : []
  const { isothermal, adiabatic, shown, found, heat } = slow
    ? heatsOf({ ...task, slowness }, rig.heat, start, slow.fit.course)
    : sharp
  const uneven = (of: typeof data) =>
    unevenCourse(found, data.t.length, own, slowness, (foreknown, scatter2) =>
      fitCourse(of, found.course, heat, known, waits, foreknown, scatter2),
    )
  const all = uneven(data)
  const area = Math.exp(all.course.lnArea)
  // a gauge of few digits may stand between two of them all the while before the opening
  const digitU = digitPa / Math.sqrt(12)
  // what a zero that is off makes of it
  const shifted = { ...data, p: data.p.map((p) => p + rig.zeroUncertaintyPa) }
  const ifShifted = rig.zeroUncertaintyPa > 0 ? uneven(shifted).course.lnArea - all.course.lnArea : 0
  const startAbs = all.course.startPa + settings.roomPaAbs
  /** Relative uncertainty of area times pressure to a power, by what the pressure's own share is. */
  const relativeU = (share: number) =>
    Math.hypot(
      Math.sqrt(varianceOf([share / startAbs, 0, 1, 0], all.covariance)),
      ifShifted + (share * rig.zeroUncertaintyPa) / startAbs,
      ONE_WALL,
      (share * digitU) / startAbs,
      rig.volumeRelativeUncertainty,
      (0.5 * settings.roomUncertaintyK) / settings.roomK,
    )
  const lnAreaU = relativeU(0)
  const flowAt = (gaugePa: number) => tankFlow(gaugePa + settings.roomPaAbs, settings.roomK, settings.roomPaAbs, area)
  const flowGaugePa = settings.nominalGaugePressurePa ?? all.course.startPa
  const measured = (value: number, relative: number, unit: string): Measured => ({
    value,
    standardUncertainty: relative * value,
    unit,
  })
  const model: TankModel = {
    ...known,
    startPaAbs: startAbs,
    effectiveAreaM2: Math.exp(found.course.lnArea),
    wallWPerK: found.wall,
    startK: settings.roomK + found.course.warmerK,
  }
  const curveS = data.t
  const sinceS = curveS.map((t) => openFor(t - found.course.opensS, found.course.rampS))
  const [fitted, inside] = [tankPressures({ ...model, lagS: found.course.lagS }, sinceS), tankPressures(model, sinceS)]
  const halfPa = found.course.startPa / 2 + settings.roomPaAbs
  const half = inside.findIndex((p) => p < halfPa)
  const halvedS =
    half > 0
      ? curveS[half - 1] +
        ((inside[half - 1] - halfPa) / (inside[half - 1] - inside[half])) * (curveS[half] - curveS[half - 1]) -
        found.course.opensS
      : NaN
  const notes: Said[] = []
  const otherwise = {
    isothermal: Math.exp(isothermal.course.lnArea - found.course.lnArea) - 1,
    adiabatic: Math.exp(adiabatic.course.lnArea - found.course.lnArea) - 1,
  }
  // a stated heat that the shape of the fall speaks against
  const off = Math.exp(shown.course.lnArea - found.course.lnArea) - 1
  if (found.chi2 > shown.chi2 * (1 + DOUBTED / data.t.length) && Math.abs(off) > 0.05)
    notes.push(said('tank-heat-doubted', { stated: rig.heat, share: off }))
  if (all.course.areaFalls > CLEAR * all.areaFallsU) notes.push(said('tank-edge'))
  if (filling.untilS !== null) notes.push(said('tank-filling', { untilS: filling.untilS }))
  if (filling.againS !== null) notes.push(said('tank-filled-again', { atS: filling.againS }))
  if (all.course.warmerK > WARM_K) notes.push(said('tank-warm', { kelvin: all.course.warmerK }))
  if (slow) notes.push(said('tank-slow', { seconds: all.course[slow.of.key], of: slow.of.key }))
  if (shutS !== null) notes.push(said('tank-shut', { atS: shutS }))
  if (!waits) notes.push(said('tank-no-wait'))
  if (found.course.startPa < 0.9 * settings.roomPaAbs) notes.push(said('tank-unchoked'))
  return {
    effectiveArea: measured(area, lnAreaU, 'm²'),
    flowAtOpening: measured(flowAt(all.course.startPa), relativeU(1), 'kg/s'),
    flow: measured(flowAt(flowGaugePa), lnAreaU, 'kg/s'),
    flowGaugePa,
    halved: {
      value: halvedS,
      standardUncertainty: Math.sqrt(found.covariance[1][1]) + 0.002 * (halvedS || 0),
      unit: 's',
    },
    wallWPerK: found.wall,
    heatFound: rig.heat === 'found',
    otherwise,
    opensAtS: found.course.opensS,
    startGaugePa: found.course.startPa,
    scatterPa: found.scatter,
    curve: {
      timeS: curveS,
      gaugePa: data.p,
      fittedPa: fitted.map((p) => p - settings.roomPaAbs),
      flowKgPerS: inside.map((p, i) =>
        curveS[i] < found.course.opensS ? 0 : tankFlow(p, settings.roomK, settings.roomPaAbs, area),
      ),
    },
    sharedRelativeUncertainty: rig.volumeRelativeUncertainty,
    notes,
  }
}
