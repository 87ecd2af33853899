'use client'
import { useRef, type KeyboardEvent, type RefObject } from 'react'

/** Left and right arrows move along a row of tabs, wrap round, and take the focus with them. */
export function useArrowTabs<T extends string>(
  values: readonly T[],
  chosen: T,
  onChange: (value: T) => void,
): { row: RefObject<HTMLDivElement | null>; onKeyDown: (event: KeyboardEvent) => void } {
  const row = useRef<HTMLDivElement>(null)
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    if (step === 0) return
    event.preventDefault()
    const next = (values.indexOf(chosen) + step + values.length) % values.length
    onChange(values[next])
    row.current?.querySelectorAll('button')[next]?.focus()
  }
  return { row, onKeyDown }
}
