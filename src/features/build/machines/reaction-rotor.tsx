import { ReactionDrawing } from '../drawings/families/ReactionDrawing'
import type { RotatingLook } from './rotating'

export const reactionLook: RotatingLook<'reaction-rotor'> = {
  shape: (machine, shown) => `jets at r ${shown.text(machine.jetRadiusM, 'length')}`,
  drawings: [{ value: 'face', label: 'Section, to scale', Drawing: ReactionDrawing }],
  angleLabel: 'Angle from straight back',
}
