export * from './build-differences'
export * from './compare-builds'
