import type { NozzleGeometry, NozzleResult } from '../flow'
import type { TurbineCoefficients } from './coefficients'
import type { Said } from '../said'

/** Total state at a turbine's nozzle and the pressure it breathes out into. Pressures absolute. */
export interface TurbineInlet {
  readonly totalPressurePaAbs: number
  readonly totalTemperatureK: number
  readonly backPressurePaAbs: number
  readonly ambientTemperatureK: number
}

/**
 * Feed of any family: round passages of one size, at an angle to the direction of travel, some way before the blades.
 */
export type TurbineFeed = NozzleGeometry & { readonly angleRad: number; readonly gapM: number }

export interface TurbineBearings {
  readonly classId: string
  readonly count: number
}

/** What every family is worked out with beside its own machine. */
export interface TurbineSurroundings {
  readonly nozzle: TurbineFeed
  readonly bearings: TurbineBearings
  readonly coefficients: TurbineCoefficients
}

/**
 * What becomes of the isentropic power, in the order in which the air meets it:
 * nozzle; mixing with still or slower air; air that passes the blades by (spill, leaks); blade passages, stators and
 * incidence; what leaves with the air;
 * pumping by blades outside the jet; drag of smooth faces; rubbing (vanes, point, seal); bearings.
 */
export const LEDGER_LOSSES = [
  'nozzleW',
  'mixingW',
  'spillW',
  'passageW',
  'leavingW',
  'ventilationW',
  'discFrictionW',
  'rubbingW',
  'bearingW',
] as const
export type LedgerLoss = (typeof LEDGER_LOSSES)[number]

/** Where the isentropic power went, W. The losses and `shaftW` add up to `isentropicPowerW`. */
export type TurbineLedger = Readonly<Record<LedgerLoss | 'isentropicPowerW' | 'shaftW', number>>

/** A speed split along the blade's travel and along the way of the air through it (axial or radial). */
export interface Velocity {
  readonly tangential: number
  readonly meridional: number
}

/** Speeds before and behind one row of moving blades, m/s. */
export interface VelocityTriangles {
  /** At the inlet of the row. */
  readonly bladeSpeed: number
  /** At its outlet, where the radius differs. */
  readonly outletBladeSpeed: number
  readonly c1: Velocity
  readonly w1: Velocity
  readonly w2: Velocity
  readonly c2: Velocity
}

export interface TurbinePoint {
  readonly speedRadPerS: number
  readonly massFlowKgPerS: number
  /** Torque of the gas on the blades, before any drag, N m. */
  readonly bladeTorqueNm: number
  /** Torque left at the shaft, N m. */
  readonly torqueNm: number
  readonly shaftPowerW: number
  /** Shaft power over isentropic power. */
  readonly efficiency: number
  readonly ledger: TurbineLedger
  /** One set for each row of moving blades; none where there are no blades. */
  readonly triangles: readonly VelocityTriangles[]
  /**
   * Pressure right behind the nozzle: the room's for impulse rotors, above it where the machine itself holds air back.
   */
  readonly behindNozzlePaAbs: number
  /**
   * Losses by their own formulas over what the ledger has to share out: 1 where nothing is shared, near 1 but for
   * reheat elsewhere.
   */
  readonly closure: number
  /**
   * What is particular to the family at this speed: vane lift, exit Mach number and so on; words and a number with its
   * unit.
   */
  readonly extras: readonly {
    readonly code: string
    readonly value: number
    readonly unit: string
  }[]
}

/** One interface for every family: a machine whose point at any speed can be asked. */
export interface TurbineModel {
  at(speedRadPerS: number): TurbinePoint
  /** The shaft torque of `at` alone, N m, where that costs less than a whole point: what seeks a speed asks this. */
  torqueAt?(speedRadPerS: number): number
  /** Speed beyond which the search for free speed need not look, rad/s; there the torque is negative. */
  readonly speedLimitRadPerS: number
  /** The nozzle alone, breathing into the room: the yardstick of what the machine lets through. */
  readonly nozzle: NozzleResult
  readonly notes: readonly Said[]
}

/** Drags that every family has, N m each. */
export interface ShaftDrags {
  readonly ventilationNm: number
  readonly discFrictionNm: number
  readonly rubbingNm: number
  readonly bearingNm: number
}

/**
 * Gas side of a point: powers in W before any drag; their losses and the blade power add up to the isentropic power.
 */
export interface GasSide {
  readonly massFlowKgPerS: number
  readonly isentropicPowerW: number
  readonly bladeTorqueNm: number
  readonly nozzleW: number
  readonly mixingW: number
  readonly spillW: number
  readonly passageW: number
  readonly leavingW: number
  /** 1 where left out. */
  readonly closure?: number
}

/**
 * A point from its gas side and its drags: the one place where torque is taken from torque and the ledger is closed.
 */
export function closePoint(
  speedRadPerS: number,
  gas: GasSide,
  drags: ShaftDrags,
  rest: Pick<TurbinePoint, 'triangles' | 'behindNozzlePaAbs' | 'extras'>,
): TurbinePoint {
  const torqueNm = gas.bladeTorqueNm - drags.ventilationNm - drags.discFrictionNm - drags.rubbingNm - drags.bearingNm
  const shaftW = torqueNm * speedRadPerS
  return {
    speedRadPerS,
    massFlowKgPerS: gas.massFlowKgPerS,
    bladeTorqueNm: gas.bladeTorqueNm,
    torqueNm,
    shaftPowerW: shaftW,
    closure: gas.closure ?? 1,
    efficiency: gas.isentropicPowerW > 0 ? shaftW / gas.isentropicPowerW : 0,
    ledger: {
      isentropicPowerW: gas.isentropicPowerW,
      nozzleW: gas.nozzleW,
      mixingW: gas.mixingW,
      spillW: gas.spillW,
      passageW: gas.passageW,
      leavingW: gas.leavingW,
      ventilationW: drags.ventilationNm * speedRadPerS,
      discFrictionW: drags.discFrictionNm * speedRadPerS,
      rubbingW: drags.rubbingNm * speedRadPerS,
      bearingW: drags.bearingNm * speedRadPerS,
      shaftW,
    },
    triangles: rest.triangles,
    behindNozzlePaAbs: rest.behindNozzlePaAbs,
    extras: rest.extras,
  }
}

/** A machine through which nothing flows. */
export const STILL = {
  massFlowKgPerS: 0,
  isentropicPowerW: 0,
  bladeTorqueNm: 0,
  nozzleW: 0,
  mixingW: 0,
  spillW: 0,
  passageW: 0,
  leavingW: 0,
} as const
