import dynamic from 'next/dynamic'

/** The cautions before a run, loaded when a run is about to be started. */
export const CautionsDialog = dynamic(() => import('./CautionsDialog'), { ssr: false })
export { HazardFigures } from './HazardFigures'
