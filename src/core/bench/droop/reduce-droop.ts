import { PhysicsError } from '../../errors'
import { conductanceMassFlow, massFlowOfNozzle } from '../../flow'
import { said, type Said } from '../../said'
import {
  COVERAGE_95,
  leastMedian,
  linearLeastSquares,
  median,
  studentT,
  studentT95,
  varianceOf,
  type Measured,
} from '../../statistics'
import { POPPET_CRITICAL_RATIO } from '../../supply'
import { withBend } from './bend'

/** One settled reading of a regulator that blows through a known hole. Pressures are gauge. */
export interface DroopReading {
  /** Nought: the outlet is shut. */
  readonly holeDiameterM: number
  readonly outletGaugePa: number
  /** Before the regulator; left out where nobody read it. */
  readonly sourceGaugePa?: number
}

export interface DroopRig {
  /** Holes drilled straight through a plate, or rounded at their mouth. */
  readonly edge: 'sharp' | 'rounded'
  /** Of the holes at low pressure. */
  readonly discharge: number
  readonly dischargeRelativeUncertainty: number
  readonly diameterUncertaintyM: number
  readonly zeroUncertaintyPa: number
  readonly spanRelativeUncertainty: number
  /** One digit or half a mark of the gauge. */
  readonly resolutionPa: number
  /** Where no column holds it. */
  readonly sourceGaugePa: number
}

export interface DroopSettings {
  readonly roomPaAbs: number
  readonly roomK: number
}

export interface DroopPointRead {
  readonly row: number
  readonly massFlowKgPerS: number
  readonly outletGaugePa: number
  readonly sourceGaugePa: number
  /** The flow had risen to it, or fallen; neither: it is the first. */
  readonly came: 'rising' | 'falling' | null
  /** How far the valve stands open, as the sonic conductance that passes this flow, m3/(s Pa). */
  readonly openM3PerSPa: number
  readonly aside: 'wide-open' | 'off' | null
}

export interface DroopReduction {
  readonly points: readonly DroopPointRead[]
  /**
   * Outlet pressure that it keeps with hardly any flow, in the middle of its friction, at the source's mean pressure;
   * gauge.
   */
  readonly closed: Measured
  /** What it loses to the greatest flow at which it held, for each kg/s of it, Pa s/kg. */
  readonly droop: Measured
  /** By how much it loses more for each kg/s at that flow than in the mean, Pa s/kg; less where negative. */
  readonly bend: Measured
  /** The same over how far the valve opens, Pa for each m3/(s Pa): the spring's part, whatever the source stands at. */
  readonly perOpening: Measured
  /** Half of what lies between a flow that rises and one that falls; null where all came the same way. */
  readonly sticks: Measured | null
  /** What it loses for each Pa that the source rises by; null where the source did not move. */
  readonly sourceEffect: Measured | null
  readonly sourceGaugePa: number
  /** Greatest flow at which it still held. */
  readonly mostFlowKgPerS: number
  readonly scatterPa: number
  readonly sharedRelativeUncertainty: number
  readonly notes: readonly Said[]
}

/** Readings off by so many of the scatter are set aside. */
const ASIDE = 6
/** A reading is as good as the others unless Student's t leaves less than twice this above. */
const SELDOM = 5e-6
/** Flows within this share of each other came neither up nor down. */
const ALIKE = 0.02
/** A source that moved by less than this share tells nothing of its own effect. */
const MOVED = 0.05
/** A loss that bends by so many of its standard uncertainties, and by this share of it, is worth a word. */
const [BENDS, BENDS_SHARE] = [2.5, 0.1] as const
/** A loss that is less than nought by so many of its standard uncertainties is a rise. */
const RISES = 3
/**
 * No gauge is read finer, as a share of the pressure: readings that agree by chance are no reason to set another aside.
 */
const FINEST = 2e-3

/** Flows whose logarithms lie this far apart are of other holes. */
const OTHER_HOLE = 0.2
/** A valve that seals at so much above its line, as a share of the pressure, is worth a word. */
const SEALS = 0.005

const fault = (code: string, message: string, nextStep: string) => new PhysicsError({ code, message, nextStep })

