'use client'
import { Box, Grid } from '@chakra-ui/react'
import { useState } from 'react'
import { balanceHole, materialById, unbalanceForce } from '../../../core/strength'
import { Figure, NumberField, SectionTitle } from '../../../ui'
import { useShown } from '../../shared'
import type { StationProps } from './station-props'
import { workingRadius } from '../../../core/machines'

/**
 * From a heavy spot found on knife edges to a hole: a known mass stuck opposite until the rotor rests anywhere says how
 * much to drill away.
 */
export function BalanceGuide({ build, predicted, openWorking }: StationProps) {
  const shown = useShown()
  const { prediction } = predicted
  const outer = prediction.strength.outerRadiusM
  const [massKg, setMass] = useState(0.01e-3)
  const [stuckM, setStuck] = useState(Math.round(0.9 * outer * 1e3) / 1e3)
  const [drillAtM, setDrillAt] = useState(Math.round(0.6 * Math.min(outer, workingRadius(build.machine)) * 1e3) / 1e3)
  const [drillM, setDrill] = useState(2.5e-3)
  const found = massKg * stuckM
  const allowed = prediction.shaft.permissibleUnbalanceKgM
  const density = materialById(build.machine.materialId).densityKgPerM3 * build.machine.infill
  const hole = balanceHole({ unbalanceKgM: found, radiusM: drillAtM, drillDiameterM: drillM, densityKgPerM3: density })
  const mm = shown.unit('length').id
  const free = prediction.summary.freeSpeedRadPerS
  return (
    <>
      <SectionTitle>Static balance: from a heavy spot to a hole</SectionTitle>
      <Box fontSize="sm" mb="2">
        Lay the rotor on its shaft across two level knife edges. It rolls until the heavy spot is down: mark it. Stick
        putty on the rim opposite until it rests wherever it is left, weigh the putty, and drill at the mark.
      </Box>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="4">
        <Box>
          <NumberField label="Putty" kind="mass" value={massKg} limits={[1e-6, 0.05]} onChange={setMass} />
          <NumberField
            label="Stuck at radius"
            kind="length"
            unit={mm}
            value={stuckM}
            limits={[1e-3, 0.5]}
            onChange={setStuck}
          />
          <NumberField
            label="Drill at radius"
            kind="length"
            unit={mm}
            value={drillAtM}
            limits={[1e-3, 0.5]}
            onChange={setDrillAt}
          />
          <NumberField
            label="Drill"
            kind="length"
            unit={mm}
            value={drillM}
            limits={[0.5e-3, 10e-3]}
            onChange={setDrill}
          />
        </Box>
        <Box>
          <Figure
            label="Drill this deep"
            origin="predicted"
            {...shown.parts(hole.depthM, 'length')}
            sub={
              found <= allowed
                ? 'so little is within its grade: leave it'
                : `takes ${shown.text(hole.massKg, 'mass')} away`
            }
            warn={hole.depthM > build.machine.shaft.diameterM * 4}
          />
          <Figure
            label="Unbalance of that putty"
            origin="plain"
            {...shown.parts(found, 'unbalance')}
            sub={`would pull with ${shown.text(unbalanceForce(found, free), 'force')} at the predicted free speed`}
            warn={build.made && found > allowed}
          />
          <Figure
            label="May remain"
            origin="predicted"
            {...shown.parts(allowed, 'unbalance')}
            sub="ISO 21940-11 at free speed"
            onOpen={() => openWorking('unbalance')}
          />
        </Box>
      </Grid>
    </>
  )
}
