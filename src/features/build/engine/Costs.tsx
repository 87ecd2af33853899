'use client'
import { Box, Grid } from '@chakra-ui/react'
import { Fragment, useMemo } from 'react'
import { formatNumber } from '../../../core/units'
import { useProject } from '../../../store'
import { SectionTitle, color } from '../../../ui'
import { useDesignJob, useSettled, useShown } from '../../shared'
import { costWords } from './cost-words'
import type { EngineStationProps } from './engine-props'

/** Each restriction taken away in turn, the dearest first, and the part to make next. */
export function Costs({ build }: Pick<EngineStationProps, 'build'>) {
  const { ambient } = useProject()
  const shown = useShown()
  const late = useSettled(build, 250)
  const request = useMemo(() => ({ kind: 'engine-costs' as const, build: late, ambient }), [late, ambient])
  const { result, working, failed } = useDesignJob(request)
  const costs = (result ?? []).filter((c) => Math.abs(c.gainW) > 1e-3)
  const most = Math.max(1e-9, ...costs.map((c) => Math.abs(c.gainW)))
  const dearest = costs.find((c) => c.id !== 'heat' && c.gainW > 0)
  return (
    <Box aria-busy={working} data-testid="costs">
      <SectionTitle>What costs most</SectionTitle>
      {failed && <Box color="brick">{failed}</Box>}
      {!result && !failed && <Box color="mute">Taking each away in turn…</Box>}
      <Grid templateColumns="minmax(0,1fr) 70px max-content" columnGap="2" rowGap="1" alignItems="center" fontSize="sm">
        {costs.map((c) => (
          <Fragment key={c.id}>
            <Box>
              {costWords(c.id, late.machine, shown).name}
              {c.speedRadPerS === 0 && ': it would stand'}
            </Box>
            <svg width="70" height="9" aria-hidden>
              <rect
                width={Math.max(1, (68 * Math.abs(c.gainW)) / most)}
                height="9"
                fill={c.gainW > 0 ? color('copper') : color('rule')}
              />
            </svg>
            <Box
              className="num"
              textAlign="right"
              whiteSpace="nowrap"
            >{`${c.gainW > 0 ? '+' : '−'}${formatNumber(Math.abs(c.gainW), 2)} W`}</Box>
          </Fragment>
        ))}
      </Grid>
      {dearest && (
        <Box fontSize="sm" mt="2">
          <b>Make next:</b> {costWords(dearest.id, late.machine, shown).next}.
        </Box>
      )}
      {result && costs.length > 0 && (
        <Box color="mute" fontSize="xs" mt="1">
          Shaft power at the same load without it, each worked out anew (predicted). They do not add up.
        </Box>
      )}
    </Box>
  )
}