/** Flow through the hole of a reading, and how far the valve must stand open for it. */
function flowsOf(readings: readonly DroopReading[], rig: DroopRig, { roomPaAbs, roomK }: DroopSettings) {
  return readings.map(({ holeDiameterM, outletGaugePa, sourceGaugePa = rig.sourceGaugePa }) => {
    const through = massFlowOfNozzle({
      throatDiameterM: holeDiameterM,
      dischargeCoefficient: rig.discharge,
      edge: rig.edge,
    })
    const flow = holeDiameterM > 0 && outletGaugePa > 0 ? through(outletGaugePa + roomPaAbs, roomK, roomPaAbs) : 0
    const unit = conductanceMassFlow(
      { sonicConductance: 1, criticalRatio: POPPET_CRITICAL_RATIO },
      { absolutePressurePa: sourceGaugePa + roomPaAbs, temperatureK: roomK },
      outletGaugePa + roomPaAbs,
    )
    return { flow, source: sourceGaugePa, open: flow === 0 ? 0 : flow / unit }
  })
}

/**
 * Which way each flow was come to. A reading like the one before it came as that one did; an outlet that is shut at
 * first was shut by falling flow.
 */
function waysOf(flows: readonly number[]): (1 | -1 | 0)[] {
  const most = Math.max(...flows)
  let way: 1 | -1 | 0 = flows[0] === 0 ? -1 : 0
  return flows.map((flow, i) => {
    if (i > 0 && Math.abs(flow - flows[i - 1]) > ALIKE * most) way = flow > flows[i - 1] ? 1 : -1
    return way
  })
}

/** The least that a reading is unsure by, Pa. */
const leastOf = (digitPa: number) => Math.max(digitPa / Math.sqrt(12), 1)

/**
 * The line through what agrees: least median first, then least squares over what lies near, round after round. A digit
 * of the gauge is the least that a reading is unsure by.
 */
function fitted(rows: readonly (readonly number[])[], y: readonly number[], digitPa: number) {
  const least = leastOf(digitPa)
  const floor = Math.max(least, FINEST * Math.max(...y))
  const offBy = (parameters: readonly number[]) =>
    rows.map((row, i) => y[i] - row.reduce((sum, a, j) => sum + a * parameters[j], 0))
  const near = (off: readonly number[], kept: readonly boolean[]) => {
    // few readings show less scatter than they have. Rousseeuw and Leroy (1987), p. 202
    const few = 1 + 5 / Math.max(1, rows.length - rows[0].length)
    const scatter = Math.max(floor, 1.4826 * few * median(off.filter((_, i) => kept[i]).map(Math.abs)))
    return off.map((d) => Math.abs(d) <= ASIDE * scatter)
  }
  const all = y.map(() => true)
  const first = leastMedian(rows, y)
  if (!first) return null
  let kept = near(offBy(first), all)
  for (let round = 0; ; round++) {
    const chosen = rows.flatMap((_, i) => (kept[i] ? [i] : []))
    const fit = linearLeastSquares(
      chosen.map((i) => rows[i]),
      chosen.map((i) => y[i]),
      chosen.map(() => least ** -2),
      'birge',
    )
    if (fit.status !== 'fitted' || fit.degreesOfFreedom < 1) return null
    const off = offBy(fit.parameters)
    const scatterPa = least * Math.sqrt(fit.reducedChiSquare)
    // what was left out lies off by what the line is unsure there as well, the more the fewer tell it
    const further = (i: number) =>
      studentT(1 - SELDOM, fit.degreesOfFreedom) * Math.hypot(scatterPa, Math.sqrt(varianceOf(rows[i], fit.covariance)))
    const next = near(off, kept).map((n, i) => n || Math.abs(off[i]) <= further(i))
    if (round > 8 || next.every((n, i) => n === kept[i])) {
      const wide = studentT95(fit.degreesOfFreedom) / COVERAGE_95
      const u = fit.parameters.map((_, j) => wide * Math.sqrt(fit.covariance[j][j]))
      return { parameters: fit.parameters, u, off, kept, scatterPa }
    }
    kept = next
  }
}

