'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { flywheelFindings } from '../../core/gates'
import { predict } from '../../core/prediction'
import { RUN_CAUTIONS, reviewBuild } from '../../core/safety'
import { formatNumber } from '../../core/units'
import {
  buildTitle,
  flywheelOnRun,
  predictionInput,
  type Acknowledgement,
  type Rig,
  type TurbineBuild,
} from '../../project/document'
import { useProject } from '../../store'
import { ChoiceField, Figure, MainButton, QuietButton, SectionTitle } from '../../ui'
import Dialog from '../../ui/Dialog'
import { FindingList, useShown } from '../shared'

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

/** Worst of two states. */
const ORDER = ['fine', 'watch', 'do not run'] as const

/** The rig first, then margins of this build and of its flywheel and the usual cautions, each to be seen and ticked before a run begins. */
export default function CautionsDialog({
  build,
  rigs,
  startRig,
  onDone,
  onClose,
}: {
  build: TurbineBuild
  rigs: readonly Rig[]
  startRig: { readonly rig: Rig; readonly why: string }
  onDone: (acknowledged: Acknowledgement, gaugePressurePa: number, rig: Rig) => void
  onClose: () => void
}) {
  const project = useProject()
  const { ambient } = project
  const shown = useShown()
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const { prediction, review } = useMemo(() => {
    const input = predictionInput(build, ambient)
    const made = predict(input)
    return { prediction: made, review: reviewBuild(input, made) }
  }, [build, ambient])
  const [rigId, setRig] = useState(startRig.rig.id)
  const rig = rigs.find((r) => r.id === rigId) ?? startRig.rig
  const wheel = useMemo(() => flywheelOnRun(rig, build, prediction), [rig, build, prediction])
  const findings = [...flywheelFindings(wheel), ...review.findings.filter((f) => !f.id.startsWith('range-'))].sort(
    (a, b) => ORDER.indexOf(b.state) - ORDER.indexOf(a.state),
  )
  const state = findings.reduce<Acknowledgement['state']>(
    (worst, f) => (ORDER.indexOf(f.state) > ORDER.indexOf(worst) ? f.state : worst),
    'fine',
  )
  const { strength: s, summary, bearing } = prediction
  const against = state === 'do not run'
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
        burstSpeedRadPerS: s.burstSpeedRadPerS,
        freeSpeedRadPerS: summary.freeSpeedRadPerS,
        stressMargin: Math.min(1e9, s.stressMargin),
        bearingShare: bearing.share,
        storedEnergyJ: s.storedEnergyJ,
        flywheel: {
          speedRadPerS: wheel.speedRadPerS,
          stressMargin: Math.min(1e9, wheel.stressMargin ?? 0),
          rimSpeedMPerS: wheel.rimSpeedMPerS,
          storedEnergyJ: wheel.storedEnergyJ,
        },
      },
      prediction.air.supplyGaugePressurePa,
      rig,
    )
  return (
    <Dialog title={`Before ${buildTitle(project, build)} spins`} open onClose={onClose} wide>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="6">
        <Box>
          <SectionTitle first>On which rig</SectionTitle>
          <ChoiceField
            label="Rig"
            value={rig.id}
            choices={rigs.map((r) => ({ value: r.id, label: r.name }))}
            note={rig.id === startRig.rig.id ? startRig.why : undefined}
            onChange={(id) => {
              setRig(id)
              setTicked(new Set())
            }}
          />
          <Figure
            label="Flywheel at most"
            origin="predicted"
            {...shown.parts(wheel.speedRadPerS, 'rotation')}
            sub={`rim ${Math.round(wheel.rimSpeedMPerS)} m/s${wheel.timeToSpeedS === null ? '' : `, there in about ${wheel.timeToSpeedS < 10 ? wheel.timeToSpeedS.toFixed(1) : Math.round(wheel.timeToSpeedS)} s`}`}
          />
          <Figure
            label="Its margin in stress"
            origin="predicted"
            value={wheel.stressMargin === null ? '—' : formatNumber(Math.min(999, wheel.stressMargin), 2)}
            unit={wheel.stressMargin === null ? '' : '×'}
            warn={wheel.stressMargin !== null && wheel.stressMargin < 4}
            sub={wheel.stressMargin === null ? 'its material is not given in the rig' : undefined}
          />
          <Figure
            label="Energy in it"
            origin="predicted"
            {...shown.parts(wheel.storedEnergyJ, 'energy')}
            warn={wheel.storedEnergyJ > 100}
            sub="what its guard would have to stop"
          />
          <SectionTitle>Margins of this build</SectionTitle>
          <Figure
            label="Free speed"
            origin="predicted"
            {...shown.parts(summary.freeSpeedRadPerS, 'rotation', prediction.uncertainty.freeSpeedRadPerS)}
          />
          <Figure
            label="Burst speed"
            origin="predicted"
            {...shown.parts(s.burstSpeedRadPerS, 'rotation', 0.12 * s.burstSpeedRadPerS)}
            sub={`the ${s.governing} goes first`}
          />
          <Figure
            label="Margin in stress"
            origin="predicted"
            {...shown.parts(s.stressMargin, 'ratio', 0.25 * s.stressMargin)}
            unit="×"
            warn={s.stressMargin < 4}
            sub={`${formatNumber(s.speedMargin, 2)} × in speed is not the same`}
          />
          <Figure
            label="Of the bearing’s limit"
            origin="predicted"
            {...shown.parts(bearing.share, 'share')}
            warn={bearing.share > 1}
          />
          <Figure
            label="Stored energy"
            origin="predicted"
            {...shown.parts(s.storedEnergyJ, 'energy')}
            sub="in the rotor alone"
          />
          <FindingList findings={findings} />
        </Box>
        <Box>
          <SectionTitle first>Seen and done</SectionTitle>
          <Box as="ul">
            {RUN_CAUTIONS.map((c) => (
              <Tick key={c.id} {...c} ticked={ticked.has(c.id)} onTick={tick(c.id)} />
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
