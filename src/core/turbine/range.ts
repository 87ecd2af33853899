import type { TurbineFeed, TurbineInlet, TurbinePoint } from './turbine'

/** A figure that lies outside what its model was made for, in the unit that makers read. */
export interface RangeBreach {
  readonly code: string
  readonly unit: string
  readonly value: number
  readonly from: number
  readonly to: number
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
  unit: string,
  from: number,
  to: number,
  of: RangeRule<M>['of'],
): RangeRule<M> => ({ code, unit, from, to, of })

/** What is particular to a family at a point, by its code; not a number where the point has none. */
export const extraOf = (point: TurbinePoint, code: string): number =>
  point.extras.find((e) => e.code === code)?.value ?? NaN

const mm = 1000

/** Rules that several families have. */
export const RANGE = {
  pressure: <M>(from: number, to: number): RangeRule<M> =>
    rangeRule(
      'pressure',
      'kPa gauge',
      from,
      to,
      ({ inlet }) => (inlet.totalPressurePaAbs - inlet.backPressurePaAbs) / 1000,
    ),
  diameter: <M>(from: number, to: number): RangeRule<M> =>
    rangeRule('diameter', 'mm', from, to, ({ workingRadiusM }) => 2 * mm * workingRadiusM),
  rimSpeed: <M>(to: number): RangeRule<M> =>
    rangeRule('rim-speed', 'm/s', 0, to, ({ workingRadiusM, free }) => free.speedRadPerS * workingRadiusM),
  blades: rangeRule<{ readonly bladeCount: number }>('blades', '', 4, 80, ({ machine }) => machine.bladeCount),
} as const

/** Of jets on a bladed rim. */
export const IMPULSE_RANGE: readonly RangeRule<{ readonly bladeCount: number }>[] = [
  RANGE.pressure(100, 700),
  RANGE.diameter(20, 120),
  rangeRule('speed-ratio', '', 0, 0.5, ({ best }) =>
    best.triangles[0]
      ? best.triangles[0].bladeSpeed / Math.hypot(best.triangles[0].c1.tangential, best.triangles[0].c1.meridional)
      : 0,
  ),
  RANGE.rimSpeed(250),
  RANGE.blades,
  rangeRule('jets', '', 1, 6, ({ feed }) => feed.count ?? 1),
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
  rangeRule('tip-gap', '', 0, 0.1, ({ machine }) => machine.tipClearanceM / machine.bladeHeightM),
  rangeRule('exit-mach-rows', '', 0, 1, ({ best }) => extraOf(best, 'exit-mach')),
]
