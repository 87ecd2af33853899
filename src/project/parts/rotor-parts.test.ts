import Module, { type ManifoldToplevel } from 'manifold-3d'
import { chosen } from '../../core/check-values/sample'
import { chamberPlace, flankOf, portOpening, rotorMiddle, sweptByFlank, wallPoint } from '../../core/engine'
import { gearOutline, posed, type Assembly } from '../../core/geometry'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import { assemblyOf, billOfMachine, buildSteps, partSet, type PartName, type PartsInput } from '../../core/machines'
import { bodiesOf, checkAssembly } from '../../core/machines/check-assembly'
import { checkMachine } from '../../core/machines/check-order'
import { newBuildOf, type MachineOfKind } from '../document'
import { partsInput } from './build-parts'
import { every, strikes, unsoundParts } from './strikes'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

type Rotor = MachineOfKind<'three-flank-engine'>
const mm = 1e-3
const deg = Math.PI / 180
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const first = () => newBuildOf(own, 'three-flank-engine') as unknown as { machine: Rotor; making: object }
const changed = (more: Partial<Rotor>, process: 'filament' | 'resin' = 'filament') => {
  const build = first()
  return partsInput({
    ...build,
    machine: { ...build.machine, ...more },
    making: { ...build.making, process },
  } as never)
}

/** Sizes that makers build. */
const SIZES: readonly (readonly [string, Partial<Rotor>])[] = [
  ['the first one', {}],
  [
    'intake through the wall, one lobe, hollow flanks',
    {
      intake: { angleRad: 62 * deg, diameterM: 5 * mm, coverRadiusM: null },
      tube: null,
      pocketM3: 0.4e-6,
    },
  ],
  [
    'a large one, both ports in the cover',
    {
      eccentricityM: 7 * mm,
      radiusM: 48 * mm,
      depthM: 30 * mm,
      flankGapM: 0.6 * mm,
      intake: { angleRad: 20 * deg, diameterM: 7 * mm, coverRadiusM: 38 * mm },
      outlet: { angleRad: 140 * deg, diameterM: 9 * mm, coverRadiusM: 38 * mm },
      wallM: 8 * mm,
      coverM: 9 * mm,
    },
  ],
]
const inputOf = (name: string) => changed(SIZES.find(([n]) => n === name)![1])

describe.each(chosen(SIZES, ([name]) => name.startsWith('intake through the wall')))(
  'a rotary engine: %s',
  (name, figures) => {
    test.each(chosen(['filament', 'resin'] as const, (p) => p === 'resin'))(
      'its parts are sound, go together and turn: %s',
      (process) => {
        const input = changed(figures, process)
        const set = partSet(input)
        expect(set.map((p) => [p.name, p.copies])).toEqual([
          ['rotor-cover-rear', 1],
          ['rotor-eccentric', 1],
          ['rotor-housing', 1],
          ['rotary-rotor', 1],
          ['rotor-bar', 3],
          ['rotor-cover-front', 1],
          ['rotor-weight', 2],
          ['engine-wheel', 1],
        ])
        expect(unsoundParts(wasm, input)).toEqual([])
        const checks = checkMachine(wasm, input)
        expect(checks.filter((c) => !c.fine)).toEqual([])
        for (const code of ['overlap', 'turns', 'way-in', 'end-play', 'axial', 'seated'] as const)
          expect(checks.map((c) => c.code)).toContain(code)
      },
    )

    test('nothing strikes anything in three turns of the shaft: gears mesh, bars follow the wall', () => {
      const input = inputOf(name)
      // no even share of a tooth, so that teeth meet in every way
      expect(strikes(wasm, input, every(23.7, 1080), { most: 0.03, segments: 96 })).toEqual([])
    })
  },
)

