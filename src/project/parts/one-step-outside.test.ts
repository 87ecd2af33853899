/** @jest-environment node */
import Module, { type ManifoldToplevel } from 'manifold-3d'
import { M3 } from '../../core/geometry/hardware'
import { BESIDE } from '../../core/machines/hub-stack'
import { mostLean } from '../../core/machines/crank-gear/layout'
import { buildPart } from '../../core/machines/build-part'
import { whirlLayout } from '../../core/machines/reaction-rotor/layout'
import { rimLayout } from '../../core/machines/tangential-impulse/layout'
import { newBuild, type TurbineBuild } from '../document'
import { partsInput } from './build-parts'

/** Machines one step outside the tidy case: where another size decides than in the machines that are begun with. */
let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

test('whirl: round a wide throat there is wall as round its channel, whichever is the wider', () => {
  for (const [heightMm, throatMm] of [4, 8, 16].flatMap((h) => [0.6, 1.6, 2.4, 4].map((d) => [h, d]))) {
    const build = newBuild(own, 'reaction-rotor')
    if (build.machine.family !== 'reaction-rotor') throw new Error('no whirl')
    build.machine.bodyHeightM = heightMm * 1e-3
    build.machine.nozzle.throatDiameterM = throatMm * 1e-3
    const l = whirlLayout(partsInput(build) as Parameters<typeof whirlLayout>[0])
    expect(l.arm - l.throat).toBeGreaterThanOrEqual(1.6 - 1e-9)
    expect(l.arm - l.channel).toBeGreaterThanOrEqual(1.2 - 1e-9)
  }
})

test('a rod leans in its bore as far as a compass says, and not at all where it never enters the foot', () => {
  const [r, rod, small] = [10, 38, 4]
  const leanAt = (foot: number) => mostLean({ r, rod, foot, eye: { big: 6, small } } as Parameters<typeof mostLean>[0])
  for (const foot of [14, 22, 27]) {
    // by steps of a tenth of a degree, the rod as a line from pin to wrist
    let most = 0
    for (let deg = 0; deg < 180; deg += 0.1) {
      const a = (deg * Math.PI) / 180
      const [px, py] = [r * Math.cos(a), r * Math.sin(a)]
      const wrist = px + Math.sqrt(rod ** 2 - py ** 2)
      if (foot > px && foot < wrist) most = Math.max(most, (py * (wrist - foot)) / (wrist - px) + 0.8 * small)
    }
    expect(leanAt(foot)).toBeCloseTo(most, 1)
  }
  expect(leanAt(r + rod + 1)).toBe(0)
})

test('a thick disc: above it there is still room for its flange, below it for the heads of its screws', () => {
  for (const discMm of [2, 4, 8, 14]) {
    const build = newBuild(own, 'tangential-impulse')
    if (!('discThicknessM' in build.machine)) throw new Error('no disc')
    build.machine.discThicknessM = discMm * 1e-3
    build.machine.shaft.spanM = 0.012
    const l = rimLayout(partsInput(build) as Parameters<typeof rimLayout>[0])
    expect(l.screws).toBeGreaterThan(0)
    expect(l.highSeat - (l.rotor + l.disc)).toBeGreaterThanOrEqual(l.flange + BESIDE - 1e-9)
    expect(l.rotor - l.lowSeat).toBeGreaterThanOrEqual(M3.head + BESIDE - 1e-9)
  }
})

test('axial: feed holes that would break into the collar’s room are refused; the hub that is named then serves', () => {
  const at = (build: TurbineBuild, hubMm: number, holeMm: number): TurbineBuild => {
    if (build.machine.family !== 'axial') throw new Error('no axial wheel')
    build.machine.hubRadiusM = hubMm * 1e-3
    build.machine.nozzle.exitDiameterM = holeMm * 1e-3
    return build
  }
  const tried = (hubMm: number, holeMm: number) => {
    try {
      buildPart(wasm, 'lid', partsInput(at(newBuild(own, 'axial'), hubMm, holeMm)))
      return null
    } catch (error) {
      return (error as { detail: { code: string; message: string; nextStep: string } }).detail
    }
  }
  expect(tried(6, 4)).toBeNull()
  const refused = tried(11, 4)
  expect(refused).toMatchObject({ code: 'HUB_WIDE', message: expect.stringContaining('feed holes') })
  const named = Number(/at most ([\d.]+) mm/.exec(refused?.nextStep ?? '')?.[1])
  expect(tried(named - 0.05, 4)).toBeNull()
  expect(tried(named + 0.1, 4)).toMatchObject({ code: 'HUB_WIDE' })
})
