'use client'
import { Box, chakra } from '@chakra-ui/react'
import type { SettledReduction } from '../../../../core/bench'
import { inRpm } from '../../../../core/units'
import { useShown } from '../../../shared'

const WHY: Readonly<Record<string, string>> = {
  tenfold: 'ten times too much',
  tenth: 'a tenth of it',
  'half-speed': 'half the speed',
  'double-speed': 'twice the speed',
  low: 'below the line',
  high: 'above the line',
}

/** Every reading as it was taken, what it comes to, and why it was set aside. */
export function Readings({ reduction: r }: { readonly reduction: SettledReduction }) {
  const shown = useShown()
  return (
    <Box maxH="16rem" overflowY="auto" tabIndex={0} role="region" aria-label="Readings" mt="2" borderTopWidth="1px">
      <chakra.table fontSize="xs" w="100%">
        <thead>
          <tr>
            {[
              'Row',
              'Speed, rpm',
              `Torque, ${shown.unit('torque').label}`,
              `Power, ${shown.unit('power').label}`,
              'Note',
            ].map((h, i) => (
              <chakra.th key={i} textAlign={i === 4 ? 'left' : 'right'} px="2" py="1" fontWeight="600">
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
                inRpm(p.speedRadPerS).toFixed(0),
                shown.number(p.torqueNm, 'torque').toPrecision(3),
                shown.number(p.torqueNm * p.speedRadPerS, 'power').toPrecision(3),
              ].map((text, i) => (
                <chakra.td key={i} className="num" textAlign="right" px="2" py="1px" borderBottomWidth="1px">
                  {text}
                </chakra.td>
              ))}
              <chakra.td px="2" borderBottomWidth="1px">
                {p.aside ? `set aside: ${WHY[p.aside]}` : ''}
              </chakra.td>
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
    </Box>
  )
}
