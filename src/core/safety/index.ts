export type { Finding } from '../gates'
export { LEAST_STRESS_MARGIN, RUN_CAUTIONS, reviewBuild, reviewThrust, safePressure } from './review'
export type { Review, RunCaution } from './review'
export * from './review-engine'
