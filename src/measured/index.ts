export { ask, onResult, resultOf, wanted, type MeasuredResult } from './results'
