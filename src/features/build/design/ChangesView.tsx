'use client'
import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { fieldTitle, fieldValue, setField, tunableFields, type NumberFieldSpec } from '../../../project/document'
import { useDesignJob, useSettled, useShown } from '../../shared'
import type { StationProps } from '../stations/station-props'
import { ChangeRows, stepText } from './ChangeRows'

/**
 * What one printable change of each number brings in watts at the load's speed, the greatest first; a click makes the
 * change.
 */
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
  const rows = result.flatMap((r) => {
    const field = fields.find((f) => f.path === r.path)
    return field ? [{ field, up: r.upW, down: r.downW }] : []
  })
  const make = (f: NumberFieldSpec, sign: number) =>
    edit(`${fieldTitle(f)} by ${stepText(f, shown)}`, (b) => {
      const value = (fieldValue(build, f.path) as number) + sign * f.change
      setField(b, f.path, f.whole ? Math.round(value) : value)
      if (
        f.path === 'nozzle.throatDiameterM' &&
        build.machine.nozzle.exitDiameterM <= build.machine.nozzle.throatDiameterM * (1 + 1e-9)
      )
        b.machine.nozzle.exitDiameterM = value
    })
  return (
    <Box opacity={working ? 0.6 : 1}>
      <Box fontSize="xs" color="mute" mb="2">
        {goal === 'power-at-load' ? 'Power at the working speed' : 'Best power'}, predicted, for one printable change of
        each number; all else stays. The differences are surer than the power itself.
      </Box>
      <ChangeRows rows={rows} build={build} onMake={make} />
    </Box>
  )
}
