'use client'
import { useMemo, useState } from 'react'
import { Box } from '@chakra-ui/react'
import type { Draft } from 'immer'
import {
  LIMITS,
  buildTitle,
  fileStem,
  plainPropeller,
  thrustPerSquare,
  type EngineBuild,
  type EngineLoad,
} from '../../../project/document'
import { useProject } from '../../../store'
import {
  Advice,
  ChartBlock,
  ChoiceField,
  Figure,
  LinkButton,
  NumberField,
  SectionTitle,
  Sheet,
  TextField,
  Views,
  download,
} from '../../../ui'
import { RemoveBuild, useDesignJob, useSettled, useShown } from '../../shared'
import { runChart, speedChart } from './engine-charts'
import type { EngineStationProps } from './engine-props'

/** A load of a kind to begin with, at about the power of this engine. */
function newLoad(kind: EngineLoad['kind'], label: string, torqueNm: number, speedRadPerS: number): EngineLoad {
  const [torque, speed] = [Math.max(0.002, torqueNm), Math.max(20, speedRadPerS)]
  switch (kind) {
    case 'propeller':
      return { ...plainPropeller(), label: label || 'propeller' }
    case 'brake':
      return { kind, label: label || 'brake', torqueNm: 0.7 * torque }
    case 'wheel':
      return {
        kind,
        label: label || 'wheel',
        torqueNm: 0.3 * torque,
        perSquareNmS2: Math.max(1e-9, (0.5 * torque) / speed ** 2),
      }
    case 'generator':
      return {
        kind,
        label: label || 'generator',
        torqueNm: 0.1 * torque,
        perSpeedNmS: Math.max(1e-6, (0.8 * torque) / speed),
      }
  }
}

function LoadFields({ build, edit, predicted }: EngineStationProps) {
  const shown = useShown()
  const { load } = build.machine
  const { steady } = predicted.prediction
  const change = (label: string, recipe: (l: Draft<EngineLoad>) => void) =>
    edit(label, (b) => recipe(b.machine.load), `load-${label}`)
  return (
    <>
      <SectionTitle first>What it drives</SectionTitle>
      <TextField
        label="Name"
        value={load.label}
        most={120}
        onChange={(v) => change('name of the load', (l) => void (l.label = v))}
      />
      <ChoiceField
        label="Kind"
        value={load.kind}
        choices={[
          { value: 'propeller', label: 'propeller' },
          { value: 'brake', label: 'brake, constant' },
          { value: 'wheel', label: 'wheel or paddles' },
          { value: 'generator', label: 'generator' },
        ]}
        onChange={(kind) =>
          edit('kind of load', (b) => {
            b.machine.load = newLoad(
              kind as EngineLoad['kind'],
              '',
              steady?.figures.shaftTorqueNm ?? 0.01,
              steady?.figures.speedRadPerS ?? 100,
            )
          })
        }
      />
      {load.kind === 'propeller' && (
        <>
          <NumberField
            label="Diameter"
            kind="length"
            unit={shown.unit('length').id}
            value={load.diameterM}
            limits={LIMITS.propellerM}
            onChange={(v) =>
              change('diameter of the propeller', (l) => void (l.kind === 'propeller' && (l.diameterM = v)))
            }
          />
          <NumberField
            label="Thrust coefficient"
            kind="ratio"
            value={load.thrustCoefficient}
            limits={LIMITS.thrustCoefficient}
            note="T/(ρn²D⁴), standing: 0.08 to 0.12 (practice)"
            onChange={(v) =>
              change('thrust coefficient', (l) => void (l.kind === 'propeller' && (l.thrustCoefficient = v)))
            }
          />
          <NumberField
            label="Power coefficient"
            kind="ratio"
            value={load.powerCoefficient}
            limits={LIMITS.powerCoefficient}
            note="P/(ρn³D⁵), standing: 0.03 to 0.06 (practice)"
            onChange={(v) =>
              change('power coefficient', (l) => void (l.kind === 'propeller' && (l.powerCoefficient = v)))
            }
          />
        </>
      )}
      {load.kind !== 'propeller' && (
        <NumberField
          label="Torque, constant"
          kind="torque"
          unit={shown.unit('torque').id}
          value={load.torqueNm}
          limits={LIMITS.dragTorqueNm}
          onChange={(v) => change('torque of the load', (l) => void (l.kind !== 'propeller' && (l.torqueNm = v)))}
        />
      )}
      {load.kind === 'wheel' && (
        <NumberField
          label="and by speed squared"
          kind="torque"
          unit="mN·m"
          value={load.perSquareNmS2 * 1e4}
          limits={[LIMITS.paddleNmS2[0] * 1e4, LIMITS.paddleNmS2[1] * 1e4]}
          note="at 100 rad/s (955 rpm)"
          onChange={(v) =>
            change('torque by speed squared', (l) => void (l.kind === 'wheel' && (l.perSquareNmS2 = v / 1e4)))
          }
        />
      )}
      {load.kind === 'generator' && (
        <NumberField
          label="and by speed"
          kind="torque"
          unit="mN·m"
          value={load.perSpeedNmS * 100}
          limits={[LIMITS.generatorNmS[0] * 100, LIMITS.generatorNmS[1] * 100]}
          note="at 100 rad/s (955 rpm), into its resistor"
          onChange={(v) => change('torque by speed', (l) => void (l.kind === 'generator' && (l.perSpeedNmS = v / 100)))}
        />
      )}
    </>
  )
}

