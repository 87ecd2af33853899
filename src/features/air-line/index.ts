export { AirLine, type StationText } from './AirLine'
export type { LossLook } from './losses'
