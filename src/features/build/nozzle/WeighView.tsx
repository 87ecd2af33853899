'use client'
import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { dischargeFromFlow, massFlowFromPlate, nozzleFlow, plateForce } from '../../../core/flow'
import { effectiveNozzle } from '../../../core/prediction'
import { put as working, type Working } from '../../../core/working'
import { Advice, Figure, LinkButton, NumberField, useLocked } from '../../../ui'
import { LIMITS } from '../../../project/document'
import { useShown } from '../../shared'
import type { NozzleStationProps } from '../stations/station-props'
import { PlatePicture } from './PlatePicture'

/** Force of the jet on a plate on a scale, turned into flow and discharge coefficient; and the force to expect. */
export function WeighView({ build, predicted, edit, openWorking }: NozzleStationProps) {
  const shown = useShown()
  const locked = useLocked()
  const { nozzle, uncertainty, air, input } = predicted
  const expected = plateForce(nozzle.massFlowKgPerS, nozzle.jetSpeedMPerS)
  const [forceN, setForce] = useState<number | null>(null)
  const [scaleN, setScale] = useState(0.01)
  const force = { value: forceN ?? Number(expected.toPrecision(2)), standardUncertainty: scaleN, unit: 'N' }
  const jet = { value: nozzle.jetSpeedMPerS, standardUncertainty: uncertainty.jetSpeedMPerS, unit: 'm/s' }
  if (!(nozzle.jetSpeedMPerS > 0))
    return (
      <Advice tone="note" title="No jet to weigh">
        At this pressure no air flows.
      </Advice>
    )
  const flow = massFlowFromPlate(force, jet)
  const pa = input.ambient.absolutePressurePa
  const jetNozzle = effectiveNozzle(input)
  const ideal = nozzleFlow(
    { totalPressurePaAbs: air.nozzlePressurePaAbs, totalTemperatureK: air.temperatureK, backPressurePaAbs: pa },
    { ...jetNozzle, dischargeCoefficient: jetNozzle.shapeFactor, velocityCoefficient: 1 },
  ).massFlowKgPerS
  const cd = dischargeFromFlow(flow, ideal)
  const possible = cd.value >= LIMITS.flowCoefficient[0] && cd.value <= LIMITS.flowCoefficient[1]
  const how: Working = {
    title: 'Flow from the force on a plate',
    formula: 'ṁ = F / c',
    origin: 'measured',
    inputs: [
      working('F', 'force on the plate', force.value, 'N'),
      working('c', 'jet speed once expanded (predicted)', jet.value, 'm/s'),
    ],
    result: { value: flow.value, unit: 'kg/s', standardUncertainty: flow.standardUncertainty },
    source: 'Momentum balance; JCGM 100 for the uncertainty',
    range:
      'Plate square to the jet, at least six diameters wide and away, the jet free of walls. Too close or too small reads 3 to 10 % low (common practice, no source).',
  }
  return (
    <Box>
      <PlatePicture diameterM={build.machine.nozzle.throatDiameterM} forceN={force.value} shown={shown} />
      <Box maxW="420px">
        <NumberField
          label="Scale reads"
          kind="force"
          unit={shown.unit('force').id}
          value={force.value}
          limits={[1e-4, 200]}
          note={`this build should push with ${shown.text(expected, 'force', uncertainty.thrustN)} (predicted)`}
          onChange={setForce}
        />
        <NumberField
          label="give or take"
          kind="force"
          unit={shown.unit('force').id}
          value={scaleN}
          limits={[1e-5, 20]}
          note="one standard uncertainty of the reading"
          onChange={setScale}
        />
        <Figure
          label="Flow"
          origin={forceN === null ? 'predicted' : 'measured'}
          {...shown.parts(flow.value, 'massFlow', flow.standardUncertainty)}
          onOpen={() => openWorking(how)}
        />
        <Figure
          label="Discharge, Cd"
          origin={forceN === null ? 'predicted' : 'measured'}
          {...shown.parts(cd.value, 'ratio', cd.standardUncertainty)}
          warn={!possible}
          sub={possible ? undefined : 'no hole does that: check force, pressure and throat'}
        />
        {forceN !== null && possible && !locked && (
          <LinkButton
            onClick={() =>
              edit(
                'discharge coefficient weighed',
                (b) =>
                  void (b.machine.coefficients.discharge = {
                    value: Number(cd.value.toPrecision(4)),
                    standardUncertainty: Number(Math.max(0.003, cd.standardUncertainty).toPrecision(2)),
                    from: 'runs',
                  }),
              )
            }
          >
            Take this Cd into the build
          </LinkButton>
        )}
        <Advice tone="note" title="How to weigh a jet">
          Blow straight down on a flat plate on the scale, the plate six throat diameters away and three times as wide
          as the jet; tare with the air off. Keep hands, eyes and ears out of the jet.
        </Advice>
      </Box>
    </Box>
  )
}
