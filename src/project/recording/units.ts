import { RPM as rpm } from '../../core/units/rotation'
import { STANDARD_GRAVITY } from '../../core/units/gravity'
/** A unit found in a column's header and what one of it is in SI. `kind` groups what can stand for one another. */
export interface HeaderUnit {
  readonly id: string
  readonly si: number
  /** A pressure over nothing, and not over the room's. */
  readonly absolute?: true
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
      ['min', 'min minute minutes', 60, 'time'],
      ['rpm', 'rpm 1/min r/min rev/min u/min tr/min min-1 min^-1 min⁻¹ upm', rpm, 'rotation'],
      ['rad/s', 'rad/s radps rad_s', 1, 'rotation'],
      ['Hz', 'hz 1/s rps rev/s s-1 s^-1 s⁻¹', turn, 'rotation'],
      // conventional columns of water and mercury, NIST SP 811 appendix B
      ['Pa', 'pa', 1, 'pressure'],
      ['hPa', 'hpa', 100, 'pressure'],
      ['mbar', 'mbar', 100, 'pressure'],
      ['kPa', 'kpa', 1e3, 'pressure'],
      ['MPa', 'mpa', 1e6, 'pressure'],
      ['bar', 'bar', 1e5, 'pressure'],
      ['psi', 'psi lbf/in2 lbf/in²', psi, 'pressure'],
      ['atm', 'atm', 101_325, 'pressure'],
      ['kgf/cm²', 'kgf/cm2 kgf/cm² kg/cm2 kg/cm² kgcm2', 1e4 * STANDARD_GRAVITY, 'pressure'],
      ['mmH2O', 'mmh2o mmh₂o mmwc', STANDARD_GRAVITY, 'pressure'],
      ['inH2O', 'inh2o inh₂o inwc', 25.4 * STANDARD_GRAVITY, 'pressure'],
      ['mmHg', 'mmhg torr', 133.322387415, 'pressure'],
      ['inHg', 'inhg', 25.4 * 133.322387415, 'pressure'],
      ['N·m', 'nm n·m n.m n*m n_m', 1, 'torque'],
      ['mN·m', 'mnm mn·m mn.m mn*m mn_m', 1e-3, 'torque'],
      ['N', 'n', 1, 'force'],
      ['mN', 'mn', 1e-3, 'force'],
      ['lbf', 'lbf lb lbs', 0.45359237 * STANDARD_GRAVITY, 'force'],
      ['ozf', 'ozf oz', 0.028349523125 * STANDARD_GRAVITY, 'force'],
      ['g', 'g gf', 1e-3 * STANDARD_GRAVITY, 'force'],
      ['count', 'count counts ticks pulses lines', 1, 'count'],
      ['W', 'w', 1, 'power'],
      ['mm', 'mm', 1e-3, 'length'],
      ['cm', 'cm', 1e-2, 'length'],
      ['m', 'm', 1, 'length'],
      ['in', 'inch inches', 0.0254, 'length'],
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

/** A unit by any of its spellings. */
export const unitCalled = (text: string): HeaderUnit | null => KNOWN[text.trim().toLowerCase()] ?? null

/** A heading that a mapping can hold; a longer one goes through no pattern. */
const LONGEST = 200

/** What stands after a pressure's unit when it says over what it is: psia, bar g, kPa(abs). */
const OVER = /^(.+?)[\s_(]*(absolute|abs|a|gauge|gage|g)\)?$/i
/** What flows or goes in a second: no time, however it ends. */
const RATE = /^[^/]*(^|[^a-z])(mm|cm|m|km|ft|ml|l|m3|m³|ft3|cf|g|kg|j|deg|°|%)\/(s|sec|min|h)$/i

/** A unit as it is written, with what a pressure is over. */
export function unitWritten(text: string): HeaderUnit | null {
  const plain = unitCalled(text)
  if (plain) return plain
  const over = text.length > LONGEST ? null : OVER.exec(text.trim())
  const unit = over && unitCalled(over[1])
  if (unit?.kind !== 'pressure') return null
  return /^a/i.test(over![2]) ? { ...unit, id: absoluteId(unit.id), absolute: true } : unit
}

/** How a unit goes by in a mapping whose pressure is over nothing. */
export const absoluteId = (id: string): string => `${id} absolute`
export const isAbsoluteId = (id: string): boolean => id.endsWith(' absolute')

/** Whether a header says that its pressure is over nothing. */
export const saysAbsolute = (header: string): boolean =>
  /(^|[^a-z])abs(olute)?([^a-z]|$)/i.test(header) || splitHeader(header).unit?.absolute === true

/** “p [kPa(a)]”, “p kPa(a)”, “p (bar)”, “Zeit [s]”. */
function bracketed(text: string): { name: string; unit: HeaderUnit } | null {
  const over = /^(.*?)[\s_[(]*([^\s_[(]+\s*\((?:absolute|abs|a|gauge|gage|g)\))\s*[\])]?$/i.exec(text)
  const pressure = over && unitWritten(over[2])
  if (pressure) return { name: over[1] || text, unit: pressure }
  const bracket = /^(.*?)\s*[[(]\s*([^\])]+?)\s*[\])]\s*$/.exec(text)
  const unit =
    bracket &&
    (/^(in|["”])$/.test(bracket[2]) ? unitCalled('inch') : unitWritten(bracket[2].replace(/(?<=\S) m$/, '_m')))
  return unit ? { name: bracket[1] || text, unit } : null
}

/**
 * Splits a header such as "time_s", "Zeit [s]", "n U/min", "supply (psi)" or "p / bar" into a name and a unit.
 * "gauge" and "abs" after a pressure unit are left in the name, so that nothing turns one into the other unseen.
 */
export function splitHeader(header: string): { name: string; unit: HeaderUnit | null } {
  const text = header.trim().replace(/^"|"$/g, '')
  if (text.length > LONGEST) return { name: text, unit: null }
  // "rpm" alone names a speed and its unit
  const alone = unitWritten(text)
  if (alone && text.length > 1) return { name: text, unit: alone }
  const bracket = bracketed(text)
  if (bracket) return bracket
  const parts = text.split(/[_\s]+/)
  for (let take = parts.length - 1; take >= 1; take--) {
    const without = [...parts.slice(0, take), ...parts.slice(take + 1)]
    // of "N m" both are the unit; of "bar a" the second stays in the name
    const both = take > 1 ? unitWritten(`${parts[take - 1]}_${parts[take]}`) : null
    if (both)
      return both.kind === 'pressure'
        ? { name: [...parts.slice(0, take - 1), ...parts.slice(take)].join('_'), unit: both }
        : { name: [...parts.slice(0, take - 1), ...parts.slice(take + 1)].join('_'), unit: both }
    const unit = unitWritten(parts[take])
    if (unit) return { name: without.join('_').replace(/\sin\s/.test(text) ? /_(in|\/)$/ : /_\/$/, ''), unit }
  }
  const slash = RATE.test(text) ? null : /^(.*?)\s*\/(\S+)$/.exec(text)
  const unit = slash && unitWritten(slash[2])
  return unit ? { name: slash[1] || text, unit } : { name: text, unit: null }
}
