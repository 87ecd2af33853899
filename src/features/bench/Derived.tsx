'use client'
import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { derive } from '../../core/bench'
import { freeAirFlow } from '../../core/air'
import { formatQuantity, unitOf } from '../../core/units'
import type { MachinePredicted, Run } from '../../project/document'
import { measuredFigure, type MeasuredRun } from '../../project/measuring'
import { Figure, LinkButton } from '../../ui'
import { useShown, type RunResult } from '../shared'

/** Air of a run: measured by another recording of it, carried to the run's pressure, or predicted. */
function airOf(run: Run, predicted: MachinePredicted, ofRun: ReadonlyMap<string, RunResult>) {
  for (const m of run.measurements) {
    const result = ofRun.get(m.id)
    const flow = result?.status === 'done' ? measuredFigure(result.measured, 'tankFlowKgPerS') : null
    if (flow) return { flow, measured: true }
  }
  const flow = predicted.figures.find((f) => f.id === 'massFlowKgPerS')
  return flow ? { flow, measured: false } : null
}

/** What a measured power says per air, and put to standard air for standing beside runs at other pressures. */
export function Derived({
  run,
  measured,
  predicted,
  ofRun,
}: {
  run: Run
  measured: MeasuredRun
  predicted: MachinePredicted | null
  ofRun: ReadonlyMap<string, RunResult>
}) {
  const shown = useShown()
  const [open, setOpen] = useState(false)
  const power = measuredFigure(measured, 'bestPowerW')
  const speed = measuredFigure(measured, 'bestSpeedRadPerS')
  const air = predicted && airOf(run, predicted, ofRun)
  if (!power || !speed || !air || !(power.value > 0)) return null
  const { absolutePressurePa, temperatureK } = run.ambient
  const d = derive({
    power,
    speedRadPerS: speed.value,
    massFlow: air.flow,
    supplyPaAbs: run.gaugePressurePa + absolutePressurePa,
    supplyK: temperatureK,
    roomPaAbs: absolutePressurePa,
  })
  const origin = air.measured ? 'measured' : 'plain'
  const whence = air.measured ? 'air measured by the tank’s fall' : 'air predicted, not measured'
  const plain = (value: number, u: number) => {
    const { value: text, uncertainty } = formatQuantity(value, unitOf('ratio', undefined), u)
    return { value: text, uncertainty }
  }
  // litres of free air (ISO 8778) for a kilojoule at the shaft
  const litres = 1e6 * freeAirFlow(d.airPerWork.value)
  return (
    <Box mt="2">
      <LinkButton fontSize="sm" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Less' : 'Per air, and for comparing across pressures'}
      </LinkButton>
      {open && (
        <>
          {air.measured && (
            <Figure
              label="Of the air’s power, air measured"
              origin={origin}
              {...shown.parts(d.efficiency.value, 'share', d.efficiency.standardUncertainty)}
              sub={whence}
            />
          )}
          <Figure
            label="Free air for the work"
            origin={origin}
            {...plain(litres, litres * (d.airPerWork.standardUncertainty / d.airPerWork.value))}
            unit="L/kJ"
            sub={whence}
          />
          <Figure
            label="Work of a litre of bottle"
            origin={origin}
            {...shown.parts(d.workPerLitre.value, 'energy', d.workPerLitre.standardUncertainty)}
            sub={`at ${shown.text(run.gaugePressurePa, 'gaugePressure')}, at most: as if the power held to the end`}
          />
          <Figure
            label="Reduced power"
            origin="measured"
            {...shown.parts(d.reducedPower.value, 'power', d.reducedPower.standardUncertainty)}
            sub="put to 101.3 kPa abs and 15 °C before the machine"
          />
          <Figure
            label="Reduced speed"
            origin="measured"
            {...shown.parts(d.reducedSpeedRadPerS, 'rotation', speed.standardUncertainty)}
            sub="where its power peaks"
          />
          <Figure
            label="Reduced air"
            origin={origin}
            {...shown.parts(d.reducedFlow.value, 'massFlow', d.reducedFlow.standardUncertainty)}
            sub={whence}
          />
          <Box fontSize="xs" color="mute" mt="1">
            Reduced figures of two runs may stand side by side while the nozzle is choked in both. Supply taken as at
            the room’s temperature.
          </Box>
        </>
      )}
    </Box>
  )
}
