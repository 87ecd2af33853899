export { bisect } from './bisect'
export { maximise } from './maximise'
export * from './ode'
export * from './root'
