import { PhysicsError } from '../../core/errors'
import type { Build, Project } from '../validation/schema'
import type { MachinePredicted } from './contract'
import { kindOf } from './registry'

/** What stands on a build's card, as plain data. */
export type CardFigures = Pick<MachinePredicted, 'figures' | 'overSpeed' | 'overAngle'>

/** The prediction of a build for its card; null where its figures allow none. */
export function cardFigures(build: Build, ambient: Project['ambient']): CardFigures | null {
  try {
    const { figures, overSpeed, overAngle } = kindOf(build).predict(build, { ambient })
    return { figures, overSpeed, overAngle }
  } catch (error) {
    if (error instanceof PhysicsError) return null
    throw error
  }
}
