export { BenchRoom } from './BenchRoom'
