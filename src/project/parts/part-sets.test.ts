import { sample } from '../../core/check-values/sample'
import fc from 'fast-check'
import Module, { type ManifoldToplevel } from 'manifold-3d'
import { FITS_OF, axialLengths, rowOutline } from '../../core/geometry'
import { inspectPart } from '../../core/geometry/solids'
import { PhysicsError } from '../../core/errors'
import { thinnestFeature } from '../../core/search'
import { newBuild, predictionInput, type TurbineBuild } from '../document'
import { variedBuilds } from '../document/varied-builds'
import { partsInput } from './build-parts'
import {
  partSpec,
  partWords,
  notesOfPart,
  partSet,
  tierHeight,
  type PartsInput,
  FAMILIES,
  type Family,
} from '../../core/machines'
import { buildPart, type PartMesh } from '../../core/machines/build-part'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const first = (family: Family) => partsInput(newBuild(own, family))
const mm = 1000
/** Machines of each family. */
const RUNS = sample(1)
let lookedThrough = 0
const ROOM = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }

/** Volume of a part by a formula of its own, mm3; null where there is none. Circles are 96-sided: 0.07 % small. */
function byFormula(name: string, input: PartsInput): number | null {
  const m = input.machine
  const hubAndKey = (hub: number) => {
    // area of a keyed bore: circle and the part of the key outside it
    const k = 1.5
    const inside = hub * hub * Math.asin(Math.min(1, k / hub)) + k * Math.sqrt(Math.max(0, hub * hub - k * k))
    return Math.PI * hub * hub + 3 * (hub + 1.5) - inside
  }
  if (m?.family === 'vane-motor' && name === 'vane') {
    // a bar with a rounded edge, shorter than its body by a gap at each end
    const [t, h] = [m.vaneThicknessM * mm, m.vaneHeightM * mm]
    return (m.lengthM - 2 * m.clearanceM) * mm * (t * (h - t / 2) + (Math.PI * t * t) / 8)
  }
  if (m?.family === 'disc-pack' && m.coneAngleRad < 1e-6) {
    // half of a circle's area within 1.5 mm of its middle line: what the key's slot takes of it
    const strip = (r: number) => 1.5 * Math.sqrt(r * r - 2.25) + r * r * Math.asin(1.5 / r)
    const hub = m.hubRadiusM * mm
    if (name === 'spacer')
      return (Math.PI * ((hub + 1) ** 2 - hub ** 2) - (strip(hub + 1) - strip(hub))) * m.gapWidthM * mm
    // what the machine states is open is what is missing of it
    if (name === 'disc')
      return (
        (Math.PI * (m.outerRadiusM * mm) ** 2 - hubAndKey(hub) - m.outletShare * Math.PI * (m.innerRadiusM * mm) ** 2) *
        m.discThicknessM *
        mm
      )
  }
  return null
}

const made = (name: PartMesh['name'], input: PartsInput): PartMesh | PhysicsError => {
  try {
    return buildPart(wasm, name, input)
  } catch (error) {
    if (error instanceof PhysicsError) return error
    throw error
  }
}

/** Signed area of an outline, and its first moments: no corner moves without one of them. */
const momentsOf = (outline: readonly (readonly [number, number])[]): number[] => {
  const sum = [0, 0, 0]
  outline.forEach(([x0, y0], i) => {
    const [x1, y1] = outline[(i + 1) % outline.length]
    const cross = x0 * y1 - x1 * y0
    sum[0] += cross / 2
    sum[1] += (cross * (x0 + x1)) / 6
    sum[2] += (cross * (y0 + y1)) / 6
  })
  return sum.map((v) => (Math.abs(v) < 1e-6 ? 0 : v))
}

/**
 * Every part of a set, sound and named; its volume, box, place and profile. No part changes its size or place
 * unnoticed: where one is meant to, look at it, then `npx jest part-sets -u`.
 */
function soundSet(input: PartsInput): string {
  const set = partSet(input)
  expect(set.length).toBeGreaterThan(1)
  const figures: string[] = []
  for (const { name, copies } of [...set, { name: 'hole-gauge' as const, copies: 1 }]) {
    const part = buildPart(wasm, name, input)
    expect([name, part.watertight, part.pieces]).toEqual([name, true, 1])
    expect(part.profile.outlines.length + part.profile.circles.length).toBeGreaterThan(0)
    expect(partWords(name).name.length).toBeGreaterThan(2)
    expect(notesOfPart(name, input).length).toBeGreaterThan(0)
    const { min, max } = part.boundingBoxMm
    const digits = (values: readonly number[]) => values.map((v) => Number(v.toPrecision(5)))
    const flat = part.profile.outlines.map((o) => [o.length, ...digits(momentsOf(o))])
    const holes = part.profile.circles.map((c) => digits([...c.centre, c.radius]))
    figures.push(JSON.stringify([name, digits([part.volumeMm3]), digits(min), digits(max), copies, flat, holes]))
  }
  return figures.join('\n')
}

