'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { PROCESSES, type Process } from '../../core/geometry'
import { formatNumber } from '../../core/units'
import { SPECS, LIMITS, buildTitle, byMachine, type Project, type TurbineBuild } from '../../project/document'
import type { Choice } from '../../project/choosing'
import { useProject } from '../../store'
import { Advice, ChoiceField, MainButton, NumberField, OriginMark, QuietButton } from '../../ui'
import Dialog from '../../ui/Dialog'
import { usualAirs, type AirChoice } from './usual-airs'
import { MachineGlyph, useDesignJob, useSettled, useShown } from '../shared'
import { FAMILIES } from '../../core/machines'
import { findingWords } from '../../words'

/** Air that a maker may begin with: a usual source of any kind, or that of a build of theirs. */
function airChoices(project: Pick<Project, 'builds' | 'machines'>): AirChoice[] {
  return [
    ...usualAirs(),
    ...byMachine(project, project.builds).map((b) => ({
      id: b.id,
      label: `as ${buildTitle(project, b)}`,
      supply: b.supply,
      line: b.line,
    })),
  ]
}

/** What stands against a choice, in few words. */
function drawbacks({ figures, reaches, findings }: Choice, words: (text: string) => string): string[] {
  if (!figures) return ['does not turn on this air']
  const found: string[] = []
  if (reaches < 0.5) found.push('far short of the wanted power')
  else if (reaches < 1) found.push('a little short of the wanted power')
  if (figures.stressMargin < 2) found.push('too near to bursting when it runs free')
  if (figures.bearingShare > 1) found.push('beyond its bearings when it runs free')
  if (!figures.keepsUp) found.push('the supply cannot hold its setting')
  return [...found, ...findings.filter((f) => f.state !== 'fine').map((f) => words(findingWords(f).what))]
}

/** A table's columns where there is room; picture and name over two columns of figures on a phone. */
const COLUMNS = {
  base: '52px minmax(0,1fr) minmax(0,1fr)',
  md: '52px minmax(0,1.5fr) repeat(4, minmax(0,0.72fr)) minmax(0,1.5fr)',
}

/** What a figure is, where no head stands over it. */
const Head = ({ children }: { children: string }) => (
  <Box display={{ base: 'block', md: 'none' }} fontSize="xs" color="mute">
    {children}
  </Box>
)

function Row({ choice, chosen, onChoose }: { choice: Choice; chosen: boolean; onChoose: () => void }) {
  const shown = useShown()
  const { family, figures, build } = choice
  const practice = SPECS[family].words
  const against = drawbacks(choice, shown.words)
  const fine = figures && choice.reaches >= 1 && against.length === 0
  return (
    <chakra.button
      type="button"
      onClick={onChoose}
      disabled={!build}
      aria-pressed={chosen}
      display="grid"
      gridTemplateColumns={COLUMNS}
      gap="3"
      alignItems={{ base: 'start', md: 'center' }}
      w="100%"
      textAlign="left"
      py="2"
      px="2"
      borderBottomWidth="1px"
      borderLeftWidth="3px"
      borderLeftColor={chosen ? 'petrol' : 'transparent'}
      fontSize="sm"
      opacity={build ? 1 : 0.55}
      _hover={{ bg: 'field' }}
    >
      {build ? <MachineGlyph machine={build.machine} size={46} /> : <span />}
      <Box gridColumn={{ base: 'span 2', md: 'auto' }}>
        <Box fontWeight="700">{practice.name[0].toUpperCase() + practice.name.slice(1)}</Box>
        <Box fontSize="xs" color="mute">
          {practice.how}
        </Box>
      </Box>
      {figures ? (
        <>
          <Box className="num" gridColumnStart={{ base: 2, md: 'auto' }}>
            <Head>power there</Head>
            <OriginMark origin="predicted" /> {shown.text(Math.max(0, figures.powerAtLoadW), 'power')}
            <Box fontSize="xs" color="mute">
              best at {shown.text(figures.bestSpeedRadPerS, 'rotation')}
            </Box>
          </Box>
          <Box className="num">
            <Head>torque at rest</Head>
            {shown.text(figures.stallTorqueNm, 'torque')}
          </Box>
          <Box className="num" gridColumnStart={{ base: 2, md: 'auto' }}>
            <Head>thirst</Head>
            {shown.text(figures.massFlowKgPerS, 'massFlow')}
            <Box fontSize="xs" color="mute">
              {formatNumber(Math.max(0, figures.powerAtLoadW) / Math.max(1e-9, 1000 * figures.massFlowKgPerS), 2)} J/g
            </Box>
          </Box>
          <Box aria-label={`difficulty ${practice.difficulty} of 5`}>
            <span aria-hidden>
              {'●'.repeat(practice.difficulty)}
              {'○'.repeat(5 - practice.difficulty)}
            </span>
            <Box fontSize="xs" color="mute">
              {practice.make}
            </Box>
          </Box>
        </>
      ) : (
        <Box gridColumn={{ base: '2 / span 2', md: 'span 4' }} color="mute">
          nothing of this kind turns on this air
        </Box>
      )}
      <Box fontSize="xs" gridColumn={{ base: '2 / span 2', md: 'auto' }}>
        {fine && (
          <Box color="moss" fontWeight="600">
            does it
          </Box>
        )}
        {against.map((a) => (
          <Box key={a} color="brick">
            {a}
          </Box>
        ))}
        <Box color="mute">{practice.hazard}</Box>
      </Box>
    </chakra.button>
  )
}

