'use client'
import { memo } from 'react'
import type { Machine } from '../../../project/document'
import { faceOf } from '../machines/looks'

/** Small face of a machine for trees and choices: outline only. */
export const MachineGlyph = memo(function MachineGlyph({ machine, size }: { machine: Machine; size: number }) {
  const { reach, drawing } = faceOf(machine)
  const r = reach * 1.06
  return (
    <svg width={size} height={size} viewBox={`${-r} ${-r} ${2 * r} ${2 * r}`} aria-hidden>
      {drawing}
    </svg>
  )
})
