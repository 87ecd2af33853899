import Module, { type ManifoldToplevel } from 'manifold-3d'
import { chosen, inTurn } from '../../core/check-values/sample'
import { springRate, springStress } from '../../core/engine'
import { PhysicsError } from '../../core/errors'
import { isBought, type Assembly, type Bought } from '../../core/geometry'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import {
  assemblyOf,
  billOfMachine,
  buildSteps,
  numberedItems,
  partSet,
  regulatorHolds,
  type PartName,
  type RegulatorParts,
} from '../../core/machines'
import { buildPart } from '../../core/machines/build-part'
import { bodiesOf } from '../../core/machines/check-assembly'
import { checkMachine } from '../../core/machines/check-order'
import { balancedOutletGauge } from '../../core/supply'
import { sheetCautions, sheetMarkdown } from '../../words'
import { newBuild, newPistonRegulator, newRegulator, type Build, type Regulator } from '../document'
import { fullSourceGauge, regulatorInput } from './regulator-parts'
import { every, looksAt, shifted, strikes, unsoundParts } from './strikes'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const mm = 1e-3
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const buildWith = (regulator: Regulator | null, making: Partial<Build['making']> = {}): Build => {
  const build = newBuild(own)
  return { ...build, line: { ...build.line, regulator }, making: { ...build.making, ...making } }
}
const inputOf = (regulator: Regulator, making: Partial<Build['making']> = {}): RegulatorParts => {
  const input = regulatorInput(buildWith(regulator, making))
  if (!input) throw new Error('no regulator')
  return input
}
const DIAPHRAGM = newRegulator(350e3)
const PISTON = newPistonRegulator(350e3)
const SIZES: readonly (readonly [string, Regulator])[] = [
  ['a diaphragm', DIAPHRAGM],
  ['a piston', PISTON],
  [
    'a small piston for a bottle',
    {
      ...newPistonRegulator(150e3),
      sensingDiameterM: 14 * mm,
      seatDiameterM: 2.5 * mm,
      greatestLiftM: 0.6 * mm,
      springRateNPerM: 4000,
    },
  ],
  [
    'a wide diaphragm for much air',
    {
      ...newRegulator(200e3),
      sensingDiameterM: 60 * mm,
      seatDiameterM: 10 * mm,
      greatestLiftM: 2.5 * mm,
      springRateNPerM: 20e3,
    },
  ],
]
const bought = (a: Assembly<PartName>, code: Bought['code']) =>
  a.placed.flatMap((p) => (isBought(p.body) && p.body.code === code ? [{ ...p, body: p.body }] : []))
/** What the words of a spring say of it, mm. */
const springOf = ({ size }: Bought) => {
  const [outer, free, wire, coils] = size.match(/[\d.]+/g)!.map(Number)
  return { outer, free, wire, coils }
}

const LOOKED = chosen(SIZES, ([name]) => ['a diaphragm', 'a small piston for a bottle'].includes(name))

test.each(
  inTurn(LOOKED, ['filament', 'resin'] as const).map(
    ([[name, regulator], process]) => [name, process, regulator] as const,
  ),
)('%s: its parts are sound and go together: %s', (_, process, regulator) => {
  const input = inputOf(regulator, { process })
  const set = partSet(input)
  expect(set.map((p) => p.name)).toContain(regulator.kind === 'piston' ? 'regulator-piston' : 'regulator-plate')
  expect(unsoundParts(wasm, input)).toEqual([])
  const checks = checkMachine(wasm, input)
  expect(checks.filter((c) => !c.fine)).toEqual([])
  for (const code of ['overlap', 'turns', 'way-in', 'lift', 'seated'] as const)
    expect(checks.map((c) => c.code)).toContain(code)
  // four screws and their nuts, the nut that the adjusting screw works in
  expect(checks.filter((c) => c.code === 'seated').length).toBeGreaterThanOrEqual(9)
})

