import base from './playwright.config'

/** Takes the pictures of docs/screenshots anew: `npm run screenshots`, after a build. */
export default { ...base, testDir: 'e2e/screenshots', testIgnore: [], reporter: 'list' as const }
