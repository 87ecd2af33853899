'use client'
import { useMemo } from 'react'
import { spoken } from '../../words'
import { COVERAGE_95 } from '../../core/statistics'
import { formatQuantity, fromSi, unitOf, type QuantityKind, type Unit } from '../../core/units'
import type { Display } from '../../project/document'
import { useProject } from '../../store'

/** Units as the maker chose them. */
export interface Shown {
  readonly unit: (kind: QuantityKind) => Unit
  /** Value with unit as one text; gauge or absolute is written after a pressure. */
  readonly text: (si: number, kind: QuantityKind, standardUncertainty?: number) => string
  readonly parts: (
    si: number,
    kind: QuantityKind,
    standardUncertainty?: number,
  ) => { value: string; uncertainty: string | null; unit: string; vague: boolean }
  readonly number: (si: number, kind: QuantityKind) => number
  /** Words of a finding with their quantities in the maker's units. */
  readonly words: (text: string) => string
  /** Unit and scale for a chart's axis whose greatest value is given. */
  readonly axis: (
    kind: QuantityKind,
    greatestSi: number,
  ) => { readonly label: string; readonly number: (si: number) => number }
}

export function unitFor(kind: QuantityKind, display: Display): Unit {
  const chosen: Partial<Record<QuantityKind, string>> = {
    gaugePressure: display.pressure,
    absolutePressure: display.pressure,
    pressureDrop: display.pressure,
    length: display.length,
    temperature: display.temperature,
    force: display.force,
    power: display.power,
    freeAir: display.freeAir,
  }
  return unitOf(kind, chosen[kind])
}

const SUFFIX: Partial<Record<QuantityKind, string>> = { gaugePressure: ' gauge', absolutePressure: ' abs' }

/**
 * Steps to a smaller or larger unit of the same system, where a figure would need many noughts: below or above this
 * much, SI, in that unit.
 */
const STEPS: readonly {
  readonly from: string
  readonly to: string
  readonly below?: number
  readonly above?: number
}[] = [
  { from: 'kPa', to: 'Pa', below: 100 },
  { from: 'bar', to: 'Pa', below: 100 },
  { from: 'J', to: 'kJ', above: 1000 },
  { from: 'W', to: 'mW', below: 0.1 },
  { from: 'N', to: 'mN', below: 0.1 },
  { from: 'g', to: 'mg', below: 1e-4 },
  { from: 'mm²', to: 'cm²', above: 1e-3 },
  { from: 'mm', to: 'm', above: 1 },
]

function stepped(kind: QuantityKind, chosen: Unit, si: number): Unit {
  const size = Math.abs(si)
  if (size === 0) return chosen
  const step = STEPS.find(
    (s) =>
      s.from === chosen.id && ((s.below !== undefined && size < s.below) || (s.above !== undefined && size > s.above)),
  )
  return step ? unitOf(kind, step.to) : chosen
}

export function shownIn(display: Display): Shown {
  const unit = (kind: QuantityKind) => unitFor(kind, display)
  const text: Shown['text'] = (si, kind, u) => {
    const f = formatQuantity(si, stepped(kind, unit(kind), si), u)
    return `${f.value}${f.uncertainty ? ` ±${f.uncertainty}` : ''}${f.unit ? ` ${f.unit}` : ''}${SUFFIX[kind] ?? ''}`
  }
  return {
    unit,
    text,
    // a number inside a sentence is not broken over two lines
    words: (said) => spoken(said, (si, kind) => text(si, kind).replaceAll('\u2009', '\u202f')),
    parts: (si, kind, u) => {
      const formatted = formatQuantity(si, stepped(kind, unit(kind), si), u)
      const vague = u !== undefined && si !== 0 && COVERAGE_95 * u >= Math.abs(si)
      return { ...formatted, unit: `${formatted.unit}${SUFFIX[kind] ?? ''}`, vague }
    },
    number: (si, kind) => fromSi(si, unit(kind)),
    axis: (kind, greatestSi) => {
      const scale = stepped(kind, unit(kind), greatestSi)
      return { label: `${scale.label}${SUFFIX[kind] ?? ''}`, number: (si) => fromSi(si, scale) }
    },
  }
}

export function useShown(): Shown {
  const { display } = useProject()
  return useMemo(() => shownIn(display), [display])
}
