export * from './flight'
export * from './stability'
