/** @jest-environment node */
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { run } from './run'

const folder = mkdtempSync(join(tmpdir(), 'kettle-'))
const file = (name: string, content: unknown): string => {
  const path = join(folder, name)
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content))
  return path
}
const call = (...args: string[]) => run(args, () => '{}')
const nozzle = { supply: { gaugePressurePa: 2e5 }, nozzle: { throatDiameterM: 1.5e-3 } }
const search = (variable: object) => ({
  build: {
    machine: { family: 'tangential-impulse', meanRadiusM: 0.03, bladeHeightM: 0.01 },
    nozzle: { throatDiameterM: 1.6e-3 },
  },
  supply: { gaugePressurePa: 3e5 },
  variables: [variable],
  designs: 20,
})

describe('what is not understood is one line and exit 2', () => {
  const good = file('good.json', nozzle)
  mkdirSync(join(folder, 'dir'))
  const part = file('part.json', { build: search({}).build, part: 'rotor' })
  test.each<[string, string[], RegExp]>([
    ['a name that every object has, as a verb', ['constructor', good], /^\(verb\): constructor is not known/],
    ['another', ['__proto__', good], /^\(verb\)/],
    ['and in the schema', ['schema', 'toString'], /toString is not a verb/],
    ['a folder', ['nozzle', join(folder, 'dir')], /is a folder/],
    ['a file that is not there', ['nozzle', join(folder, 'none.json')], /does not exist/],
    ['a path through a file', ['nozzle', join(good, 'x')], /no folder/],
    ['an unknown option', ['nozzle', good, '-x'], /^-x: unknown option/],
    ['a word too many', ['nozzle', good, good], /one word too many/],
    ['an output that nobody writes', ['nozzle', good, '--out', 'a.stl'], /^--out: only part/],
    ['shares of what has none', ['nozzle', good, '--shard', '0/2'], /^--shard/],
    [
      'a folder that is missing for the output',
      ['part', part, '--out', join(folder, 'no', 'a.stl')],
      /^--out: the folder of .* does not exist/,
    ],
    ['an output that is a folder', ['part', part, '--out', join(folder, 'dir.stl')], /^--out: .* is a folder/],
    [
      'a throat below nothing',
      ['search', file('s1.json', search({ path: 'nozzle.throatDiameterM', from: -1e-3, to: 2e-3 }))],
      /^variables\.0\.from: nozzle\.throatDiameterM/,
    ],
    [
      'a thousand million nozzles',
      ['search', file('s2.json', search({ path: 'nozzle.count', from: 1, to: 1e9, whole: true }))],
      /^variables\.0\.to: nozzle\.count/,
    ],
    [
      'fewer than no nozzles',
      ['search', file('s3.json', search({ path: 'nozzle.count', from: -5, to: 4, whole: true }))],
      /^variables\.0\.from/,
    ],
    [
      'what is no number of a build',
      ['search', file('s4.json', search({ path: 'constructor.length', from: 1, to: 2 }))],
      /path: a path such as/,
    ],
  ])('%s', async (_, args, words) => {
    if (args[3]?.endsWith('dir.stl')) mkdirSync(join(folder, 'dir.stl'), { recursive: true })
    const { exit, stdout, stderr } = await call(...args)
    expect([exit, stdout]).toEqual([2, ''])
    expect(stderr).toMatch(words)
    expect(stderr.trimEnd().split('\n')).toHaveLength(1)
  })
})

test('a byte order mark before the JSON is read over', async () => {
  const plain = await call('nozzle', file('plain.json', nozzle))
  expect(plain.exit).toBe(0)
  expect(await call('nozzle', file('bom.json', `\uFEFF${JSON.stringify(nozzle)}`))).toEqual(plain)
})

test('keys with control characters are shown, not obeyed', async () => {
  const { stderr } = await call('nozzle', file('keys.json', { ...nozzle, 'a\u001b[2J\nb': 1 }))
  expect(stderr).toContain('a\\u001b[2J\\u000ab')
  expect(stderr.trimEnd()).not.toMatch(/[\u0000-\u001f]/)
})

describe('the command itself', () => {
  const kettle = resolve('kettle')
  const good = file('good2.json', nozzle)
  beforeAll(() => void execFileSync(kettle, ['help']), 60_000)

  test('through a link it finds its own folder, and answers as the program does', async () => {
    const link = join(folder, 'linked')
    symlinkSync(kettle, link)
    expect(execFileSync(link, ['nozzle', good], { encoding: 'utf8' })).toBe((await call('nozzle', good)).stdout)
  })
  test('a part is made by the bundle, mesh library and all', () => {
    const part = file('part2.json', { build: search({}).build, part: 'rotor' })
    expect(JSON.parse(execFileSync(kettle, ['part', part], { encoding: 'utf8' }))).toMatchObject({ watertight: true })
  })
  test('a full disk behind a redirection is said, a reader that went away is not', () => {
    const full = spawnSync('sh', ['-c', `${kettle} nozzle ${good} > /dev/full`], { encoding: 'utf8' })
    expect([full.status, full.stderr]).toEqual([2, '(output): could not be written: the disk is full\n'])
    expect(spawnSync('sh', ['-c', `${kettle} help | true`], { encoding: 'utf8' }).stderr).toBe('')
  })
  test('two thousand designs are searched with 96 MB to keep them in', () => {
    const spec = { ...search({ path: 'nozzle.throatDiameterM', from: 1e-3, to: 2e-3 }), designs: 2000 }
    const bundle = '.cache/kettle/main.mjs'
    const { status, stderr } = spawnSync('node', ['--max-old-space-size=96', bundle, 'search', file('s5.json', spec)], {
      encoding: 'utf8',
    })
    expect([status, stderr]).toEqual([0, ''])
  })
})
