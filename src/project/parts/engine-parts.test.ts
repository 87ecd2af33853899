import Module, { type ManifoldToplevel } from 'manifold-3d'
import { chosen, inTurn } from '../../core/check-values/sample'
import { STANDARD_AMBIENT } from '../../core/air'
import { crossings, pistonPlace } from '../../core/engine'
import { PhysicsError } from '../../core/errors'
import { isBought } from '../../core/geometry'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import { assemblyOf, billOfMachine, buildSteps, partSet, partSpec } from '../../core/machines'
import { buildPart } from '../../core/machines/build-part'
import { bodiesOf } from '../../core/machines/check-assembly'
import { checkMachine } from '../../core/machines/check-order'
import { enginePredictionInput, newBuildOf, type EngineBuild, type MachineOfKind } from '../document'
import { partsInput } from './build-parts'
import { every, looksAt, shifted, strikes, unsoundParts } from './strikes'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

type Single = MachineOfKind<'single-acting-engine'>
const mm = 1e-3
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const first = (): EngineBuild & { machine: Single } => newBuildOf(own, 'single-acting-engine')
const changed = (more: Partial<Single>, process: 'filament' | 'resin' = 'filament') => {
  const build = first()
  return partsInput({
    ...build,
    machine: { ...build.machine, ...more },
    making: { ...build.making, process },
  } as never)
}
const FOLLOWS = { kind: 'follows' } as const
/** Sizes that makers build. */
const SIZES: readonly (readonly [string, Partial<Single>])[] = [
  ['the first one', {}],
  [
    'a small one',
    {
      boreM: 12 * mm,
      strokeM: 12 * mm,
      rodM: 28 * mm,
      clearanceM3: 0.7e-6,
      ball: { pinLengthM: 1 * mm, seatDiameterM: 3 * mm, pinDiameterM: 1 * mm, ballDiameterM: 4 * mm, motion: FOLLOWS },
      ports: { fromM: 9.5 * mm, heightM: 2.4 * mm, widthM: 15 * mm },
      inlet: { boreDiameterM: 3 * mm, manifoldVolumeM3: 1e-6 },
    },
  ],
  [
    'a large one with a long stroke',
    {
      boreM: 32 * mm,
      strokeM: 40 * mm,
      rodM: 85 * mm,
      clearanceM3: 14e-6,
      ball: {
        pinLengthM: 3 * mm,
        seatDiameterM: 7 * mm,
        pinDiameterM: 2.5 * mm,
        ballDiameterM: 9.525 * mm,
        motion: FOLLOWS,
      },
      ports: { fromM: 30 * mm, heightM: 9 * mm, widthM: 40 * mm },
      wheelInertiaKgM2: 3e-4,
    },
  ],
  [
    'with a spring behind its ball',
    {
      ball: {
        ...first().machine.ball,
        motion: { kind: 'spring', material: 'glass', forceN: 3, stiffnessNPerM: 900 },
      },
    },
  ],
]
const inputOf = (name: string) => changed(SIZES.find(([n]) => n === name)![1])

const LOOKED = chosen(SIZES, ([name]) => ['the first one', 'with a spring behind its ball'].includes(name))

test.each(
  inTurn(LOOKED, ['filament', 'resin'] as const).map(([[name, figures], process]) => [name, process, figures] as const),
)('a ball and pin engine: %s: its parts are sound, go together and turn: %s', (_, process, figures) => {
  const input = changed(figures, process)
  const set = partSet(input)
  expect(set).toHaveLength(9)
  expect(unsoundParts(wasm, input)).toEqual([])
  const checks = checkMachine(wasm, input)
  expect(checks.filter((c) => !c.fine)).toEqual([])
  for (const code of ['overlap', 'turns', 'way-in', 'end-play', 'seated', 'span'] as const)
    expect(checks.map((c) => c.code)).toContain(code)
})

describe.each(LOOKED)('a ball and pin engine: %s', (name, figures) => {
  test('nothing that moves strikes anything else in any of 36 places of the turn', () => {
    expect(strikes(wasm, inputOf(name), every(10))).toEqual([])
  })

  test('its solids open and shut when the computation says: ports and ball within a degree', () => {
    const input = inputOf(name)
    const m = { ...first().machine, ...figures }
    const travel = (rad: number) => pistonPlace(m, rad).travelM
    const deg = (rad: number) => (rad * 180) / Math.PI
    const opens = deg(crossings((a) => travel(a) - m.ports.fromM, 2 * Math.PI)[0])
    const shuts = deg(crossings((a) => m.ball.pinLengthM - travel(a), 2 * Math.PI)[0])
    const { placed, turnedTo } = assemblyOf(input)
    const kit = new SolidKit(wasm, 96)
    try {
      const made = new Map()
      const block = bodiesOf(
        kit,
        input,
        placed.filter((p) => p.body === 'engine-cylinder'),
        made,
      )[0]
      const { min, max } = block.solid.boundingBox()
      /**
       * What of the ports lies free of the piston: all that air may pass of a slab as wide as the block, out through
       * its wall.
       */
      const open = (angle: number) => {
        const piston = bodiesOf(
          kit,
          input,
          turnedTo!(angle).filter((p) => p.body === 'engine-piston'),
          made,
        )[0]
        const top = piston.solid.boundingBox().max[0]
        // a sliver of the bore just above the piston, out through the side
        const sliver = kit.box([0.02, max[1] - min[1] + 2, 1], [top + 0.01, min[1] - 1, (min[2] + max[2]) / 2 - 0.5])
        return sliver.volume() - kit.commonVolume(sliver, block.solid) > 0.98 * sliver.volume()
      }
      expect(open(opens + 1)).toBe(true)
      expect(open(opens - 1)).toBe(false)
      const touches = (angle: number) => {
        const moving = bodiesOf(kit, input, turnedTo!(angle), made)
        const ball = moving.find((b) => b.name.endsWith('ball'))!
        const pin = moving.filter((b) => b.name === 'pin').at(-1)!
        return kit.commonVolume(kit.moved(pin.solid, [0.06, 0, 0]), ball.solid) > 0
      }
      expect(touches(shuts - 3)).toBe(true)
      expect(touches(shuts + 3)).toBe(false)
    } finally {
      kit.free()
    }
  })
})

