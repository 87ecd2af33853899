import type { TurbineFeed, TurbineInlet, TurbinePoint } from './turbine'

/** A figure that lies outside what its model was made for, in the unit that makers read. */
export interface RangeBreach {
  readonly code: string
  readonly quantity: string
  readonly unit: string
  readonly value: number
  readonly from: number
  readonly to: number
  /** What is lost beyond it. */
  readonly why: string
}

/** What a range is judged from: the machine on its air, at its best power and running free. */
export interface RangeInput<M> {
  readonly machine: M
  readonly workingRadiusM: number
  readonly feed: Pick<TurbineFeed, 'count'>
  readonly inlet: TurbineInlet
  readonly best: TurbinePoint
  readonly free: TurbinePoint
}

/** A figure and where a model holds for it. */
export type RangeRule<M> = Omit<RangeBreach, 'value'> & { readonly of: (input: RangeInput<M>) => number }

export const rangeRule = <M>(
  code: string,
  quantity: string,
  unit: string,
  from: number,
  to: number,
  why: string,
  of: RangeRule<M>['of'],
): RangeRule<M> => ({ code, quantity, unit, from, to, why, of })

/** What is particular to a family at a point, by its code; not a number where the point has none. */
export const extraOf = (point: TurbinePoint, code: string): number =>
  point.extras.find((e) => e.code === code)?.value ?? NaN

const mm = 1000

/** Rules that several families have. */
export const RANGE = {
  pressure: <M>(from: number, to: number): RangeRule<M> =>
    rangeRule(
      'pressure',
      'pressure at the nozzle',
      'kPa gauge',
      from,
      to,
      'mixing and losses were set where makers run',
      ({ inlet }) => (inlet.totalPressurePaAbs - inlet.backPressurePaAbs) / 1000,
    ),
  diameter: <M>(from: number, to: number): RangeRule<M> =>
    rangeRule(
      'diameter',
      'working diameter',
      'mm',
      from,
      to,
      'printed gaps, surfaces and drags do not scale',
      ({ workingRadiusM }) => 2 * mm * workingRadiusM,
    ),
  rimSpeed: <M>(to: number): RangeRule<M> =>
    rangeRule(
      'rim-speed',
      'speed of the rim running free',
      'm/s',
      0,
      to,
      'windage and shocks grow as no model here has them',
      ({ workingRadiusM, free }) => free.speedRadPerS * workingRadiusM,
    ),
  blades: rangeRule<{ readonly bladeCount: number }>(
    'blades',
    'number of blades',
    '',
    4,
    80,
    'the row is no row: air passes unturned, or the passages fill with walls',
    ({ machine }) => machine.bladeCount,
  ),
} as const

/** Of jets on a bladed rim. */
export const IMPULSE_RANGE: readonly RangeRule<{ readonly bladeCount: number }>[] = [
  RANGE.pressure(100, 700),
  RANGE.diameter(20, 120),
  rangeRule(
    'speed-ratio',
    'blade speed over jet speed at best power',
    '',
    0,
    0.5,
    'the jet is no longer caught as the model has it',
    ({ best }) =>
      best.triangles[0]
        ? best.triangles[0].bladeSpeed / Math.hypot(best.triangles[0].c1.tangential, best.triangles[0].c1.meridional)
        : 0,
  ),
  RANGE.rimSpeed(250),
  RANGE.blades,
  rangeRule('jets', 'number of jets', '', 1, 6, 'jets begin to meet each other', ({ feed }) => feed.count ?? 1),
]

/** Of guided rows with axial flow. */
export const ROWS_RANGE: readonly RangeRule<{
  readonly bladeCount: number
  readonly tipClearanceM: number
  readonly bladeHeightM: number
}>[] = [
  RANGE.pressure(0.005, 250),
  RANGE.diameter(20, 200),
  RANGE.rimSpeed(250),
  RANGE.blades,
  rangeRule(
    'tip-gap',
    'tip gap over blade height',
    '',
    0,
    0.1,
    'the leak over the tips rules the stage',
    ({ machine }) => machine.tipClearanceM / machine.bladeHeightM,
  ),
  rangeRule(
    'exit-mach',
    'Mach number leaving the last rotor',
    '',
    0,
    1,
    'the rows are reckoned below the speed of sound',
    ({ best }) => extraOf(best, 'exit-mach'),
  ),
]

/** The words of one breach. */
export function rangeWords({ quantity, value, unit, from, to, why }: RangeBreach): string {
  const shown = (x: number) => String(Number(x.toPrecision(3)))
  const u = unit ? ` ${unit}` : ''
  return `Outside the model's range: ${quantity} is ${shown(value)}${u}, made for ${shown(from)} to ${shown(to)}${u}: ${why}. The band does not cover that.`
}
