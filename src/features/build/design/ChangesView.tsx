'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useMemo } from 'react'
import { fieldText, formatNumber, unitOf } from '../../../core/units'
import { setField, fieldTitle, fieldValue, tunableFields, type NumberFieldSpec } from '../../../project/document'
import { LinkButton, color } from '../../../ui'
import { useDesignJob, useSettled, useShown } from '../../shared'
import type { StationProps } from '../stations/station-props'

/** What one printable change of each number brings in watts at the load's speed, the greatest first; a click makes the change. */
export function ChangesView({ build, predicted, edit }: StationProps) {
  const shown = useShown()
  const late = useSettled(predicted, 250)
  const fields = useMemo(() => tunableFields(build), [build])
  const goal = predicted.prediction.compressor
    ? ('power-at-load' as const)
    : predicted.prediction.figures.powerAtLoadW > 0
      ? ('power-at-load' as const)
      : ('best-power' as const)
  const request = useMemo(
    () => ({
      kind: 'changes' as const,
      input: late.input,
      changes: fields.map((f) => ({ path: f.path, change: f.change })),
      goal,
    }),
    [late, fields, goal],
  )
  const { result, working } = useDesignJob(request)
  if (!result)
    return (
      <Box role="status" color="mute" h="240px">
        Trying each change…
      </Box>
    )
  const rows = result
    .map((s) => ({
      ...s,
      field: fields.find((f) => f.path === s.path),
      best: Math.max(s.upW ?? -Infinity, s.downW ?? -Infinity),
      size: Math.max(Math.abs(s.upW ?? 0), Math.abs(s.downW ?? 0)),
    }))
    .filter((r): r is typeof r & { field: NumberFieldSpec } => r.field !== undefined && r.size > 0)
    .sort((a, b) => b.size - a.size)
    .slice(0, 14)
  const most = Math.max(1e-9, ...rows.map((r) => r.size))
  const step = (f: NumberFieldSpec) => {
    const unit = unitOf(f.kind, f.kind === 'length' ? shown.unit('length').id : undefined)
    return `${formatNumber(f.change / unit.si, 2)}${unit.label ? ` ${unit.label}` : ''}`
  }
  const make = (f: NumberFieldSpec, sign: number) =>
    edit(`${fieldTitle(f)} by ${step(f)}`, (b) => {
      const value = (fieldValue(build, f.path) as number) + sign * f.change
      setField(b, f.path, f.whole ? Math.round(value) : value)
      if (
        f.path === 'nozzle.throatDiameterM' &&
        build.machine.nozzle.exitDiameterM <= build.machine.nozzle.throatDiameterM * (1 + 1e-9)
      )
        b.machine.nozzle.exitDiameterM = value
    })
  const watts = (w: number | null) => (w === null ? '—' : `${w >= 0 ? '+' : '−'}${shown.text(Math.abs(w), 'power')}`)
  return (
    <Box opacity={working ? 0.6 : 1}>
      <Box fontSize="xs" color="mute" mb="2">
        {goal === 'power-at-load' ? 'Power at the working speed' : 'Best power'}, predicted, for one printable change of
        each number; all else stays. The differences are surer than the power itself.
      </Box>
      {rows.map((r) => {
        const unit = unitOf(r.field.kind, r.field.kind === 'length' ? shown.unit('length').id : undefined)
        return (
          <Flex key={r.path} align="center" gap="3" py="3px" borderBottomWidth="1px" fontSize="sm">
            <Box w="200px">
              {r.field.label}{' '}
              <Box as="span" color="mute" fontSize="xs">
                {fieldText(fieldValue(build, r.path) as number, unit)} ± {step(r.field)}
              </Box>
            </Box>
            <svg width="180" height="14" aria-hidden>
              <line x1="90" x2="90" y1="0" y2="14" stroke={color('rule')} />
              {[r.upW, r.downW].map((w, i) =>
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
              onClick={() => make(r.field, 1)}
              disabled={r.upW === null}
              aria-label={`${r.field.label} up by ${step(r.field)}: ${watts(r.upW)}`}
            >
              up {watts(r.upW)}
            </LinkButton>
            <LinkButton
              className="num"
              fontSize="xs"
              w="96px"
              textAlign="right"
              onClick={() => make(r.field, -1)}
              disabled={r.downW === null}
              aria-label={`${r.field.label} down by ${step(r.field)}: ${watts(r.downW)}`}
            >
              down {watts(r.downW)}
            </LinkButton>
          </Flex>
        )
      })}
    </Box>
  )
}
