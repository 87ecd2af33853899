import { RPM as rpm } from '../units/rotation'
/**
 * A class of small deep-groove ball bearing. Speed limits and drag are catalogue-class values from memory (practice),
 * not those of one maker.
 */
export interface BearingClass {
  readonly id: string
  readonly boreM: number
  readonly outerM: number
  readonly widthM: number
  /** Limiting speed with grease and light shields, rad/s. */
  readonly limitingSpeedRadPerS: number
  /** Friction torque at rest of one lightly greased bearing, N m. Estimate, a factor of two either way. */
  readonly coulombTorqueNm: number
  /** Growth of friction with speed, N m s. Estimate, a factor of two either way. */
  readonly viscousTorqueNms: number
}

const mm = 1e-3

export const BEARING_CLASSES: readonly BearingClass[] = [
  {
    id: '608',
    boreM: 8 * mm,
    outerM: 22 * mm,
    widthM: 7 * mm,
    limitingSpeedRadPerS: 34_000 * rpm,
    coulombTorqueNm: 2.5e-4,
    viscousTorqueNms: 1.2e-7,
  },
  {
    id: '625',
    boreM: 5 * mm,
    outerM: 16 * mm,
    widthM: 5 * mm,
    limitingSpeedRadPerS: 43_000 * rpm,
    coulombTorqueNm: 1.2e-4,
    viscousTorqueNms: 6e-8,
  },
  {
    id: '623',
    boreM: 3 * mm,
    outerM: 10 * mm,
    widthM: 4 * mm,
    limitingSpeedRadPerS: 60_000 * rpm,
    coulombTorqueNm: 6e-5,
    viscousTorqueNms: 3e-8,
  },
  {
    id: '688',
    boreM: 8 * mm,
    outerM: 16 * mm,
    widthM: 5 * mm,
    limitingSpeedRadPerS: 43_000 * rpm,
    coulombTorqueNm: 1.8e-4,
    viscousTorqueNms: 8e-8,
  },
  {
    id: 'MR105',
    boreM: 5 * mm,
    outerM: 10 * mm,
    widthM: 4 * mm,
    limitingSpeedRadPerS: 56_000 * rpm,
    coulombTorqueNm: 8e-5,
    viscousTorqueNms: 4e-8,
  },
  {
    id: '6000',
    boreM: 10 * mm,
    outerM: 26 * mm,
    widthM: 8 * mm,
    limitingSpeedRadPerS: 30_000 * rpm,
    coulombTorqueNm: 4e-4,
    viscousTorqueNms: 2e-7,
  },
]

/** The class by its id; falls back on nothing: an unknown id is a programmer's mistake, ids are checked at the edge. */
export function bearingClass(id: string): BearingClass {
  const found = BEARING_CLASSES.find((b) => b.id === id)
  if (!found) throw new RangeError(`Unknown bearing class ${id}`)
  return found
}

/** Friction torque of a set of equal bearings at a speed, N m. Estimate, a factor of two either way. */
export const bearingTorque = (bearing: BearingClass, count: number, speedRadPerS: number): number =>
  speedRadPerS > 0 ? count * (bearing.coulombTorqueNm + bearing.viscousTorqueNms * speedRadPerS) : 0
