export { bisect } from './bisect'
export { maximise } from './golden'
export * from './ode'
export * from './root'
