'use client'
import { Box, Grid } from '@chakra-ui/react'
import { Fragment } from 'react'
import Dialog from '../../ui/Dialog'

const KEYS: [string, string][] = [
  ['g then b', 'Builds'],
  ['g then f', 'Find (a better design)'],
  ['g then m', 'Make'],
  ['g then t', 'Bench (test)'],
  ['g then c', 'Compare'],
  ['1 … 6', 'Station of the air line: supply, line, nozzle, rotor, shaft, load'],
  ['↑ ↓', 'Step the number in a field; with Shift ten steps'],
  ['← →', 'Next view, next station'],
  ['Ctrl Z, Ctrl Shift Z', 'Undo, redo (outside a field)'],
  ['Esc', 'Put a field back, close a sheet'],
  ['?', 'This list'],
]

export default function ShortcutsDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys" open onClose={onClose}>
      <Grid templateColumns="170px 1fr" rowGap="2">
        {KEYS.map(([keys, what]) => (
          <Fragment key={keys}>
            <Box className="num" fontSize="sm">
              {keys}
            </Box>
            <Box>{what}</Box>
          </Fragment>
        ))}
      </Grid>
    </Dialog>
  )
}
