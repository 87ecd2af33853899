import type { TurbineMachine } from './families'
import { machOf } from './rows'
import { workingRadius } from './working-radius'
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
export interface RangeInput {
  readonly machine: TurbineMachine
  readonly feed: Pick<TurbineFeed, 'count'>
  readonly inlet: TurbineInlet
  readonly best: TurbinePoint
  readonly free: TurbinePoint
}

type Rule = Omit<RangeBreach, 'value'> & { readonly of: (input: RangeInput) => number }

const rule = (
  code: string,
  quantity: string,
  unit: string,
  from: number,
  to: number,
  why: string,
  of: Rule['of'],
): Rule => ({ code, quantity, unit, from, to, why, of })
const extra = (point: TurbinePoint, label: string): number =>
  point.extras.find((e) => e.label.startsWith(label))?.value ?? NaN
const mm = 1000

const pressure = (from: number, to: number): Rule =>
  rule(
    'pressure',
    'pressure at the nozzle',
    'kPa gauge',
    from,
    to,
    'mixing and losses were set where makers run',
    ({ inlet }) => (inlet.totalPressurePaAbs - inlet.backPressurePaAbs) / 1000,
  )
const diameter = (from: number, to: number): Rule =>
  rule(
    'diameter',
    'working diameter',
    'mm',
    from,
    to,
    'printed gaps, surfaces and drags do not scale',
    ({ machine }) => 2 * mm * workingRadius(machine),
  )
const speedRatio = (to: number): Rule =>
  rule(
    'speed-ratio',
    'blade speed over jet speed at best power',
    '',
    0,
    to,
    'the jet is no longer caught as the model has it',
    ({ best }) =>
      best.triangles[0]
        ? best.triangles[0].bladeSpeed / Math.hypot(best.triangles[0].c1.tangential, best.triangles[0].c1.meridional)
        : 0,
  )
const rimSpeed = (to: number): Rule =>
  rule(
    'rim-speed',
    'speed of the rim running free',
    'm/s',
    0,
    to,
    'windage and shocks grow as no model here has them',
    ({ machine, free }) => free.speedRadPerS * workingRadius(machine),
  )
const bladeCount: Rule = rule(
  'blades',
  'number of blades',
  '',
  4,
  80,
  'the row is no row: air passes unturned, or the passages fill with walls',
  ({ machine }) => ('bladeCount' in machine ? machine.bladeCount : 10),
)

const impulse: readonly Rule[] = [
  pressure(100, 700),
  diameter(20, 120),
  speedRatio(0.5),
  rimSpeed(250),
  bladeCount,
  rule('jets', 'number of jets', '', 1, 6, 'jets begin to meet each other', ({ feed }) => feed.count ?? 1),
]

const rows: readonly Rule[] = [
  pressure(0.005, 250),
  diameter(20, 200),
  rimSpeed(250),
  bladeCount,
  rule('tip-gap', 'tip gap over blade height', '', 0, 0.1, 'the leak over the tips rules the stage', ({ machine }) =>
    'tipClearanceM' in machine ? machine.tipClearanceM / machine.bladeHeightM : 0,
  ),
  rule(
    'exit-mach',
    'Mach number leaving the last rotor',
    '',
    0,
    1,
    'the rows are reckoned below the speed of sound',
    ({ best }) => extra(best, 'Mach'),
  ),
]

const RULES: Readonly<Record<TurbineMachine['family'], readonly Rule[]>> = {
  'tangential-impulse': impulse,
  'turbine-compressor': impulse,
  'supersonic-impulse': [
    pressure(150, 900),
    diameter(20, 150),
    rimSpeed(300),
    bladeCount,
    rule(
      'mach',
      'Mach number into the passages at best power',
      '',
      0,
      3,
      'the stream was reckoned to Mach 3',
      ({ best }) => extra(best, 'Mach'),
    ),
  ],
  'radial-inflow': [
    pressure(0.5, 150),
    diameter(20, 150),
    rimSpeed(250),
    bladeCount,
    rule(
      'exit-mach',
      'Mach number in the outlet at best power',
      '',
      0,
      1,
      'the rotor is reckoned below the speed of sound',
      ({ best }) => extra(best, 'Mach'),
    ),
    rule(
      'outlet-radius',
      'outlet over inlet radius',
      '',
      0.2,
      0.75,
      'too little radius is left to work over',
      ({ machine }) => (machine.family === 'radial-inflow' ? machine.outletTipRadiusM / machine.inletRadiusM : 0.5),
    ),
  ],
  axial: rows,
  'wind-stack': [pressure(0, 0.5), diameter(40, 600), bladeCount],
  'disc-pack': [
    pressure(0.2, 300),
    diameter(20, 150),
    rimSpeed(250),
    rule(
      'gap-group',
      'gap against the layer at the discs, (b/2)·√(ω/ν), at best power',
      '',
      0,
      1.5,
      'the layers part in the middle of the gap, which the solution does not have; narrower gaps come back into it',
      ({ best }) => extra(best, 'gap'),
    ),
  ],
  'vane-motor': [
    pressure(30, 800),
    diameter(10, 100),
    rule(
      'vanes',
      'number of vanes',
      '',
      3,
      12,
      'cells see inlet and outlet at once, or the slots weaken the rotor',
      ({ machine }) => (machine.family === 'vane-motor' ? machine.vanes : 5),
    ),
    rule(
      'tip-speed',
      'speed of the vane tips at best power',
      'm/s',
      0,
      20,
      'friction and wear rise as no constant coefficient has them',
      ({ best }) => extra(best, 'vane tip'),
    ),
  ],
  'reaction-rotor': [pressure(1, 500), diameter(10, 200), rimSpeed(300)],
}

const shared: readonly Rule[] = [
  // beyond this a rim outruns sound in its own air
  rule(
    'rim-mach',
    'rim speed over the speed of sound, running free',
    '',
    0,
    0.9,
    'the rim nears the speed of sound: drag rises steeply and any print bursts long before',
    ({ machine, free, inlet }) => machOf(free.speedRadPerS * workingRadius(machine), inlet.ambientTemperatureK),
  ),
]

/** What of a machine on its air lies outside the range of its models (the nozzle tells its own). Ranges are those that the models' own words state. A thousandth beyond an end counts as within. */
export function rangeBreaches(input: RangeInput): RangeBreach[] {
  return [...RULES[input.machine.family], ...shared].flatMap(({ of, ...range }) => {
    const value = of(input)
    const slack = 1e-3 * (range.to - range.from)
    return value < range.from - slack || value > range.to + slack ? [{ ...range, value }] : []
  })
}

/** The words of one breach. */
export function rangeWords({ quantity, value, unit, from, to, why }: RangeBreach): string {
  const shown = (x: number) => String(Number(x.toPrecision(3)))
  const u = unit ? ` ${unit}` : ''
  return `Outside the model's range: ${quantity} is ${shown(value)}${u}, made for ${shown(from)} to ${shown(to)}${u}: ${why}. The band does not cover that.`
}
