import Module, { type ManifoldToplevel } from 'manifold-3d'
import { STANDARD_AMBIENT } from '../../core/air'
import { crossings, pistonPlace } from '../../core/engine'
import { PhysicsError } from '../../core/errors'
import { isBought, movedBy, type Assembly } from '../../core/geometry'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import {
  assemblyOf,
  billOfMachine,
  buildSteps,
  notesOfPart,
  partSet,
  partSpec,
  type PartName,
  type PartsInput,
} from '../../core/machines'
import { buildPart } from '../../core/machines/build-part'
import { bodiesOf, checkAssembly, volumeOf } from '../../core/machines/check-assembly'
import { checkOrder } from '../../core/machines/check-order'
import { enginePredictionInput, newBuildOf, type EngineBuild, type MachineOfKind } from '../document'
import { partsInput } from './build-parts'

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
const short = (input: PartsInput, assembly?: Assembly<PartName>) =>
  checkAssembly(wasm, input, assembly).filter((c) => !c.fine)

describe.each(SIZES)('a ball and pin engine: %s', (name, figures) => {
  test.each(['filament', 'resin'] as const)('its parts are sound, go together and turn: %s', (process) => {
    const input = changed(figures, process)
    const set = partSet(input)
    expect(set).toHaveLength(9)
    for (const part of set) {
      const { watertight, pieces, profile } = buildPart(wasm, part.name, input)
      expect([part.name, watertight, pieces]).toEqual([part.name, true, 1])
      expect(profile.outlines.length + profile.circles.length).toBeGreaterThan(0)
      expect(notesOfPart(part.name, input).length).toBeGreaterThan(0)
    }
    const checks = checkAssembly(wasm, input)
    expect(checks.filter((c) => !c.fine)).toEqual([])
    for (const code of ['overlap', 'turns', 'way-in', 'end-play', 'seated', 'span'] as const)
      expect(checks.map((c) => c.code)).toContain(code)
    expect(checkOrder(wasm, input).filter((c) => !c.fine)).toEqual([])
  })

  test('nothing that moves strikes anything else in any of 36 places of the turn', () => {
    const input = inputOf(name)
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
      for (let deg = 0; deg < 360; deg += 10) {
        const moving = bodiesOf(kit, input, turnedTo!(deg), made)
        moving.forEach((a, i) => {
          for (const b of [...moving.slice(i + 1), ...still])
            expect([deg, a.name, b.name, volumeOf(kit, a.solid, b.solid) < 0.08]).toEqual([deg, a.name, b.name, true])
        })
      }
    } finally {
      kit.free()
    }
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
      /** What of the ports lies free of the piston: all that air may pass of a slab as wide as the block, out through its wall. */
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
        return sliver.volume() - volumeOf(kit, sliver, block.solid) > 0.98 * sliver.volume()
      }
      expect(open(opens + 1)).toBe(true)
      expect(open(opens - 1)).toBe(false)
      const touches = (angle: number) => {
        const moving = bodiesOf(kit, input, turnedTo!(angle), made)
        const ball = moving.find((b) => b.name.endsWith('ball'))!
        const pin = moving.filter((b) => b.name === 'pin').at(-1)!
        return volumeOf(kit, kit.placed(pin.solid, [0, 0, 0], [0.06, 0, 0]), ball.solid) > 0
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
      return volumeOf(kit, there, cap) / there.volume()
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
  const shifted = (input: PartsInput, of: string, by: readonly [number, number, number]): Assembly<PartName> => {
    const a = assemblyOf(input)
    const move = (p: (typeof a.placed)[number]) =>
      (typeof p.body === 'string' ? p.body : p.body.code) === of ? { ...p, pose: movedBy(p.pose, by) } : p
    return { ...a, placed: a.placed.map(move), turnedTo: (d) => a.turnedTo!(d).map(move) }
  }
  test.each([
    ['engine-piston', [0, 0, 0.6]],
    ['engine-rod', [0, 0, 1.2]],
    ['engine-head', [1, 0, 0]],
    ['engine-cylinder', [-4, 0, 0]],
    ['engine-crank', [0, 0, 0.4]],
    ['bearing', [0, 0, 0.6]],
  ] as const)('%s out of its place', (of, by) =>
    expect(short(inputOf('the first one'), shifted(inputOf('the first one'), of, by))).not.toEqual([]),
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

type Double = MachineOfKind<'double-acting-engine'>
const firstDouble = () => newBuildOf(own, 'double-acting-engine')
const changedDouble = (more: Partial<Double>, process: 'filament' | 'resin' = 'filament') => {
  const build = firstDouble()
  return partsInput({
    ...build,
    machine: { ...build.machine, ...more },
    making: { ...build.making, process },
  } as never)
}
const DOUBLES: readonly (readonly [string, Partial<Double>])[] = [
  ['the first one', {}],
  ['the first one, its valve turned', { valveKind: 'turned' }],
  [
    'a turned valve with wide laps and a lead',
    {
      valveKind: 'turned',
      valve: { ...firstDouble().machine.valve, leadRad: 0.3, admissionLapM: 0.8 * mm, exhaustLapM: 0.2 * mm },
    },
  ],
  [
    'a wide one for a blower, no laps',
    {
      boreM: 45 * mm,
      strokeM: 40 * mm,
      rodM: 95 * mm,
      rodDiameterM: 6 * mm,
      headClearanceM3: 6e-6,
      crankClearanceM3: 6e-6,
      valve: {
        eccentricityM: 5 * mm,
        leadRad: 0,
        admissionLapM: 0.2 * mm,
        exhaustLapM: 0.1 * mm,
        portWidthM: 14 * mm,
        portHeightM: 4 * mm,
      },
    },
  ],
]

/** A grain of the turned valve just inside an edge of a port: there while the port is shut to that side, gone once it is open. */
function turnedInTime(input: PartsInput, m: Double): void {
  const { placed, turnedTo } = assemblyOf(input)
  const kit = new SolidKit(wasm, 192)
  try {
    const made = new Map()
    const saddle = placed.find((p) => p.body === 'valve-saddle')!
    const [solid] = bodiesOf(kit, input, [saddle], made)
    const { min, max } = solid.solid.boundingBox()
    const [middle, line] = [saddle.pose[12], saddle.pose[14]]
    const valve = (deg: number) =>
      bodiesOf(
        kit,
        input,
        turnedTo!(deg).filter((p) => p.body === 'turned-valve'),
        made,
      )[0].solid
    const radius = max[2] - line - 2
    // where the saddle’s windows begin and end, along its top
    const open = (x: number) => volumeOf(kit, kit.box([0.02, 0.2, 0.2], [x, -0.1, max[2] - 0.5]), solid.solid) < 1e-6
    const xs = Array.from({ length: 4000 }, (_, i) => middle + ((max[0] - middle) * i) / 4000)
    const ends = xs.filter((x, i) => i > 0 && open(x) !== open(xs[i - 1])).map((x) => x - middle)
    // the way out, then the port’s inner and outer edge
    expect(ends).toHaveLength(3)
    expect(min[0] + max[0]).toBeCloseTo(2 * middle, 6)
    const shift = (deg: number) => m.valve.eccentricityM * Math.sin((deg * Math.PI) / 180 + m.valve.leadRad)
    const there = (deg: number, end: 1 | -1, x: number) => {
      const a = Math.asin(x / radius)
      const [px, pz] = [middle + end * (radius - 0.2) * Math.sin(a), line + (radius - 0.2) * Math.cos(a)]
      return volumeOf(kit, kit.box([0.01, 0.2, 0.01], [px - 0.005, -0.1, pz - 0.005]), valve(deg)) > 0
    }
    const STEP = 0.25
    const turn = Array.from({ length: 360 / STEP }, (_, i) => i * STEP)
    const openings = (sign: 1 | -1, lapM: number) =>
      turn.filter((d) => sign * shift(d) > lapM && !(sign * shift(d - STEP) > lapM))
    for (const end of [1, -1] as const) {
      // in over the outer edge, out over the inner one half a turn later
      const [lets] = openings(end, m.valve.admissionLapM)
      expect([there(lets - 1.5, end, ends[2] - 0.02), there(lets + 1.5, end, ends[2] - 0.02)]).toEqual([true, false])
      const [out] = openings(-end as 1 | -1, m.valve.exhaustLapM)
      expect([there(out - 1.5, end, ends[1] + 0.02), there(out + 1.5, end, ends[1] + 0.02)]).toEqual([true, false])
    }
  } finally {
    kit.free()
  }
}

describe.each(DOUBLES)('a slide valve engine: %s', (_, figures) => {
  test.each(['filament', 'resin'] as const)('its parts are sound, go together and turn: %s', (process) => {
    const input = changedDouble(figures, process)
    // a turned valve has a fork on its rod and a saddle over it
    expect(partSet(input)).toHaveLength(figures.valveKind === 'turned' ? 15 : 13)
    expect(partSet(input).some((p) => p.name === 'turned-valve')).toBe(figures.valveKind === 'turned')
    for (const part of partSet(input)) {
      const { watertight, pieces } = buildPart(wasm, part.name, input)
      expect([part.name, watertight, pieces]).toEqual([part.name, true, 1])
    }
    expect(short(input)).toEqual([])
    expect(checkOrder(wasm, input).filter((c) => !c.fine)).toEqual([])
  })

  test('nothing that moves strikes anything else in any of 24 places of the turn', () => {
    const input = changedDouble(figures)
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
      for (let deg = 0; deg < 360; deg += 15) {
        const moving = bodiesOf(kit, input, turnedTo!(deg), made)
        moving.forEach((a, i) => {
          for (const b of [...moving.slice(i + 1), ...still])
            expect([deg, a.name, b.name, volumeOf(kit, a.solid, b.solid) < 0.12]).toEqual([deg, a.name, b.name, true])
        })
      }
    } finally {
      kit.free()
    }
  })

  test('its valve lets air in and out when the computation says, at both ends: within a degree and a half', () => {
    const input = changedDouble(figures)
    const m = { ...firstDouble().machine, ...figures }
    if (m.valveKind === 'turned') return turnedInTime(input, m)
    const shift = (rad: number) => m.valve.eccentricityM * Math.sin(rad + m.valve.leadRad)
    const { placed, turnedTo } = assemblyOf(input)
    const kit = new SolidKit(wasm, 96)
    try {
      const made = new Map()
      const block = bodiesOf(
        kit,
        input,
        placed.filter((p) => p.body === 'slide-cylinder'),
        made,
      )[0].solid
      const at = (deg: number) =>
        bodiesOf(
          kit,
          input,
          turnedTo!(deg).filter((p) => p.body === 'slide-valve'),
          made,
        )[0].solid
      const middle = [0, 90, 180, 270]
        .map((d) => at(d).boundingBox())
        .reduce((sum, b) => sum + (b.min[0] + b.max[0]) / 8, 0)
      const top = at(0).boundingBox().max[2]
      const half = block.boundingBox().max[0] - middle - 0.5
      /** A hair along the face, in the block where it is open: what of it lies beyond the valve's outer edge. */
      const beyond = (end: 1 | -1, deg: number) => {
        const { min, max } = at(deg).boundingBox()
        const from = end > 0 ? max[0] : middle - half
        const to = end > 0 ? middle + half : min[0]
        return to <= from ? 0 : kit.cut(kit.box([to - from, 0.2, 0.02], [from, -0.1, top + 0.02]), [block]).volume()
      }
      const deg = (rad: number) => (rad * 180) / Math.PI
      const edges = (sign: 1 | -1) => crossings((a) => sign * shift(a) - m.valve.admissionLapM, 2 * Math.PI).map(deg)
      for (const end of [1, -1] as const) {
        const opens = edges(end).find((e) => end * shift(((e + 0.5) * Math.PI) / 180) > m.valve.admissionLapM)!
        expect(beyond(end, opens + 1.5)).toBeGreaterThan(0)
        expect(beyond(end, opens - 1.5)).toBeLessThan(1e-9)
      }
    } finally {
      kit.free()
    }
  })
})
