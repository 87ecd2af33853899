export * from './chooser'
