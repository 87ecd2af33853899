import 'fake-indexeddb/auto'
import { KeptResults } from './kept-results'

let count = 0
const name = () => `results-${count++}`

test('what was made of a recording is there on the next visit, for the program that made it', async () => {
  const db = name()
  await new KeptResults(db, 'a').keep('p', 'key', { figures: [1] })
  expect(await new KeptResults(db, 'a').find('key')).toEqual({ figures: [1] })
  expect(await new KeptResults(db, 'a').find('other')).toBeNull()
  const later = new KeptResults(db, 'b')
  expect(await later.find('key')).toBeNull()
  // another program clears what it cannot use
  await later.keep('p', 'fresh', 2)
  expect(await new KeptResults(db, 'a').find('key')).toBeNull()
  expect(await later.find('fresh')).toBe(2)
})

test('nothing is kept by a program without a name', async () => {
  const results = new KeptResults(name(), '')
  await results.keep('p', 'key', 1)
  expect(await results.find('key')).toBeNull()
})

test('results of a project that is removed go with it, others stay', async () => {
  const results = new KeptResults(name(), 'a')
  await results.keep('p', 'one', 1)
  await results.keep('q', 'two', 2)
  await results.forget('p')
  expect([await results.find('one'), await results.find('two')]).toEqual([null, 2])
})

test('there are no more than so many: those used longest ago go first', async () => {
  let now = 0
  const results = new KeptResults(name(), 'a', () => ++now, 3)
  for (const key of ['one', 'two', 'three']) await results.keep('p', key, key)
  await results.find('one')
  await new Promise((soon) => setTimeout(soon, 20))
  await results.keep('p', 'four', 'four')
  const there = await Promise.all(['one', 'two', 'three', 'four'].map((key) => results.find(key)))
  expect(there).toEqual(['one', null, 'three', 'four'])
})

test.each<[string, () => IDBOpenDBRequest]>([
  [
    'that fails',
    () => {
      throw new DOMException('no storage', 'UnknownError')
    },
  ],
  ['that never answers', () => ({}) as IDBOpenDBRequest],
])('a storage %s is as none', async (_, open) => {
  const broken = jest.spyOn(indexedDB, 'open').mockImplementation(open)
  const results = new KeptResults(name(), 'a')
  void results.keep('p', 'key', 1)
  await expect(results.find('key')).resolves.toBeNull()
  broken.mockRestore()
})
