'use client'
import { Box, Flex, Grid } from '@chakra-ui/react'
import { useMemo, useState, type ComponentProps } from 'react'
import { leastClearance } from '../../../core/engine'
import type { EngineMachine } from '../../../project/document'
import { Advice, ChartBlock, Figure, LinkButton, Sheet, Views, useLocked } from '../../../ui'
import { useSettled, useShown } from '../../shared'
import { Findings } from '../stations/Findings'
import { Costs } from './Costs'
import { CHAMBER_GROUPS, EngineFields } from './EngineFields'
import { EngineSection } from './EngineSection'
import { EngineSteps } from './EngineSteps'
import { ballChart, flowChart, pressureChart, torqueChart } from './engine-charts'
import type { EngineStationProps } from './engine-props'
import { membersOf } from './members'
import { PressureVolume } from './PressureVolume'
import { Questions } from './Questions'
import { RotorChoices } from './RotorChoices'
import { RotorSection } from './RotorSection'
import { TimingRing } from './TimingRing'
import { openings } from './timing'
import { useAngle } from './use-angle'
import { useParent, useTrial } from './use-cycles'

type LeftView = 'section' | 'timing' | 'questions'
type RightView = 'loop' | 'time' | 'air' | 'ball'

const lifted = (m: EngineMachine, id: string): boolean =>
  id === 'seat' && m.family === 'single-acting-engine' && m.ball.motion.kind !== 'follows'

const stretchWords = (m: EngineMachine): string =>
  openings(m)
    .map((o) =>
      o.open.length === 0
        ? `${o.name} never opens`
        : lifted(m, o.id)
          ? `the pin lifts the ball from ${Math.round(o.open[0][0])}° to ${Math.round(o.open[0][1] % 360)}°`
          : `${o.name} ${o.open.map(([a, b]) => `opens at ${Math.round(a)}°, shuts at ${Math.round(b % 360)}°`).join('; ')}`,
    )
    .join(' · ')

