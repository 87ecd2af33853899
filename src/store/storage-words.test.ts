import { storageWords } from './storage-words'

const named = (name: string, message = '') => ({ name, message })

// what browsers call it, plain and as the library wraps it
test.each([
  ['full', named('QuotaExceededError'), /room that this browser gives is full/],
  [
    'full, by its message alone',
    named('AbortError', 'The quota has been exceeded.'),
    /room that this browser gives is full/,
  ],
  ['not let', named('SecurityError'), /does not let pages keep anything/],
  ['not there', named('MissingAPIError'), /does not let pages keep anything/],
  ['closed', named('InvalidStateError'), /closed its database/],
  ['closed, wrapped', { ...named('AbortError'), inner: named('DatabaseClosedError') }, /closed its database/],
  ['anything else', named('DataError', 'no such row\nand where'), /database answered: no such row$/],
  ['what is no error', 'odd', /database answered: odd$/],
])('a store that is %s', (_, error, words) => expect(storageWords(error)).toMatch(words))
