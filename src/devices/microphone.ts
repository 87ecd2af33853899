/** Sound as it is heard, one channel of samples from -1 to 1. */
export interface Heard {
  readonly sampleRateHz: number
  readonly samples: Float32Array
}

/** A microphone that is listened to. */
export interface Listening {
  /** So much was heard, s. */
  readonly seconds: () => number
  /** Greatest sample of the last moment: at 1 it is cut off. */
  readonly level: () => number
  /** Ends it and gives all that was heard. */
  readonly stop: () => Heard
}

/** Longest that is kept, s: a run is seconds, and memory is not for ever. */
export const MOST_HEARD_S = 120
/** The level is that of so many of the newest samples. */
const MOMENT = 4096

/** Blocks of samples put together, at most so many. */
export class Tape {
  private readonly blocks: Float32Array[] = []
  private count = 0
  constructor(
    readonly sampleRateHz: number,
    private readonly most = MOST_HEARD_S * sampleRateHz,
  ) {}
  /** False once it is full. */
  add(block: Float32Array): boolean {
    const room = this.most - this.count
    if (room <= 0) return false
    const taken = block.length > room ? block.subarray(0, room) : block
    this.blocks.push(taken)
    this.count += taken.length
    return true
  }
  seconds(): number {
    return this.count / this.sampleRateHz
  }
  level(): number {
    let [most, seen] = [0, 0]
    for (let i = this.blocks.length - 1; i >= 0 && seen < MOMENT; i--) {
      for (const v of this.blocks[i]) most = Math.max(most, Math.abs(v))
      seen += this.blocks[i].length
    }
    return most
  }
  whole(): Float32Array {
    const out = new Float32Array(this.count)
    let at = 0
    for (const block of this.blocks) {
      out.set(block, at)
      at += block.length
    }
    return out
  }
}

/** Whether this browser can listen at all. */
export const canListen = (): boolean =>
  typeof navigator !== 'undefined' && 'mediaDevices' in navigator && typeof AudioWorkletNode !== 'undefined'

/**
 * Listens to the microphone as plainly as the browser lets it: what makes speech clearer (echo, noise, level) would
 * take the tone away.
 * @throws DOMException where it may not, or there is none.
 */
export async function listen(): Promise<Listening> {
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
  })
  const context = new AudioContext()
  const end = () => {
    for (const track of stream.getTracks()) track.stop()
    void context.close()
  }
  try {
    await context.audioWorklet.addModule('/sound/capture.js')
    const tape = new Tape(context.sampleRate)
    const node = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 })
    node.port.onmessage = ({ data }: MessageEvent<Float32Array>) => void tape.add(data)
    context.createMediaStreamSource(stream).connect(node)
    return {
      seconds: () => tape.seconds(),
      level: () => tape.level(),
      stop: () => {
        end()
        return { sampleRateHz: tape.sampleRateHz, samples: tape.whole() }
      },
    }
  } catch (error) {
    end()
    throw error
  }
}
