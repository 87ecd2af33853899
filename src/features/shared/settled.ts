'use client'
import { startTransition, useEffect, useState } from 'react'

/**
 * The value as it was when it last stood still for a moment after being painted.
 * Figures follow an input in the same frame; what is dear to draw or to work out follows from this, a moment later,
 * once the keys rest, and in pieces: a chart drawn anew between two keys takes longer than all that the key asks for.
 */
export function useSettled<T>(value: T, milliseconds = 300): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    let timer = 0
    const frame = requestAnimationFrame(() => {
      timer = window.setTimeout(() => startTransition(() => setSettled(() => value)), milliseconds)
    })
    return () => {
      cancelAnimationFrame(frame)
      clearTimeout(timer)
    }
  }, [value, milliseconds])
  return settled
}
