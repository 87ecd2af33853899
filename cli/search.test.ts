import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { SPECS, newBuild } from '../src/project/document'
import { run } from './run'
import { FAMILIES } from '../src/core/machines'

const call = async (args: string[], input: unknown = null) => {
  const { exit, stdout, stderr } = await run(args, () => JSON.stringify(input))
  return { exit, stderr, text: stdout, out: stdout === '' ? null : (JSON.parse(stdout) as Record<string, never>) }
}
const search = {
  machine: { family: 'tangential-impulse', meanRadiusM: 0.03, bladeHeightM: 0.01 },
  nozzle: { throatDiameterM: 0.0016 },
  supply: { gaugePressurePa: 345_000 },
  variables: [
    { path: 'nozzle.throatDiameterM', from: 0.001, to: 0.003 },
    { path: 'machine.meanRadiusM', from: 0.02, to: 0.05 },
    { path: 'machine.bladeCount', from: 6, to: 24, whole: true },
  ],
  constraints: { mostMassFlowKgPerS: 0.003, leastStressMargin: 4 },
  designs: 300,
}

test('search: shares done apart and merged print what one search prints', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-search-'))
  const whole = await call(['search', '-'], search)
  const files = await Promise.all(
    [0, 1, 2].map(async (i) => {
      const share = await call(['search', '-', '--shard', `${i}/3`], search)
      expect(share.exit).toBe(0)
      const file = join(folder, `share-${i}.json`)
      writeFileSync(file, share.text)
      return file
    }),
  )
  const spread = await call(['search', '-'], { merge: files })
  expect(spread.out).toEqual((await call(['search', '-', '--shard', '0/1'], search)).out)
  // with the search beside its shares the best are polished as one machine polishes them
  const merged = await call(['search', '-'], { merge: files, search })
  expect(merged.stderr).toBe('')
  expect(merged.out).toEqual(whole.out)
  const score = (of: typeof whole) => (of.out?.best as unknown as { score: number }[])[0].score
  expect(score(whole)).toBeGreaterThan(score(spread))
  expect(Number(whole.out?.tried)).toBe(300)
  const best = (whole.out?.best as unknown as { figures: { massFlowKgPerS: number; stressMargin: number } }[])[0]
    .figures
  expect(best.massFlowKgPerS).toBeLessThanOrEqual(0.003)
  expect(best.stressMargin).toBeGreaterThanOrEqual(4)
})

test.each([
  [
    { ...search, variables: [{ path: 'machine.noSuchNumber', from: 1, to: 2 }] },
    [],
    /variables\.0\.path: machine\.noSuchNumber is no number/,
  ],
  [
    { ...search, variables: [{ path: 'machine.bladeCount', from: 9, to: 4, whole: true }] },
    [],
    /variables\.0\.to: the range ends/,
  ],
  [{ merge: ['/nowhere/share.json'] }, [], /merge\.0: .*does not exist/],
  [search, ['--shard', '3/3'], /--shard: 3\/3 is no share/],
  [search, ['--shard'], /--shard: \(nothing\)/],
])('search refuses in words (%#)', async (input, extra, words) => {
  const { exit, stderr, text } = await call(['search', '-', ...extra], input)
  expect(exit).toBe(2)
  expect(text).toBe('')
  expect(stderr).toMatch(words)
})

describe.each(FAMILIES)('turbine of family %s', (family) => {
  const first = newBuild({ id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }, family)
  const { nozzle } = first.machine
  const own = family === 'tangential-impulse' ? { meanRadiusM: 0.03, bladeHeightM: 0.01 } : {}
  const supply = { gaugePressurePa: SPECS[family].supply.kind === 'wind' ? 60 : 60_000 }
  test('a machine by its family alone is filled in, runs, and its ledger adds up', async () => {
    const { exit, out, stderr } = await call(['turbine', '-'], {
      build: { machine: { family, ...own }, nozzle },
      supply,
      speedsRadPerS: [0, 100, 900],
    })
    expect([exit, stderr]).toEqual([0, ''])
    for (const { ledger } of out?.speeds as unknown as { ledger: Record<string, number> }[]) {
      const { isentropicPowerW, ...parts } = ledger
      expect(Object.values(parts).reduce((a, b) => a + b, 0)).toBeCloseTo(isentropicPowerW, 6)
    }
    expect(out?.compressor === null).toBe(family !== 'turbine-compressor')
  })
})

test('strength of any thickness profile: a tapered disc stands more than an even one of its rim', async () => {
  const burst = async (profile: [number, number][]) =>
    Number(
      (await call(['strength', '-'], { rotor: { profile, materialId: 'petg' }, speedRadPerS: 1000 })).out
        ?.burstSpeedRadPerS,
    )
  expect(
    await burst([
      [0.004, 0.012],
      [0.03, 0.003],
    ]),
  ).toBeGreaterThan(
    await burst([
      [0.004, 0.003],
      [0.03, 0.003],
    ]),
  )
  expect(
    (
      await call(['strength', '-'], {
        rotor: {
          profile: [
            [0.03, 0.003],
            [0.004, 0.01],
          ],
          materialId: 'petg',
        },
        speedRadPerS: 1000,
      })
    ).stderr,
  ).toMatch(/profile: radii must rise/)
})
