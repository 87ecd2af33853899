export { PhysicsError } from './physics-error'
export type { ErrorDetail } from './physics-error'