function Records({ build, edit }: EngineStationProps) {
  const project = useProject()
  return (
    <>
      <SectionTitle>Notes of this build</SectionTitle>
      <TextField
        label="Why it was made"
        lines={2}
        most={2000}
        value={build.why}
        onChange={(v) => edit('reason', (b) => void (b.why = v), 'why')}
      />
      <TextField
        label="What was seen"
        lines={4}
        most={20000}
        value={build.notes}
        onChange={(v) => edit('notes', (b) => void (b.notes = v), 'notes')}
      />
      <LinkButton
        display="block"
        fontSize="xs"
        onClick={() => download(`${fileStem(project, build)}.json`, JSON.stringify(build, null, 1), 'application/json')}
      >
        Save this build as JSON
      </LinkButton>
      <RemoveBuild build={build} />
    </>
  )
}

/** The whole run of its bottle, with another version of the same machine beside it where one is chosen. */
function WholeBottle({ build, predicted }: EngineStationProps) {
  const shown = useShown()
  const project = useProject()
  const { ambient, builds } = project
  const others = builds.filter(
    (b): b is EngineBuild =>
      b.id !== build.id &&
      b.machineId === build.machineId &&
      'wheelInertiaKgM2' in b.machine &&
      b.supply.kind === 'vessel',
  )
  const [against, setAgainst] = useState<string>(build.parentId ?? '')
  const other = others.find((b) => b.id === against)
  const late = useSettled(build, 250)
  const own = useDesignJob(
    useMemo(
      () => (late.supply.kind === 'vessel' ? { kind: 'engine-run' as const, build: late, ambient } : null),
      [late, ambient],
    ),
  )
  const theirs = useDesignJob(
    useMemo(() => (other ? { kind: 'engine-run' as const, build: other, ambient } : null), [other, ambient]),
  )
  const thrusts = build.machine.load.kind === 'propeller' && thrustPerSquare(build, ambient) > 0
  const [show, setShow] = useState<'speed' | 'thrust'>('speed')
  const view = thrusts ? show : 'speed'
  const beside = other && theirs.result ? { run: theirs.result, name: buildTitle(project, other) } : null
  const pa = predicted.input.ambient.absolutePressurePa
  const run = own.result
  const chart = run && runChart(run, beside, view, pa, shown)
  if (late.supply.kind !== 'vessel')
    return (
      <Advice tone="note" title="Not on a bottle">
        Its supply does not run down. Put it on a vessel in Supply to see how long one lasts.
      </Advice>
    )
  return (
    <Box aria-busy={own.working} data-testid="run-down">
      <Views
        label="The whole bottle"
        value={view}
        views={[
          { value: 'speed', label: 'Whole bottle: speed' },
          ...(thrusts ? [{ value: 'thrust' as const, label: 'thrust' }] : []),
        ]}
        onChange={setShow}
      />
      {own.failed && <Box color="brick">{own.failed}</Box>}
      {!run && !own.failed && <Box color="mute">Running the bottle down…</Box>}
      {chart && <ChartBlock {...chart} />}
      {run && (
        <Box fontSize="sm">
          {shown.text(late.supply.volumeM3, 'volume')} from {shown.text(late.supply.gaugePressurePa, 'gaugePressure')}{' '}
          gauge: <b>{shown.text(run.runTimeS, 'time')}</b>,{' '}
          {Math.round(run.turns).toLocaleString('en').replace(/,/g, ' ')} turns,{' '}
          {thrusts && (
            <>
              {shown.text(run.impulseNs, 'impulse')} of impulse, {shown.text(run.peakThrustN, 'force')} at most,{' '}
            </>
          )}
          {shown.text(run.leftShare, 'share')} of the air left when it stops.
          {beside && (
            <>
              {' '}
              {beside.name}: {shown.text(beside.run.runTimeS, 'time')}
              {thrusts && <>, {shown.text(beside.run.impulseNs, 'impulse')}</>},{' '}
              {shown.text(beside.run.leftShare, 'share')} left.
            </>
          )}
        </Box>
      )}
      {others.length > 0 && (
        <ChoiceField
          label="Beside it"
          value={other ? other.id : ''}
          choices={[
            { value: '', label: 'nothing' },
            ...others.map((b) => ({ value: b.id, label: buildTitle(project, b) })),
          ]}
          onChange={setAgainst}
        />
      )}
      <Box color="mute" fontSize="xs" mt="1">
        Flicked on at {Math.round((30 * 30) / Math.PI)} rpm by hand. The regulator is taken to hold its setting while
        the bottle has more; the line as one hole (estimates).
      </Box>
    </Box>
  )
}

