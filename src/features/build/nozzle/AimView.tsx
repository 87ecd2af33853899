'use client'
import { Box } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { onDesignExit, type SizedThroat, type WantedFigure } from '../../../core/prediction'
import { nearestDrills, type QuantityKind } from '../../../core/units'
import { LIMITS } from '../../../project/document'
import { Advice, ChoiceField, Figure, LinkButton, NumberField, useLocked } from '../../../ui'
import { useAirJob, useSettled, useShown } from '../../shared'
import type { NozzleStationProps } from '../stations/station-props'

const WANTED: Record<
  WantedFigure,
  { readonly label: string; readonly kind: QuantityKind; readonly limits: readonly [number, number] }
> = {
  flow: { label: 'flow', kind: 'massFlow', limits: [1e-6, 0.5] },
  thrust: { label: 'thrust', kind: 'force', limits: [1e-4, 200] },
  'jet-speed': { label: 'jet speed', kind: 'speed', limits: [1, 700] },
  'jet-power': { label: 'jet power', kind: 'power', limits: [1e-3, 5000] },
  'run-time': { label: 'run time', kind: 'time', limits: [0.1, 3600] },
}

function Answer({ props, answer, figure }: { props: NozzleStationProps; answer: SizedThroat; figure: WantedFigure }) {
  const shown = useShown()
  const locked = useLocked()
  const { build, edit } = props
  const { kind, label } = WANTED[figure]
  if (answer.status === 'not-for-this-supply')
    return (
      <Advice tone="note" title="This supply does not run down">
        A run time belongs to a bottle or a balloon. Choose one under Supply.
      </Advice>
    )
  if (answer.status === 'out-of-reach')
    return (
      <Advice
        tone="advice"
        title={`Out of reach: ${answer.above ? 'at most' : 'at least'} ${shown.text(answer.closestValue, kind)}`}
      >
        The nearest is a throat of {shown.text(answer.closest.throatDiameterM, 'length')}, with{' '}
        {shown.text(answer.closest.gaugePressurePa, 'gaugePressure')} before the line.{' '}
        {answer.above ? 'More needs more pressure, a better line, or another supply.' : 'Less needs a lower pressure.'}
      </Advice>
    )
  const ratio = build.machine.nozzle.exitDiameterM / build.machine.nozzle.throatDiameterM
  const put = (diameterM: number, name: string) =>
    edit(
      `throat ${name}`,
      (b) =>
        void Object.assign(b.machine.nozzle, {
          throatDiameterM: diameterM,
          exitDiameterM: Math.max(diameterM, diameterM * ratio),
        }),
    )
  const row = answer.row
  return (
    <Box mt="2">
      <Figure
        label="Throat"
        origin="predicted"
        {...shown.parts(row.throatDiameterM, 'length')}
        sub={`nearest drills ${nearestDrills(row.throatDiameterM)
          .map((d) => d.label)
          .join(', ')}`}
      />
      <Figure
        label="Pressure before the line"
        origin="predicted"
        {...shown.parts(row.gaugePressurePa, 'gaugePressure')}
        warn={!row.keepsUp}
        sub={row.keepsUp ? undefined : 'the supply sags: it cannot hold its setting'}
      />
      <Figure label="Flow" origin="predicted" {...shown.parts(row.massFlowKgPerS, 'massFlow')} />
      <Figure label="Thrust" origin="predicted" {...shown.parts(row.thrustN, 'force')} />
      <Figure label="Jet power" origin="predicted" {...shown.parts(row.jetPowerW, 'power')} />
      {row.runTimeS !== null && <Figure label="Run time" origin="predicted" {...shown.parts(row.runTimeS, 'time')} />}
      {answer.also && (
        <Box fontSize="xs" color="mute" py="1">
          The same {label} comes again at {shown.text(answer.also.throatDiameterM, 'length')}, where the supply has
          sagged to {shown.text(answer.also.gaugePressurePa, 'gaugePressure')}: the small one takes less air.
        </Box>
      )}
      {!locked && (
        <Box fontSize="sm" py="1">
          Put in{' '}
          {[{ label: 'this size', diameterM: row.throatDiameterM }, ...nearestDrills(row.throatDiameterM)].map(
            (d, i) => (
              <span key={d.label}>
                {i > 0 ? ' · ' : ''}
                <LinkButton onClick={() => put(d.diameterM, d.label)}>{d.label}</LinkButton>
              </span>
            ),
          )}
        </Box>
      )}
    </Box>
  )
}

