/** An o-ring by its inner diameter and section as they are sold, mm. */
export interface Ring {
  readonly inner: number
  readonly section: number
  /** Floor of its groove as a radius, and the groove's width. */
  readonly floor: number
  readonly width: number
}

/**
 * Sections of o-rings, mm (ISO 3601-1 and common metric ones); how much of it is squeezed when it slides, and how much
 * wider its groove is. Common practice for air.
 */
const RING = { sections: [1, 1.5, 1.8, 2, 2.65], squeezed: 0.09, wider: 1.3 } as const

/** The o-ring of a piston: a section that leaves a sound floor, squeezed by a tenth. */
export function ringFor(boreMm: number): Ring {
  const section = RING.sections.findLast((s) => s <= boreMm / 9) ?? RING.sections[0]
  const floor = boreMm / 2 - section * (1 - RING.squeezed)
  return { inner: Math.floor(2 * floor * 0.97 * 2) / 2, section, floor, width: RING.wider * section }
}
