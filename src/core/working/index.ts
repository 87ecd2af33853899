export * from './working'
