export { MakeRoom } from './MakeRoom'
