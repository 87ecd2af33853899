export { AirLine, type StationText } from './AirLine'
export { LOSS_NAMES } from './loss-names'
