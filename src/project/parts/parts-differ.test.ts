import Module, { type ManifoldToplevel } from 'manifold-3d'
import type { Finding } from '../../core/gates'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import { assemblyOf, type Family } from '../../core/machines'
import { solidOf } from '../../core/machines/build-part'
import { findingWords } from '../../words'
import { isTurbine, newBuild, type TurbineBuild } from '../document'
import { buildFit } from './build-fit'
import { partsInput } from './build-parts'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const AIR = { massFlowKgPerS: 1e-3, nozzlePressurePaAbs: 3e5 }
const AMBIENT = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const changed = (family: Family, recipe: (b: TurbineBuild) => void): TurbineBuild => {
  const build = newBuild(own, family)
  if (!isTurbine(build)) throw new Error(family)
  recipe(build)
  return build
}
const partsFindings = (build: TurbineBuild): Finding[] =>
  buildFit(build, AMBIENT, AIR).filter((f) => f.id.startsWith('parts-'))

test('first machines are built by their own numbers: nothing to say', () => {
  for (const family of ['tangential-impulse', 'disc-pack', 'vane-motor', 'radial-inflow', 'reaction-rotor'] as const)
    expect(partsFindings(changed(family, () => undefined))).toEqual([])
})

test('discs that cannot be as open as stated: made as open as can be, told with the share, and found so in the solid', () => {
  const build = changed('disc-pack', (b) => {
    if (b.machine.family === 'disc-pack') b.machine.outletShare = 0.9
  })
  const [found, ...more] = partsFindings(build)
  expect(more).toEqual([])
  expect(found.id).toBe('parts-open')
  const { partsShare } = found.values as { partsShare: number }
  expect(findingWords(found).mend).toContain(`${Math.floor(100 * partsShare)} %`)
  // what of the outlet's circle a cut through the disc leaves open, less what hub and spacer cover
  const kit = new SolidKit(wasm)
  const { machine } = build
  if (machine.family !== 'disc-pack') throw new Error('no disc pack')
  const outlet = machine.innerRadiusM * 1000
  const disc = kit.common(solidOf(kit, 'disc', partsInput(build)).solid, kit.cylinder(outlet, -1, 10))
  const covered = kit.cylinder(machine.hubRadiusM * 1000 + 1, -1, 10)
  const level = (machine.discThicknessM * 1000) / 2
  const area = (solid: ReturnType<SolidKit['cylinder']>) =>
    kit
      .sliced(solid, level)
      .reduce(
        (sum, o) =>
          sum + o.reduce((s, [x, y], i) => s + (x * o[(i + 1) % o.length][1] - o[(i + 1) % o.length][0] * y) / 2, 0),
        0,
      )
  const open = Math.PI * outlet ** 2 - area(kit.union([disc, covered]))
  expect(open / (Math.PI * outlet ** 2)).toBeCloseTo(partsShare, 2)
  kit.free()
  // at that share nothing is left to say
  expect(
    partsFindings(
      changed('disc-pack', (b) => b.machine.family === 'disc-pack' && (b.machine.outletShare = partsShare)),
    ),
  ).toEqual([])
})

test('a vane rotor’s hub thinner than shaft and sleeve: the least sleeve is made and told', () => {
  const build = changed('vane-motor', (b) => {
    if (b.machine.family === 'vane-motor') b.machine.hubRadiusM = 2.6e-3
  })
  const [found] = partsFindings(build)
  expect([found.id, found.values]).toEqual([
    'parts-hub',
    { hubM: expect.closeTo(2.6e-3, 9) as number, partsM: expect.closeTo(3.3e-3, 6) as number },
  ])
  const kit = new SolidKit(wasm)
  const rotor = solidOf(kit, 'vane-rotor', partsInput(build)).solid
  // the rotor's bore takes that sleeve: nothing of it within, something just outside
  expect(kit.common(rotor, kit.cylinder(3.29, 1, 2)).isEmpty()).toBe(true)
  expect(kit.common(rotor, kit.cylinder(3.4, 1, 2)).volume()).toBeGreaterThan(0.5)
  kit.free()
})

test('slots that leave no wall round the bore are refused with the height that does, and that height is made', () => {
  const deep = (heightM: number) =>
    changed('vane-motor', (b) => {
      if (b.machine.family === 'vane-motor') b.machine.vaneHeightM = heightM
    })
  const kit = new SolidKit(wasm)
  const build = deep(12e-3)
  let said = ''
  try {
    solidOf(kit, 'vane-rotor', partsInput(build))
  } catch (error) {
    said = String((error as { detail?: { nextStep?: string } }).detail?.nextStep)
  }
  expect(said).toMatch(/Make the vanes at most [\d.]+ mm high/)
  const most = Number(/at most ([\d.]+) mm/.exec(said)?.[1])
  expect(solidOf(kit, 'vane-rotor', partsInput(deep(most * 1e-3))).pieces).toBe(1)
  kit.free()
})

test('bearings, overhang and gap that parts cannot follow are told with the number to set, which leaves nothing to say', () => {
  const wide = changed('tangential-impulse', (b) => void (b.machine.shaft.spanM = 8e-3))
  const [found] = partsFindings(wide)
  expect(found.id).toBe('parts-span')
  const { partsM } = found.values as { partsM: number }
  expect(partsM).toBeCloseTo((assemblyOf(partsInput(wide)).span ?? 0) / 1000, 9)
  expect(findingWords(found).mend).toMatch(/Between the bearings/)
  expect(partsFindings(changed('tangential-impulse', (b) => void (b.machine.shaft.spanM = partsM)))).toEqual([])
  const over = partsFindings(changed('tangential-impulse', (b) => void (b.machine.shaft.overhangM = 12e-3)))
  expect(over.map((f) => f.id)).toEqual(['parts-overhang'])
  const near = partsFindings(changed('tangential-impulse', (b) => void (b.machine.nozzle.gapM = 0)))
  expect(near.map((f) => f.id)).toEqual(['parts-gap'])
})
