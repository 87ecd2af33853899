import { TextDecoder, TextEncoder } from 'node:util'
import { deserialize, serialize } from 'node:v8'

/** What every browser has and jsdom has not. Import before anything that uses it. */
Object.assign(globalThis, {
  TextDecoder,
  TextEncoder,
  structuredClone: (value: unknown): unknown => deserialize(serialize(value)),
})
