export type { Finding } from '../gates'
export * from './review'