function Middle(props: EngineStationProps) {
  const { build, predicted, edit } = props
  const shown = useShown()
  const { machine } = build
  const { steady, supply, standing } = predicted.prediction
  const members = useMemo(() => membersOf(machine), [machine])
  const { angle, setAngle, playing, setPlaying } = useAngle(35, members.periodDeg)
  const [left, setLeft] = useState<LeftView>('section')
  const [right, setRight] = useState<RightView>('loop')
  const [each, setEach] = useState(false)
  const [asked, setAsked] = useState<'questions' | 'steps'>('questions')
  const [cylinder, setCylinder] = useState(0)
  const [trial, setTrial] = useState<EngineMachine | null>(null)
  const tried = useTrial(trial, predicted)
  const parent = useParent(build)
  const cycle = trial ? tried : (steady?.cycle ?? null)
  const before = trial
    ? (steady?.cycle ?? null)
    : parent && parent.chambers.length === steady?.cycle.chambers.length
      ? parent
      : null
  const which = Math.min(cylinder, members.count - 1)
  const chambers = useMemo(() => members.chambers(which), [members, which])
  const locked = useLocked()
  const rotor = machine.family === 'three-flank-engine'
  const pa = predicted.input.ambient.absolutePressurePa
  const late = useSettled(cycle)
  const chart = useMemo(
    () => (late ? torqueChart(late, standing, machine, each, angle, shown) : null),
    [late, standing, machine, each, angle, shown],
  )
  const moves = (cycle?.balls.length ?? 0) > 0
  const view = right === 'ball' && !moves ? 'air' : right
  const second = useMemo(
    () =>
      !late || view === 'loop'
        ? null
        : view === 'time'
          ? pressureChart(late, members, which, shown)
          : view === 'ball'
            ? ballChart(late, which, shown)
            : flowChart(late, members.periodDeg, shown),
    [late, view, members, which, shown],
  )
  const views = (
    <Views
      label="What the middle shows"
      value={left}
      views={[
        { value: 'section', label: `Section at ${Math.round(angle)}°` },
        { value: 'timing', label: 'Timing' },
        { value: 'questions', label: 'What if' },
      ]}
      onChange={setLeft}
    />
  )
  if (left === 'questions')
    return (
      <>
        {views}
        <Box mt="1">
          <Views
            small
            label="What is asked"
            value={asked}
            views={[
              { value: 'questions', label: 'run both ways' },
              { value: 'steps', label: 'one step of each number' },
            ]}
            onChange={setAsked}
          />
        </Box>
        {asked === 'questions' ? (
          <Questions build={build} predicted={predicted} />
        ) : (
          <EngineSteps build={build} edit={edit} />
        )}
      </>
    )
  return (
    <Grid templateColumns={{ base: 'minmax(0,1fr)', md: '286px minmax(0,1fr)' }} gap="5">
      <Box>
        <Flex justify="space-between" align="baseline">
          {views}
          <LinkButton onClick={() => setPlaying(!playing)}>{playing ? 'stop' : 'play'}</LinkButton>
        </Flex>
        {left === 'section' ? (
          <Section
            machine={trial ?? machine}
            cycle={cycle}
            angle={angle}
            which={which}
            supplyPa={supply.absolutePressurePa}
            roomPa={pa}
            shown={shown}
          />
        ) : (
          <TimingRing
            machine={machine}
            trial={trial}
            angle={members.dial(angle, which)}
            onTry={setTrial}
            onKeep={(next, label) => edit(label.split(':')[0], (b) => void (b.machine = next as never), 'timing')}
          />
        )}
        <Flex as="label" align="center" gap="3" fontSize="sm" mt="1">
          Turn
          <input
            type="range"
            min={0}
            max={members.periodDeg - 1}
            value={Math.round(angle) % members.periodDeg}
            aria-label={rotor ? 'Shaft angle' : 'Crank angle'}
            aria-valuetext={`${Math.round(angle)} degrees`}
            onChange={(event) => {
              setPlaying(false)
              setAngle(Number(event.target.value))
            }}
            style={{ flex: 1, accentColor: 'var(--gk-colors-petrol)' }}
          />
        </Flex>
        {members.count > 1 && (
          <Views
            small
            label={`Which ${members.name}`}
            value={String(which)}
            views={Array.from({ length: members.count }, (_, i) => ({
              value: String(i),
              label: `${members.name} ${i + 1}`,
            }))}
            onChange={(v) => setCylinder(Number(v))}
          />
        )}
        <Box color="mute" fontSize="xs" mt="1">
          {left === 'timing' && !trial && !locked
            ? `Drag a mark; ${rotor ? '1°' : '0.05 mm'} a step with the arrow keys. `
            : ''}
          {stretchWords(trial ?? machine)}.
        </Box>
      </Box>
      <Box minW="0">
        <Views
          label={rotor ? 'Before the flank' : 'Inside the cylinder'}
          value={view}
          views={[
            { value: 'loop', label: rotor ? 'Before the flank' : 'Inside the cylinder' },
            { value: 'time', label: 'over the turn' },
            { value: 'air', label: 'air' },
            ...(moves ? [{ value: 'ball' as const, label: 'ball' }] : []),
          ]}
          onChange={setRight}
        />
        {cycle === null ? (
          <Advice tone="warn" title="It stands">
            At this pressure and load it does not keep turning: nothing goes round to be shown.
          </Advice>
        ) : view === 'loop' ? (
          <PressureVolume
            cycle={cycle}
            before={before}
            chambers={chambers}
            supplyPa={supply.absolutePressurePa}
            roomPa={pa}
            angle={angle}
            shown={shown}
            per={rotor ? 'a turn of the rotor' : undefined}
          />
        ) : (
          second && <ChartBlock {...second} />
        )}
        {chart && (
          <>
            <Views
              label="Torque round the turn"
              value={each ? 'each' : 'sum'}
              views={[
                { value: 'sum', label: 'Torque round the turn' },
                ...(members.count > 1 ? [{ value: 'each', label: `each ${members.name}` }] : []),
              ]}
              onChange={(v) => setEach(v === 'each')}
            />
            <ChartBlock {...chart} />
          </>
        )}
      </Box>
    </Grid>
  )
}

/** The section of whatever engine it is. */
function Section({
  machine,
  which,
  ...rest
}: Omit<ComponentProps<typeof EngineSection>, 'machine' | 'cylinder'> & {
  readonly machine: EngineMachine
  readonly which: number
}) {
  return machine.family === 'three-flank-engine' ? (
    <RotorSection machine={machine} flank={which} {...rest} />
  ) : (
    <EngineSection machine={machine} cylinder={which} {...rest} />
  )
}