describe.each(FAMILIES)('%s', (family) => {
  test('its first machine has a complete set of sound parts, named, with what to watch', () =>
    expect(soundSet(first(family))).toMatchSnapshot())
  test('property: every part of random valid machines is watertight and in one piece, of the right volume where a formula tells it, or says in words why it cannot be made; nothing of it is thinner than its process makes where no figure is', () => {
    let [sound, refused, looked] = [0, 0, 0]
    fc.assert(
      fc.property(
        variedBuilds(family),
        fc.constantFrom('filament' as const, 'resin' as const, 'machined' as const),
        fc.constantFrom('holes' as const, 'slots' as const),
        (build, process, outlets) => {
          const input = partsInput({ ...build, making: { ...build.making, process, outlets } })
          const fine = thinnestFeature(predictionInput(build, ROOM)) * mm >= input.fits.thinnest
          for (const name of new Set(partSet(input).map((p) => p.name))) {
            const part = made(name, input)
            if (part instanceof PhysicsError) {
              refused++
              expect(part.detail.nextStep.length).toBeGreaterThan(8)
              continue
            }
            sound++
            expect([name, part.watertight, part.pieces]).toEqual([name, true, 1])
            // metal is turned, and the slanted end of an insert runs out in an edge at its hole
            if (fine && !partSpec(name, input)?.metal && name !== 'nozzle-insert') {
              looked++
              expect([name, inspectPart(wasm, part, input.fits)]).toEqual([name, []])
            }
            const formula = byFormula(name, input)
            if (formula !== null) expect([name, Math.abs(part.volumeMm3 / formula - 1) < 0.005]).toEqual([name, true])
          }
        },
      ),
      { seed: 23, numRuns: RUNS, endOnFailure: true },
    )
    expect(sound).toBeGreaterThan(RUNS)
    lookedThrough += looked
    // hardly any machine that a document takes cannot be made
    expect(refused).toBeLessThanOrEqual(Math.max(1, 0.05 * (sound + refused)))
  })
})

test('of all these parts enough were cut through and looked at', () => expect(lookedThrough).toBeGreaterThan(8 * RUNS))

test('a radial wheel fed from a box has a ring of slots of its own', () => {
  const build = newBuild(own, 'radial-inflow')
  if (build.machine.family === 'radial-inflow') build.machine.feed = 'box'
  expect(soundSet(partsInput(build))).toMatchSnapshot()
})

describe('parts fit each other', () => {
  test('a stator’s ring goes into the barrel with the process’s play, and the rings of stators with their gap ring fill it above the end plate’s', () => {
    const input = first('axial')
    const machine = input.machine as Extract<TurbineBuild['machine'], { family: 'axial' }>
    const [stator, barrel] = (['stator', 'barrel'] as const).map((n) => buildPart(wasm, n, input))
    const { chord, gap } = axialLengths(machine)
    expect(stator.boundingBoxMm.max[2]).toBeCloseTo(2 * (chord + gap), 5)
    const [ring, plate] = (['gap-ring', 'end-plate'] as const).map((n) => buildPart(wasm, n, input))
    expect(
      plate.boundingBoxMm.max[2] - 4 + (machine.stages - 1) * stator.boundingBoxMm.max[2] + ring.boundingBoxMm.max[2],
    ).toBeCloseTo(barrel.boundingBoxMm.max[2], 4)
  })
  test('vane and rotor are shorter than their body by the gap at each end, and a vane goes into a slot of the rotor', () => {
    const input = first('vane-motor')
    const [vane, rotor, body] = (['vane', 'vane-rotor', 'vane-body'] as const).map((n) => buildPart(wasm, n, input))
    const play = 2 * (input.machine as Extract<TurbineBuild['machine'], { family: 'vane-motor' }>).clearanceM * mm
    expect(vane.boundingBoxMm.max[0]).toBeCloseTo(body.boundingBoxMm.max[2] - play, 5)
    expect(rotor.boundingBoxMm.max[2]).toBeCloseTo(body.boundingBoxMm.max[2] - play, 5)
  })
  test('tiers of a stack add up to its height and each fits a common bed’s height', () => {
    const input = first('wind-stack')
    const machine = input.machine as Extract<TurbineBuild['machine'], { family: 'wind-stack' }>
    const tiers = partSet(input).find((p) => p.name === 'stack-tier')?.copies ?? 0
    expect((tiers * tierHeight(machine)) / 1000).toBeCloseTo(machine.stackHeightM, 9)
    expect(tierHeight(machine)).toBeLessThanOrEqual(120)
  })
  test.each(['axial', 'supersonic-impulse', 'wind-stack'] as const)(
    '%s: a drawn blade takes the place of the wheel’s own; drawn as that, it is the same wheel, twice as thick a heavier one',
    (family) => {
      const input = first(family)
      const machine = input.machine as Extract<
        TurbineBuild['machine'],
        { family: 'axial' | 'supersonic-impulse' | 'wind-stack' }
      >
      const depth = machine.family === 'supersonic-impulse' ? machine.bladeDepthM : machine.chordM
      const drawn = (thickness: number) => {
        const points = rowOutline({
          bladeDepthM: depth,
          profile: machine.profile,
          inletAngleRad: machine.inletAngleRad,
          outletAngleRad: machine.outletAngleRad,
          bladeThicknessM: thickness,
        })
        const from = Math.min(...points.map(([x]) => x))
        return { name: 'own.svg', points: points.map(([x, y]) => [x - from, y] as const) }
      }
      const volume = (outline: ReturnType<typeof drawn> | null) =>
        buildPart(wasm, 'wheel', { ...input, machine: { ...machine, outline } }).volumeMm3
      const [plain, same, thick] = [
        volume(null),
        volume(drawn(machine.bladeThicknessM)),
        volume(drawn(2 * machine.bladeThicknessM)),
      ]
      expect(same / plain).toBeCloseTo(1, 1)
      expect(thick).toBeGreaterThan(same)
    },
  )
  test('finer processes leave less play', () => {
    expect(FITS_OF.machined.bearing).toBeLessThan(FITS_OF.resin.bearing)
    expect(FITS_OF.resin.bearing).toBeLessThan(FITS_OF.filament.bearing)
  })
  test('a part of another family is refused in words', () =>
    expect(() => buildPart(wasm, 'stator', first('disc-pack'))).toThrow(/has no stator/))
})
