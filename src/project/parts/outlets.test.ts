import { sample } from '../../core/check-values/sample'
import fc from 'fast-check'
import Module, { type ManifoldToplevel } from 'manifold-3d'
import { newBuild } from '../document'
import { partsInput } from './build-parts'
import { outletCheck } from './outlet-check'
import { endPlateOutlets, outletPressureLoss, outletRing, packOutlets, type OutletShape } from '../../core/geometry'
import { endPlateRim } from '../../core/geometry/row-shape'
import { housingOutletArea, type MachineParts } from '../../core/machines'
import { rimLayout, rimOutletRing, type RimInput } from '../../core/machines/tangential-impulse/layout'
import { buildPart } from '../../core/machines/build-part'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const rim = (i: MachineParts) => i as unknown as RimInput
const input = (family: 'tangential-impulse' | 'axial' | 'disc-pack', outlets: OutletShape): MachineParts => ({
  ...partsInput(newBuild(own, family)),
  outlets,
})
describe('a ring of outlets', () => {
  test('property: it lies between its radii, its holes do not meet, slots never let out less than holes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.integer({ min: 3, max: 10 }),
        (inner, room, count) => {
          const [holes, slots] = (['holes', 'slots'] as const).map((shape) =>
            outletRing(inner, inner + room, shape, count, 3),
          )
          if (holes) {
            expect(holes.pitchRadius - holes.radius).toBeGreaterThanOrEqual(inner + 0.4 - 1e-9)
            expect(holes.pitchRadius + holes.radius).toBeLessThanOrEqual(inner + room - 0.4 + 1e-9)
            expect(2 * holes.pitchRadius * Math.sin(Math.PI / count) - 2 * holes.radius).toBeGreaterThan(1.5)
            expect(slots?.areaMm2).toBeGreaterThanOrEqual(holes.areaMm2)
          }
          if (room < 3) expect([holes, slots]).toEqual([null, null])
          if (slots) expect(slots.areaMm2).toBeLessThan(Math.PI * ((inner + room) ** 2 - inner ** 2))
        },
      ),
      { seed: 9, numRuns: sample(60), endOnFailure: true },
    )
  })
  test.each([
    ['end-plate', 'axial', (i: MachineParts) => endPlateOutlets(i, endPlateRim(i.machine as never, i)), 4],
    [
      'pack-housing',
      'disc-pack',
      (i: MachineParts) => packOutlets(i, (i.machine as { innerRadiusM: number }).innerRadiusM),
      null,
    ],
    [
      'casing-lower',
      'tangential-impulse',
      (i: MachineParts) => rimOutletRing(rim(i)),
      // beside the rim the face is as thick as the casing's gap leaves it
      rimLayout(rim(input('tangential-impulse', 'holes'))).floor,
    ],
  ] as const)('%s: what it says it leaves open is what is missing from the solid', (part, family, ring, thickness) => {
    const [holes, slots] = (['holes', 'slots'] as const).map((shape) => {
      const one = input(family, shape)
      return {
        ring: ring(one),
        volume: buildPart(wasm, part, one).volumeMm3,
        box: buildPart(wasm, part, one).boundingBoxMm,
      }
    })
    const more = (slots.ring?.areaMm2 ?? 0) - (holes.ring?.areaMm2 ?? 0)
    expect(more).toBeGreaterThan(5)
    if (thickness !== null) expect(Math.abs((holes.volume - slots.volume) / (more * thickness) - 1)).toBeLessThan(0.08)
    else expect(slots.volume).toBeLessThan(holes.volume)
    expect(slots.box).toEqual(holes.box)
  })
})

describe('what outlets keep back', () => {
  test('ten times the air, a hundred times the pressure; a hole of the area by Bernoulli with 0.62', () => {
    expect(outletPressureLoss(1e-4, 1e-2, 1.2) / outletPressureLoss(1e-4, 1e-3, 1.2)).toBeCloseTo(100, 9)
    const speed = Math.sqrt((2 * outletPressureLoss(1e-4, 1e-3, 1.2)) / 1.2)
    expect(speed * 1.2 * 0.62 * 1e-4).toBeCloseTo(1e-3, 12)
  })
  test('a first machine’s outlets keep back next to nothing; a machine in a blower’s stream that finds no room is told how much it needs', () => {
    const axial = newBuild(own, 'axial')
    const easy = outletCheck(axial, room)
    expect(easy?.share).toBeLessThan(0.01)
    expect(easy?.areaM2).toBeCloseTo(housingOutletArea(partsInput(axial)) ?? 0, 12)
    const windy = structuredClone(axial)
    windy.supply = {
      kind: 'blower',
      label: '',
      curve: { kind: 'two-figures', shutOffPa: 2500, freeFlowM3PerS: 0.03, bend: 1.5 },
      inSeries: 1,
      inParallel: 1,
      speedShare: 1,
      temperatureRiseK: 0,
    }
    windy.line = { regulator: null, parts: [] }
    Object.assign(windy.machine.nozzle, {
      throatDiameterM: 7e-3,
      exitDiameterM: 7e-3,
      count: 24,
      inletBoreM: 14e-3,
      angleRad: 1,
    })
    windy.machine.shaft.bearingClassId = '6000'
    windy.machine = { ...windy.machine, meanRadiusM: 12e-3, hubRadiusM: 4e-3 } as typeof windy.machine
    const hard = outletCheck(windy, room)
    expect(hard?.share).toBeGreaterThan(0.05)
    expect(hard?.enoughM2).toBeGreaterThan(hard?.areaM2 ?? 0)
    // at the area that is called enough it keeps back a hundredth
    expect(((hard?.areaM2 ?? 0) / (hard?.enoughM2 ?? 1)) ** 2 * (hard?.share ?? 0)).toBeCloseTo(0.01, 6)
  })
  test('machines whose outlet is their own have none to judge', () =>
    expect(outletCheck(newBuild(own, 'radial-inflow'), room)).toBeNull())
})
