'use client'
import { useEffect, useState } from 'react'

/** Two tones that no machine on a bench makes, by turns. */
const TONES_HZ = [880, 1320] as const
const EVERY_S = 0.25

/** A sound that says stop. It has to be woken by a press of the maker: browsers play nothing before. */
export class StopSound {
  private context: AudioContext | null = null
  private timer: ReturnType<typeof setInterval> | null = null

  wake(): void {
    this.context ??= new AudioContext()
    void this.context.resume()
  }

  private beep(hertz: number): void {
    const { context } = this
    if (!context) return
    const tone = context.createOscillator()
    const loud = context.createGain()
    tone.type = 'square'
    tone.frequency.value = hertz
    loud.gain.value = 0.2
    tone.connect(loud).connect(context.destination)
    tone.start()
    tone.stop(context.currentTime + 0.8 * EVERY_S)
  }

  start(): void {
    if (this.timer) return
    let turn = 0
    this.timer = setInterval(() => this.beep(TONES_HZ[turn++ % 2]), 1000 * EVERY_S)
  }

  stop(): void {
    if (this.timer) clearInterval(this.timer)
    this.timer = null
  }

  /** One of each, to hear whether it can be heard. */
  once(): void {
    this.wake()
    this.beep(TONES_HZ[0])
    setTimeout(() => this.beep(TONES_HZ[1]), 1000 * EVERY_S)
  }
}

/** Sounds while there is a reason to stop. */
export function useStopSound(sounding: boolean): StopSound {
  const [own] = useState(() => new StopSound())
  useEffect(() => {
    if (sounding) own.start()
    return () => own.stop()
  }, [sounding, own])
  return own
}
