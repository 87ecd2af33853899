export { MakeRoom } from './MakeRoom'
export { BuildSheet } from './sheet/BuildSheet'