describe('the solids are the engine that was reckoned', () => {
  const input = inputOf('the first one')
  const { machine: m } = first()
  const flank = flankOf(m, m.flankGapM)
  const solidsAt = (kit: SolidKit, angle: number, names: readonly PartName[], assembly = assemblyOf(input)) => {
    const moving = assembly.turnedTo!(angle)
    const all = [...assembly.placed.filter((p) => !p.turns), ...moving]
    return bodiesOf(
      kit,
      input,
      all.filter((p) => names.includes(p.body as PartName)),
    )
  }
  /** A slab about the middle of the rotor's depth, below its gear. */
  const slab = (assembly: Assembly<PartName>) => {
    const z = assembly.placed.find((p) => p.body === 'rotary-rotor')!.pose[14]
    return [z + 1, z + 3] as const
  }

  test('the room in the housing beside rotor and bars is that of the three chambers', () => {
    const kit = new SolidKit(wasm, 240)
    try {
      const assembly = assemblyOf(input)
      const [from, to] = slab(assembly)
      const bore = kit.prism(
        [Array.from({ length: 720 }, (_, i) => wallPoint(m, i * 0.5 * deg).map((v) => v / mm) as [number, number])],
        from,
        to,
      )
      for (const angle of [0, 100, 250]) {
        const bodies = solidsAt(kit, angle, ['rotary-rotor', 'rotor-bar', 'rotor-eccentric'], assembly)
        const taken = kit.union(bodies.map((b) => b.solid))
        const shaft = kit.cylinder(m.shaft.diameterM / 2 / mm + 0.02, from, to)
        const free = kit.cut(bore, [taken, shaft]).volume() / (to - from)
        const reckoned = [0, 1, 2].reduce(
          (sum, k) => sum + chamberPlace(m, flank.segmentM2, (angle / 3 + 120 * k) * deg).volumeM3 / m.depthM / mm ** 2,
          0,
        )
        // corners cut back and play round bars and eccentric add a little, never less
        expect(free).toBeGreaterThan(reckoned)
        expect(free - reckoned).toBeLessThan(0.03 * reckoned)
      }
      expect(sweptByFlank(m) / m.depthM / mm ** 2).toBeGreaterThan(300)
    } finally {
      kit.free()
    }
  })

  test('the intake in the cover is free of the rotor by what the reckoning says, at any angle', () => {
    const kit = new SolidKit(wasm, 192)
    try {
      const assembly = assemblyOf(input)
      const [from, to] = slab(assembly)
      const { areaM2 } = portOpening(m, flank, m.intake)
      const a = m.intake.angleRad + 90 * deg
      const r = m.intake.coverRadiusM! / mm
      const radius = m.intake.diameterM / 2 / mm
      const port = kit.cylinder(radius, from, to, [r * Math.cos(a), r * Math.sin(a)])
      const full = Math.PI * radius * radius
      let [most, least] = [0, 1]
      for (let angle = 0; angle < 1080; angle += 30) {
        const bodies = solidsAt(kit, angle, ['rotary-rotor', 'rotor-bar'], assembly)
        const free =
          kit
            .cut(
              port,
              bodies.map((b) => b.solid),
            )
            .volume() /
          (to - from) /
          full
        const reckoned = [0, 1, 2].reduce((sum, k) => sum + areaM2((angle / 3 + 120 * k) * deg), 0) / mm ** 2 / full
        expect([angle, Math.abs(free - reckoned) < 0.06]).toEqual([angle, true])
        most = Math.max(most, free)
        least = Math.min(least, free)
      }
      expect(most).toBeGreaterThan(0.85)
      expect(least).toBeLessThan(0.01)
    } finally {
      kit.free()
    }
  })

  test('the gears hold the rotor: turned on its own by two degrees, either way, it jams', () => {
    const kit = new SolidKit(wasm, 96)
    try {
      const assembly = assemblyOf(input)
      const cover = solidsAt(kit, 0, ['rotor-cover-front'], assembly)[0]
      for (const angle of [0, 77, 400]) {
        const faces = (angle / 3) * deg
        const [x, y] = rotorMiddle(m, faces).map((v) => v / mm)
        const z = assembly.placed.find((p) => p.body === 'rotary-rotor')!.pose[14]
        const at = (by: number) => {
          const a = faces + by * deg
          const placed = {
            body: 'rotary-rotor' as const,
            pose: posed([x, y, z], [0, 0, 1], [Math.cos(a), Math.sin(a), 0]),
          }
          return kit.commonVolume(bodiesOf(kit, input, [placed])[0].solid, cover.solid)
        }
        expect(at(0)).toBeLessThan(0.03)
        expect(Math.min(at(2), at(-2))).toBeGreaterThan(0.2)
      }
    } finally {
      kit.free()
    }
  })

  test('two weights balance what stands off the shaft: by the solids, whatever the angle', () => {
    const kit = new SolidKit(wasm, 192)
    try {
      const [steel, print] = [7.85e-3, 1.22e-3]
      const grams: Partial<Record<string, number>> = {
        'rotary-rotor': print,
        'rotor-bar': print,
        'rotor-eccentric': steel,
        'rotor-weight': steel,
      }
      for (const angle of [0, 130]) {
        const bodies = bodiesOf(kit, input, assemblyOf(input).turnedTo!(angle))
        /** Sum of mass by place across the shaft, g mm. */
        const moment = (names: readonly string[]) =>
          bodies
            .filter((b) => names.includes(b.name))
            .reduce(
              ([x, y], b) => {
                const { min, max } = b.solid.boundingBox()
                // by level slices, each by its outline
                const slices = 60
                let [sx, sy] = [0, 0]
                for (let i = 0; i < slices; i++) {
                  const z = min[2] + ((i + 0.5) * (max[2] - min[2])) / slices
                  for (const o of kit.sliced(b.solid, z))
                    o.forEach(([ax, ay], k) => {
                      const [bx, by] = o[(k + 1) % o.length]
                      const cross = ax * by - bx * ay
                      sx += ((ax + bx) * cross) / 6
                      sy += ((ay + by) * cross) / 6
                    })
                }
                const by = (grams[b.name]! * (max[2] - min[2])) / slices
                return [x + sx * by, y + sy * by]
              },
              [0, 0],
            )
        const off = moment(['rotary-rotor', 'rotor-bar', 'rotor-eccentric'])
        const all = moment(Object.keys(grams))
        expect(Math.hypot(...off)).toBeGreaterThan(100)
        expect(Math.hypot(...all)).toBeLessThan(0.06 * Math.hypot(...off))
      }
    } finally {
      kit.free()
    }
  })

  test('the rotor turns the way that its ports want: past dead centre the intake’s chamber grows', () => {
    const faces = 25 * deg
    const { areaM2 } = portOpening(m, flank, m.intake)
    expect(areaM2(faces)).toBeGreaterThan(0)
    expect(chamberPlace(m, flank.segmentM2, faces).slopeM3).toBeGreaterThan(0)
    const assembly = assemblyOf(input)
    expect(assembly.turn).toBe(1)
    const angleOf = (deg0: number) => {
      const { pose } = assembly.turnedTo!(deg0).find((p) => p.body === 'rotary-rotor')!
      return Math.atan2(pose[1], pose[0]) / deg
    }
    expect(angleOf(90) - angleOf(0)).toBeCloseTo(30, 9)
  })
})

