/** @jest-environment node */
import Module, { type ManifoldToplevel } from 'manifold-3d'
import { isBought } from '../../core/geometry'
import { FAMILIES, assemblyOf, partSet, type PartsInput } from '../../core/machines'
import { buildPart } from '../../core/machines/build-part'
import { newBuild, newBuildOf, newPistonRegulator, newRegulator, type Regulator } from '../document'
import { lines } from '../document/testing'
import { partsInput } from './build-parts'
import { regulatorInput } from './regulator-parts'

/**
 * Sizes and places of parts that no family of turbine has, to five digits. They are held against nothing outside: other
 * tests ask whether they fit, seal and turn. What these say is that no part changes its size or place unnoticed:
 * where one is meant to, look at it, then `npx jest pinned-parts -u`.
 */
let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
type Kind = Parameters<typeof newBuildOf>[1]
const of = (kind: Kind, more: object = {}): PartsInput => {
  const build = newBuildOf(own, kind)
  return partsInput({ ...build, machine: { ...build.machine, ...more } } as never)
}
const regulated = (regulator: Regulator): PartsInput => {
  const build = newBuild(own)
  return regulatorInput({ ...build, line: { ...build.line, regulator } }) as PartsInput
}
const single = newBuildOf(own, 'single-acting-engine').machine

const SETS: readonly (readonly [string, () => PartsInput])[] = [
  ['single-acting engine', () => of('single-acting-engine')],
  [
    'its ball on a spring',
    () =>
      of('single-acting-engine', {
        ball: { ...single.ball, motion: { kind: 'spring', material: 'glass', forceN: 3, stiffnessNPerM: 900 } },
      }),
  ],
  ['two at a right angle', () => of('single-acting-engine', { cylinders: 2, phaseStepRad: Math.PI / 2 })],
  ['double-acting engine', () => of('double-acting-engine')],
  ['its valve turned', () => of('double-acting-engine', { valveKind: 'turned' })],
  ['three-flank engine', () => of('three-flank-engine')],
  ['reaction rotor on bearings', () => of('reaction-rotor', { pivot: 'bearings' })],
  ['regulator with a diaphragm', () => regulated(newRegulator(350e3))],
  ['regulator with a piston', () => regulated(newPistonRegulator(350e3))],
]

/** Where everything of a machine stands, what it leaves open, and what it says of itself. */
function standing(made: PartsInput) {
  const { placed, ways = [], reach = [], gaps, jets, turnedTo, ...rest } = assemblyOf(made)
  const where = (list: typeof placed) =>
    list.map(({ body, pose }) => [isBought(body) ? `${body.code} ${body.size}` : body, pose])
  const all = { placed: where(placed), turned: turnedTo ? where(turnedTo(70)) : null, ways, reach, gaps, jets, rest }
  // what rounding leaves of nothing differs from machine to machine
  const sound = (_: string, v: unknown) => (typeof v === 'number' && Math.abs(v) < 1e-9 ? 0 : v)
  return JSON.parse(JSON.stringify(all, sound)) as typeof all
}

test.each(SETS)('%s', (_, input) => {
  const made = input()
  expect(
    lines({
      ...Object.fromEntries(
        partSet(made).map(({ name, copies }) => {
          const { volumeMm3, boundingBoxMm: box, profile } = buildPart(wasm, name, made)
          return [name, [copies, volumeMm3, box.min, box.max, profile.circles.length]]
        }),
      ),
      ...standing(made),
    }),
  ).toMatchSnapshot()
})

// of the turbines, whose parts are pinned beside their sets
test.each(FAMILIES)('%s as it stands, by a barb and by a thread, of resin', (family) => {
  const build = newBuild(own, family)
  const made = (more: Partial<typeof build.making>) =>
    lines(standing(partsInput({ ...build, making: { ...build.making, ...more } })))
  const [plain, thread, resin] = [made({}), made({ connection: 'g-thread' }), made({ process: 'resin' })]
  const moved = (other: string) => other.split('\n').filter((line) => !plain.includes(line))
  expect([plain, ...moved(thread), ...moved(resin)].join('\n')).toMatchSnapshot()
})

// one step outside of the tidy case, places alone: what its own size decides where a least width stood in for it
test.each([
  ['double-acting engine of a thick wall', 'double-acting-engine', { wallM: 14e-3 }],
  ['double-acting engine twice as long', 'double-acting-engine', { strokeM: 30e-3, rodM: 120e-3 }],
  ['single-acting engine of a short stroke', 'single-acting-engine', { strokeM: 6e-3, rodM: 14e-3 }],
  ['single-acting engine with three round its shaft', 'single-acting-engine', { cylinders: 3, phaseStepRad: 2.0944 }],
] as const)('%s: where it differs from the plain one', (_, kind, more) => {
  const [plain, other] = [of(kind), of(kind, more)].map((made) => lines(standing(made)).split('\n'))
  const moved = other.filter((line) => !plain.includes(line))
  expect(moved.length).toBeGreaterThan(0)
  expect(moved.join('\n')).toMatchSnapshot()
})