describe.each(LOOKED)('%s', (_, regulator) => {
  test('nothing strikes anything while its valve goes through its lift, and only its open valve lets air through', () => {
    const input = inputOf(regulator)
    expect(strikes(wasm, input, every(18, 181))).toEqual([])
    const { placed, turnedTo } = assemblyOf(input)
    const kit = new SolidKit(wasm, 64)
    try {
      const made = new Map()
      const still = bodiesOf(
        kit,
        input,
        placed.filter((p) => !p.turns),
        made,
      )
      /**
       * Shares of a ring just outside the seat’s edge, as high as the lift, that are free: the curtain that the flow is
       * reckoned by.
       */
      const curtain = (deg: number) => {
        const seat = regulator.seatDiameterM / mm / 2
        const lift = regulator.greatestLiftM / mm
        const ring = kit.placed(
          kit.cut(kit.cylinder(seat + 0.3, 0, lift), [kit.cylinder(seat + 0.1, -1, lift + 1)]),
          [0, 0, 0],
          [0, 0, -lift],
        )
        const solids = [...still, ...bodiesOf(kit, input, turnedTo!(deg), made)]
        return 1 - solids.reduce((sum, b) => sum + kit.commonVolume(ring, b.solid), 0) / ring.volume()
      }
      expect(curtain(0)).toBeLessThan(0.02)
      expect(curtain(90)).toBeCloseTo(0.5, 1)
      expect(curtain(180)).toBeGreaterThan(0.98)
    } finally {
      kit.free()
    }
  })

  test('pin and what it pushes, spring and what presses it, touch at every lift', () => {
    const input = inputOf(regulator)
    const { placed, turnedTo } = assemblyOf(input)
    const kit = new SolidKit(wasm, 48)
    try {
      const button = bodiesOf(
        kit,
        input,
        placed.filter((p) => p.body === 'regulator-button'),
        new Map(),
      )[0]
      for (const deg of [0, 90, 180]) {
        const moving = bodiesOf(kit, input, turnedTo!(deg), new Map())
        const up = (name: string) =>
          kit.placed(moving.filter((b) => b.name === name).at(-1)!.solid, [0, 0, 0], [0, 0, 0.06])
        const pushed = moving.find((b) => b.name === (regulator.kind === 'piston' ? 'regulator-piston' : 'screw'))!
        expect([deg, kit.commonVolume(up('pin'), pushed.solid) > 0.01]).toEqual([deg, true])
        expect([deg, kit.commonVolume(up('spring'), button.solid) > 0.01]).toEqual([deg, true])
        // the poppet’s spring presses on its recess
        const [small] = moving.filter((b) => b.name === 'spring')
        const poppet = moving.find((b) => b.name === 'regulator-poppet')!
        const lifted = kit.moved(small.solid, [0, 0, 0.06])
        expect([deg, kit.commonVolume(lifted, poppet.solid) > 0.01]).toEqual([deg, true])
      }
    } finally {
      kit.free()
    }
  })

  test('its spring holds the setting by the forces on the solids themselves, and stands it', () => {
    const input = inputOf(regulator)
    const a = assemblyOf(input)
    const { outer, free, wire, coils } = springOf(bought(a, 'spring').at(-1)!.body)
    const length = bought(a, 'spring').at(-1)!.body.outline[2][1]
    const rate = springRate(wire * mm, (outer - wire) * mm, coils)
    expect(rate / regulator.springRateNPerM).toBeCloseTo(1, 1)
    const force = rate * (free - length) * mm
    // closed, source full: what the drawn spring presses, as a pressure behind
    const source = fullSourceGauge(buildWith(regulator))!
    const holds = balancedOutletGauge(regulator, force, { inletGaugePa: source, liftM: 0, frictionN: 0 })
    expect(holds / regulator.setGaugePressurePa).toBeGreaterThan(0.97)
    // read while air flows it is set tighter by no more than the lift takes
    const open = balancedOutletGauge(regulator, force, {
      inletGaugePa: source,
      liftM: Math.min(regulator.greatestLiftM, regulator.seatDiameterM / 4),
      frictionN: 0,
    })
    expect(open / regulator.setGaugePressurePa).toBeGreaterThan(0.94)
    expect(open / regulator.setGaugePressurePa).toBeLessThan(1.06)
    // music wire of this thickness at 45 % of its strength, Shigley, from memory
    expect(springStress(force, wire * mm, (outer - wire) * mm)).toBeLessThan((0.45 * 2211e6) / wire ** 0.145)
    // its coils do not lie on each other a tenth tighter than the setting
    expect((coils + 2) * wire).toBeLessThan(length - 0.1 * (free - length))
  })

  test('its screw reaches from a loose spring to a tenth beyond the setting, its nut on it all the way', () => {
    const a = assemblyOf(inputOf(regulator))
    const z = (p: { pose: readonly number[] }) => p.pose[14]
    const screw = bought(a, 'adjuster')[0]
    const nut = bought(a, 'adjuster-nut')[0]
    const { free } = springOf(bought(a, 'spring').at(-1)!.body)
    const set = bought(a, 'spring').at(-1)!.body.outline[2][1]
    const tip = z(screw) - screw.body.outline[4][1]
    const slack = free - set
    // loose: the end is still below the nut’s lower face; tight: the head above the bonnet
    expect(tip + slack).toBeLessThan(z(nut) - 5.2)
    const bonnet = a.placed.find((p) => p.body === 'regulator-bonnet')!
    const top = z(bonnet) + buildPart(wasm, 'regulator-bonnet', inputOf(regulator)).boundingBoxMm.max[2]
    expect(z(screw) - 0.1 * slack).toBeGreaterThan(top)
  })
})