describe('what else comes with the set', () => {
  test('hoses for each intake that is fed, bearings, screws; steps in order', () => {
    const bill = (name: string) => new Map(billOfMachine(inputOf(name)).map((l) => [l.code, l.count]))
    const both = bill('the first one')
    expect([both.get('hose'), both.get('clip'), both.get('bearing')]).toEqual([2, 2, 2])
    expect(bill('intake through the wall, one lobe, hollow flanks').get('hose')).toBe(1)
    const steps = buildSteps(inputOf('the first one'))
    expect(steps.length).toBeGreaterThan(6)
  })
  test('where barbs leave little room round the shaft the weights are thicker', () => {
    const weightOf = (input: PartsInput) => {
      const kit = new SolidKit(wasm, 64)
      try {
        const placed = assemblyOf(input)
          .placed.filter((p) => p.body === 'rotor-weight')
          .slice(0, 1)
        const { min, max } = bodiesOf(kit, input, placed)[0].solid.boundingBox()
        return max[2] - min[2]
      } finally {
        kit.free()
      }
    }
    const narrow = changed({ intake: { angleRad: 0.3, diameterM: 4 * mm, coverRadiusM: 19 * mm } })
    expect(weightOf(narrow)).toBeGreaterThan(weightOf(changed({})) + 0.4)
    expect(checkAssembly(wasm, narrow).filter((c) => !c.fine)).toEqual([])
  })
  test.each<readonly [string, Partial<Rotor>, string]>([
    ['a shaft too thick for the eccentric', { eccentricityM: 2.5 * mm, radiusM: 20 * mm }, 'SHAFT_THICK'],
    ['a rotor too small for its gear', { radiusM: 20.5 * mm }, 'ROTOR_SMALL'],
    ['an intake at the bearing', { intake: { angleRad: 0.3, diameterM: 5 * mm, coverRadiusM: 11 * mm } }, 'CROWDED'],
  ])('%s is refused with what to change', (_, more, code) => {
    const refused = (input: PartsInput) => {
      try {
        assemblyOf(input)
        return null
      } catch (error) {
        return (error as { detail: { code: string; nextStep: string } }).detail
      }
    }
    const detail = refused(changed(more))
    expect(detail?.code).toBe(code)
    expect(detail?.nextStep).toMatch(/mm|larger|further/)
  })
  test('an involute gear: on the pitch circle each tooth is as thick as stated, all of them alike', () => {
    const g = { teeth: 16, module: 1, addendum: 0.75, dedendum: 1, thick: 1.5, pressureAngleRad: 25 * deg }
    const outline = gearOutline(g, 60)
    const onPitch = outline.filter(([x, y]) => Math.abs(Math.hypot(x, y) - 8) < 0.016)
    const angles = onPitch.map(([x, y]) => Math.atan2(y, x))
    const first = angles.filter((a) => Math.abs(a) < 0.2)
    expect((Math.max(...first) - Math.min(...first)) * 8).toBeCloseTo(1.5, 1)
    const radii = outline.map(([x, y]) => Math.hypot(x, y))
    expect(Math.max(...radii)).toBeCloseTo(8.75, 9)
    expect(Math.min(...radii)).toBeCloseTo(7, 9)
    expect(outline).toHaveLength(16 * 122)
  })
})