/** Those that do it first, then those with something against them, then those that do not turn. */
const rank = (choice: Choice): number => (!choice.figures ? 2 : drawbacks(choice, (t) => t).length > 0 ? 1 : 0)

/**
 * Which kind of machine? Every family fitted to the same air and speed, side by side; the chosen one becomes a build.
 */
export interface ChooserStart {
  readonly airId: string
  readonly speedRadPerS: number
  readonly wantedPowerW: number
  readonly process: Process
  readonly bedM: number
}

export default function ChooserDialog({
  start,
  onClose,
  onChoose,
}: {
  start?: ChooserStart
  onClose: () => void
  onChoose: (build: TurbineBuild) => void
}) {
  const shown = useShown()
  const project = useProject()
  const { ambient } = project
  const airs = useMemo(() => airChoices(project), [project])
  const [airId, setAir] = useState(start?.airId ?? 'compressor')
  const [speed, setSpeed] = useState(start?.speedRadPerS ?? (10_000 * Math.PI) / 30)
  const [power, setPower] = useState(start?.wantedPowerW ?? 6)
  const [process, setProcess] = useState<Process>(start?.process ?? 'filament')
  const bedM = start?.bedM ?? project.builds[project.builds.length - 1]?.making.bedM ?? 0.22
  const [chosen, setChosen] = useState<string | null>(null)
  const air = airs.find((a) => a.id === airId) ?? airs[0]
  const asked = useMemo(
    () => ({
      kind: 'chooser' as const,
      ambient,
      supply: air.supply,
      line: air.line,
      speedRadPerS: speed,
      wantedPowerW: power,
      process,
      bedM,
    }),
    [ambient, air, speed, power, process, bedM],
  )
  const request = useSettled(asked, 350)
  const { result, working, failed } = useDesignJob(request)
  const rows = useMemo(
    () =>
      [...(result ?? [])].sort(
        (a, b) => rank(a) - rank(b) || (b.figures?.powerAtLoadW ?? -1e9) - (a.figures?.powerAtLoadW ?? -1e9),
      ),
    [result],
  )
  const choice = rows.find((r) => r.family === chosen)
  return (
    <Dialog title="Which kind of machine?" open onClose={onClose} wide="full">
      <Grid templateColumns={{ base: '1fr', md: '1.3fr 1fr 1fr 1fr' }} gap="5" mb="3">
        <ChoiceField
          label="Air"
          value={air.id}
          choices={airs.map((a) => ({ value: a.id, label: a.label }))}
          onChange={setAir}
        />
        <NumberField
          label="Speed"
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
        <ChoiceField
          label="Made as"
          value={process}
          choices={PROCESSES.map((value) => ({ value, label: value === 'machined' ? 'machined' : `${value} print` }))}
          onChange={setProcess}
        />
      </Grid>
      {failed && (
        <Advice tone="warn" title="No comparison">
          {failed}
        </Advice>
      )}
      <Grid
        templateColumns={COLUMNS}
        display={{ base: 'none', md: 'grid' }}
        gap="3"
        px="2"
        fontSize="xs"
        color="mute"
        borderBottomWidth="1px"
        pb="1"
      >
        <span />
        <span>kind, fitted to this air</span>
        <span>power there</span>
        <span>torque at rest</span>
        <span>thirst</span>
        <span>to make</span>
        <span>mind</span>
      </Grid>
      <Box
        maxH="min(460px, 52vh)"
        overflowY="auto"
        opacity={working && result ? 0.55 : 1}
        tabIndex={0}
        role="region"
        aria-label="Kinds of machine, those that do it first"
      >
        {rows.length === 0 && (
          <Box role="status" color="mute" py="8" textAlign="center">
            Fitting {FAMILIES.length} kinds of machine to this air…
          </Box>
        )}
        {rows.map((c) => (
          <Row key={c.family} choice={c} chosen={c.family === chosen} onChoose={() => setChosen(c.family)} />
        ))}
      </Box>
      <Flex mt="3" gap="3" align="center" wrap={{ base: 'wrap', md: 'nowrap' }}>
        <Box fontSize="xs" color="mute" flex="1" minW={{ base: '100%', md: 0 }}>
          All predicted with plain coefficients: a factor of about 1.5 either way, the same for all, so the order is
          surer than the figures. Sizes are fitted so that each keeps twice its strength running free, where it can.
        </Box>
        <QuietButton onClick={onClose}>Not now</QuietButton>
        <MainButton disabled={!choice?.build} onClick={() => choice?.build && onChoose(choice.build)}>
          Begin with it
        </MainButton>
      </Flex>
    </Dialog>
  )
}