describe('what is wrong with it is found', () => {
  const look = looksAt(inputOf(PISTON))
  afterAll(look.free)
  test.each([
    ['regulator-poppet', [0, 0, 0.5]],
    ['regulator-poppet', [1.5, 0, 0]],
    ['regulator-piston', [0, 0, -0.4]],
    ['regulator-body', [0, 0, 0.5]],
    ['regulator-button', [1.2, 0, 0]],
    ['adjuster-nut', [0, 0, -0.3]],
    ['nut', [0, 0, -0.5]],
  ] as const)('%s out of its place', (of, by) =>
    expect(look.short(wasm, shifted(inputOf(PISTON), of, by))).not.toEqual([]),
  )
  test('a lift other than stated, a ledge out of its place', () => {
    const input = inputOf(PISTON)
    const other = assemblyOf(inputOf({ ...PISTON, greatestLiftM: PISTON.greatestLiftM + 0.2 * mm }))
    const codes = look.short(wasm, { ...assemblyOf(input), gaps: other.gaps })
    expect(codes.map((c) => c.code)).toContain('lift')
  })
  test.each([
    ['no such spring', { springRateNPerM: 300 }, /No spring on sale gives .* N\/mm would do/],
    ['far too soft', { springRateNPerM: 100 }, /No spring on sale/],
    ['a piston too narrow for its seat', { sensingDiameterM: 9 * mm, seatDiameterM: 6 * mm }, /at least [\d.]+ mm/],
  ] as const)('%s: said with what would do', (_, more, wanted) => {
    let said: PhysicsError | null = null
    try {
      assemblyOf(inputOf({ ...PISTON, ...more }))
    } catch (error) {
      if (error instanceof PhysicsError) said = error
    }
    expect(`${said?.detail.message} ${said?.detail.nextStep}`).toMatch(wanted)
  })
  test('what would do does', () => {
    let said = ''
    try {
      assemblyOf(inputOf({ ...PISTON, springRateNPerM: 300 }))
    } catch (error) {
      if (error instanceof PhysicsError) said = error.detail.nextStep
    }
    const rate = Number(/([\d.]+) N\/mm/.exec(said)![1]) * 1000
    expect(() => assemblyOf(inputOf({ ...PISTON, springRateNPerM: rate }))).not.toThrow()
    let wide = ''
    try {
      assemblyOf(inputOf({ ...PISTON, sensingDiameterM: 9 * mm, seatDiameterM: 6 * mm }))
    } catch (error) {
      if (error instanceof PhysicsError) wide = error.detail.nextStep
    }
    const sensingDiameterM = Number(/([\d.]+) mm/.exec(wide)![1]) * mm
    expect(sensingDiameterM).toBeLessThan(20 * mm)
    expect(() =>
      assemblyOf(inputOf({ ...PISTON, sensingDiameterM, seatDiameterM: 6 * mm, springRateNPerM: 8000 })),
    ).not.toThrow(/narrow/)
  })
})

