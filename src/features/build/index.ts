export { BuildRoom } from './BuildRoom'
