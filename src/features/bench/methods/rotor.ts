import { workingRadius } from '../../../core/machines'
import { isTurbine, kindOf, predictionInput, type Build } from '../../../project/document'
import { color } from '../../../ui'

/** A rotor's size does not follow the room. */
const ROOM = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }

/** Radius on which the rotor of a build works, m; null where it has none of its own, or nothing turns. */
export const rotorRadius = (build: Build): number | null =>
  isTurbine(build) && kindOf(build).turning ? workingRadius(predictionInput(build, ROOM).machine) : null

/** More marks or blades than these stand closer than they can be drawn. */
export const DRAWN_MARKS = 72

/** Words of a set-up drawing. */
export const PICTURE_TEXT = { fontSize: 10, fill: color('mute') } as const
