import Module, { type ManifoldToplevel } from 'manifold-3d'
import { chosen, inTurn } from '../../core/check-values/sample'
import { crossings } from '../../core/engine'
import { SolidKit } from '../../core/geometry/solids/toolkit'
import { assemblyOf, partSet, type PartsInput } from '../../core/machines'
import { buildPart } from '../../core/machines/build-part'
import { bodiesOf } from '../../core/machines/check-assembly'
import { checkMachine } from '../../core/machines/check-order'
import { newBuildOf, type MachineOfKind } from '../document'
import { partsInput } from './build-parts'
import { every, strikes } from './strikes'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const mm = 1e-3
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

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

const LOOKED = chosen(DOUBLES, ([name]) => ['the first one', 'a turned valve with wide laps and a lead'].includes(name))

/**
 * A grain of the turned valve just inside an edge of a port: there while the port is shut to that side, gone once it is
 * open.
 */
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
    const open = (x: number) => kit.commonVolume(kit.box([0.02, 0.2, 0.2], [x, -0.1, max[2] - 0.5]), solid.solid) < 1e-6
    const xs = Array.from({ length: 200 }, (_, i) => middle + ((max[0] - middle) * i) / 200)
    const opens = xs.map(open)
    const ends = xs.flatMap((x, i) => {
      if (i === 0 || opens[i] === opens[i - 1]) return []
      let [near, far] = [xs[i - 1], x]
      while (far - near > 5e-3) {
        const half = (near + far) / 2
        if (open(half) === opens[i]) far = half
        else near = half
      }
      return [far - middle]
    })
    // the way out, then the port’s inner and outer edge
    expect(ends).toHaveLength(3)
    expect(min[0] + max[0]).toBeCloseTo(2 * middle, 6)
    const shift = (deg: number) => m.valve.eccentricityM * Math.sin((deg * Math.PI) / 180 + m.valve.leadRad)
    const there = (deg: number, end: 1 | -1, x: number) => {
      const a = Math.asin(x / radius)
      const [px, pz] = [middle + end * (radius - 0.2) * Math.sin(a), line + (radius - 0.2) * Math.cos(a)]
      return kit.commonVolume(kit.box([0.01, 0.2, 0.01], [px - 0.005, -0.1, pz - 0.005]), valve(deg)) > 0
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

test.each(
  inTurn(LOOKED, ['filament', 'resin'] as const).map(([[name, figures], process]) => [name, process, figures] as const),
)('a slide valve engine: %s: its parts are sound, go together and turn: %s', (_, process, figures) => {
  const input = changedDouble(figures, process)
  // a turned valve has a fork on its rod and a saddle over it
  expect(partSet(input)).toHaveLength(figures.valveKind === 'turned' ? 15 : 13)
  expect(partSet(input).some((p) => p.name === 'turned-valve')).toBe(figures.valveKind === 'turned')
  for (const part of partSet(input)) {
    const { watertight, pieces } = buildPart(wasm, part.name, input)
    expect([part.name, watertight, pieces]).toEqual([part.name, true, 1])
  }
  expect(checkMachine(wasm, input).filter((c) => !c.fine)).toEqual([])
})

describe.each(LOOKED)('a slide valve engine: %s', (_, figures) => {
  test('nothing that moves strikes anything else in any of 24 places of the turn', () => {
    expect(strikes(wasm, changedDouble(figures), every(15), { most: 0.12 })).toEqual([])
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
