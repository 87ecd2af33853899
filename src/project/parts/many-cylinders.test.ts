import Module, { type ManifoldToplevel } from 'manifold-3d'
import { pistonPlace } from '../../core/engine'
import { isBought } from '../../core/geometry'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import {
  assemblyOf,
  billOfMachine,
  buildSteps,
  notesOfPart,
  partSet,
  type PartName,
  type PartsInput,
} from '../../core/machines'
import { buildPart } from '../../core/machines/build-part'
import { checkAssembly } from '../../core/machines/check-assembly'
import { checkMachine } from '../../core/machines/check-order'
import { engineBuilds } from '../demo/engine-demo'
import { newBuildOf } from '../document'
import { partsInput } from './build-parts'
import { chosen } from '../../core/check-values/sample'
import { every, strikes } from './strikes'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const deg = Math.PI / 180
type Kind = 'single-acting-engine' | 'double-acting-engine'
const withMany = (kind: Kind, cylinders: number, apart: number, more: object = {}): PartsInput => {
  const build = newBuildOf(own, kind)
  const machine = { ...build.machine, cylinders, phaseStepRad: apart * deg, ...more }
  return partsInput({ ...build, machine } as never)
}
const copies = (input: PartsInput, name: PartName) => partSet(input).find((p) => p.name === name)?.copies ?? 0

const MANY: readonly (readonly [string, Kind, number, number, object])[] = [
  ['two at a right angle', 'single-acting-engine', 2, 90, {}],
  ['a flat twin', 'single-acting-engine', 2, 180, {}],
  ['three round the crank', 'single-acting-engine', 3, 120, {}],
  ['two with slides at a right angle', 'double-acting-engine', 2, 90, {}],
  ['two with turned valves at a right angle', 'double-acting-engine', 2, 90, { valveKind: 'turned' }],
]

/** Looked at in the tests: what the demo's twins, further down, do not show. */
const LOOKED = ['three round the crank', 'two with turned valves at a right angle']

describe.each(chosen(MANY, ([name]) => LOOKED.includes(name)))('%s', (_, kind, cylinders, apart, more) => {
  const input = withMany(kind, cylinders, apart, more)
  const head = kind === 'single-acting-engine' ? 'engine-piston' : 'crosshead'

  test('stands on one frame round one pin: its parts are sound, go together and turn', () => {
    const set = partSet(input)
    expect(copies(input, head)).toBe(cylinders)
    expect(copies(input, 'engine-rod')).toBe(cylinders)
    expect(copies(input, 'engine-frame')).toBe(1)
    expect(copies(input, 'engine-crank')).toBe(1)
    // none under the first, one under the second, two under the third
    expect(copies(input, 'engine-pad')).toBe((cylinders * (cylinders - 1)) / 2)
    for (const { name } of set) {
      const { watertight, pieces } = buildPart(wasm, name, input)
      expect([name, watertight, pieces]).toEqual([name, true, 1])
      expect(notesOfPart(name, input).length).toBeGreaterThan(0)
    }
    expect(checkMachine(wasm, input).filter((c) => !c.fine)).toEqual([])
  })

  test('nothing that moves strikes anything else in any of 18 places of the turn', () => {
    expect(strikes(wasm, input, every(20), { most: 0.12, segments: 48 })).toEqual([])
  })

  test('each piston goes as the computation says, its phase behind the first', () => {
    const m = newBuildOf(own, kind).machine
    const { turnedTo } = assemblyOf(input)
    const far = (a: number, k: number) => {
      const { pose } = turnedTo!(a).filter((p) => p.body === head)[k]
      return Math.hypot(pose[12], pose[13])
    }
    for (let k = 0; k < cylinders; k++)
      for (const a of [0, 37, 90, 145, 200, 310]) {
        const travel = pistonPlace(m, (a - k * apart) * deg).travelM * 1000
        expect(far(k * apart, k) - far(a, k)).toBeCloseTo(travel, 6)
      }
    // where it stands: as far round as it is behind
    const { pose } = turnedTo!(0).filter((p) => p.body === head)[1]
    expect(((Math.atan2(pose[13], pose[12]) / deg + 360) % 360) - apart).toBeCloseTo(0, 6)
  })

  test('the screws of every foot reach through their pads into the frame', () => {
    const { placed } = assemblyOf(input)
    const front = placed.find((p) => p.body === 'engine-frame')!.pose[14]
    const ends = placed.flatMap((p) =>
      isBought(p.body) && p.body.code === 'screw' && p.pose[10] < -0.99
        ? [front - (p.pose[14] - Number(p.body.size.split('×')[1]))]
        : [],
    )
    expect(ends).toHaveLength(4 * cylinders)
    for (const deep of ends) expect([deep > 5.5, deep < 11]).toEqual([true, true])
  })

  test('a manifold shares the air out, a hose to each', () => {
    const { volumeMm3, watertight } = buildPart(wasm, 'engine-manifold', input)
    expect([watertight, volumeMm3 > 0]).toEqual([true, true])
    const bill = billOfMachine(input)
    const count = (code: string) => bill.filter((l) => l.code === code).reduce((n, l) => n + l.count, 0)
    // one to the manifold, one from it to each; a clip at the first, two at every other
    expect(count('hose')).toBe(1 + cylinders)
    expect(count('clip')).toBe(1 + 2 * cylinders)
    const steps = buildSteps(input)
    expect(steps.filter((s) => !s.putsIn).flatMap((s) => s.added)).toHaveLength(assemblyOf(input).placed.length)
  })
})

