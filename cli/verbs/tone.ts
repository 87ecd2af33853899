import type { z } from 'zod'
import { flashCandidates, frameCandidates, reduceHand, reduceTone } from '../../src/core/bench'
import { RPM } from '../../src/core/units/rotation'
import { loudestChannel, readWav } from '../../src/project/measuring'
import type { flashesVerbInput, framesVerbInput, handVerbInput, toneVerbInput } from '../bench-schemas'
import { badInput } from '../fault'
import { readBytes } from '../files'
import { noteSentence } from '../notes'

/** Every speed that stands still in flashes, and the one that all readings agree on. */
export function flashesVerb(input: z.infer<typeof flashesVerbInput>) {
  const [least, most] = input.rangeRpm
  const candidates = flashCandidates(input.readings, input.marks, least * RPM, most * RPM)
  return {
    candidates: candidates.map((c) => ({ ...c, speed: { ...c.speed } })),
    speed: candidates.length === 1 ? { ...candidates[0].speed } : null,
  }
}

/** What a few readings by hand give. */
export function handVerb({ reading }: z.infer<typeof handVerbInput>) {
  const { figures, said } = reduceHand(reading)
  return {
    kind: reading.kind,
    figures: Object.fromEntries(figures.map(({ id, measured }) => [id, { ...measured }])),
    notes: said.map(noteSentence),
  }
}

/** Speed from a WAV of passing blades. */
export function toneVerb(input: z.infer<typeof toneVerbInput>) {
  const read = readWav(readBytes(input.file, 'file'))
  if (!read.ok) throw badInput('file', read.message)
  const { channels, sampleRateHz } = read.sound
  const samples = channels[(input.channel ?? loudestChannel(read.sound)) - 1] as Float32Array | undefined
  if (!samples) throw badInput('channel', `the file has ${channels.length} of them`)
  const [least, most] = input.rangeRpm
  if (!(most > least)) throw badInput('rangeRpm', 'the least speed first, then the most')
  const r = reduceTone(samples, sampleRateHz, {
    blades: input.blades,
    fromRadPerS: least * RPM,
    toRadPerS: most * RPM,
    clockRelativeUncertainty: input.clockRelativeUncertainty,
  })
  const heard = r.track.timeS.flatMap((_, i) => (Number.isFinite(r.track.speedRadPerS[i]) ? [i] : []))
  const plain = ({ value, standardUncertainty }: { value: number; standardUncertainty: number }) => ({
    value,
    standardUncertainty,
  })
  return {
    speedRadPerS: plain(r.speed),
    greatestSpeedRadPerS: plain(r.greatest),
    steady: r.steady,
    track: {
      timeS: heard.map((i) => r.track.timeS[i]),
      speedRadPerS: heard.map((i) => r.track.speedRadPerS[i]),
    },
    confidence: r.confidence,
    rivals: r.rivals.map((x) => ({ ...x })),
    notes: r.notes.map(noteSentence),
  }
}

/** Every speed that a film could show, and the one that all readings agree on. */
export function framesVerb(input: z.infer<typeof framesVerbInput>) {
  const [least, most] = input.rangeRpm
  const candidates = frameCandidates(input.readings, input.marks, least * RPM, most * RPM)
  return {
    candidates: candidates.map((c) => ({ ...c, speed: { ...c.speed } })),
    speed: candidates.length === 1 ? { ...candidates[0].speed } : null,
  }
}
