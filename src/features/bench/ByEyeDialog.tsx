'use client'
import { Box, Flex, Grid, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { flashCandidates, frameCandidates } from '../../core/bench'
import type { Measured } from '../../core/statistics'
import type { QuantityKind } from '../../core/units'
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

type Way = 'film' | 'flashes'
type Second = 'none' | 'same' | 'tachometer'
/**
 * A tachometer by hand, an eye that counts frames, one that sees a rotor stand: estimates of their standard
 * uncertainty.
 */
const HAND_SHARE = 0.02
const FRAMES_U = 0.02
const STANDS_SHARE = 0.003

/** A frame rate or a count of frames: no unit, more than nothing. Flashes a second. */
const COUNT = [0.1, 1e6] as const
const FLASHES = [0.5, 2000] as const

const WORDS = {
  film: {
    shows: 'What the film shows',
    second: 'a film at another rate',
    same: 'the same film',
    another: 'A film at another rate',
  },
  flashes: {
    shows: 'When it stands still',
    second: 'another rate at which it stands',
    same: 'the same picture',
    another: 'The next lower rate at which it stands',
  },
} as const

interface Candidate {
  readonly speed: Measured
  readonly how: string
}

/**
 * Speed from a film or a flashing light: every speed that looks the same, and which of them a second reading leaves.
 */
export default function ByEyeDialog({
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
  const [way, setWay] = useState<Way>('film')
  const [marks, setMarks] = useState(1)
  const [second, setSecond] = useState<Second>('none')
  const [film, setFilm] = useState([
    { rate: 240, frames: 4.4 },
    { rate: 60, frames: 5 },
  ])
  const [flashes, setFlashes] = useState([
    { perS: 100, images: 1 },
    { perS: 75, images: 1 },
  ])
  const [byHand, setByHand] = useState(Math.round(free / 2))
  const most = 1.3 * free
  const taken = second === 'same' ? 2 : 1
  const candidates = useMemo((): Candidate[] => {
    const all: Candidate[] =
      way === 'film'
        ? frameCandidates(
            film.slice(0, taken).map(({ rate, frames }) => ({
              framesPerSecond: rate,
              // the picture is the same again as soon as one blade stands where the next one stood
              framesPerTurn: frames * marks,
              framesUncertainty: FRAMES_U * marks,
            })),
            marks,
            0,
            most,
          ).map((c) => ({
            speed: c.speed,
            how: `${c.backwards ? 'seeming to run backwards' : 'as it seems'}${c.hidden === 0 ? '' : `, ${c.hidden} unseen between frames`}`,
          }))
        : flashCandidates(
            flashes.slice(0, taken).map(({ perS, images }) => ({
              flashesPerS: perS,
              images,
              relativeUncertainty: STANDS_SHARE,
            })),
            marks,
            0,
            most,
          ).map((c) => ({
            speed: c.speed,
            how: `${Number(c.turnsPerFlash.toPrecision(3))} ${c.turnsPerFlash === 1 ? 'turn' : 'turns'} from flash to flash`,
          }))
    return second === 'tachometer'
      ? all.filter(
          ({ speed }) =>
            Math.abs(speed.value - byHand) < 3 * Math.hypot(speed.standardUncertainty, HAND_SHARE * byHand),
        )
      : all
  }, [way, film, flashes, taken, marks, second, byHand, most])
  const only = candidates.length === 1 ? candidates[0] : null
  const words = WORDS[way]
  const say = () => {
    if (!only) return
    const speed = shown.text(only.speed.value, 'rotation', only.speed.standardUncertainty)
    const rates = flashes.slice(0, taken).map(({ perS }) => shown.text(perS, 'strokeRate'))
    const text =
      way === 'film'
        ? `Film at ${film[0].rate} frames/s, the same every ${film[0].frames} frames${marks === 1 ? '' : `, ${marks} alike in a turn`}: ${speed}.`
        : `Stands still in flashes at ${rates.join(' and ')}: ${speed}.`
    editRun(store, run.id)(
      way === 'film' ? 'speed from a film' : 'speed from flashes',
      (r) => void (r.notes = `${r.notes}${r.notes === '' ? '' : '\n'}${text}`),
    )
    onClose()
  }
  const number = (
    label: string,
    value: number,
    onChange: (v: number) => void,
    note?: string,
    kind: QuantityKind = 'count',
  ) => (
    <NumberField
      label={label}
      kind={kind}
      unit={kind === 'count' ? '' : '1/min'}
      value={value}
      limits={kind === 'count' ? COUNT : FLASHES}
      note={note}
      onChange={onChange}
    />
  )
  const change = <T,>(set: (next: (all: T[]) => T[]) => void, i: number, part: Partial<T>) =>
    set((all) => all.map((x, k) => (k === i ? { ...x, ...part } : x)))
  const whole = (v: number) => Math.max(1, Math.round(v))
  return (
    <Dialog title="Speed by eye" open onClose={onClose} wide>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="8">
        <Box>
          <ChoiceField
            label="Seen by"
            value={way}
            choices={[
              { value: 'film', label: 'a film' },
              { value: 'flashes', label: 'a flashing light' },
            ]}
            onChange={setWay}
          />
          <SectionTitle>{words.shows}</SectionTitle>
          {way === 'film' ? (
            <>
              {number('Frames a second', film[0].rate, (rate) => change(setFilm, 0, { rate }))}
              {number(
                'Frames until it looks the same',
                film[0].frames,
                (frames) => change(setFilm, 0, { frames }),
                'a blade where the next one stood is the same; count over many and divide: tenths matter',
              )}
            </>
          ) : (
            <>
              {number(
                'Flashes',
                flashes[0].perS,
                (perS) => change(setFlashes, 0, { perS }),
                'begin fast and come down: of one mark, the highest rate that shows it once is its speed',
                'strokeRate',
              )}
              {number(
                'Seen how many times over',
                flashes[0].images,
                (v) => change(setFlashes, 0, { images: whole(v) }),
                '1: as it is; 2: twice as many marks as there are',
              )}
            </>
          )}
          {number('Alike in a turn', marks, (v) => setMarks(whole(v)), 'blades or spokes; one patch is 1')}
          <ChoiceField
            label="A second reading"
            value={second}
            choices={[
              { value: 'none', label: 'none' },
              { value: 'same', label: words.second },
              { value: 'tachometer', label: 'a tachometer' },
            ]}
            onChange={setSecond}
          />
          {second === 'same' && way === 'film' && (
            <>
              {number('Its frames a second', film[1].rate, (rate) => change(setFilm, 1, { rate }))}
              {number('Its frames until the same', film[1].frames, (frames) => change(setFilm, 1, { frames }))}
            </>
          )}
          {second === 'same' && way === 'flashes' && (
            <>
              {number(
                'Its flashes',
                flashes[1].perS,
                (perS) => change(setFlashes, 1, { perS }),
                undefined,
                'strokeRate',
              )}
              {number('Then seen', flashes[1].images, (v) => change(setFlashes, 1, { images: whole(v) }), 'times over')}
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
              <Flex as="li" key={`${c.how} ${c.speed.value}`} gap="3" py="1" borderBottomWidth="1px" align="baseline">
                <OriginMark origin={only ? 'measured' : 'plain'} />
                <Box className="num" whiteSpace="nowrap">
                  {shown.text(c.speed.value, 'rotation', c.speed.standardUncertainty)}
                </Box>
                <Box fontSize="xs" color="mute">
                  {c.how}
                </Box>
              </Flex>
            ))}
          </chakra.ol>
          {candidates.length > 1 && (
            <Advice tone="advice" title={`${candidates.length} speeds give ${words.same}`}>
              {words.another}, or a rough tachometer, leaves one of them.{' '}
              {second === 'none' && (
                <LinkButton onClick={() => setSecond('tachometer')}>I have a tachometer</LinkButton>
              )}
            </Advice>
          )}
          {way === 'flashes' && (
            <Advice tone="warn" title="It only looks as if it stood">
              A rotor that stands in the light turns as fast as ever: keep hands and tools away and the guard on.
              Flashes between 3 and 60 a second can bring on a fit in some people.
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