test('a ball’s spring rests on the lip of its cap, and the head leaves the ball the room that is reckoned with', () => {
  const spring = { kind: 'spring', material: 'steel', forceN: 3, stiffnessNPerM: 900 } as const
  const input = changed({
    ball: { ...first().machine.ball, motion: spring },
    inlet: { boreDiameterM: 7 * mm, manifoldVolumeM3: 2e-6 },
  })
  const { placed } = assemblyOf(input)
  const body = placed.map((p) => p.body).find((b) => isBought(b) && b.code === 'spring')
  if (!body || !isBought(body)) throw new Error('no spring')
  const [inner, outer] = [body.outline[0][0], body.outline[1][0]]
  const kit = new SolidKit(wasm, 96)
  try {
    const cap = bodiesOf(
      kit,
      input,
      placed.filter((p) => p.body === 'engine-cap'),
      new Map(),
    )[0].solid
    const { min } = cap.boundingBox()
    const middle = placed.find((p) => p.body === 'engine-cap')!.pose
    /** How much of a ring of a radius just inside the cap is of its plastic. */
    const ring = (radius: number) => {
      const tube = kit.cut(kit.cylinder(radius + 0.05, 0, 0.2), [kit.cylinder(radius - 0.05, -1, 1.2)])
      const there = kit.placed(tube, [0, 90, 0], [min[0] + 0.3, middle[13], middle[14]])
      return kit.commonVolume(there, cap) / there.volume()
    }
    expect(ring(outer - 0.1)).toBeGreaterThan(0.95)
    expect(ring(inner - 0.3)).toBeLessThan(0.05)
  } finally {
    kit.free()
  }
  const loose = enginePredictionInput(
    { ...first(), machine: { ...first().machine, ball: { ...first().machine.ball, motion: spring } } },
    STANDARD_AMBIENT,
  ).engine({ absolutePressurePa: 5e5, temperatureK: 293 }).machine
  if (loose.kind !== 'single-acting') throw new Error('another kind')
  // from where it sits up to where its coils lie on each other
  const length = body.outline[2][1]
  const solid = Number(/wire ([\d.]+)/.exec(body.size)![1]) * (Number(/([\d.]+) coils/.exec(body.size)![1]) + 2)
  expect(length - solid + loose.ball.pinLengthM * 1000).toBeCloseTo(loose.ball.loose!.roomM * 1000, 1)
})

describe('what is wrong with it is found', () => {
  const look = looksAt(inputOf('the first one'))
  afterAll(look.free)
  test.each([
    ['engine-piston', [0, 0, 0.6]],
    ['engine-rod', [0, 0, 1.2]],
    ['engine-head', [1, 0, 0]],
    ['engine-cylinder', [-4, 0, 0]],
    ['engine-crank', [0, 0, 0.4]],
    ['bearing', [0, 0, 0.6]],
  ] as const)('%s out of its place', (of, by) =>
    expect(look.short(wasm, shifted(inputOf('the first one'), of, by))).not.toEqual([]),
  )

  test('a rod too short for its stroke, a ball too wide for its head: said with what would do', () => {
    for (const more of [
      { rodM: 22 * mm },
      { ball: { ...first().machine.ball, ballDiameterM: 22 * mm } },
    ] as Partial<Single>[]) {
      let said: PhysicsError | null = null
      try {
        assemblyOf(changed(more))
      } catch (error) {
        if (error instanceof PhysicsError) said = error
      }
      expect(said?.detail.nextStep).toMatch(/\d/)
    }
  })
})

describe('what stands on the sheet', () => {
  const input = inputOf('the first one')
  test('ball, pins, bearings, screws and hose are in the bill; the wheel has the build’s inertia', () => {
    const codes = billOfMachine(input).map((l) => l.code)
    for (const code of ['bearing', 'shaft', 'pin', 'ball', 'screw', 'hose', 'gasket'] as const)
      expect(codes).toContain(code)
    expect(billOfMachine(input).find((l) => l.code === 'ball')).toMatchObject({ size: '⌀ 6.35', count: 1 })
    const { volumeMm3, boundingBoxMm } = buildPart(wasm, 'engine-wheel', input)
    const r = (boundingBoxMm.max[0] / 1000) ** 2
    // boss and bore are small beside the disc
    expect(0.5 * volumeMm3 * 1e-9 * 7850 * r).toBeGreaterThan(0.9 * first().machine.wheelInertiaKgM2)
    expect(0.5 * volumeMm3 * 1e-9 * 7850 * r).toBeLessThan(1.25 * first().machine.wheelInertiaKgM2)
  })
  test('steps from the bench to the cap, every body once', () => {
    const steps = buildSteps(input)
    expect(steps.length).toBeGreaterThan(8)
    expect(steps.filter((s) => !s.putsIn).flatMap((s) => s.added)).toHaveLength(assemblyOf(input).placed.length)
    expect(partSpec('engine-piston', input)?.notes(input)[0]).toMatch(/O-ring 1\d(\.5)? × 2/)
  })
})
