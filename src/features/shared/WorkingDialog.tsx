'use client'
import { Box, chakra } from '@chakra-ui/react'
import type { Working } from '../../core/working'
import { formatNumber } from '../../core/units'
import Dialog from '../../ui/Dialog'

/** How one figure came about: formula, numbers, source, range. All in SI, as the core computes. */
export default function WorkingDialog({ working, onClose }: { working: Working; onClose: () => void }) {
  const { result } = working
  return (
    <Dialog title={working.title} open onClose={onClose}>
      <Box className="num" fontSize="sm" bg="field" p="3" overflowX="auto">
        {working.formula}
      </Box>
      <chakra.table w="100%" mt="3" fontSize="sm" borderCollapse="collapse">
        <caption className="sr-only">Numbers put in</caption>
        <tbody>
          {working.inputs.map((input) => (
            <chakra.tr key={input.symbol} borderBottomWidth="1px">
              <chakra.td className="num" py="1" w="64px">
                {input.symbol}
              </chakra.td>
              <chakra.td py="1" color="mute">
                {input.meaning}
              </chakra.td>
              <chakra.td className="num" py="1" textAlign="right" whiteSpace="nowrap">
                {formatNumber(input.value, 5)} {input.unit}
              </chakra.td>
            </chakra.tr>
          ))}
          <chakra.tr fontWeight="700">
            <td />
            <chakra.td py="2">Result, {working.origin}</chakra.td>
            <chakra.td className="num" py="2" textAlign="right" whiteSpace="nowrap">
              {formatNumber(result.value, 4)}
              {result.standardUncertainty ? ` ±${formatNumber(result.standardUncertainty, 2)}` : ''} {result.unit}
            </chakra.td>
          </chakra.tr>
        </tbody>
      </chakra.table>
      <Box mt="3" fontSize="sm">
        <b>Source.</b> {working.source}.
      </Box>
      <Box mt="1" fontSize="sm">
        <b>Holds.</b> {working.range}
      </Box>
      {result.standardUncertainty ? (
        <Box mt="1" fontSize="xs" color="mute">
          ± is one standard uncertainty (JCGM 100)
          {working.origin === 'predicted'
            ? ', from the coefficients no drawing fixes'
            : ', from the scatter of the recording and from what is unsure of its rig'}
          .
        </Box>
      ) : null}
    </Dialog>
  )
}
