/** What a page finds in a browser, for tests of screens: read before any of their modules. */
import 'fake-indexeddb/auto'
import { register } from 'node:module'
import { JSDOM } from 'jsdom'

// What a test starts is started as by a user: without the reader of TypeScript that the tests run by.
delete process.env.NODE_OPTIONS
register('./stand-ins.mjs', import.meta.url)

const { window } = new JSDOM('<!doctype html>', { url: 'http://localhost/', pretendToBeVisual: true })
/** Events go through the document, which takes only its own. All else that Node has as well is Node's. */
const ITS_OWN = ['Event', 'EventTarget', 'CustomEvent', 'MessageEvent', 'AbortController', 'AbortSignal', 'navigator']
for (const key of Object.getOwnPropertyNames(window))
  if (!(key in globalThis) || ITS_OWN.includes(key))
    Object.defineProperty(globalThis, key, { ...Object.getOwnPropertyDescriptor(window, key), configurable: true })
for (const key of ['addEventListener', 'removeEventListener', 'dispatchEvent'])
  Object.assign(globalThis, { [key]: window[key].bind(window) })
Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true })
process.env.RTL_SKIP_AUTO_CLEANUP = 'true'
