'use client'
import { useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { pushOutForce, screwEngagement, shoulderThickness } from '../../../core/making'
import { effectiveNozzle, pushOutWorking } from '../../../core/prediction'
import { allowableStrength, materialById } from '../../../core/strength'
import { kindOf } from '../../../project/document'
import { Advice, ChartBlock, Figure, SectionTitle, Sheet, Views } from '../../../ui'
import { useSettled, useShown, type Shown, Notes } from '../../shared'
import { NozzleSection } from '../drawings/NozzleSection'
import { OutletFace } from '../drawings/OutletFace'
import { AimView } from '../nozzle/AimView'
import { GaugeView } from '../nozzle/GaugeView'
import { NozzleInputs } from '../nozzle/NozzleInputs'
import { SizingView } from '../nozzle/SizingView'
import { WeighView } from '../nozzle/WeighView'
import { axisChart } from '../nozzle/axis-chart'
import { REGIME_WORDS } from '../air-words'
import { Findings } from './Findings'
import type { FeedLook } from './nozzle-station'
import type { NozzleStationProps } from './station-props'

const VIEWS = [
  { value: 'size', label: 'What size should it be?' },
  { value: 'aim', label: 'I want…' },
  { value: 'axis', label: 'Along the axis' },
  { value: 'heat', label: 'Cold along it' },
  { value: 'weigh', label: 'Weigh the jet' },
  { value: 'gauge', label: 'Printed holes' },
] as const
type View = (typeof VIEWS)[number]['value']

/** Force on the insert and what keeps it in. */
function PushOut({ build, predicted, openWorking }: NozzleStationProps) {
  const shown = useShown()
  const { air, input } = predicted
  const bore = build.machine.nozzle.inletBoreM
  const sealed = bore + 2 * Math.max(2.4e-3, 0.35 * bore)
  const gauge = air.nozzlePressurePaAbs - input.ambient.absolutePressurePa
  const force = pushOutForce(sealed, gauge)
  const print = kindOf(build).print?.(build.machine)
  const material = materialById(print?.materialId ?? 'petg')
  const allowable = allowableStrength(material, {
    infill: print?.infill ?? 1,
    loadedAcrossLayers: true,
    temperatureK: Math.max(air.temperatureK, input.ambient.temperatureK),
  })
  return (
    <Figure
      label="Pushes the insert out"
      origin="predicted"
      {...shown.parts(force, 'force')}
      sub={
        allowable > 0
          ? `a shoulder of ${shown.text(Math.max(shoulderThickness(force, sealed, allowable), 1e-3), 'length')}, or an M3 screw bearing on ${shown.text(Math.max(screwEngagement(force, 3e-3, allowable), 3e-3), 'length')} of ${material.label.split(',')[0]}, holds it four times over (estimate)`
          : 'no plastic shoulder holds it: the air is too warm'
      }
      onOpen={() => openWorking(pushOutWorking(sealed, gauge, force))}
    />
  )
}

export function NozzleStation({ feed, ...props }: NozzleStationProps & { readonly feed: FeedLook | null }) {
  const { build, predicted, openWorking } = props
  const shown = useShown()
  const params = useSearchParams()
  const asked = VIEWS.find((v) => v.value === params.get('view'))?.value
  const [view, setView] = useState<View>(asked ?? 'size')
  const late = useSettled(predicted)
  const lateBuild = useSettled(build)
  const axis = useMemo(
    () =>
      view === 'axis' || view === 'heat'
        ? axisChart(late, lateBuild, view === 'heat' ? 'temperature' : 'pressure', shown)
        : null,
    [late, lateBuild, shown, view],
  )
  const { nozzle, uncertainty: u, air } = predicted
  const figure = (si: number, kind: Parameters<Shown['parts']>[1], uncertainty?: number) =>
    shown.parts(si, kind, uncertainty)
  const round = build.machine.nozzle.form.kind === 'round'
  return (
    <Sheet
      left={<NozzleInputs {...props} feed={feed} />}
      middle={
        <>
          <SectionTitle first>{round ? 'Section, to scale' : 'Outlet from the front, to scale'}</SectionTitle>
          {round ? (
            <NozzleSection nozzle={build.machine.nozzle} air={air} flow={nozzle} shown={shown} />
          ) : (
            <OutletFace
              nozzle={build.machine.nozzle}
              shapeFactor={effectiveNozzle(predicted.input).shapeFactor}
              shown={shown}
            />
          )}
          <Views
            label="Nozzle pictures"
            value={view}
            views={round ? VIEWS : VIEWS.filter((v) => v.value !== 'axis' && v.value !== 'heat')}
            onChange={setView}
          />
          {view === 'size' && <SizingView {...props} />}
          {view === 'aim' && <AimView {...props} />}
          {axis && round && <ChartBlock {...axis} />}
          {view === 'weigh' && <WeighView {...props} />}
          {view === 'gauge' && <GaugeView {...props} />}
        </>
      }
      right={
        <>
          <SectionTitle first>What it gives</SectionTitle>
          <Figure
            label="Flow"
            origin="predicted"
            {...figure(nozzle.massFlowKgPerS, 'massFlow', u.massFlowKgPerS)}
            sub={`${shown.text(nozzle.freeAirM3PerS, 'freeAir')} free air (ISO 8778)`}
            onOpen={() => openWorking('massFlow')}
          />
          <Figure
            label="Jet speed"
            origin="predicted"
            {...figure(nozzle.jetSpeedMPerS, 'speed', u.jetSpeedMPerS)}
            sub={`${REGIME_WORDS[nozzle.regime]}, exit Mach ${nozzle.exitMach.toFixed(2)}`}
            onOpen={() => openWorking('jetSpeed')}
          />
          <Figure
            label="Thrust"
            origin="predicted"
            {...figure(nozzle.thrustN, 'force', u.thrustN)}
            onOpen={() => openWorking('thrust')}
          />
          <Figure
            label="Jet power"
            origin="predicted"
            {...figure(nozzle.jetPowerW, 'power', u.jetPowerW)}
            sub={`of ${shown.text(nozzle.isentropicPowerW, 'power')} that reached it`}
            onOpen={() => openWorking('jetPower')}
          />
          <Figure
            label="Exit air"
            origin="predicted"
            {...figure(nozzle.exitTemperatureK, 'temperature')}
            sub={nozzle.exitTemperatureK < 273.15 ? 'below freezing: moist air can ice up' : undefined}
            onOpen={() => openWorking('exitTemperature')}
          />
          <PushOut {...props} />
          <Findings findings={predicted.review.findings} ids={['starved', 'ice']} />
          <Notes notes={nozzle.notes.filter((n) => n.code !== 'nozzle-below-freezing')} title="Flow" />
          <Advice tone="note" title="The jet">
            It goes through skin and hurts eyes and ears: never point it at anyone, and cover your ears.
          </Advice>
        </>
      }
    />
  )
}
