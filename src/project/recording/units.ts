import { RPM as rpm } from '../../core/units/rotation'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
/** A unit found in a column's header and what one of it is in SI. `kind` groups what can stand for one another. */
export interface HeaderUnit {
  readonly id: string
  readonly si: number
  readonly kind:
    | 'time'
    | 'rotation'
    | 'pressure'
    | 'torque'
    | 'force'
    | 'count'
    | 'length'
    | 'power'
    | 'voltage'
    | 'current'
    | 'temperature'
    | 'resistance'
}

const turn = 2 * Math.PI
const psi = 6894.757293168361

/** Spellings of units in headers, lower case. */
const KNOWN: Readonly<Record<string, HeaderUnit>> = Object.fromEntries(
  (
    [
      ['s', 's sec secs second seconds', 1, 'time'],
      ['ms', 'ms msec millis milliseconds', 1e-3, 'time'],
      ['us', 'us µs μs usec micros microseconds', 1e-6, 'time'],
      ['min', 'min', 60, 'time'],
      ['rpm', 'rpm 1/min r/min u/min min-1 min^-1', rpm, 'rotation'],
      ['rad/s', 'rad/s radps rad_s', 1, 'rotation'],
      ['Hz', 'hz 1/s rps', turn, 'rotation'],
      ['Pa', 'pa', 1, 'pressure'],
      ['kPa', 'kpa', 1e3, 'pressure'],
      ['MPa', 'mpa', 1e6, 'pressure'],
      ['bar', 'bar barg', 1e5, 'pressure'],
      ['psi', 'psi psig', psi, 'pressure'],
      ['N·m', 'nm n·m n.m n*m', 1, 'torque'],
      ['mN·m', 'mnm mn·m mn.m mn*m', 1e-3, 'torque'],
      ['N', 'n', 1, 'force'],
      ['g', 'g gf', 1e-3 * STANDARD_GRAVITY, 'force'],
      ['count', 'count counts ticks pulses lines', 1, 'count'],
      ['W', 'w', 1, 'power'],
      ['mm', 'mm', 1e-3, 'length'],
      ['cm', 'cm', 1e-2, 'length'],
      ['V', 'v', 1, 'voltage'],
      ['mV', 'mv', 1e-3, 'voltage'],
      ['A', 'a', 1, 'current'],
      ['mA', 'ma', 1e-3, 'current'],
      ['ohm', 'ohm ohms ω', 1, 'resistance'],
      ['kg', 'kg kgf', STANDARD_GRAVITY, 'force'],
      ['°C', '°c degc celsius', 1, 'temperature'],
      ['°F', '°f degf fahrenheit', 5 / 9, 'temperature'],
    ] as const
  ).flatMap(([id, spellings, si, kind]) => spellings.split(' ').map((spelling) => [spelling, { id, si, kind }])),
)

const look = (text: string): HeaderUnit | null => KNOWN[text.trim().toLowerCase()] ?? null

/**
 * Splits a header such as "time_s", "Zeit [s]", "supply (psi)" or "p / bar" into a name and a unit.
 * "gauge" and "abs" after a pressure unit are left in the name, so that nothing turns one into the other unseen.
 */
export function splitHeader(header: string): { name: string; unit: HeaderUnit | null } {
  const text = header.trim().replace(/^"|"$/g, '')
  // "rpm" alone names a speed and its unit
  const alone = look(text)
  if (alone && text.length > 1) return { name: text, unit: alone }
  const bracket = /^(.*?)\s*[[(]\s*([^\])]+?)\s*[\])]\s*$/.exec(text)
  if (bracket && look(bracket[2])) return { name: bracket[1] || text, unit: look(bracket[2]) }
  const slash = /^(.*?)\s+(?:\/|in)\s+(\S+)$/.exec(text) ?? /^(.*?)\/(\S+)$/.exec(text)
  if (slash && look(slash[2])) return { name: slash[1] || text, unit: look(slash[2]) }
  const parts = text.split(/[_\s]+/)
  for (let take = parts.length - 1; take >= 1; take--) {
    const unit = look(parts[take])
    if (unit) return { name: [...parts.slice(0, take), ...parts.slice(take + 1)].join('_'), unit }
  }
  return { name: text, unit: null }
}
