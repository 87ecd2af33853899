import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strFromU8, unzipSync } from 'fflate'
import { run } from './run'

const call = async (args: string[], input: unknown = null) => {
  const { exit, stdout, stderr } = await run(args, () => JSON.stringify(input))
  return { exit, stderr, out: stdout === '' ? null : (JSON.parse(stdout) as Record<string, never>) }
}

test('a part of another family is refused, and the set is named', async () => {
  const { exit, stderr } = await call(['part', '-'], {
    build: { machine: { family: 'disc-pack' }, nozzle: { throatDiameterM: 0.002 } },
    part: 'stator',
  })
  expect(exit).toBe(2)
  expect(stderr).toMatch(
    /part: a disc-pack is made of pack-housing, hub, disc, spacer, collar, pack-cover, nozzle-insert, hose-tail/,
  )
})

test('assembly: every body with its transform, and it goes together; also by part --assembly; bill: what to make and buy', async () => {
  const given = { build: { machine: { family: 'vane-motor' }, nozzle: { throatDiameterM: 0.004 } } }
  const [one, other, bill] = await Promise.all([
    call(['assembly', '-'], given),
    call(['part', '-', '--assembly'], given),
    call(['bill', '-'], given),
  ])
  expect(one.out).toMatchObject({ fine: true })
  expect(other.out).toEqual(one.out)
  const placed = one.out?.placed as unknown as { body: string; transform: number[] }[]
  expect(placed.filter((p) => p.body === 'vane')).toHaveLength(5)
  // each a turn and a move: axes of length one at right angles
  for (const { transform: t } of placed) {
    const [x, y, z] = [0, 4, 8].map((i) => t.slice(i, i + 3))
    const dot = (a: number[], b: number[]) => a.reduce((s, v, k) => s + v * b[k], 0)
    for (const a of [x, y, z]) expect(dot(a, a)).toBeCloseTo(1, 9)
    for (const [a, b] of [
      [x, y],
      [y, z],
      [z, x],
    ])
      expect(dot(a, b)).toBeCloseTo(0, 9)
    expect(dot([x[1] * y[2] - x[2] * y[1], x[2] * y[0] - x[0] * y[2], x[0] * y[1] - x[1] * y[0]], z)).toBeCloseTo(1, 9)
  }
  expect(bill.out?.make).toContainEqual({ part: 'vane', name: 'Vane', copies: 5, metal: false })
  expect(bill.out?.buy).toContainEqual({ code: 'bearing', size: '625', count: 2 })
})

test('part: a set’s copies are told', async () => {
  const { out } = await call(['part', '-'], {
    build: { machine: { family: 'disc-pack', discs: 12 }, nozzle: { throatDiameterM: 0.002 } },
    part: 'disc',
  })
  expect(out).toMatchObject({ copies: 12, watertight: true })
})

interface Plates {
  readonly plates: readonly {
    readonly parts: readonly { readonly part: string; readonly transform: readonly number[] }[]
    readonly partsM3: number
    readonly seconds: number
    readonly file: string | null
  }[]
  readonly tooLarge: readonly { readonly part: string; readonly bedM: number }[]
  readonly notPrinted: readonly string[]
}

test('plates: every printed part on a bed, its file with the same places; what is metal is named', async () => {
  const build = { machine: { family: 'vane-motor' }, nozzle: { throatDiameterM: 0.004 } }
  const out = join(mkdtempSync(join(tmpdir(), 'kettle-plates-')), 'motor.3mf')
  const { out: raw, exit } = await call(['plates', '-', '--out', out], { build })
  expect(exit).toBe(0)
  const { plates, tooLarge, notPrinted } = raw as unknown as Plates
  const names = plates.flatMap((p) => p.parts.map((q) => q.part)).sort()
  expect(names).toEqual([
    'bench-stand',
    ...Array.from({ length: 5 }, () => 'vane'),
    'vane-body',
    'vane-end',
    'vane-end',
    'vane-rotor',
  ])
  expect(tooLarge).toEqual([])
  expect(notPrinted).toEqual(['rotor-sleeve', 'collar'])
  // the two plates of a motor of this size are some 25 cm3 of plastic: one bed, an evening
  expect(plates).toHaveLength(1)
  expect(plates[0].partsM3).toBeGreaterThan(20e-6)
  expect(plates[0].partsM3).toBeLessThan(70e-6)
  expect(plates[0].seconds / 3600).toBeGreaterThan(1.5)
  expect(plates[0].seconds / 3600).toBeLessThan(8)
  expect(plates[0].file).toBe(out.replace('motor.3mf', 'motor-1.3mf'))
  const model = strFromU8(unzipSync(readFileSync(plates[0].file ?? ''))['3D/3dmodel.model'])
  const items = [...model.matchAll(/<item objectid="\d+" transform="([^"]*)"/g)].map((m) => m[1].split(' ').map(Number))
  expect(items.map((t) => t.slice(9))).toEqual(plates[0].parts.map(({ transform: t }) => [t[12], t[13], t[14]]))
})

test('plates: a bed too small names the part and the bed it wants; machined parts and other endings are refused', async () => {
  const build = { machine: { family: 'vane-motor' }, nozzle: { throatDiameterM: 0.004 }, making: { bedM: 0.05 } }
  const { tooLarge } = (await call(['plates', '-'], { build })).out as unknown as Plates
  expect(tooLarge.map((t) => t.part)).toContain('vane-body')
  for (const { bedM } of tooLarge) expect(bedM).toBeGreaterThan(0.05)
  const machined = await call(['plates', '-'], { build: { ...build, making: { process: 'machined' } } })
  expect([machined.exit, machined.stderr]).toEqual([2, expect.stringMatching(/build\.making\.process: machined/)])
  const ending = await call(['plates', '-', '--out', 'x.stl'], { build })
  expect([ending.exit, ending.stderr]).toEqual([2, expect.stringMatching(/--out: x\.stl does not end in \.3mf/)])
})
