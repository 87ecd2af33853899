import { PHONE_CLOCK, reduceTone, type ToneReduction, type ToneRig } from '../../../core/bench'
import { PhysicsError } from '../../../core/errors'
import { kindOf } from '../../machines/registry'
import type { Conditions, Method } from '../contract'
import { InputFault } from '../input-fault'

export interface SoundConditions extends Conditions {
  readonly method: 'sound'
  readonly rig: ToneRig
  readonly channel: number
}

/** A spectrogram small enough to be drawn: loudness from 0 to 255, frame by frame, from nothing up to a frequency. */
export interface SoundPicture {
  readonly rows: number
  readonly frames: number
  readonly topHz: number
  readonly loud: Uint8Array
}

/** What a sound tells, with its picture in place of the whole spectrogram. */
export type SoundDetail = Omit<ToneReduction, 'picture'> & {
  readonly picture: SoundPicture
  readonly blades: number
  /** How many channels the recording has. */
  readonly channels: number
}

const ROWS = 180
const MOST_FRAMES = 600
/** A line so far over the noise is drawn darkest. */
const DARKEST = 7

/** Loudest of the bins of each row, up to a frequency. */
function pictureOf({ picture: { frames, binHz } }: ToneReduction, topHz: number): SoundPicture {
  const step = Math.ceil(frames.length / MOST_FRAMES)
  const shown = frames.filter((_, i) => i % step === 0)
  const bins = Math.min(frames[0].length, Math.ceil(topHz / binHz))
  const loud = new Uint8Array(shown.length * ROWS)
  shown.forEach((frame, f) => {
    for (let r = 0; r < ROWS; r++) {
      let most = 0
      const end = Math.max(Math.floor((r * bins) / ROWS) + 1, Math.floor(((r + 1) * bins) / ROWS))
      for (let i = Math.floor((r * bins) / ROWS); i < end; i++) most = Math.max(most, frame[i])
      loud[f * ROWS + r] = Math.min(255, Math.round((255 * most) / DARKEST))
    }
  })
  return { rows: ROWS, frames: shown.length, topHz: bins * binHz, loud }
}

/** Says of a fault which of several channels it was found on. */
function heardOn<T>(channel: number, channels: number, hear: () => T): T {
  try {
    return hear()
  } catch (error) {
    if (!(error instanceof PhysicsError) || channels < 2) throw error
    const { detail } = error
    const nextStep = `${detail.nextStep} Channel ${channel} of ${channels} was heard: undo takes the one before.`
    throw new PhysicsError({ ...detail, nextStep })
  }
}

/** Speed from the tone that passing blades make, from a WAV. */
export const sound: Method<SoundConditions, SoundDetail> = {
  words: { name: 'sound', what: 'A microphone hears the blades pass; their tone tells the speed.' },
  asks: 'two seconds or more of its sound, as a WAV',
  reads: ['sound'],
  accepts: (build) => kindOf(build).turning !== undefined,
  newRig: (id) => ({
    id,
    name: 'Phone beside the outlet',
    notes: '',
    kind: 'sound',
    blades: 12,
    fromRadPerS: 150,
    toRadPerS: 6000,
  }),
  roles: () => [],
  freshSettings: () => ({ method: 'sound', settings: {} }),
  byHand: () => false,
  conditions: (_, { method, mapping }, rig) => {
    if (method !== 'sound' || rig.kind !== 'sound' || mapping?.kind !== 'sound') return null
    const { blades, fromRadPerS, toRadPerS } = rig
    return {
      method: 'sound',
      rig: { blades, fromRadPerS, toRadPerS, clockRelativeUncertainty: PHONE_CLOCK },
      channel: mapping.channel,
    }
  },
  reduce: (channels, { rig, channel }) => {
    if (channels.kind !== 'sound') throw new InputFault('Speed by sound is read from a WAV.')
    const { sampleRateHz, channels: all } = channels.sound
    const samples = all[channel - 1] as Float32Array | undefined
    if (!samples) throw new InputFault(`The sound has ${all.length} channels. Choose one of them.`)
    const { picture, ...r } = heardOn(channel, all.length, () => reduceTone(samples, sampleRateHz, rig))
    const topHz = Math.min(sampleRateHz / 2, (3.3 * r.greatest.value * rig.blades) / (2 * Math.PI))
    const figure = ({ value, standardUncertainty }: { value: number; standardUncertainty: number }) => ({
      value,
      standardUncertainty,
    })
    return {
      figures: [
        { id: 'heardSpeedRadPerS', kind: 'rotation', ...figure(r.speed) },
        { id: 'greatestSpeedRadPerS', kind: 'rotation', ...figure(r.greatest) },
      ],
      sharedRelativeUncertainty: r.sharedRelativeUncertainty,
      overSpeed: null,
      overAngle: null,
      repairs: [],
      notes: r.notes,
      pressurePa: null,
      detail: { ...r, picture: pictureOf({ ...r, picture }, topHz), blades: rig.blades, channels: all.length },
    }
  },
  hazards: () => ({ findings: [], shown: [] }),
}
