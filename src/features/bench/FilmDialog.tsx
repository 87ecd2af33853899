'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { frameCandidates } from '../../core/bench'
import { LIMITS, type MachinePredicted, type Run } from '../../project/document'
import { useStore } from '../../store'
import {
  Advice,
  ChoiceField,
  LinkButton,
  MainButton,
  NumberField,
  OriginMark,
  QuietButton,
  SectionTitle,
} from '../../ui'
import Dialog from '../../ui/Dialog'
import { useShown } from '../shared'
import { editRun } from './run-edits'

type Second = 'none' | 'film' | 'tachometer'
/** A tachometer by hand and an eye that counts frames: estimates of their standard uncertainty. */
const HAND_SHARE = 0.02
const FRAMES_U = 0.02

/** A frame rate or a count of frames: no unit, more than nothing. */
const COUNT = [0.1, 1e6] as const

/** Speed from a film: every speed that the same pictures could show, and which of them a second reading leaves. */
export default function FilmDialog({
  run,
  predicted,
  onClose,
}: {
  run: Run
  predicted: MachinePredicted | null
  onClose: () => void
}) {
  const store = useStore()
  const shown = useShown()
  const free = predicted?.figures.find((f) => f.id === 'freeSpeedRadPerS')?.value ?? 2000
  const [rate, setRate] = useState(240)
  const [frames, setFrames] = useState(4.4)
  const [marks, setMarks] = useState(1)
  const [second, setSecond] = useState<Second>('none')
  const [rate2, setRate2] = useState(60)
  const [frames2, setFrames2] = useState(5)
  const [byHand, setByHand] = useState(Math.round(free / 2))
  const most = 1.3 * free
  const candidates = useMemo(() => {
    const readings = [
      { framesPerSecond: rate, framesPerTurn: frames, framesUncertainty: FRAMES_U },
      ...(second === 'film' ? [{ framesPerSecond: rate2, framesPerTurn: frames2, framesUncertainty: FRAMES_U }] : []),
    ]
    const all = frameCandidates(readings, marks, 0, most)
    return second === 'tachometer'
      ? all.filter(
          ({ speed }) =>
            Math.abs(speed.value - byHand) < 3 * Math.hypot(speed.standardUncertainty, HAND_SHARE * byHand),
        )
      : all
  }, [rate, frames, marks, second, rate2, frames2, byHand, most])
  const only = candidates.length === 1 ? candidates[0] : null
  const say = () => {
    if (!only) return
    const text = `Film at ${rate} frames/s, ${frames} frames a turn: ${shown.text(only.speed.value, 'rotation', only.speed.standardUncertainty)}.`
    editRun(store, run.id)(
      'speed from a film',
      (r) => void (r.notes = `${r.notes}${r.notes === '' ? '' : '\n'}${text}`),
    )
    onClose()
  }
  const number = (label: string, value: number, onChange: (v: number) => void, note?: string) => (
    <NumberField label={label} kind="count" unit="" value={value} limits={COUNT} note={note} onChange={onChange} />
  )
  return (
    <Dialog title="Speed from a film" open onClose={onClose} wide>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="8">
        <Box>
          <SectionTitle first>What the film shows</SectionTitle>
          {number('Frames a second', rate, setRate)}
          {number(
            'Frames until it looks the same',
            frames,
            setFrames,
            'count over many turns and divide: tenths matter',
          )}
          {number(
            'Alike in a turn',
            marks,
            (v) => setMarks(Math.max(1, Math.round(v))),
            'blades or spokes; one patch is 1',
          )}
          <ChoiceField
            label="A second reading"
            value={second}
            choices={[
              { value: 'none', label: 'none' },
              { value: 'film', label: 'a film at another rate' },
              { value: 'tachometer', label: 'a tachometer' },
            ]}
            onChange={(v) => setSecond(v as Second)}
          />
          {second === 'film' && (
            <>
              {number('Its frames a second', rate2, setRate2)}
              {number('Its frames until the same', frames2, setFrames2)}
            </>
          )}
          {second === 'tachometer' && (
            <NumberField
              label="It read"
              kind="rotation"
              unit={shown.unit('rotation').id}
              value={byHand}
              limits={LIMITS.speedRadPerS}
              note="taken to 2 %, an estimate"
              onChange={setByHand}
            />
          )}
        </Box>
        <Box>
          <SectionTitle first>Speeds that it can mean</SectionTitle>
          {candidates.length === 0 && (
            <Advice tone="warn" title="None that both readings could show">
              Count again, or look whether one of them sees two marks where there is one.
            </Advice>
          )}
          <chakra.ol maxH="260px" overflowY="auto" tabIndex={0} aria-label="Speeds that it can mean">
            {candidates.map((c) => (
              <Flex as="li" key={`${c.hidden} ${c.backwards}`} gap="3" py="1" borderBottomWidth="1px" align="baseline">
                <OriginMark origin={only ? 'measured' : 'plain'} />
                <Box className="num" whiteSpace="nowrap">
                  {shown.text(c.speed.value, 'rotation', c.speed.standardUncertainty)}
                </Box>
                <Box fontSize="xs" color="mute">
                  {c.backwards ? 'seeming to run backwards' : 'as it seems'}
                  {c.hidden === 0 ? '' : `, ${c.hidden} unseen between frames`}
                </Box>
              </Flex>
            ))}
          </chakra.ol>
          {candidates.length > 1 && (
            <Advice tone="advice" title={`${candidates.length} speeds give the same film`}>
              A film at another rate, or a rough tachometer, leaves one of them.{' '}
              {second === 'none' && (
                <LinkButton onClick={() => setSecond('tachometer')}>I have a tachometer</LinkButton>
              )}
            </Advice>
          )}
        </Box>
      </Grid>
      <Flex gap="3" mt="4">
        <MainButton disabled={!only} onClick={say}>
          Write it into the run
        </MainButton>
        <QuietButton onClick={onClose}>Close</QuietButton>
      </Flex>
    </Dialog>
  )
}
