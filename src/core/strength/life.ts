import { bearingClass, type BearingClass } from '../turbine'
import { STANDARD_GRAVITY } from '../units/gravity'

/** Where the rotor sits: between two bearings, or beyond the outer one. */
export interface ShaftLayout {
  readonly diameterM: number
  readonly bearings: number
  /** Between the bearings' middles. */
  readonly spanM: number
  /** From the nearer bearing to the rotor's middle; 0 when it sits between them. */
  readonly overhangM: number
  readonly elasticModulusPa: number
  readonly densityKgPerM3: number
}

/** Steel of a ground shaft. */
export const SHAFT_STEEL = { elasticModulusPa: 207e9, densityKgPerM3: 7850 } as const

/** Second moment of area of a round section, m4. */
export const secondMoment = (diameterM: number): number => (Math.PI / 64) * diameterM ** 4

/**
 * Stiffness of the shaft at the rotor, N/m: 48 E I / L^3 at mid-span, 3 E I / (a^2 (L + a)) overhung by a. Simply
 * supported beam (text-book).
 */
export function shaftStiffness(shaft: ShaftLayout): number {
  const ei = shaft.elasticModulusPa * secondMoment(shaft.diameterM)
  // a rotor right beside a bearing is still a millimetre from its middle
  const a = Math.max(1e-3, shaft.overhangM)
  return shaft.overhangM > 0 ? (3 * ei) / (a ** 2 * (shaft.spanM + a)) : (48 * ei) / shaft.spanM ** 3
}

/**
 * Permissible residual unbalance, kg m: grade G (m/s, 6.3e-3 for G 6.3) over speed times mass. Source: ISO 21940-11.
 */
export const permissibleUnbalance = (gradeMPerS: number, rotorMassKg: number, speedRadPerS: number): number =>
  speedRadPerS > 0 ? (gradeMPerS * rotorMassKg) / speedRadPerS : Infinity

/** Force that an unbalance turns round with, N. */
export const unbalanceForce = (unbalanceKgM: number, speedRadPerS: number): number => unbalanceKgM * speedRadPerS ** 2

/**
 * Depth of a drilled hole that takes an unbalance away, m: its mass is unbalance over the radius it is drilled at. The
 * cone of the drill's tip is left out.
 */
export function balanceHole(hole: {
  readonly unbalanceKgM: number
  readonly radiusM: number
  readonly drillDiameterM: number
  readonly densityKgPerM3: number
}): { massKg: number; depthM: number } {
  const massKg = hole.unbalanceKgM / hole.radiusM
  return { massKg, depthM: massKg / (hole.densityKgPerM3 * (Math.PI / 4) * hole.drillDiameterM ** 2) }
}

/** Dynamic load ratings of the classes, N. Catalogue-class values from memory (practice), not those of one maker. */
const DYNAMIC_RATING_N: Readonly<Record<string, number>> = {
  '608': 3450,
  '625': 1730,
  '623': 630,
  '688': 1250,
  MR105: 430,
  '6000': 4750,
}
/** Static load ratings, N; from memory likewise. */
const STATIC_RATING_N: Readonly<Record<string, number>> = {
  '608': 1370,
  '625': 670,
  '623': 220,
  '688': 590,
  MR105: 168,
  '6000': 1960,
}

export interface BearingDuty {
  readonly bearing: BearingClass
  readonly dynamicRatingN: number
  /** On the more heavily loaded bearing, and on the other. */
  readonly loadsN: readonly [number, number]
  /** Turns that nine in ten outlast, and hours at the speed. */
  readonly lifeTurns: number
  readonly lifeHours: number
  readonly staticShare: number
}

/**
 * Radial loads of two bearings for a force at the rotor: shared between them, or levered up by an overhang. One bearing
 * alone carries it all.
 */
export function bearingLoads(
  layout: Pick<ShaftLayout, 'bearings' | 'spanM' | 'overhangM'>,
  forceN: number,
): [number, number] {
  if (layout.bearings < 2) return [forceN, 0]
  if (layout.overhangM > 0)
    return [(forceN * (layout.spanM + layout.overhangM)) / layout.spanM, (forceN * layout.overhangM) / layout.spanM]
  return [forceN / 2, forceN / 2]
}

/**
 * Basic rating life of the harder worked bearing: (C/P)^3 million turns. Source: ISO 281; ball bearings, clean grease.
 * Small bearings at high speed die of dirt, dryness and pressing-in long before (common practice): a limit, not a
 * promise.
 */
export function bearingDuty(
  classId: string,
  layout: Pick<ShaftLayout, 'bearings' | 'spanM' | 'overhangM'>,
  load: {
    readonly rotorMassKg: number
    readonly sideLoadN: number
    readonly unbalanceKgM: number
    readonly speedRadPerS: number
  },
): BearingDuty {
  const bearing = bearingClass(classId)
  const forceN =
    load.rotorMassKg * STANDARD_GRAVITY + load.sideLoadN + unbalanceForce(load.unbalanceKgM, load.speedRadPerS)
  const loadsN = bearingLoads(layout, forceN)
  const dynamicRatingN = DYNAMIC_RATING_N[classId]
  const worst = Math.max(loadsN[0], 1e-6)
  const lifeTurns = 1e6 * (dynamicRatingN / worst) ** 3
  return {
    bearing,
    dynamicRatingN,
    loadsN,
    lifeTurns,
    lifeHours: load.speedRadPerS > 0 ? (lifeTurns * 2 * Math.PI) / load.speedRadPerS / 3600 : Infinity,
    staticShare: worst / STATIC_RATING_N[classId],
  }
}
