/** Values that break what was not thought of. */
const NASTY: readonly unknown[] = [
  null,
  true,
  '',
  'x',
  '1e3',
  [],
  {},
  [[]],
  0,
  -0,
  -1,
  0.5,
  1,
  7,
  1e-9,
  1e-300,
  1e9,
  1e300,
  -1e300,
  1e15 + 0.5,
  '\u0000',
  'constructor',
  '__proto__',
]
const KEYS = ['extra', '__proto__', 'constructor', 'toString', 'a\u001b[2Jb', '', 'kind', 'family', 'value']

export type Random = () => number
export const pick = <T>(random: Random, from: readonly T[]): T => from[Math.floor(random() * from.length)]

/** Every place of a value, by its keys. */
function places(value: unknown, at: readonly (string | number)[] = []): (readonly (string | number)[])[] {
  if (typeof value !== 'object' || value === null) return [at]
  const inner = Array.isArray(value) ? value.slice(0, 30).map((v, i) => [i, v] as const) : Object.entries(value)
  return [at, ...inner.flatMap(([key, v]) => places(v, [...at, key]))]
}

function changed(
  value: unknown,
  [key, ...rest]: readonly (string | number)[],
  change: (v: unknown) => unknown,
): unknown {
  if (key === undefined) return change(value)
  if (Array.isArray(value)) return value.map((v, i) => (i === key ? changed(v, rest, change) : v))
  const object = value as Record<string, unknown>
  return { ...object, [key]: changed(object[key], rest, change) }
}

/** One thing about a value made otherwise: a leaf, a key more or less, a number scaled, a list repeated. */
function mutatedOnce(value: unknown, random: Random): unknown {
  const at = pick(random, places(value))
  return changed(value, at, (old) => {
    const way = random()
    if (typeof old === 'number' && way < 0.6)
      return old * pick(random, [-1, 0, 0.1, 0.5, 0.9, 1.1, 2, 10, 1e3, 1e-3, 1e9])
    if (Array.isArray(old) && way < 0.5)
      return pick(random, [() => [], () => old.slice(1), () => [...old, ...old], () => old.toReversed()])()
    if (typeof old === 'object' && old !== null && !Array.isArray(old) && way < 0.6) {
      const keys = Object.keys(old)
      if (way < 0.3 && keys.length > 0) {
        const { [pick(random, keys)]: _gone, ...left } = old as Record<string, unknown>
        return left
      }
      return Object.defineProperty({ ...old }, pick(random, KEYS), {
        value: pick(random, NASTY),
        enumerable: true,
        configurable: true,
        writable: true,
      })
    }
    return pick(random, NASTY)
  })
}

/** Every number of a value a little otherwise. */
function resized(value: unknown, random: Random): unknown {
  if (typeof value === 'number')
    return Number.isInteger(value) && value < 100
      ? Math.max(0, value + Math.round(2 * random() - 1))
      : value * (0.5 + 1.5 * random())
  if (Array.isArray(value)) return value.length > 50 ? value : value.map((v) => resized(v, random))
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, resized(v, random)]))
}

/** A value with one to four things about it otherwise. */
export function mutated(value: unknown, random: Random): unknown {
  // half of them are only another size of the same thing, so that many are answered
  if (random() < 0.5) return resized(value, random)
  let out = value
  for (let i = Math.floor(random() * 4); i >= 0; i--) out = mutatedOnce(out, random)
  return out
}

const PIECES = [
  '"',
  ',',
  ';',
  '\n',
  '\r',
  '\t',
  '\u0000',
  '#',
  '-',
  'e',
  'NaN',
  '1e999',
  '\uFEFF',
  '<',
  '>',
  '&',
  'M0 0',
  'Z',
  '0\nSEQEND\n',
  '0\nPOLYLINE\n',
  'é',
  '0',
  '.',
]

/** A text cut, doubled, or with signs put in, taken out or exchanged. */
export function mutatedText(text: string, random: Random): string {
  let out = text
  for (let i = Math.floor(random() * 4); i >= 0; i--) {
    const at = Math.floor(random() * (out.length + 1))
    const to = Math.min(out.length, at + Math.floor(random() * 40))
    const way = random()
    if (way < 0.25) out = out.slice(0, at)
    else if (way < 0.45) out = out.slice(0, at) + out.slice(to)
    else if (way < 0.6) out = out.slice(0, to) + out.slice(at, to).repeat(1 + Math.floor(random() * 20)) + out.slice(to)
    else
      out =
        out.slice(0, at) + pick(random, PIECES).repeat(1 + Math.floor(random() * 3)) + out.slice(way < 0.8 ? at : to)
  }
  return out
}

/** Bytes cut, or with some of them otherwise. */
export function mutatedBytes(bytes: Uint8Array, random: Random): Uint8Array {
  const out = bytes.slice(0, random() < 0.3 ? Math.floor(random() * bytes.length) : bytes.length)
  for (let i = Math.floor(random() * 12); i > 0 && out.length > 0; i--)
    out[Math.floor(random() * out.length)] = Math.floor(random() * 256)
  return out
}
