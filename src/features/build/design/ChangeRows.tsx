import { Flex, Box } from '@chakra-ui/react'
import { fieldText, formatNumber, unitOf, type QuantityKind } from '../../../core/units'
import { fieldValue, type Build, type NumberFieldSpec } from '../../../project/document'
import { LinkButton, color } from '../../../ui'
import { useShown, type Shown } from '../../shared'

/** One number, and what a printable step of it brings each way; null where there is no such machine. SI. */
export interface ChangeRow {
  readonly field: NumberFieldSpec
  readonly up: number | null
  readonly down: number | null
}

const MOST_ROWS = 14

/** A number's step in words. */
export function stepText(f: NumberFieldSpec, shown: Shown): string {
  const unit = unitOf(f.kind, f.kind === 'length' ? shown.unit('length').id : undefined)
  return `${formatNumber(f.change / unit.si, 2)}${unit.label ? ` ${unit.label}` : ''}`
}

/** What each step brings, the greatest first; a click makes the change. */
export function ChangeRows({
  rows: all,
  build,
  kind = 'power',
  name = ({ label }) => label,
  onMake,
}: {
  readonly rows: readonly ChangeRow[]
  readonly build: Pick<Build, 'machine'>
  readonly kind?: QuantityKind
  /** What a number is called where no heading stands above it. */
  readonly name?: (field: NumberFieldSpec) => string
  readonly onMake: (field: NumberFieldSpec, sign: 1 | -1) => void
}) {
  const shown = useShown()
  const rows = all
    .map((r) => ({ ...r, size: Math.max(Math.abs(r.up ?? 0), Math.abs(r.down ?? 0)) }))
    .filter((r) => r.size > 0)
    .sort((a, b) => b.size - a.size)
    .slice(0, MOST_ROWS)
  const most = Math.max(1e-9, ...rows.map((r) => r.size))
  const text = (v: number | null) => (v === null ? '—' : `${v >= 0 ? '+' : '−'}${shown.text(Math.abs(v), kind)}`)
  return (
    <>
      {rows.map((r) => {
        const unit = unitOf(r.field.kind, r.field.kind === 'length' ? shown.unit('length').id : undefined)
        return (
          <Flex key={r.field.path} align="center" gap="3" py="3px" borderBottomWidth="1px" fontSize="sm">
            <Box w="200px">
              {name(r.field)}{' '}
              <Box as="span" color="mute" fontSize="xs">
                {fieldText(fieldValue(build, r.field.path) as number, unit)} ± {stepText(r.field, shown)}
              </Box>
            </Box>
            <svg width="180" height="14" aria-hidden>
              <line x1="90" x2="90" y1="0" y2="14" stroke={color('rule')} />
              {[r.up, r.down].map((w, i) =>
                w === null ? null : (
                  <rect
                    key={i}
                    x={w >= 0 ? 90 : 90 + (w / most) * 88}
                    y={i === 0 ? 1 : 8}
                    width={Math.max(0.5, (Math.abs(w) / most) * 88)}
                    height="5"
                    fill={i === 0 ? color('copper') : 'none'}
                    stroke={color('copper')}
                    strokeWidth="1"
                  />
                ),
              )}
            </svg>
            <LinkButton
              className="num"
              fontSize="xs"
              w="84px"
              textAlign="right"
              onClick={() => onMake(r.field, 1)}
              disabled={r.up === null}
              aria-label={`${name(r.field)} up by ${stepText(r.field, shown)}: ${text(r.up)}`}
            >
              up {text(r.up)}
            </LinkButton>
            <LinkButton
              className="num"
              fontSize="xs"
              w="96px"
              textAlign="right"
              onClick={() => onMake(r.field, -1)}
              disabled={r.down === null}
              aria-label={`${name(r.field)} down by ${stepText(r.field, shown)}: ${text(r.down)}`}
            >
              down {text(r.down)}
            </LinkButton>
          </Flex>
        )
      })}
    </>
  )
}
