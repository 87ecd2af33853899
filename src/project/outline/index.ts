export * from './read-outline'