/** The nozzle from what it shall do: one wanted figure in, throat and exit out. */
export function AimView(props: NozzleStationProps) {
  const shown = useShown()
  const { build, predicted, edit } = props
  const locked = useLocked()
  const [figure, setFigure] = useState<WantedFigure>('thrust')
  const now: Record<WantedFigure, number> = {
    flow: predicted.nozzle.massFlowKgPerS,
    thrust: predicted.nozzle.thrustN,
    'jet-speed': predicted.nozzle.jetSpeedMPerS,
    'jet-power': predicted.nozzle.jetPowerW,
    'run-time': 20,
  }
  const [values, setValues] = useState<Partial<Record<WantedFigure, number>>>({})
  const limits = WANTED[figure].limits
  const value =
    values[figure] ?? Math.min(limits[1], Math.max(limits[0], Number((now[figure] * 1.2 || limits[0]).toPrecision(2))))
  const input = useSettled(predicted.input)
  const request = useMemo(
    () => ({
      kind: 'throat' as const,
      input,
      figure,
      value,
      fromM: LIMITS.throatDiameterM[0],
      toM: Math.max(0.4e-3, Math.min(LIMITS.throatDiameterM[1], build.machine.nozzle.inletBoreM * 0.95)),
    }),
    [input, figure, value, build.machine.nozzle.inletBoreM],
  )
  const { result, failed } = useAirJob(request)
  const pa = predicted.input.ambient.absolutePressurePa
  const exit = onDesignExit(build.machine.nozzle.throatDiameterM, Math.max(predicted.air.nozzlePressurePaAbs, pa), pa)
  const chokes = exit > build.machine.nozzle.throatDiameterM * 1.001
  const kind = WANTED[figure].kind
  return (
    <Box maxW="420px">
      <ChoiceField
        label="I want"
        value={figure}
        choices={(Object.keys(WANTED) as WantedFigure[]).map((id) => ({ value: id, label: WANTED[id].label }))}
        onChange={setFigure}
      />
      <NumberField
        label="of"
        kind={kind}
        unit={shown.unit(kind).id}
        value={value}
        limits={limits}
        onChange={(v) => setValues({ ...values, [figure]: v })}
      />
      {failed && (
        <Advice tone="warn" title={failed}>
          Check supply, line and nozzle.
        </Advice>
      )}
      {result ? (
        <Answer props={props} answer={result} figure={figure} />
      ) : (
        <Box color="mute" fontSize="sm" role="status">
          Working it out…
        </Box>
      )}
      <Advice
        tone="note"
        title={
          chokes
            ? `An exit of ${shown.text(exit, 'length')} expands this air just to the room`
            : 'Here a plain hole is right'
        }
      >
        {chokes
          ? `Wider wastes the jet in shocks, narrower leaves pressure unused. Below about ${shown.text(200e3, 'gaugePressure')} a plain hole loses little, and its exit cannot be printed wrong.`
          : 'The air does not reach the speed of sound, so a widening exit would only slow it.'}{' '}
        {chokes && !locked && build.machine.nozzle.form.kind === 'round' && (
          <LinkButton onClick={() => edit('exit on design', (b) => void (b.machine.nozzle.exitDiameterM = exit))}>
            Put this exit in
          </LinkButton>
        )}
      </Advice>
    </Box>
  )
}
