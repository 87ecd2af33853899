import { drillDiameter } from './drills'
import { UNITS, toSi, unitOf, type QuantityKind, type Unit } from './quantities'

export type ParsedQuantity =
  { readonly ok: true; readonly si: number; readonly unit: Unit } | { readonly ok: false; readonly message: string }

/** Other ways people type a unit. */
const SPELLINGS: Readonly<Record<string, string>> = {
  millimetre: 'mm',
  millimeter: 'mm',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '″': 'in',
  metre: 'm',
  psig: 'psi',
  barg: 'bar',
  kpag: 'kPa',
  'bar g': 'bar',
  'bar gauge': 'bar',
  'psi gauge': 'psi',
  'kpa gauge': 'kPa',
  c: '°C',
  f: '°F',
  degc: '°C',
  degf: '°F',
  celsius: '°C',
  '°': 'deg',
  degrees: 'deg',
  degree: 'deg',
  'r/min': 'rpm',
  '1/min': 'rpm',
  radps: 'rad/s',
  'mn.m': 'mN·m',
  mnm: 'mN·m',
  'mn*m': 'mN·m',
  'mn m': 'mN·m',
  nm: 'N·m',
  'n.m': 'N·m',
  'n*m': 'N·m',
  'n m': 'N·m',
  watt: 'W',
  watts: 'W',
  newton: 'N',
  grams: 'g',
  gram: 'g',
  'l/min': 'L/min',
  lpm: 'L/min',
  slpm: 'L/min',
  cfm: 'SCFM',
  scfm: 'SCFM',
  l: 'L',
  litre: 'L',
  liter: 'L',
  litres: 'L',
  sec: 's',
  seconds: 's',
  micros: 'us',
  µs: 'us',
  μs: 'us',
  pct: '%',
  'm3/h': 'm³/h',
  m3: 'm³',
  mm2: 'mm²',
  cm2: 'cm²',
  m2: 'm²',
  'n s': 'N·s',
  ns: 'N·s',
  ml: 'mL',
  'kg m2': 'kg·m²',
  'kg*m2': 'kg·m²',
  'g m2': 'g·m²',
}
const ABSOLUTE = /^(psia|bara|bar a|bar abs|kpaa|kpa abs|psi abs|kpa a)$/

/** Reads "1/16", "1 1/16", "1,5" or "1.6e-3". A comma is a decimal comma. */
function readNumber(text: string): number {
  const mixed = /^([-+]?\d+)\s+(\d+)\s*\/\s*(\d+)$/.exec(text)
  if (mixed) return Number(mixed[1]) + Number(mixed[2]) / Number(mixed[3])
  const fraction = /^([-+]?\d+)\s*\/\s*(\d+)$/.exec(text)
  if (fraction) return Number(fraction[1]) / Number(fraction[2])
  const plain = text.replace(/ (?=\d{3}\b)/g, '').replace(',', '.')
  return /^[-+−]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(plain) ? Number(plain.replace('−', '-')) : NaN
}

function findUnit(kind: QuantityKind, typed: string): Unit | null {
  const plain = typed.trim()
  const spelled = SPELLINGS[plain.toLowerCase()] ?? plain
  return (
    UNITS[kind].find((u) => u.id === spelled || u.label === plain) ??
    UNITS[kind].find((u) => u.id.toLowerCase() === spelled.toLowerCase()) ??
    null
  )
}

/**
 * Reads a typed quantity such as "60 psi", "1/16 in" or "#52 drill" into SI. A bare number takes `unitId`.
 * Gauge and absolute stay apart: "psia" in a gauge field is turned over with `ambientPa`, never taken as gauge.
 */
export function parseQuantity(text: string, kind: QuantityKind, unitId?: string, ambientPa = 101_325): ParsedQuantity {
  const typed = text.trim()
  if (typed === '') return { ok: false, message: 'Enter a number.' }
  if (kind === 'length') {
    const drill = /^(?:#\s*(\d+)(?:\s*drill)?|drill\s*#?\s*([a-z]|\d+)|([a-z])\s*drill)$/i.exec(typed)
    if (drill) {
      const diameter = drillDiameter(drill[1] ?? drill[2] ?? drill[3])
      return diameter === null
        ? { ok: false, message: `There is no drill ${typed}: numbers run from 1 to 80, letters from A to Z.` }
        : { ok: true, si: diameter, unit: unitOf('length', 'mm') }
    }
  }
  const match = /^([-+−]?[\d.,]+(?:e[-+]?\d+)?(?:\s+\d+\s*\/\s*\d+|\s*\/\s*\d+|(?:\s\d{3})*)?)\s*(.*)$/i.exec(typed)
  if (!match) return { ok: false, message: `“${typed}” does not start with a number.` }
  const value = readNumber(match[1].trim())
  if (!Number.isFinite(value)) return { ok: false, message: `“${match[1].trim()}” is not a number.` }
  const suffix = match[2].trim()
  if (suffix === '') {
    const unit = unitOf(kind, unitId)
    return { ok: true, si: toSi(value, unit), unit }
  }
  if ((kind === 'gaugePressure' || kind === 'absolutePressure') && ABSOLUTE.test(suffix.toLowerCase())) {
    const unit = unitOf(
      kind,
      suffix.toLowerCase().startsWith('psi') ? 'psi' : suffix.toLowerCase().startsWith('bar') ? 'bar' : 'kPa',
    )
    return { ok: true, si: toSi(value, unit) - (kind === 'gaugePressure' ? ambientPa : 0), unit }
  }
  const unit = findUnit(kind, suffix)
  if (!unit)
    return {
      ok: false,
      message: `“${suffix}” is not a unit known here; use ${
        UNITS[kind]
          .map((u) => u.label)
          .filter(Boolean)
          .join(', ') || 'a plain number'
      }.`,
    }
  const isGaugeSpelling = /g$|gauge/i.test(suffix) && !/^(kg|g)$/i.test(suffix)
  const gaugeInAbsolute = kind === 'absolutePressure' && isGaugeSpelling && /psi|bar|kpa/i.test(suffix)
  return { ok: true, si: toSi(value, unit) + (gaugeInAbsolute ? ambientPa : 0), unit }
}
