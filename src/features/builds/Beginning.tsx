'use client'
import { RPM as rpm } from '../../core/units'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { useState, type ReactNode } from 'react'
import { PROCESSES, type Process } from '../../core/geometry'
import { LIMITS, newBuild, newBuildOf, type Build, type KindId, type TurbineBuild } from '../../project/document'
import { useProject, useStore } from '../../store'
import { Advice, LinkButton, MainButton, NumberField, RoomTitle, SectionTitle } from '../../ui'
import { freshId, useShown } from '../shared'
import { usualAirs } from './usual-airs'

/** Wants that one kind of machine alone answers. */
const KIND_OF: Readonly<Partial<Record<(typeof WANTS)[number]['does'], KindId>>> = {
  pushes: 'thrust-body',
  piston: 'single-acting-engine',
  'pushes-both': 'double-acting-engine',
  rotary: 'three-flank-engine',
}

const ChooserDialog = dynamic(() => import('./ChooserDialog'), { ssr: false })

/**
 * What is to be done, with the figures that go with it. `turns` leads to a choice among machines; the others are one
 * kind of their own.
 */
const WANTS: readonly {
  readonly id: string
  readonly label: string
  readonly about: string
  readonly does: 'turns' | 'wind' | 'pushes' | 'piston' | 'pushes-both' | 'rotary'
  readonly speed: number
  readonly power: number
  readonly air: string
}[] = [
  {
    id: 'fast',
    label: 'Turn something fast',
    about: 'a spindle, a small generator, a propeller',
    does: 'turns',
    speed: 10_000 * rpm,
    power: 6,
    air: 'compressor',
  },
  {
    id: 'slow',
    label: 'Turn something slow and strong',
    about: 'a winch, a wheel, a carousel',
    does: 'turns',
    speed: 1500 * rpm,
    power: 6,
    air: 'compressor',
  },
  {
    id: 'spin',
    label: 'See it spin',
    about: 'the first one ever, as simple as can be',
    does: 'turns',
    speed: 6000 * rpm,
    power: 1,
    air: 'blower',
  },
  {
    id: 'compress',
    label: 'Press air on',
    about: 'blow up a balloon, a second stage',
    does: 'turns',
    speed: 15_000 * rpm,
    power: 4,
    air: 'compressor',
  },
  {
    id: 'piston',
    label: 'Turn by a piston',
    about: 'an engine with ball and pin, on a bottle: a propeller, a toy',
    does: 'piston',
    speed: 0,
    power: 0,
    air: 'vessel',
  },
  {
    id: 'pushes-both',
    label: 'Start by itself under load',
    about: 'a piston pushed from both sides: a wheel, a carousel',
    does: 'pushes-both',
    speed: 0,
    power: 0,
    air: 'compressor',
  },
  {
    id: 'rotary',
    label: 'Turn without a crank',
    about: 'a three-cornered rotor in a housing: even, and the hardest to make',
    does: 'rotary',
    speed: 0,
    power: 0,
    air: 'vessel',
  },
  {
    id: 'push',
    label: 'Push itself along or up',
    about: 'a glider on a track, a balloon rocket',
    does: 'pushes',
    speed: 0,
    power: 0,
    air: 'vessel',
  },
  {
    id: 'wind',
    label: 'Use the wind',
    about: 'from any side, for a lamp',
    does: 'wind',
    speed: 400 * rpm,
    power: 0.1,
    air: 'wind',
  },
]

/** One of a few, shown whole: what it is, and what it is for. */
function Option({
  chosen,
  onChoose,
  label,
  about,
}: {
  chosen: boolean
  onChoose: () => void
  label: string
  about?: string
}) {
  return (
    <chakra.button
      type="button"
      aria-pressed={chosen}
      onClick={onChoose}
      textAlign="left"
      px="3"
      py="2"
      borderLeftWidth="3px"
      borderLeftColor={chosen ? 'petrol' : 'rule'}
      bg={chosen ? 'field' : 'transparent'}
      _hover={{ bg: 'field' }}
    >
      <Box fontWeight={chosen ? '700' : '600'}>{label}</Box>
      {about && (
        <Box fontSize="xs" color="mute">
          {about}
        </Box>
      )}
    </chakra.button>
  )
}

const Question = ({ children, first }: { children: ReactNode; first?: boolean }) => (
  <SectionTitle first={first}>{children}</SectionTitle>
)

/**
 * A project without a machine: what shall be done, from what air, made how; then the machines that could do it, and
 * along the air to the bench.
 */
