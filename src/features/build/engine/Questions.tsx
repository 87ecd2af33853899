'use client'
import { Box, chakra } from '@chakra-ui/react'
import { useMemo } from 'react'
import { ballFollows, type Answer, type AnswerSide, type EngineMachine } from '../../../project/document'
import { useProject } from '../../../store'
import { Advice } from '../../../ui'
import { useDesignJob, useSettled, useShown, type Shown } from '../../shared'
import type { EngineStationProps } from './engine-props'

/** What each question asks, with what it changes. */
function asks({ id, to }: Answer, m: EngineMachine, shown: Shown): string {
  const single = m.family === 'single-acting-engine'
  const length = shown.text(to ?? 0, 'length')
  switch (id) {
    case 'longer-pin':
      return single ? `A longer pin, ${length}` : `Less inlet lap, ${length}`
    case 'shorter-pin':
      return single ? `A shorter pin, ${length}` : `More inlet lap, ${length}`
    case 'less-room':
      return `Less room at the top, ${shown.text(to ?? 0, 'smallVolume')}, open longer for the same air`
    case 'intake-earlier':
    case 'intake-later':
      return `Intake ${id === 'intake-earlier' ? 'earlier' : 'later'}, at ${shown.text(to ?? 0, 'angle')}`
    case 'one-lobe':
      return 'One lobe alone, no tube'
    case 'both-lobes':
      return `Both lobes fed, by a tube of ${length}`
    case 'intake-in-wall':
      return `Intake through the wall, at ${shown.text(to ?? 0, 'angle')}`
    case 'tighter-tips':
      return `Tips that leak a third, ${shown.text(to ?? 0, 'area')}`
    case 'deeper':
      return `A fifth deeper, ${length}`
    case 'ball-weighs':
      return 'The ball as heavy as steel is, nothing behind it'
    case 'spring':
      return `A spring of ${shown.text(to ?? 0, 'force')}, the least that shuts it with its pin`
    case 'stronger-spring':
    case 'weaker-spring':
      return `A spring ${id === 'stronger-spring' ? 'twice' : 'half'} as strong, ${shown.text(to ?? 0, 'force')}`
    case 'lighter-ball':
      return 'A ball of nylon'
    case 'no-regulator':
      return 'Straight from the bottle, no regulator'
    case 'second-cylinder':
      return 'A second cylinder, a right angle apart'
    case 'wider':
      return `A tenth wider, ${length}`
    case 'more-pressure':
      return `The same push by pressure, ${shown.text(to ?? 0, 'gaugePressure')}`
    case 'half-turn':
      return 'Both cylinders half a turn apart'
    case 'right-angle':
      return 'Both cylinders a right angle apart'
  }
}

const COLUMNS = ['', 'speed', 'power', 'air a turn', 'of the air', 'starts', 'bottle lasts'] as const

function cells(side: AnswerSide, shown: Shown): readonly string[] {
  const stands = side.speedRadPerS === 0
  return [
    stands ? 'stands' : shown.text(side.speedRadPerS, 'rotation'),
    stands ? '–' : shown.text(side.shaftPowerW, 'power'),
    stands ? '–' : shown.text(side.airPerTurnKg, 'airMass'),
    stands ? '–' : shown.text(side.workPerAirJPerKg, 'workPerAir'),
    shown.text(side.startsShare, 'share'),
    side.runTimeS === null ? '–' : shown.text(side.runTimeS, 'time'),
  ]
}

/** What makers ask again and again, each answered by running it both ways. */
export function Questions({ build, predicted }: Pick<EngineStationProps, 'build' | 'predicted'>) {
  const { ambient } = useProject()
  const shown = useShown()
  const late = useSettled(build, 400)
  const { result, soFar, working, failed } = useDesignJob(
    useMemo(() => ({ kind: 'engine-questions' as const, build: late, ambient }), [late, ambient]),
  )
  const follows = ballFollows(build.machine, predicted.prediction.figures.speedRadPerS)
  if (failed) return <Box color="brick">{failed}</Box>
  const found = working ? soFar : result
  if (!found) return <Box color="mute">Running it to the end of its bottle…</Box>
  const rows: readonly (readonly [string, AnswerSide])[] = [
    ['As it is', found.now],
    ...found.answers.map((a) => [asks(a, late.machine, shown), a.then] as const),
  ]
  return (
    <Box aria-busy={working} data-testid="questions" overflowX="auto">
      <chakra.table w="100%" fontSize="sm">
        <thead>
          <tr>
            {COLUMNS.map((name) => (
              <chakra.th key={name} textAlign={name ? 'right' : 'left'} fontWeight="600" color="mute" py="1" pl="3">
                {name}
              </chakra.th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, side], i) => (
            <chakra.tr key={name} borderTopWidth="1px" fontWeight={i === 0 ? '700' : '400'}>
              <chakra.td py="1" minW="180px">
                {name}
              </chakra.td>
              {cells(side, shown).map((text, k) => (
                <chakra.td key={COLUMNS[k + 1]} className="num" textAlign="right" py="1" pl="3" whiteSpace="nowrap">
                  {text}
                </chakra.td>
              ))}
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
      {working && (
        <Box color="mute" fontSize="sm" mt="2" role="status">
          The next one is run to the end of its bottle…
        </Box>
      )}
      <Box color="mute" fontSize="xs" mt="2">
        All predicted, each with its own supply and line at the same load. Differences below a few per cent are less
        than what the coefficients leave open.
      </Box>
      {follows !== null && (
        <Advice tone="note" title="How strong a spring">
          At this speed the ball follows its pin down only if {shown.text(follows, 'force')} or more push it: the air
          does that while it flows in. A spring makes sure of it; one much stronger only brakes.
          {build.machine.family === 'single-acting-engine' && build.machine.ball.motion.kind === 'follows'
            ? ' Here the ball is taken to shut with its pin; give it its weight under “Ball and pin” to see what it does.'
            : ''}
        </Advice>
      )}
    </Box>
  )
}
