export { BuildsRoom } from './BuildsRoom'