/**
 * What a regulator keeps and loses, from readings of its outlet while it blows through holes of known size: p = p0 −
 * d·C − e·(source − mean) ∓ h, or with a loss that bends over C (`withBend`), with C the opening of its valve that
 * passes the flow (ISO 6358, as of a poppet), h its friction: low after the flow has risen, high after it has fallen,
 * told by holes that were come to both ways. A valve presses on its seat to seal: what stands behind it while the outlet
 * is shut is above that line by as much as it takes, which is no part of it where three holes or more tell the line.
 * Range: four readings or more at three flows or more, the outlet shut among them best. Uncertainty by JCGM 100; beside
 * it the holes' discharge and size and the gauge.
 * @throws PhysicsError FEW_HOLES, NO_DROOP, NO_SOURCE.
 */
export function reduceDroop(readings: readonly DroopReading[], rig: DroopRig, settings: DroopSettings): DroopReduction {
  const flows = flowsOf(readings, rig, settings)
  const different = new Set(
    flows.map(({ flow }) => Math.round(flow / (ALIKE * Math.max(...flows.map((f) => f.flow), 1e-12)))),
  )
  if (readings.length < 4 || different.size < 3)
    throw fault(
      'FEW_HOLES',
      `${readings.length} readings at ${different.size} flows do not tell how the pressure falls with flow.`,
      'Read the outlet’s pressure shut, and through three holes or more of different size; up and down again, to see whether it sticks.',
    )
  const lost = readings.findIndex((r, i) => !(flows[i].source > r.outletGaugePa))
  if (lost >= 0)
    throw fault(
      'NO_SOURCE',
      `In row ${lost + 1} the outlet stands no lower than the source.`,
      'Look whether the two columns are exchanged, or raise the source’s pressure: it must be above the setting.',
    )
  const ways = waysOf(flows.map((f) => f.flow))
  const meanSource = flows.reduce((sum, f) => sum + f.source, 0) / flows.length
  const spread = Math.max(...flows.map((f) => f.source)) - Math.min(...flows.map((f) => f.source))
  const moved = spread > MOVED * meanSource
  const open = flows.filter((f) => f.flow > 0)
  // what lies between a shut outlet and the rest is its seal as well: holes alone tell the friction
  const waysOpen = ways.filter((_, i) => flows[i].flow > 0)
  const both = waysOpen.includes(1) && waysOpen.includes(-1)
  const shutTold =
    open.length < flows.length && new Set(open.map((f) => Math.round(Math.log(f.flow) / OTHER_HOLE))).size >= 3
  const rows = flows.map((f, i) => [
    1,
    -f.open,
    ...(both ? [-ways[i]] : []),
    ...(moved ? [-(f.source - meanSource)] : []),
    ...(shutTold ? [f.flow > 0 ? 0 : 1] : []),
  ])
  const y = readings.map((r) => r.outletGaugePa)
  const found = fitted(rows, y, rig.resolutionPa)
  if (!found)
    throw fault(
      'FEW_HOLES',
      'Too few of the readings lie on one line.',
      'Take more of them: each hole twice, once after a smaller and once after a larger one.',
    )
  const { off, kept, scatterPa } = found
  if (found.parameters[1] < -RISES * found.u[1])
    throw fault(
      'NO_DROOP',
      'The outlet’s pressure does not fall with flow.',
      'Look whether holes and pressures are in the right columns, and whether the gauge sits between regulator and hole.',
    )
  const openings = flows.map((f) => f.open)
  const { parameters, u, bend } = withBend(rows, openings, found, leastOf(rig.resolutionPa))
  const [p0, d] = parameters
  const most = flows.reduce((best, f, i) => (kept[i] ? Math.max(best, f.flow) : best), 0)
  const points = flows.map((f, i): DroopPointRead => ({
    row: i + 1,
    massFlowKgPerS: f.flow,
    outletGaugePa: y[i],
    sourceGaugePa: f.source,
    came: ways[i] === 0 ? null : ways[i] > 0 ? 'rising' : 'falling',
    openM3PerSPa: f.open,
    aside: kept[i] ? null : off[i] < 0 && f.flow > most ? 'wide-open' : 'off',
  }))
  const unit = conductanceMassFlow(
    { sonicConductance: 1, criticalRatio: POPPET_CRITICAL_RATIO },
    { absolutePressurePa: meanSource + settings.roomPaAbs, temperatureK: settings.roomK },
    p0 + settings.roomPaAbs,
  )
  const holes = readings.filter((r) => r.holeDiameterM > 0).map((r) => r.holeDiameterM)
  const ofFlow = Math.hypot(rig.dischargeRelativeUncertainty, (2 * rig.diameterUncertaintyM) / median(holes))
  const span = rig.spanRelativeUncertainty
  const shared = Math.hypot(ofFlow, span)
  const at = 2
  const sticks = both
    ? { value: parameters[at], standardUncertainty: Math.hypot(u[at], span * parameters[at]), unit: 'Pa' }
    : null
  const ofSource = 2 + (both ? 1 : 0)
  const ofShut = rows[0].length - 1
  const notes: Said[] = []
  for (const p of points) {
    if (p.aside === 'off') notes.push(said('droop-aside', { row: p.row }))
    if (p.aside === 'wide-open') notes.push(said('droop-wide-open', { row: p.row, massFlowKgPerS: p.massFlowKgPerS }))
  }
  if (!both) notes.push(said('droop-one-way'))
  if (Math.abs(bend.value) > Math.max(BENDS * bend.standardUncertainty, BENDS_SHARE * d))
    notes.push(said('droop-bends', { nearShare: 1 - bend.value / d, farShare: 1 + bend.value / d }))
  const abovePa = shutTold ? parameters[ofShut] : 0
  if (shutTold && abovePa > RISES * u[ofShut] && abovePa > SEALS * p0)
    notes.push(said('droop-seals', { abovePa, orSticks: both ? 0 : 1 }))
  // come to one way, the line lies to one side of its friction's middle, by half of what the shut outlet stands above
  const aside = both ? 0 : Math.max(0, abovePa) / 2 / Math.sqrt(3)
  if (sticks && sticks.value > 3 * sticks.standardUncertainty && sticks.value > 0.1 * d * (most / unit))
    notes.push(said('droop-sticks', { halfPa: sticks.value }))
  return {
    points,
    closed: { value: p0, standardUncertainty: Math.hypot(u[0], aside, rig.zeroUncertaintyPa, span * p0), unit: 'Pa' },
    droop: { value: d / unit, standardUncertainty: Math.hypot(u[1] / unit, (shared * d) / unit), unit: 'Pa·s/kg' },
    bend: {
      value: bend.value / unit,
      standardUncertainty: Math.hypot(bend.standardUncertainty, shared * bend.value) / unit,
      unit: 'Pa·s/kg',
    },
    perOpening: { value: d, standardUncertainty: Math.hypot(u[1], shared * d), unit: 'Pa²·s/m³' },
    sticks,
    sourceEffect: moved
      ? {
          value: parameters[ofSource],
          standardUncertainty: Math.hypot(u[ofSource], span * parameters[ofSource]),
          unit: '',
        }
      : null,
    sourceGaugePa: meanSource,
    mostFlowKgPerS: most,
    scatterPa,
    sharedRelativeUncertainty: shared,
    notes,
  }
}

/** Outlet pressure of the fitted line at a flow, gauge; `way` 1 after it has risen, -1 after it has fallen. */
export function droopLineAt(r: DroopReduction, massFlowKgPerS: number, way: 1 | -1 | 0): number {
  const { closed, droop, bend, mostFlowKgPerS: most } = r
  const bent = bend.value * massFlowKgPerS * (massFlowKgPerS / most - 1)
  return closed.value - droop.value * massFlowKgPerS - bent - way * (r.sticks?.value ?? 0)
}

/**
 * What it loses at a flow, Pa: along its line as far as that was read, beyond by the mean. The bend is what it is unsure
 * by where it is not the mean.
 */
export function droopLossAt(r: DroopReduction, massFlowKgPerS: number): Measured {
  const { closed, droop, bend, mostFlowKgPerS: most } = r
  const share = Math.min(1, massFlowKgPerS / most)
  return {
    value: share < 1 ? closed.value - droopLineAt(r, massFlowKgPerS, 0) : droop.value * massFlowKgPerS,
    standardUncertainty: massFlowKgPerS * Math.hypot(droop.standardUncertainty, (1 - share) * bend.standardUncertainty),
    unit: 'Pa',
  }
}
