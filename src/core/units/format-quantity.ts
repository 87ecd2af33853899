import { fromSi, type Unit } from './quantities'

/** Decimals that show a standard uncertainty to one figure, or two when it starts with 1. JCGM 100, 7.2.6. */
export function decimalsFor(uncertainty: number): number {
  if (!(uncertainty > 0) || !Number.isFinite(uncertainty)) return 0
  const power = Math.floor(Math.log10(uncertainty))
  const lead = uncertainty / 10 ** power
  return Math.max(0, -power + (lead < 1.95 ? 1 : 0))
}

const MINUS = '−'
function spaced(text: string): string {
  const [whole, decimals] = text.replace(/^-/, MINUS).split('.')
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, '\u2009')
  return decimals === undefined ? grouped : `${grouped}.${decimals}`
}

/** Plain figures: about three significant digits, never an exponent between 1e-4 and 1e7. */
export function formatNumber(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return value > 0 ? '∞' : '—'
  const size = Math.abs(value)
  if (size !== 0 && (size < 1e-4 || size >= 1e7))
    return value
      .toExponential(digits - 1)
      .replace('-', MINUS)
      .replace('e+', 'e')
  const decimals = size === 0 ? 0 : Math.max(0, Math.min(6, digits - 1 - Math.floor(Math.log10(size))))
  return spaced(Number(value.toPrecision(digits)).toFixed(decimals))
}

export interface FormattedQuantity {
  readonly value: string
  readonly uncertainty: string | null
  readonly unit: string
}

/** A figure in a unit with digits that follow its standard uncertainty. The value is SI. */
export function formatQuantity(si: number, unit: Unit, standardUncertainty?: number): FormattedQuantity {
  const value = fromSi(si, unit)
  if (!Number.isFinite(value)) return { value: '—', uncertainty: null, unit: unit.label }
  if (!standardUncertainty || !Number.isFinite(standardUncertainty))
    return { value: formatNumber(value), uncertainty: null, unit: unit.label }
  const u = standardUncertainty / unit.si
  const decimals = decimalsFor(u)
  const coarse =
    decimals === 0
      ? 10 ** Math.max(0, Math.floor(Math.log10(u)) - (u / 10 ** Math.floor(Math.log10(u)) < 1.95 ? 1 : 0))
      : 1
  const round = (x: number) => spaced((Math.round(x / coarse) * coarse).toFixed(0))
  return decimals === 0
    ? { value: round(value), uncertainty: round(u), unit: unit.label }
    : { value: spaced(value.toFixed(decimals)), uncertainty: u.toFixed(decimals), unit: unit.label }
}

/**
 * A number as it stands in an input field: the digits that mean something (four, or all whole ones), without trailing
 * noughts.
 */
export function fieldText(si: number, unit: Unit): string {
  const value = fromSi(si, unit)
  if (!Number.isFinite(value)) return ''
  return String(Number(Math.abs(value) >= 1000 ? value.toFixed(0) : value.toPrecision(4)))
}
