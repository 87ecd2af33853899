import { call, machine, build, fixture } from './testing'
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { keptDemo } from '../src/project/demo/kept-demo'
import { newBuild, newRegulator, newSupply } from '../src/project/document'
import { methodOf } from '../src/project/measuring'
import { secondOfTwo } from '../src/project/measuring/recordings/testing'
import { VERBS } from './verbs'

test('nozzle: the keys that are promised, and a value of NACA 1135’s critical ratio', async () => {
  const { exit, out } = await call(['nozzle', '-'], {
    supply: { absolutePressurePa: 500_000 },
    nozzle: { throatDiameterM: 0.0015 },
  })
  expect(exit).toBe(0)
  expect(out).toMatchObject({ regime: 'choked', exitMach: 1, notes: expect.any(Array) as never })
  for (const key of [
    'massFlowKgPerS',
    'freeAirM3PerS',
    'exitSpeedMPerS',
    'exitAbsolutePressurePa',
    'exitTemperatureK',
    'thrustN',
  ])
    expect(typeof out?.[key]).toBe('number')
  expect(Number(out?.exitAbsolutePressurePa) / 500_000).toBeCloseTo(0.5283, 4)
})

test('gauge is gauge: the same nozzle by gauge and by absolute pressure', async () => {
  const [a, b] = await Promise.all([
    call(['nozzle', '-'], { supply: { gaugePressurePa: 300_000 }, nozzle: { throatDiameterM: 0.001 } }),
    call(['nozzle', '-'], { supply: { absolutePressurePa: 401_325 }, nozzle: { throatDiameterM: 0.001 } }),
  ])
  expect(a.out).toEqual(b.out)
})

test('turbine: the ledger adds up at every speed', async () => {
  const { out } = await call(['turbine', '-'], {
    build,
    supply: { gaugePressurePa: 345_000 },
    speedsRadPerS: [0, 500, 1000, 5000],
  })
  for (const { ledger } of out?.speeds as unknown as { ledger: Record<string, number> }[]) {
    const { isentropicPowerW, ...parts } = ledger
    expect(Object.values(parts).reduce((a, b) => a + b, 0)).toBeCloseTo(isentropicPowerW, 9)
  }
  expect(Number((out?.bestPower as unknown as { powerW: number }).powerW)).toBeGreaterThan(6)
})

test('a build’s machine and nozzle may stand at the top of the document', async () => {
  const rest = { supply: { gaugePressurePa: 345_000 }, speedsRadPerS: [500] }
  expect((await call(['turbine', '-'], { ...build, ...rest })).out).toEqual(
    (await call(['turbine', '-'], { build, ...rest })).out,
  )
})

test('a build saved by the application is taken as it is, by turbine and part', async () => {
  const saved = keptDemo().project.builds[4]
  expect(
    (await call(['turbine', '-'], { build: saved, supply: { gaugePressurePa: 350_000 }, speedsRadPerS: [1000] })).exit,
  ).toBe(0)
  expect((await call(['part', '-'], { build: saved, part: 'casing-lower' })).out).toMatchObject({ watertight: true })
})

test('strength: margin in stress is that in speed squared', async () => {
  const { out } = await call(['strength', '-'], {
    rotor: { boreRadiusM: 0.004, rootRadiusM: 0.03, discThicknessM: 0.008, materialId: 'pla' },
    speedRadPerS: 3000,
  })
  expect(Number(out?.stressMargin)).toBeCloseTo(Number(out?.speedMargin) ** 2, 9)
})

test('tone: 18 000 rpm of twelve blades within a thousandth; a channel that is not there is named', async () => {
  const file = fixture('recordings/whine_constant_18000rpm_12blades.wav')
  const { out } = await call(['tone', '-'], { file, blades: 12 })
  const speed = out?.speedRadPerS as unknown as { value: number; standardUncertainty: number }
  expect(Math.abs(speed.value / ((18_000 * Math.PI) / 30) - 1)).toBeLessThan(1e-3)
  expect(out?.confidence).toBeGreaterThan(0.9)
  const none = await call(['tone', '-'], { file, blades: 12, channel: 2 })
  expect([none.exit, none.stderr]).toEqual([2, expect.stringMatching(/^channel: the file has 1/)])
  // a recorder with one microphone leaves its left channel silent: the loudest is heard
  const both = join(mkdtempSync(join(tmpdir(), 'kettle-')), 'both.wav')
  writeFileSync(both, secondOfTwo(readFileSync(file)))
  const second = await call(['tone', '-'], { file: both, blades: 12 })
  expect(second.out?.speedRadPerS).toEqual(out?.speedRadPerS)
  expect((await call(['tone', '-'], { file: both, blades: 12, channel: 1 })).exit).not.toBe(0)
})

