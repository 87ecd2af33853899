export { BenchRoom } from './BenchRoom'
export { LiveRoom } from './live/LiveRoom'
