export { applyEdits, inverseOf, joinEdits } from './apply-edits'
export { type Conflict, type Edit, type ListName } from './edit'
export { editsBetween } from './edits-between'
