export { ask, onResult, resultOf, wanted, type MeasuredResult, type Wanted } from './results'