describe('what it holds', () => {
  const PLA = { materialId: 'pla', infill: 1, loadedAcrossLayers: true }
  test('falls as the source rises, and the body’s wall is reckoned as a thick cylinder', () => {
    const at = (gauge: number) => regulatorHolds(inputOf(DIAPHRAGM), PLA, gauge)
    expect(at(400e3).margin).toBeGreaterThan(at(800e3).margin)
    expect(at(1e3).governing).toBe('regulator-bonnet')
    // the spring alone: its force over the bonnet’s tube
    expect(at(1e3).screwN).toBeCloseTo(inputOf(DIAPHRAGM).machine.springForceN / 4, 6)
    // stuck open with its outlet shut: the whole push of the source on the plates
    expect(at(8e5).screwN).toBeCloseTo((8e5 * Math.PI * (22.25 * mm) ** 2) / 4, 0)
    // a wide seat under a wide sheet: the floor of the block bends first
    const wide = {
      ...DIAPHRAGM,
      setGaugePressurePa: 100e3,
      sensingDiameterM: 60 * mm,
      seatDiameterM: 16 * mm,
      springRateNPerM: 30e3,
    }
    expect(regulatorHolds(inputOf(wide), PLA, 8e5).governing).toBe('regulator-block')
    // across the layers everywhere: 60 % of PLA’s 50 MPa, 65 % of PETG’s 45
    const of = (materialId: string) => regulatorHolds(inputOf(DIAPHRAGM), { ...PLA, materialId }, 8e5).margin
    expect(of('pla') / of('petg')).toBeCloseTo(30 / 29.25, 6)
    expect(regulatorHolds(inputOf(DIAPHRAGM), { ...PLA, infill: 0.5 }, 8e5).margin / of('pla')).toBeCloseTo(0.5, 6)
    // never above the plain strength of the material over the pressure in it
    expect(at(8e5).margin).toBeLessThan((50e6 * 0.6) / 8e5)
  })
})

test('a full source is a vessel’s pressure, a compressor’s cut-out, or the pressure that holds', () => {
  const build = buildWith(DIAPHRAGM)
  const at = (supply: object) => fullSourceGauge({ supply } as unknown as Build)
  expect(build.supply.kind).toBe('compressor')
  expect(fullSourceGauge(build)).toBe((build.supply as { cutOutGaugePressurePa: number }).cutOutGaugePressurePa)
  expect(at({ kind: 'vessel', gaugePressurePa: 5e5 })).toBe(5e5)
  expect(at({ kind: 'steady', gaugePressurePa: 3e5 })).toBe(3e5)
})

test('a build without one, or on a source that needs none, has none of its parts', () => {
  expect(regulatorInput(buildWith(null))).toBeNull()
  const wind = { ...buildWith(DIAPHRAGM), supply: { kind: 'breath' } } as unknown as Build
  expect(regulatorInput(wind)).toBeNull()
})

test('its bill: springs, rubber, screws with nuts, gaskets, what joins it on both sides', () => {
  const bill = billOfMachine(inputOf(DIAPHRAGM))
  const count = (code: string) => bill.filter((l) => l.code === code).reduce((n, l) => n + l.count, 0)
  expect([count('spring'), count('rubber-disc'), count('screw'), count('nut')]).toEqual([2, 2, 5, 5])
  expect([count('gasket'), count('hose'), count('adjuster'), count('adjuster-nut')]).toEqual([2, 2, 1, 1])
  const [sheet] = bill.filter((l) => l.code === 'rubber-disc').slice(-1)
  expect(sheet.size).toMatch(/^⌀ [\d.]+ × 1.5/)
})

test('its steps: plates on the bench of the body, a lift to feel, a leak to look for, and the cautions of what holds pressure', () => {
  const input = inputOf(DIAPHRAGM)
  const steps = buildSteps(input)
  const items = numberedItems(input)
  expect(steps.flatMap((s) => s.added)).toHaveLength(assemblyOf(input).placed.length)
  // screw, plate, rubber, cup, nut: in the order in which they go on
  const names = steps.map(({ added: [{ body }] }) => (isBought(body) ? body.code : body))
  const from = names.indexOf('regulator-plate') - 1
  expect(names.slice(from, from + 5)).toEqual(['screw', 'regulator-plate', 'rubber-disc', 'regulator-cup', 'nut'])
  expect(steps[from].into).toBe('nut')
  const checks = steps.flatMap((s) => s.checks.map((c) => c.code))
  for (const code of ['gap', 'slides-freely', 'shuts'] as const) expect(checks).toContain(code)
  for (const code of ['turns-freely', 'direction', 'no-leak', 'balance-first'] as const)
    expect(checks).not.toContain(code)
  const sheet = sheetMarkdown(
    'regulator',
    { input, items, steps, throatMm: null, process: 'filament' },
    (v) => `${v} mm`,
  )
  expect(sheet).toMatch(/Press the plate down with a finger: it goes 1.5 mm/)
  expect(sheetCautions(input).join(' ')).toMatch(/water behind a shield.*relief valve/s)
})
