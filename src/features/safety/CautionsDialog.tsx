'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { RUN_CAUTIONS } from '../../core/safety'
import {
  buildTitle,
  keptHazards,
  kindOf,
  type Acknowledgement,
  type Build,
  type MachinePredicted,
  type Rig,
} from '../../project/document'
import { adviseMethods, methodOf } from '../../project/measuring'
import { useProject } from '../../store'
import { ChoiceField, LinkButton, MainButton, QuietButton, SectionTitle } from '../../ui'
import Dialog from '../../ui/Dialog'
import { noteWords } from '../../words'
import { FindingList, rigTitle, useShown } from '../shared'
import { HazardFigures } from './HazardFigures'

const OWN_JUDGEMENT = 'own-judgement'

function Tick({
  id,
  title,
  text,
  ticked,
  onTick,
}: {
  id: string
  title: string
  text: string
  ticked: boolean
  onTick: (ticked: boolean) => void
}) {
  return (
    <Flex as="li" gap="3" py="2" borderBottomWidth="1px" align="flex-start">
      <chakra.input
        type="checkbox"
        id={`caution-${id}`}
        checked={ticked}
        onChange={(e) => onTick(e.target.checked)}
        mt="3px"
        w="16px"
        h="16px"
        flex="none"
        accentColor="var(--gk-colors-pipe)"
      />
      <chakra.label htmlFor={`caution-${id}`} flex="1">
        <b>{title}.</b> {text}
      </chakra.label>
    </Flex>
  )
}

/** What the chosen rig is good for on this build, and the others in turn. */
function WhichWay({ build, predicted, chosen }: { build: Build; predicted: MachinePredicted; chosen: Rig['kind'] }) {
  const shown = useShown()
  const [all, setAll] = useState(false)
  const advice = useMemo(() => adviseMethods(build, predicted), [build, predicted])
  const listed = all ? advice : advice.filter((a) => a.method === chosen)
  return (
    <Box as="ul" fontSize="sm" mt="1" mb="2">
      {listed.map(({ method, suits, why }) => (
        <Box as="li" key={method} py="1">
          <Box as="span" fontWeight="700" color={suits === 'poorly' ? 'copper' : undefined}>
            {methodOf(method).words.name.replace(/^./, (c) => c.toUpperCase())} suits {suits}
          </Box>
          : {shown.words(noteWords(why))}
        </Box>
      ))}
      {advice.length > 1 && (
        <li>
          <LinkButton fontSize="xs" onClick={() => setAll(!all)}>
            {all ? 'Only this one' : 'Which way of measuring suits best?'}
          </LinkButton>
        </li>
      )}
    </Box>
  )
}

/** Worst of two states. */
const ORDER = ['fine', 'watch', 'do not run'] as const

/**
 * The rig first, then margins of this build and of its flywheel and the usual cautions, each to be seen and ticked
 * before a run begins.
 */
export default function CautionsDialog({
  build,
  rigs,
  startRig,
  onDone,
  onClose,
}: {
  build: Build
  rigs: readonly Rig[]
  startRig: { readonly rig: Rig; readonly why: string }
  onDone: (acknowledged: Acknowledgement, gaugePressurePa: number, rig: Rig) => void
  onClose: () => void
}) {
  const project = useProject()
  const { ambient } = project
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const predicted = useMemo(() => kindOf(build).predict(build, { ambient }), [build, ambient])
  const [rigId, setRig] = useState(startRig.rig.id)
  const rig = rigs.find((r) => r.id === rigId) ?? startRig.rig
  const ofRig = useMemo(() => methodOf(rig.kind).hazards(rig, build, predicted), [rig, build, predicted])
  const findings = [...ofRig.findings, ...predicted.review.findings.filter((f) => !f.id.startsWith('range-'))].sort(
    (a, b) => ORDER.indexOf(b.state) - ORDER.indexOf(a.state),
  )
  const state = findings.reduce<Acknowledgement['state']>(
    (worst, f) => (ORDER.indexOf(f.state) > ORDER.indexOf(worst) ? f.state : worst),
    'fine',
  )
  const against = state === 'do not run'
  const turns = kindOf(build).turning !== undefined
  const needed = [...RUN_CAUTIONS.map((c) => c.id), ...(against ? [OWN_JUDGEMENT] : [])]
  const all = needed.every((id) => ticked.has(id))
  const tick = (id: string) => (on: boolean) =>
    setTicked((before) => new Set(on ? [...before, id] : [...before].filter((x) => x !== id)))
  const done = () =>
    onDone(
      {
        at: new Date().toISOString(),
        cautions: needed,
        state,
        hazards: keptHazards([...predicted.hazards, ...ofRig.shown]),
      },
      predicted.air.supplyGaugePressurePa,
      rig,
    )
  return (
    <Dialog title={`Before ${buildTitle(project, build)} runs`} open onClose={onClose} wide>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="6">
        <Box>
          <SectionTitle first>On which rig</SectionTitle>
          <ChoiceField
            label="Rig"
            value={rig.id}
            choices={rigs.map((r) => ({ value: r.id, label: rigTitle(r) }))}
            note={rig.id === startRig.rig.id ? startRig.why : methodOf(rig.kind).words.what}
            onChange={(id) => {
              setRig(id)
              setTicked(new Set())
            }}
          />
          <WhichWay build={build} predicted={predicted} chosen={rig.kind} />
          <HazardFigures hazards={ofRig.shown} />
          <SectionTitle>Margins of this build</SectionTitle>
          <HazardFigures hazards={predicted.hazards} />
          <FindingList findings={findings} />
        </Box>
        <Box>
          <SectionTitle first>Seen and done</SectionTitle>
          <Box as="ul">
            {RUN_CAUTIONS.map(({ id, still, ...turning }) => (
              <Tick
                key={id}
                id={id}
                {...(turns ? turning : (still ?? turning))}
                ticked={ticked.has(id)}
                onTick={tick(id)}
              />
            ))}
            {against && (
              <Tick
                id={OWN_JUDGEMENT}
                title="Against advice"
                text="The figures say: do not run. I have other evidence that it is safe, and take this run on my own judgement."
                ticked={ticked.has(OWN_JUDGEMENT)}
                onTick={tick(OWN_JUDGEMENT)}
              />
            )}
          </Box>
        </Box>
      </Grid>
      <Flex gap="3" mt="4" align="center">
        <MainButton disabled={!all} onClick={done}>
          Start the run
        </MainButton>
        <QuietButton onClick={onClose}>Not now</QuietButton>
        <Box fontSize="xs" color="mute">
          Kept with the run, with the time. It certifies no vessel and no guard; local codes and makers’ limits hold.
        </Box>
      </Flex>
    </Dialog>
  )
}
