export { BenchRoom } from './BenchRoom'
export { LiveRoom } from './live/LiveRoom'
export { PlanRoom } from './plan/PlanRoom'
export { CardRoom } from './plan/CardRoom'
