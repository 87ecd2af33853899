export { ask, lookAt, onResult, results, wanted, type MeasuredResult } from './results'