export function Beginning({ onMade, onCancel }: { onMade: (build: Build) => void; onCancel?: () => void }) {
  const store = useStore()
  const shown = useShown()
  const { machines } = useProject()
  const airs = usualAirs()
  const [want, setWant] = useState(WANTS[0])
  const [airId, setAir] = useState(want.air)
  const [speed, setSpeed] = useState(want.speed)
  const [power, setPower] = useState(want.power)
  const [process, setProcess] = useState<Process>('filament')
  const [bedM, setBed] = useState(0.22)
  const [choosing, setChoosing] = useState(false)
  const [fault, setFault] = useState<string | null>(null)
  const air = airs.find((a) => a.id === airId) ?? airs[0]
  const choose = (next: (typeof WANTS)[number]) => {
    setWant(next)
    setAir(next.air)
    setSpeed(next.speed)
    setPower(next.power)
  }
  const make = (fitted?: TurbineBuild) => {
    const machineId = freshId('machine')
    const own = { id: freshId('build'), machineId, name: 'First print', createdAt: new Date().toISOString() }
    const making = { process, bedM } as const
    const kind = KIND_OF[want.does]
    const plain: Build =
      kind !== undefined
        ? { ...newBuildOf(own, kind), supply: air.supply, line: air.line }
        : {
            ...(fitted ?? newBuild(own, want.does === 'wind' ? 'wind-stack' : 'tangential-impulse')),
            ...own,
            ...(fitted ? {} : { supply: air.supply, line: air.line }),
          }
    const build: Build = { ...plain, making: { ...plain.making, ...making } }
    const name = `${want.label}${machines.some((m) => m.name.startsWith(want.label)) ? ` ${machines.length + 1}` : ''}`
    const result = store.change('new machine', (p) => {
      p.machines.push({ id: machineId, name, purpose: want.about })
      p.builds.push(build)
    })
    if (result.ok) onMade(build)
    else setFault(result.faults[0]?.message ?? 'It could not be made.')
  }
  return (
    <>
      <RoomTitle
        title="What shall it do?"
        about="three answers, then the machines that could do it; everything can be changed later"
      >
        {onCancel && <LinkButton onClick={onCancel}>Not now</LinkButton>}
      </RoomTitle>
      <Grid
        bg="sheet"
        borderTopWidth="1px"
        templateColumns={{ base: 'minmax(0,1fr)', md: '1.2fr 1fr 1fr' }}
        gap="6"
        p="4"
      >
        <Box>
          <Question first>What shall be done?</Question>
          <Flex direction="column" gap="1">
            {WANTS.map((w) => (
              <Option key={w.id} label={w.label} about={w.about} chosen={w.id === want.id} onChoose={() => choose(w)} />
            ))}
          </Flex>
          {want.does === 'turns' && (
            <Box mt="3">
              <NumberField
                label="At"
                kind="rotation"
                unit="rpm"
                value={speed}
                limits={LIMITS.speedRadPerS}
                onChange={setSpeed}
              />
              <NumberField
                label="Power wanted"
                kind="power"
                unit={shown.unit('power').id}
                value={power}
                limits={LIMITS.wantedPowerW}
                onChange={setPower}
              />
            </Box>
          )}
        </Box>
        <Box>
          <Question first>From what air?</Question>
          <Flex direction="column" gap="1">
            {airs
              .filter((a) => (want.does === 'wind' ? a.id === 'wind' : a.id !== 'wind'))
              .map((a) => (
                <Option
                  key={a.id}
                  label={a.label[0].toUpperCase() + a.label.slice(1)}
                  chosen={a.id === air.id}
                  onChoose={() => setAir(a.id)}
                />
              ))}
          </Flex>
        </Box>
        <Box>
          <Question first>Made how?</Question>
          <Flex direction="column" gap="1">
            {PROCESSES.map((p) => (
              <Option
                key={p}
                label={p === 'machined' ? 'Machined' : p === 'resin' ? 'Resin print' : 'Filament print'}
                about={
                  p === 'filament'
                    ? 'walls from 0.8 mm, gaps from 0.25 mm'
                    : p === 'resin'
                      ? 'finer, more brittle'
                      : 'metal or plastic on machines'
                }
                chosen={p === process}
                onChoose={() => setProcess(p)}
              />
            ))}
          </Flex>
          {process !== 'machined' && (
            <Box mt="3">
              <NumberField
                label="Printer’s bed"
                kind="length"
                unit={shown.unit('length').id}
                value={bedM}
                limits={LIMITS.bedM}
                note="its shorter side"
                onChange={setBed}
              />
            </Box>
          )}
          {fault && (
            <Advice tone="warn" title="Not made">
              {fault}
            </Advice>
          )}
          <Box mt="5">
            {want.does === 'turns' ? (
              <MainButton onClick={() => setChoosing(true)}>Which machines could do it?</MainButton>
            ) : (
              <MainButton onClick={() => make()}>Begin with it</MainButton>
            )}
          </Box>
          {want.does === 'turns' && (
            <Box mt="2" fontSize="sm">
              or <LinkButton onClick={() => make()}>begin with the plainest one</LinkButton>: blades on a rim and one
              jet
            </Box>
          )}
          <Box mt="4" fontSize="xs" color="mute">
            Then along the air: supply, line, nozzle, machine, shaft and load; the parts; the bench.
          </Box>
        </Box>
      </Grid>
      {choosing && (
        <ChooserDialog
          start={{ airId: air.id, speedRadPerS: speed, wantedPowerW: power, process, bedM }}
          onClose={() => setChoosing(false)}
          onChoose={make}
        />
      )}
    </>
  )
}
