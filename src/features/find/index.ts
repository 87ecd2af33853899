export { FindRoom } from './FindRoom'