/** How well a propeller’s coefficient is known that nobody measured. Common practice, no source. */
const COEFFICIENT_KNOWN = 0.1

/** What it drives, at which speed, and for how long. */
export function EngineLoadStation(props: EngineStationProps) {
  const { build, predicted, openWorking } = props
  const shown = useShown()
  const { ambient } = useProject()
  const late = useSettled(predicted)
  const { figures: f, uncertainty: u, steady } = predicted.prediction
  const chart = useMemo(
    () => speedChart(late, build.machine.load.label, shown),
    [late, build.machine.load.label, shown],
  )
  const perSquare = thrustPerSquare(build, ambient)
  const best = late.overSpeed?.lines[0].values.reduce((at, v, i, all) => (v > all[at] ? i : at), 0) ?? 0
  const bestW = late.overSpeed?.lines[0].values[best] ?? 0
  return (
    <Sheet
      left={
        <>
          <LoadFields {...props} />
          <Records {...props} />
        </>
      }
      middle={
        <>
          <SectionTitle first>Torque and power against speed</SectionTitle>
          {chart && <ChartBlock {...chart} />}
          <WholeBottle key={build.id} {...props} />
        </>
      }
      right={
        <>
          <SectionTitle first>What it gets</SectionTitle>
          <Figure
            label="Speed"
            origin="predicted"
            {...shown.parts(f.speedRadPerS, 'rotation', u.speedRadPerS)}
            onOpen={() => openWorking('speedRadPerS')}
          />
          <Figure
            label="Power there"
            origin="predicted"
            {...shown.parts(f.shaftPowerW, 'power', u.shaftPowerW)}
            onOpen={() => openWorking('shaftPowerW')}
          />
          <Figure
            label="Mean torque"
            origin="predicted"
            {...shown.parts(steady?.figures.shaftTorqueNm ?? 0, 'torque')}
          />
          {perSquare > 0 && (
            <Figure
              label="Thrust"
              origin="predicted"
              {...shown.parts(
                perSquare * f.speedRadPerS ** 2,
                'force',
                Math.hypot(
                  2 * perSquare * f.speedRadPerS * u.speedRadPerS,
                  COEFFICIENT_KNOWN * perSquare * f.speedRadPerS ** 2,
                ),
              )}
              sub="standing, by its coefficient: within a fifth (estimate)"
            />
          )}
          <Figure
            label="Free air a minute"
            origin="predicted"
            {...shown.parts(predicted.nozzle.freeAirM3PerS, 'freeAir')}
            sub={`${shown.text(f.workPerAirJPerKg, 'workPerAir')} of work`}
          />
          {late.overSpeed && bestW > 1.15 * f.shaftPowerW && f.shaftPowerW > 0 && (
            <Advice
              tone="advice"
              title={late.overSpeed.over[best] > f.speedRadPerS ? 'The load holds it back' : 'The load lets it race'}
            >
              At {shown.text(late.overSpeed.over[best], 'rotation')} it would give {shown.text(bestW, 'power')}:{' '}
              {late.overSpeed.over[best] > f.speedRadPerS
                ? 'a smaller propeller, less load or a gear would use it'
                : 'more load would use it'}
              .
            </Advice>
          )}
        </>
      }
    />
  )
}
