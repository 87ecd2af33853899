export { ask, onResult, results, wanted, type MeasuredResult } from './results'
