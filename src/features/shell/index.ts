export { Shell } from './Shell'
