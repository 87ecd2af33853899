/** The database and the store over it: the heavy half, loaded late. */
export { KettleDb } from './db'
export { ProjectStore } from './project-store'
