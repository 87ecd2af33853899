import { said, type Said } from '../../said'
import type { CoastReduction, CoastRig } from './types'

/** What the law leaves of the speed is worth a word from this share of the highest on. */
const LEFT = 0.003
/** Falls so little that what grows with speed cannot be told from what does not. */
const SHORT = 2
/** An inertia known no better than this is most of what is not known of the drag. */
const ROUGH = 0.05

/** What a maker should know of a coasting; `spread` is by what share its coastings stand apart. */
export function coastNotes(r: Omit<CoastReduction, 'notes'>, { brake, inertiaKgM2 }: CoastRig, spread: number): Said[] {
  const notes: Said[] = []
  if (r.topRadPerS < SHORT * r.leastRadPerS)
    notes.push(said('coast-short', { topRadPerS: r.topRadPerS, leastRadPerS: r.leastRadPerS }))
  const { shape } = r.law
  const otherShape = shape !== null && shape.lies && !shape.stands
  if (otherShape) notes.push(said('coast-shape'))
  else if (r.autocorrelation > 0.7 && r.residualRadPerS > LEFT * r.topRadPerS) notes.push(said('coast-waves'))
  if (spread > 0) notes.push(said('coast-apart', { share: spread }))
  if (!brake && r.sharedRelativeUncertainty > ROUGH)
    notes.push(said('coast-inertia-rough', { share: r.sharedRelativeUncertainty }))
  if (brake) {
    const off = r.inertia.value - inertiaKgM2.value
    const unsure = Math.hypot(r.inertia.standardUncertainty, inertiaKgM2.standardUncertainty)
    if (Math.abs(off) > 3 * unsure)
      notes.push(said('coast-inertia-unlike', { found: r.inertia.value, stated: inertiaKgM2.value }))
  }
  return notes
}
