export * from './build-differences'
export * from './compare-builds'
export * from './judge-run'
export * from './predicted-difference'