test('a manifold holds what the build says, or as little as its outlets allow, and says so', () => {
  const holds = (manifoldVolumeM3: number) => {
    const input = withMany('single-acting-engine', 2, 90, { inlet: { boreDiameterM: 4e-3, manifoldVolumeM3 } })
    return notesOfPart('engine-manifold', input).join(' ')
  }
  expect(holds(40e-6)).toMatch(/It holds 40\.0 cm³;/)
  expect(holds(0.1e-6)).toMatch(/It holds [\d.]+ cm³, more than the build’s 0\.1/)
  // what its solid leaves hollow is what it says: closed by a lid, its tails' bores left out
  const input = withMany('single-acting-engine', 2, 90, { inlet: { boreDiameterM: 4e-3, manifoldVolumeM3: 40e-6 } })
  const kit = new SolidKit(wasm, 96)
  try {
    const made = buildPart(wasm, 'engine-manifold', input)
    const solid = kit.meshed([...made.vertices], [...made.triangles])
    const { max } = solid.boundingBox()
    // beside the outlets, from the floor up to the lid
    const inside = max[1] - 3
    const at = (z: number) => kit.commonVolume(kit.cylinder(0.3, z, z + 0.05, [0, 0.8 * inside]), solid) > 0
    const high = Array.from({ length: 600 }, (_, i) => 0.1 * i).find((h) => at(3.03 + h))!
    expect((Math.PI * inside ** 2 * high) / 40e3).toBeCloseTo(1, 1)
  } finally {
    kit.free()
  }
})

describe('where cylinders find no room round one pin', () => {
  test.each([
    ['two at once', 'single-acting-engine', 2, 0],
    ['the third where the first stands', 'single-acting-engine', 3, 180],
    ['too near', 'single-acting-engine', 2, 40],
    ['four with slides: their yokes leave no crank', 'double-acting-engine', 4, 90],
  ] as const)('%s: one set on a frame of its own, and it is said', (_, kind, cylinders, apart) => {
    const input = withMany(kind, cylinders, apart)
    expect(copies(input, 'engine-rod')).toBe(1)
    expect(copies(input, 'engine-pad') + copies(input, 'engine-manifold')).toBe(0)
    const name = kind === 'single-acting-engine' ? 'engine-cylinder' : 'slide-cylinder'
    expect(notesOfPart(name, input).join(' ')).toMatch(/no room round one crank pin/)
    // the same set each time: one of each kind is put together
    if ((apart >= 90 && apart < 180) || cylinders === 3)
      expect(checkAssembly(wasm, input).filter((c) => !c.fine)).toEqual([])
  })
  test('one just fits, one degree nearer does not: the solids agree with the rule', () => {
    const fits = (apart: number) => copies(withMany('single-acting-engine', 2, apart), 'engine-rod') === 2
    const least = Array.from({ length: 160 }, (_, i) => 20 + i).find(fits)!
    expect(least).toBeGreaterThan(40)
    expect(least).toBeLessThan(91)
    const strikes = (apart: number) => {
      const input = withMany('single-acting-engine', 2, apart)
      return checkAssembly(wasm, input).some((c) => c.code === 'overlap' && !c.fine)
    }
    expect(strikes(least)).toBe(false)
  })
})

test.each(chosen(['slide', 'turned'] as const, (v) => v === 'turned'))(
  'the demo’s twin goes together as it stands, %s valve',
  (valveKind) => {
    const twin = engineBuilds().find((b) => b.id === 'carousel-twin')!
    const input = partsInput({ ...twin, machine: { ...twin.machine, valveKind } } as never)
    expect(copies(input, 'engine-rod')).toBe(2)
    expect(checkMachine(wasm, input).filter((c) => !c.fine)).toEqual([])
  },
)

test('one cylinder is made as ever: no pad, no manifold', () => {
  const input = withMany('single-acting-engine', 1, 90)
  expect(partSet(input).map((p) => p.name)).not.toContain('engine-pad')
  expect(assemblyOf(input).placed.some((p) => !isBought(p.body) && p.body === 'engine-manifold')).toBe(false)
})