test('plan: steps from low to high with speeds to stop at; a rig that does not suit is named', async () => {
  const { project } = keptDemo()
  const build = project.builds.find((b) => b.id === 'spindle-3')
  const rig = project.rigs.find((r) => r.id === 'wheel-lines')
  const { out } = await call(['plan', '-'], { build, rig, wanted: { gaugePressurePa: 350e3 } })
  const steps = out?.steps as unknown as {
    gaugePressurePa: number
    repeats: number
    stopAtRadPerS: number
    stopAtGaugePressurePa: number
  }[]
  expect(steps.map((s) => [s.gaugePressurePa, s.repeats])).toEqual([
    [90e3, 1],
    [180e3, 1],
    [260e3, 1],
    [350e3, 7],
  ])
  expect(steps.every((s) => s.stopAtRadPerS > 1000)).toBe(true)
  // a quarter over each, at least 20 kPa
  expect(steps.map((s) => s.stopAtGaugePressurePa)).toEqual([115e3, 225e3, 325e3, 440e3])
  const stand = project.rigs.find((r) => r.kind === 'thrust')
  const wrong = await call(['plan', '-'], { build, rig: stand, wanted: { gaugePressurePa: 350e3 } })
  expect([wrong.exit, wrong.stderr]).toEqual([2, expect.stringMatching(/^rig\.kind: a thrust stand does not measure/)])
})

test('part: blades thinner than the process makes are told with their places; resin makes them; slots open more', async () => {
  const thin = { ...build, machine: { ...machine, bladeThicknessM: 0.5e-3 } }
  const { out } = await call(['part', '-'], { build: thin, part: 'rotor' })
  const spots = out?.thinnerThanProcess as unknown as { atM: number[]; wallM: number }[]
  expect(spots.length).toBeGreaterThan(5)
  for (const { atM, wallM } of spots) {
    expect(wallM).toBeLessThan(0.8e-3)
    expect(Math.hypot(atM[0], atM[1])).toBeGreaterThan(0.02)
  }
  expect(
    (await call(['part', '-'], { build: { ...thin, making: { process: 'resin' } }, part: 'rotor' })).out
      ?.thinnerThanProcess,
  ).toEqual([])
  const volume = async (outlets: string) =>
    Number(
      (await call(['part', '-'], { build: { ...build, making: { outlets } }, part: 'casing-lower' })).out?.volumeM3,
    )
  expect(await volume('slots')).toBeLessThan(await volume('holes'))
})

test('part: writes each format and says it is watertight', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-'))
  for (const ending of ['stl', '3mf', 'dxf', 'svg']) {
    const file = join(folder, `rotor.${ending}`)
    const { out } = await call(['part', '-', '--out', file], { build, part: 'rotor' })
    expect(out).toMatchObject({ watertight: true, file })
    expect(existsSync(file) && readFileSync(file).length > 200).toBe(true)
  }
})

/** A small engine with a fan. */
const engine = {
  engine: {
    family: 'single-acting-engine',
    boreM: 0.02,
    strokeM: 0.02,
    rodM: 0.04,
    clearanceM3: 3.5e-6,
    ball: { pinLengthM: 2.2e-3, seatDiameterM: 4.5e-3, pinDiameterM: 1.5e-3 },
    ports: { fromM: 0.0155, heightM: 4.5e-3, widthM: 0.02 },
  },
  inertiaKgM2: 3e-5,
  load: { perSquareNmS2: 4e-7 },
}

test.each(Object.keys(VERBS))('schema of %s describes input and output; the real output obeys it', async (verb) => {
  const { exit, out } = await call(['schema', verb])
  const { type, anyOf, oneOf } = out?.input as unknown as Record<'anyOf' | 'oneOf', { type: string }[] | undefined> & {
    type?: string
  }
  const several = anyOf ?? oneOf
  expect([exit, ...(several ? several.map((o) => o.type) : [type])].every((t) => t === 0 || t === 'object')).toBe(true)
  const examples: Record<string, unknown> = {
    nozzle: { supply: { gaugePressurePa: 3e5 }, nozzle: { throatDiameterM: 1e-3 } },
    search: {
      build,
      supply: { gaugePressurePa: 3e5 },
      variables: [{ path: 'nozzle.throatDiameterM', from: 1e-3, to: 2e-3 }],
      designs: 12,
    },
    turbine: { build, supply: { gaugePressurePa: 3e5 }, speedsRadPerS: [100] },
    strength: {
      rotor: { boreRadiusM: 0.004, rootRadiusM: 0.03, discThicknessM: 0.008, materialId: 'steel' },
      speedRadPerS: 100,
    },
    reduce: {
      method: 'inertia',
      rig: { flywheelInertiaKgM2: 0.00042, speedRatio: 0.2, countsPerTurn: 400 },
      file: fixture('recordings/spin_encoder_1000hz.csv'),
    },
    tone: { file: fixture('recordings/whine_constant_18000rpm_12blades.wav'), blades: 12 },
    frames: { readings: [{ framesPerSecond: 480, framesPerTurn: 4.44 }] },
    plan: {
      build: newBuild({ id: 'b', machineId: 'm', name: 'First', createdAt: '2026-01-01T00:00:00.000Z' }),
      rig: methodOf('brake').newRig('r'),
      wanted: { gaugePressurePa: 2e5 },
    },
    flashes: { readings: [{ flashesPerS: 100 }, { flashesPerS: 75 }], rangeRpm: [0, 30_000] },
    hand: {
      reading: { kind: 'pull', wheels: 'rolling', rows: [{ pullN: 0.05 }], weightN: 2, balanceUncertaintyN: 0.01 },
    },
    part: { build, part: 'nozzle-insert' },
    assembly: { build },
    bill: { build },
    plates: { build },
    blowdown: {
      vessel: { volumeM3: 2e-3, gaugePressurePa: 5e5, heat: 'adiabatic' },
      nozzle: { throatDiameterM: 1e-3 },
      untilGaugePressurePa: 1e5,
    },
    size: {
      supply: { gaugePressurePa: 3e5 },
      nozzle: { throatDiameterM: 1e-3 },
      wanted: { figure: 'thrust', value: 0.5 },
    },
    line: {
      supply: { gaugePressurePa: 3e5 },
      nozzle: { throatDiameterM: 1e-3 },
      line: [{ kind: 'hose', lengthM: 3, boreM: 6e-3 }],
    },
    regulator: { regulator: newRegulator(2e5), supply: { gaugePressurePa: 5e5 }, nozzle: { throatDiameterM: 1e-3 } },
    source: { source: newSupply('vessel'), nozzle: { throatDiameterM: 1e-3 } },
    engine: { ...engine, supply: { gaugePressurePa: 4e5 }, durationS: 0.2 },
    rundown: { ...engine, vessel: { volumeM3: 1e-3, gaugePressurePa: 4e5, heat: 'adiabatic' }, durationS: 0.2 },
  }
  expect(VERBS[verb].output.safeParse((await call([verb, '-'], examples[verb])).out).error?.issues ?? []).toEqual([])
})

