export * from './reduce-tone'
export { simulateTone } from './simulate-tone'
export type { Spectrogram } from './spectrogram'
