'use client'
import { Box, chakra } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { DroopReduction } from '../../../../core/bench'
import { ChartBlock } from '../../../../ui'
import { useShown } from '../../../shared'
import type { MeasuredProps } from '../contract'
import { droopChart } from './charts'

const WHY = { 'wide-open': 'valve wide open', off: 'off the line' } as const
const CAME = { rising: 'as the flow rose', falling: 'as it fell' } as const

export function DroopCharts({ measured, build, run }: MeasuredProps) {
  const shown = useShown()
  const r = measured.detail as DroopReduction
  const { regulator } = build.line
  const chart = useMemo(() => droopChart(r, regulator, run.ambient, shown), [r, regulator, run.ambient, shown])
  const heads = [
    'Row',
    `Flow, ${shown.unit('massFlow').label}`,
    `Outlet, ${shown.unit('gaugePressure').label} gauge`,
    `Source, ${shown.unit('gaugePressure').label} gauge`,
    'Note',
  ]
  return (
    <>
      <ChartBlock {...chart} />
      <Box maxH="16rem" overflowY="auto" tabIndex={0} role="region" aria-label="Readings" mt="2" borderTopWidth="1px">
        <chakra.table fontSize="xs" w="100%">
          <thead>
            <tr>
              {heads.map((h, i) => (
                <chakra.th key={h} textAlign={i === 4 ? 'left' : 'right'} px="2" py="1" fontWeight="600">
                  {h}
                </chakra.th>
              ))}
            </tr>
          </thead>
          <tbody>
            {r.points.map((p) => (
              <chakra.tr key={p.row} color={p.aside ? 'brick' : undefined}>
                {[
                  String(p.row),
                  shown.number(p.massFlowKgPerS, 'massFlow').toPrecision(3),
                  shown.number(p.outletGaugePa, 'gaugePressure').toPrecision(4),
                  shown.number(p.sourceGaugePa, 'gaugePressure').toPrecision(4),
                ].map((text, i) => (
                  <chakra.td key={i} className="num" textAlign="right" px="2" py="1px" borderBottomWidth="1px">
                    {text}
                  </chakra.td>
                ))}
                <chakra.td px="2" borderBottomWidth="1px">
                  {p.aside ? `set aside: ${WHY[p.aside]}` : p.came ? CAME[p.came] : ''}
                </chakra.td>
              </chakra.tr>
            ))}
          </tbody>
        </chakra.table>
      </Box>
    </>
  )
}
