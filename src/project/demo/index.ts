export { makeDemo } from './make-demo'