describe('bad input exits 2, one line a fault, nothing on standard output', () => {
  const cases: [string, string[], unknown, RegExp][] = [
    ['unknown verb', ['bake', '-'], {}, /^\(verb\): bake is not known/],
    ['no file named', ['nozzle'], {}, /^\(input\): name a JSON file/],
    ['file that is not there', ['nozzle', '/nowhere.json'], {}, /does not exist/],
    ['broken JSON', ['nozzle', '-'], '{', /^\(input\): not valid JSON/],
    [
      'both pressures',
      ['nozzle', '-'],
      { supply: { gaugePressurePa: 1, absolutePressurePa: 1 }, nozzle: { throatDiameterM: 1e-3 } },
      /^supply: give one of/,
    ],
    [
      'exit narrower than throat',
      ['nozzle', '-'],
      { supply: { gaugePressurePa: 1e5 }, nozzle: { throatDiameterM: 2e-3, exitDiameterM: 1e-3 } },
      /^nozzle\.exitDiameterM: /,
    ],
    [
      'unknown key',
      ['nozzle', '-'],
      { supply: { gaugePressurePa: 1e5 }, nozzle: { throatDiameterM: 2e-3, colour: 1 } },
      /^nozzle: unknown key colour/,
    ],
    [
      'text for a number',
      ['turbine', '-'],
      { build, supply: { gaugePressurePa: '3' }, speedsRadPerS: [1] },
      /^supply\.gaugePressurePa: /,
    ],
    [
      'bore beyond the disc',
      ['strength', '-'],
      { rotor: { boreRadiusM: 0.04, rootRadiusM: 0.03, discThicknessM: 0.008, materialId: 'pla' }, speedRadPerS: 1 },
      /^rotor\.boreRadiusM: /,
    ],
    [
      'recording that is not there',
      ['reduce', '-'],
      { method: 'inertia', rig: { flywheelInertiaKgM2: 1 }, file: '/nowhere.csv' },
      /^file: .*does not exist/,
    ],
    [
      'column that is not there',
      ['reduce', '-'],
      {
        method: 'inertia',
        rig: { flywheelInertiaKgM2: 1 },
        file: fixture('recordings/spin_encoder_1000hz.csv'),
        mapping: { time: 'when' },
      },
      /^mapping: There is no column “when”/,
    ],
    ['ending that is no format', ['part', '-', '--out', 'x.step'], { build, part: 'rotor' }, /^--out: /],
    ['unknown option', ['part', '-', '--fast'], { build, part: 'rotor' }, /^--fast: unknown option/],
  ]
  test.each(cases)('%s', async (_, args, input, reason) => {
    const { exit, out, stderr } = await call(args, input)
    expect([exit, out]).toEqual([2, null])
    expect(stderr).toMatch(reason)
  })
  test('several faults give several lines', async () => {
    const { stderr } = await call(['nozzle', '-'], { supply: { gaugePressurePa: -1 }, nozzle: { throatDiameterM: -1 } })
    expect(stderr.trim().split('\n').length).toBe(2)
  })
})

test('help lists every verb; a file can be named as well', async () => {
  const { out } = await call(['help'])
  expect(Object.keys(out?.verbs as unknown as object)).toEqual([...Object.keys(VERBS), 'schema', 'help'])
  const file = join(mkdtempSync(join(tmpdir(), 'kettle-')), 'in.json')
  writeFileSync(file, JSON.stringify({ supply: { gaugePressurePa: 1e5 }, nozzle: { throatDiameterM: 1e-3 } }))
  expect((await call(['nozzle', file])).exit).toBe(0)
})
