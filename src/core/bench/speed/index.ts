export * from './reduce-speed'
export * from './even-marks'
