export { CompareRoom } from './CompareRoom'
