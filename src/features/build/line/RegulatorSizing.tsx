'use client'
import { Box, Grid } from '@chakra-ui/react'
import { useState } from 'react'
import { sizeRegulator } from '../../../core/supply'
import { LIMITS, type Regulator } from '../../../project/document'
import { LinkButton, NumberField, SectionTitle, useLocked } from '../../../ui'
import { useShown } from '../../shared'
import type { AirStationProps } from '../stations/station-props'

/** Spring, seat and diaphragm for this machine's flow and an allowed fall of pressure. */
export function RegulatorSizing({ predicted, edit, regulator }: AirStationProps & { regulator: Regulator }) {
  const shown = useShown()
  const locked = useLocked()
  const { air, input } = predicted
  const pa = input.ambient.absolutePressurePa
  const source = air.sourcePressurePaAbs - pa
  const [allowedFallPa, setFall] = useState(20e3)
  const set = regulator.setGaugePressurePa
  const leastInletGaugePa = Math.max(set * 1.15, Math.min(source, set * 1.3))
  if (!(air.massFlowKgPerS > 0) || source <= set * 1.05) return null
  const size = sizeRegulator({
    massFlowKgPerS: air.massFlowKgPerS,
    setGaugePressurePa: set,
    allowedFallPa,
    leastInletGaugePa,
    greatestInletGaugePa: Math.max(source, leastInletGaugePa),
    ambientPaAbs: pa,
    temperatureK: air.temperatureK,
  })
  const clamp = (v: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, v))
  const take = () =>
    edit('regulator sized', (b) => {
      if (b.line.regulator)
        Object.assign(b.line.regulator, {
          sensingDiameterM: clamp(size.sensingDiameterM, LIMITS.sensingDiameterM),
          seatDiameterM: clamp(size.seatDiameterM * 1.1, LIMITS.seatDiameterM),
          greatestLiftM: clamp(size.liftM * 1.1, LIMITS.liftM),
          springRateNPerM: clamp(size.springRateNPerM, LIMITS.springRateNPerM),
        })
    })
  const rows: [string, string][] = [
    ['seat, at the least', shown.text(size.seatDiameterM, 'length')],
    ['lift', shown.text(size.liftM, 'length')],
    ['diaphragm or piston, at the least', shown.text(size.sensingDiameterM, 'length')],
    ['spring, at most', shown.text(size.springRateNPerM, 'springRate')],
    ['its force at the setting', shown.text(size.springForceN, 'force')],
    ['and how far that squeezes it', shown.text(size.springTravelM, 'length')],
  ]
  return (
    <Box borderTopWidth="1px" mt="3" pt="2">
      <SectionTitle first>What sizes would do</SectionTitle>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="6">
        <Box>
          <NumberField
            label="It may fall by"
            kind="pressureDrop"
            unit={shown.unit('pressureDrop').id}
            value={allowedFallPa}
            limits={[1e3, 200e3]}
            onChange={setFall}
          />
          <Box fontSize="xs" color="mute">
            for {shown.text(air.massFlowKgPerS, 'massFlow')} with {shown.text(leastInletGaugePa, 'gaugePressure')} to{' '}
            {shown.text(Math.max(source, leastInletGaugePa), 'gaugePressure')} before it
          </Box>
        </Box>
        <Box as="dl" fontSize="sm">
          {rows.map(([name, value]) => (
            <Grid key={name} templateColumns="1fr auto" borderBottomWidth="1px">
              <dt>{name}</dt>
              <Box as="dd" className="num" fontWeight="600">
                {value}
              </Box>
            </Grid>
          ))}
          {!locked && <LinkButton onClick={take}>Put these in</LinkButton>}
        </Box>
      </Grid>
    </Box>
  )
}
