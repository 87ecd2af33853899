import { BLOWER_CLASSES } from '../../core/supply'
import { newBuild, newSupply, type Build } from '../../project/document'

export interface AirChoice {
  readonly id: string
  readonly label: string
  readonly supply: Build['supply']
  readonly line: Build['line']
}

const SOURCES: readonly { readonly kind: Build['supply']['kind']; readonly label: string }[] = [
  { kind: 'compressor', label: 'compressor with tank' },
  { kind: 'vessel', label: 'bottle' },
  { kind: 'blower', label: 'hair dryer' },
  { kind: 'breath', label: 'breath' },
  { kind: 'wind', label: 'wind' },
  { kind: 'balloon', label: 'rubber balloon' },
  { kind: 'steady', label: 'a steady pressure' },
]

/** Every kind of source with usual figures, a vacuum cleaner beside the hair dryer. */
export function usualAirs(): AirChoice[] {
  const first = newBuild({ id: 'x', machineId: 'x', name: 'x', createdAt: '2026-01-01T00:00:00.000Z' })
  const none = { regulator: null, parts: [] }
  const plain = SOURCES.map(({ kind, label }): AirChoice => ({
    id: kind,
    label,
    supply: newSupply(kind),
    line: kind === 'compressor' ? first.line : none,
  }))
  const cleaner = BLOWER_CLASSES.find((c) => c.id.includes('vacuum'))
  const blower = newSupply('blower')
  if (!cleaner || blower.kind !== 'blower') return plain
  const { shutOffPa, freeFlowM3PerS, bend, label, temperatureRiseK } = cleaner
  return [
    ...plain.slice(0, 3),
    {
      id: 'vacuum',
      label,
      supply: { ...blower, label, curve: { kind: 'two-figures', shutOffPa, freeFlowM3PerS, bend }, temperatureRiseK },
      line: none,
    },
    ...plain.slice(3),
  ]
}