/**
 * What squeezing does to an engine whose only way out is at the bottom: the room at the top below which it squeezes
 * past the supply.
 */
function RoomAdvice({ build, predicted }: EngineStationProps) {
  const shown = useShown()
  const { machine } = build
  const { supply, steady } = predicted.prediction
  if (machine.family !== 'single-acting-engine' || !steady) return null
  const swept = (Math.PI / 4) * machine.boreM ** 2 * machine.strokeM
  const least = leastClearance({
    supplyPaAbs: supply.absolutePressurePa,
    exhaustPaAbs: predicted.input.ambient.absolutePressurePa,
    supplyTemperatureK: supply.temperatureK,
    sweptM3: swept,
    clearance: 1,
  })
  const share = machine.clearanceM3 / swept
  // what the piston sweeps back after the ports have shut
  const shut = (machine.ports.fromM / machine.strokeM) * least
  if (share > 1.1 * shut) return null
  return (
    <Advice tone="advice" title="Too little room at the top">
      Ports only at the bottom squeeze what stays to more than the supply: below{' '}
      {shown.text(shut * swept, 'smallVolume')} it pushes back through the ball. More room, or ports that open earlier.
    </Advice>
  )
}

/**
 * Inside the cylinder: what it looks like at any angle, what the air does there, what that gives and what costs most.
 */
export function CylinderStation(props: EngineStationProps) {
  const { build, predicted, openWorking } = props
  const shown = useShown()
  const { figures: f, uncertainty: u, steady } = predicted.prediction
  const swept = steady ? f.brakeMeanPressurePa : 0
  return (
    <Sheet
      pictureFirst
      leftWidth="264px"
      rightWidth="284px"
      left={
        <>
          <EngineFields {...props} groups={CHAMBER_GROUPS} />
          {build.machine.family === 'three-flank-engine' && <RotorChoices {...props} />}
        </>
      }
      middle={<Middle key={build.id} {...props} />}
      right={
        <>
          <Figure
            label="Speed"
            origin="predicted"
            {...shown.parts(f.speedRadPerS, 'rotation', u.speedRadPerS)}
            sub={`that it keeps with ${build.machine.load.label || 'its load'}`}
            onOpen={() => openWorking('speedRadPerS')}
          />
          <Figure
            label="Shaft power"
            origin="predicted"
            {...shown.parts(f.shaftPowerW, 'power', u.shaftPowerW)}
            sub={`of ${shown.text(f.indicatedPowerW, 'power')} ${build.machine.family === 'three-flank-engine' ? 'on the flanks' : 'in the cylinder'}`}
            onOpen={() => openWorking('shaftPowerW')}
          />
          <Figure
            label="Air a turn"
            origin="predicted"
            {...shown.parts(f.airPerTurnKg, 'airMass', u.airPerTurnKg)}
            sub={`${shown.text(predicted.nozzle.freeAirM3PerS, 'freeAir')} free air`}
            onOpen={() => openWorking('airPerTurnKg')}
          />
          <Figure
            label="Work of the air"
            origin="predicted"
            {...shown.parts(f.workPerAirJPerKg, 'workPerAir', u.workPerAirJPerKg)}
            sub={`${shown.text(f.efficiency, 'share')} of what it could give`}
            onOpen={() => openWorking('workPerAirJPerKg')}
          />
          <Figure
            label="Mean pressure"
            origin="predicted"
            {...shown.parts(swept, 'pressureDrop', u.brakeMeanPressurePa)}
            sub={
              build.machine.family === 'three-flank-engine'
                ? 'on the flanks, as the shaft feels it'
                : 'on the piston, as the shaft feels it'
            }
            onOpen={() => openWorking('brakeMeanPressurePa')}
          />
          <Findings
            findings={predicted.review.findings}
            ids={[
              'engine-wall',
              'engine-stands',
              'engine-tips',
              'engine-ball',
              'engine-uneven',
              'engine-squeezed',
              'engine-leaks',
              'engine-cold',
            ]}
          />
          <RoomAdvice {...props} />
          <Costs build={build} />
        </>
      }
    />
  )
}
