export * from './reduce-tank'
export { tankFlow, tankPressures, type TankModel } from './tank-model'
export { simulateTank } from './campaign'
export * from './workings'
