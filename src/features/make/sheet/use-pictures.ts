'use client'
import { useEffect, useState } from 'react'
import { numberOf, type BuildStep, type NumberedItem, type PartName, type PartsInput } from '../../../core/machines'
import type { PartMesh } from '../../../core/machines/build-part'
import { balloons, nearestOf, type Balloon } from '../../shared'
import { meshOfBody, widestMm } from '../placed'
import { overviewBodies, stepBodies } from './step-bodies'

/** Size of the pictures, pixels of the page. */
export const PICTURE = { step: [440, 250], overview: [860, 760] } as const

export interface SheetPicture {
  readonly url: string
  readonly balloons: readonly Balloon[]
}

export interface SheetPictures {
  readonly overview: SheetPicture | null
  /** By step; those to come are missing. */
  readonly steps: readonly SheetPicture[]
}

const NONE: SheetPictures = { overview: null, steps: [] }

/** Draws the pictures of a sheet one after the other, leaving the page its turns in between. */
export function useSheetPictures(
  input: PartsInput,
  steps: readonly BuildStep[],
  items: readonly NumberedItem[],
  meshes: ReadonlyMap<PartName, PartMesh> | null,
): SheetPictures {
  const [drawn, setDrawn] = useState<{ of: unknown; pictures: SheetPictures }>({ of: null, pictures: NONE })
  useEffect(() => {
    if (!meshes) return
    let wanted = true
    const run = async () => {
      const { Painter } = await import('../../../ui/pictures')
      const meshOf = meshOfBody(meshes)
      const wide = widestMm(meshes)
      const turn = () => new Promise((resolve) => setTimeout(resolve))
      const paint = (
        painter: InstanceType<typeof Painter>,
        bodies: ReturnType<typeof stepBodies>,
        [width, height]: readonly [number, number],
        from: 'above' | 'side' = 'above',
      ): SheetPicture => {
        const { url, spots } = painter.paint(
          bodies.map((b) => b.body),
          from,
        )
        const fresh = bodies.flatMap(({ placed, body }, i) =>
          body.fresh ? [{ number: numberOf(items, placed), spot: spots[i] }] : [],
        )
        return { url, balloons: balloons(nearestOf(fresh), width, height) }
      }
      const large = new Painter(...PICTURE.overview)
      const overview = paint(large, overviewBodies(input, meshOf, wide), PICTURE.overview, 'side')
      large.dispose()
      const painter = new Painter(...PICTURE.step)
      try {
        const done: SheetPicture[] = []
        for (const step of steps) {
          if (!wanted) return
          done.push(paint(painter, stepBodies(step, input, meshOf, wide), PICTURE.step))
          setDrawn({ of: steps, pictures: { overview, steps: [...done] } })
          await turn()
        }
      } finally {
        painter.dispose()
      }
    }
    void run()
    return () => void (wanted = false)
  }, [input, steps, items, meshes])
  return drawn.of === steps ? drawn.pictures : NONE
}
