'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { MOST_HEARD_S, canListen, listen, type Listening } from '../../devices'
import { writeWav } from '../../project/measuring'
import { Advice, LinkButton, MainButton, QuietButton } from '../../ui'

/** So often the level is looked at, ms. */
const LOOK_MS = 100
/** At this level samples are cut off, and tones that are not there appear. */
const CUT_OFF = 0.99
/** Below this it hears hardly anything. */
const QUIET = 0.01
/** Shorter than this no tone is followed, s. */
const LEAST_S = 0.5

type State =
  | { readonly step: 'idle'; readonly fault: string | null }
  | { readonly step: 'asking' }
  | { readonly step: 'hearing'; readonly seconds: number; readonly level: number; readonly cut: boolean }

const why = (error: unknown): string => {
  const name = error instanceof Error ? error.name : ''
  if (name === 'NotAllowedError')
    return 'The browser was not allowed to listen. Allow the microphone for this page (beside its address), then try again.'
  if (name === 'NotFoundError')
    return 'There is no microphone. Plug one in, or record with a phone and bring in its WAV.'
  return `The microphone could not be used (${error instanceof Error ? error.message : String(error)}). Another program may hold it; or record with a phone and bring in its WAV.`
}

/** Sound from this machine's own microphone, kept as a WAV like one from a file. */
export function Microphone({ onSound }: { readonly onSound: (name: string, wav: Uint8Array) => void }) {
  const [state, setState] = useState<State>({ step: 'idle', fault: null })
  const heard = useRef<Listening | null>(null)
  // a room that is left stops listening
  useEffect(
    () => () => {
      heard.current?.stop()
      heard.current = null
    },
    [],
  )
  const hearing = state.step === 'hearing'
  useEffect(() => {
    if (!hearing) return
    const timer = setInterval(() => {
      const now = heard.current
      if (!now) return
      const level = now.level()
      setState((s) =>
        s.step === 'hearing' ? { ...s, seconds: now.seconds(), level, cut: s.cut || level >= CUT_OFF } : s,
      )
    }, LOOK_MS)
    return () => clearInterval(timer)
  }, [hearing])
  const begin = async () => {
    setState({ step: 'asking' })
    try {
      heard.current = await listen()
      setState({ step: 'hearing', seconds: 0, level: 0, cut: false })
    } catch (error) {
      setState({ step: 'idle', fault: why(error) })
    }
  }
  const end = (keep: boolean) => {
    const sound = heard.current?.stop()
    heard.current = null
    setState({ step: 'idle', fault: null })
    if (!sound || !keep) return
    if (sound.samples.length < LEAST_S * sound.sampleRateHz)
      return setState({
        step: 'idle',
        fault: 'Less than half a second was heard: let it run a second or more before you stop.',
      })
    const stamp = new Date().toISOString().slice(0, 19).replaceAll(':', '-')
    onSound(`microphone-${stamp}.wav`, writeWav(sound.samples, sound.sampleRateHz))
  }
  if (!canListen()) return null
  if (state.step === 'asking')
    return (
      <Box mt="3" color="mute" role="status">
        Waiting for the browser to be allowed…
      </Box>
    )
  if (state.step === 'hearing')
    return (
      <Box mt="4">
        <Flex align="center" justify="center" gap="3" wrap="wrap">
          <Box className="num" role="timer" aria-label="Heard so far">
            {state.seconds.toFixed(1)} s
          </Box>
          <chakra.meter min={0} max={1} low={QUIET} high={CUT_OFF} value={state.level} w="160px" aria-label="Level" />
          <MainButton onClick={() => end(true)}>Stop and take it</MainButton>
          <QuietButton onClick={() => end(false)}>Throw it away</QuietButton>
        </Flex>
        <Box mt="2" fontSize="sm" color={state.cut ? 'brick' : 'mute'}>
          {state.cut
            ? 'Too loud: peaks are cut off, and tones appear that are not there. Go further away and begin anew.'
            : state.level < QUIET && state.seconds > 1
              ? 'Hardly anything is heard: come nearer, but never before the outlet.'
              : `A second beside the outlet, never before it. The first ${MOST_HEARD_S / 60} minutes are kept.`}
        </Box>
      </Box>
    )
  return (
    <Box mt="3" color="mute">
      or <LinkButton onClick={() => void begin()}>record it with the microphone</LinkButton> of this machine; the sound
      stays in this browser
      {state.fault && (
        <Box textAlign="left" mt="2">
          <Advice tone="warn" title="Nothing was recorded">
            {state.fault}
          </Advice>
        </Box>
      )}
    </Box>
  )
}
