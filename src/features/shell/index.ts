export { Shell } from './Shell'
export { LastResort } from './LastResort'
