import { sample } from '../check-values/sample'
import fc from 'fast-check'
import { UNITS, fieldText, formatQuantity, parseQuantity, toSi, type QuantityKind } from '.'

const kinds = (Object.keys(UNITS) as QuantityKind[]).filter((k) => k !== 'ratio' && k !== 'count')

test('what a field shows can be typed back: four figures survive in every unit of every kind, and whole thousands whole', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...kinds),
      fc.nat(10),
      fc.double({ min: 0.01, max: 9999, noNaN: true }),
      (kind, pick, shown) => {
        const unit = UNITS[kind][pick % UNITS[kind].length]
        const si = toSi(shown, unit)
        const parsed = parseQuantity(fieldText(si, unit), kind, unit.id)
        expect(parsed.ok).toBe(true)
        if (parsed.ok) expect(Math.abs(parsed.si - si)).toBeLessThanOrEqual(5.1e-4 * Math.abs(si) + 1e-12)
      },
    ),
    { seed: 21, numRuns: sample(200) },
  ))

test('a number with any unit’s label is understood, whatever the field shows', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...kinds),
      fc.nat(10),
      fc.double({ min: 0.1, max: 999, noNaN: true }),
      (kind, pick, shown) => {
        const unit = UNITS[kind][pick % UNITS[kind].length]
        const parsed = parseQuantity(`${Number(shown.toPrecision(6))} ${unit.label}`, kind, UNITS[kind][0].id)
        expect(parsed.ok).toBe(true)
        if (parsed.ok) expect(parsed.si / toSi(Number(shown.toPrecision(6)), unit)).toBeCloseTo(1, 9)
      },
    ),
    { seed: 22, numRuns: sample(200) },
  ))

test('any text at all is answered with a number or with words, never with NaN or a throw', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...kinds),
      fc.oneof(fc.string(), fc.stringMatching(/^[-+0-9.,/ #a-zA-Z°"%]{0,12}$/)),
      (kind, text) => {
        const parsed = parseQuantity(text, kind)
        if (parsed.ok) expect(Number.isFinite(parsed.si)).toBe(true)
        else expect(parsed.message.length).toBeGreaterThan(5)
      },
    ),
    { seed: 23, numRuns: sample(300) },
  ))

test('value and uncertainty are shown to the same decimal for any sizes', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 1e-3, max: 1e5, noNaN: true }),
      fc.double({ min: 1e-4, max: 0.5, noNaN: true }),
      (value, relative) => {
        const { value: v, uncertainty: u } = formatQuantity(value, UNITS.power[0], value * relative)
        expect(u).not.toBeNull()
        const decimals = (text: string) => text.split('.')[1]?.length ?? 0
        expect(decimals(v)).toBe(decimals(u ?? ''))
        expect(v).not.toMatch(/NaN/)
      },
    ),
    { seed: 24, numRuns: sample(200) },
  ))
