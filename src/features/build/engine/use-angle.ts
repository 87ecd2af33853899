'use client'
import { useEffect, useState } from 'react'

/** Degrees a second when it plays: slow enough to follow. */
const PACE = 60

/** A crank angle that a maker drags or lets play, degrees. */
export function useAngle(
  start: number,
  periodDeg = 360,
): {
  readonly angle: number
  readonly setAngle: (deg: number) => void
  readonly playing: boolean
  readonly setPlaying: (on: boolean) => void
} {
  const [angle, setAngle] = useState(start)
  const [playing, setPlaying] = useState(false)
  useEffect(() => {
    if (!playing) return
    let last: number | null = null
    let frame = 0
    const next = (now: number) => {
      const before = last ?? now
      last = now
      setAngle((a) => (a + (PACE * (now - before)) / 1000) % periodDeg)
      frame = requestAnimationFrame(next)
    }
    frame = requestAnimationFrame(next)
    return () => cancelAnimationFrame(frame)
  }, [playing, periodDeg])
  return { angle, setAngle, playing, setPlaying }
}
