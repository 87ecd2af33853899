import { BENCH_FAULTS, type BenchFault } from '../../../core/bench'
import type { StopWhy } from '../../../devices'
import type { StopPressure } from '../../../project/planning'
import type { LiveId } from '../../../project/measuring'
import type { Shown } from '../../shared'

/** What a figure of the moment is called, and what it leaves out. */
export const FIGURES: Readonly<Record<LiveId, { readonly label: string; readonly sub?: string }>> = {
  speed: { label: 'Speed' },
  netTorque: { label: 'Torque into the flywheel', sub: 'drag not in it; below nothing while it coasts' },
  netPower: { label: 'Power into the flywheel', sub: 'drag not in it' },
  torque: { label: 'Torque' },
  power: { label: 'Power' },
  electricalPower: { label: 'Electrical power', sub: 'less than the shaft gives' },
  thrust: { label: 'Thrust', sub: 'zero of the cell not taken off' },
  pressure: { label: 'Supply' },
  drag: { label: 'Torque that slows it', sub: 'below nothing while its air drives it' },
  outlet: { label: 'Behind the regulator' },
  source: { label: 'Before the regulator' },
}

/** Days that a bench can have. */
export const DAYS: readonly {
  readonly value: string
  readonly label: string
  readonly note: string
  readonly faults: readonly BenchFault[]
}[] = [
  { value: 'good', label: 'a good day', note: 'nothing goes wrong', faults: [] },
  {
    value: 'usual',
    label: 'a usual day',
    note: 'the regulator sags, readings scatter, some are lost, the scale creeps',
    faults: ['sag', 'noise', 'drop-outs', 'drift'],
  },
  {
    value: 'bad',
    label: 'a bad day',
    note: 'all of that; garbled lines, a plug that comes loose, a patch that flies off',
    faults: BENCH_FAULTS,
  },
]

/** What a limit of pressure comes from. */
export function pressureWords({ by, overPa }: StopPressure, shown: Shown): string {
  if (by === 'rated') return 'what the vessel’s maker allows'
  const over = shown.text(overPa, 'gaugePressure')
  return by === 'stored'
    ? `well over the ${over} that its supply is filled to; where the device sends it`
    : `well over this run’s ${over}; where the device sends it`
}

/** Why to shut the valve, in few words and in more. */
export function stopWords(why: StopWhy, shown: Shown): { readonly title: string; readonly text: string } {
  if (why.code === 'speed')
    return {
      title: 'Too fast: shut the valve',
      text: `It turned faster than the ${shown.text(why.limitRadPerS, 'rotation')} at which this run was to stop, by ${shown.text(why.speedRadPerS - why.limitRadPerS, 'rotation', 0.01 * why.limitRadPerS).replace(/ ±[^ ]+/, '')} so far.`,
    }
  if (why.code === 'pressure')
    return {
      title: 'Too much pressure: shut the supply',
      text: `It rose above the ${shown.text(why.limitPa, 'gaugePressure')} at which this run was to stop, to ${shown.text(why.gaugePa, 'gaugePressure')} so far. A regulator may creep, or stick open.`,
    }
  if (why.code === 'vanished')
    return {
      title: 'Speed gone: shut the valve',
      text: `It turned at ${shown.text(why.lastRadPerS, 'rotation')} a moment ago and cannot have stopped so fast. The mark or its patch may be off, or the sensor has moved: it may still turn.`,
    }
  return {
    title: 'Nothing comes: shut the valve',
    text: `It turned at ${shown.text(why.lastRadPerS, 'rotation')} when the last reading came. A patch may be off or the plug loose: it may still turn.`,
  }
}
