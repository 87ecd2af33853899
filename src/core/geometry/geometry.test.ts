import { sample } from '../check-values/sample'
import fc from 'fast-check'
import Module, { type ManifoldToplevel } from 'manifold-3d'
import { bearingClass } from '../turbine'
import {
  bladeMiddleLine,
  bladeOutline,
  nozzleStations,
  nozzleWall,
  placedBlade,
  FITS_OF,
  insertOutline,
  insertShape,
  trimmedAt,
  type FedParts,
} from '.'
import { notesOfPart, type PartsInput, type TangentialImpulse } from '../machines'
import { buildPart, isWatertight } from '../machines/build-part'
import type { RimRotor } from '../machines/tangential-impulse/layout'

const deg = Math.PI / 180
const plain: FedParts & { machine: RimRotor } = {
  machine: {
    meanRadiusM: 0.027,
    bladeHeightM: 9e-3,
    bladeDepthM: 8e-3,
    bladeCount: 12,
    bladeThicknessM: 1.6e-3,
    profile: 'scoop',
    inletAngleRad: 35 * deg,
    outletAngleRad: 35 * deg,
    discThicknessM: 9e-3,
    hubRadiusM: 8e-3,
    casing: { kind: 'close', clearanceM: 1e-3 },
  },
  nozzle: {
    throatDiameterM: 1.5e-3,
    exitDiameterM: 1.5e-3,
    inletBoreM: 6e-3,
    count: 1,
    angleRad: 18 * deg,
    gapM: 4e-3,
    form: { kind: 'round' },
  },
  bearing: bearingClass('625'),
  shaftDiameterM: 5e-3,
  spanM: 30e-3,
  overhangM: 0,
  fits: FITS_OF.filament,
  outlets: 'holes',
  connection: 'barbs',
}

const IMPULSE_PARTS = [
  'rotor',
  'hub',
  'nozzle-insert',
  'hose-tail',
  'casing-lower',
  'casing-upper',
  'hole-gauge',
] as const
/** The same as parts of a whole build. */
const whole = (input: typeof plain): PartsInput => ({
  ...input,
  machine: {
    family: 'tangential-impulse',
    materialId: 'petg',
    infill: 1,
    loadedAcrossLayers: false,
    ...input.machine,
  } as TangentialImpulse,
})

describe('blade outline', () => {
  test('the middle line leaves root and tip at the drawn angles', () => {
    const line = bladeMiddleLine(plain.machine)
    const angle = ([x1, y1]: readonly [number, number], [x2, y2]: readonly [number, number]) =>
      Math.atan2(Math.abs(y2 - y1), x2 - x1)
    expect(angle(line[0], line[1]) / deg).toBeGreaterThan(45)
    expect(angle(line[line.length - 2], line[line.length - 1]) / deg).toBeGreaterThan(45)
    expect(line[line.length - 1][0]).toBeCloseTo(8e-3, 9)
  })
  test('a flat paddle is straight', () =>
    bladeMiddleLine({ ...plain.machine, profile: 'flat' }).forEach(([, y]) => expect(y).toBe(0)))
  test('no blade reaches beyond the tip circle', () => {
    const outline = bladeOutline(plain.machine, 1e-3)
    for (const [x, y] of placedBlade(outline, { root: 0.023, tip: 0.031 }, 3, 12))
      expect(Math.hypot(x, y)).toBeLessThanOrEqual(0.031 + 1e-12)
  })
})

describe('nozzle outline', () => {
  test('narrows from bore to throat and never below it', () => {
    const wall = nozzleWall(plain.nozzle)
    expect(wall[0][1]).toBeCloseTo(3e-3, 12)
    expect(Math.min(...wall.map(([, r]) => r))).toBeCloseTo(0.75e-3, 12)
    wall.slice(1).forEach(([, r], i) => expect(r).toBeLessThanOrEqual(wall[i][1] + 1e-12))
  })
  test('diverges by 5° a side', () => {
    const at = nozzleStations({ ...plain.nozzle, exitDiameterM: 2e-3 })
    expect(0.25e-3 / (at.exitM - at.landEndM)).toBeCloseTo(Math.tan(5 * deg), 9)
  })
})

test('where a line beside the jet meets what cuts an insert: on the circle, on its near side; on a plane by its slope', () => {
  const trim = { kind: 'cylinder', x: 24, z: 12, radius: Math.hypot(24, 12) } as const
  expect(trimmedAt(trim, 0)).toBeCloseTo(0, 12)
  for (const outward of [-2, -0.7, 0.7, 2]) {
    const z = trimmedAt(trim, outward) as number
    expect(Math.hypot(24 + outward, 12 - z)).toBeCloseTo(trim.radius, 9)
    expect(Math.abs(z)).toBeLessThan(6)
    expect(Math.sign(z)).toBe(Math.sign(outward))
  }
  // the circle ends 2.833 further out
  expect(trimmedAt(trim, 3)).toBeNull()
  expect(trimmedAt(trim, 2.83)).not.toBeNull()
  expect(trimmedAt({ kind: 'plane', slopeRad: Math.PI / 6 }, 1)).toBeCloseTo(Math.sqrt(3), 12)
})

describe('solids', () => {
  let wasm: ManifoldToplevel
  beforeAll(async () => {
    wasm = await Module()
    wasm.setup()
  })
  test('nozzle insert: volume by Pappus less what the flats take, within 0.5 %', () => {
    const shape = insertShape(plain.nozzle)
    const outline = insertOutline(plain.nozzle, shape)
    let area = 0
    let moment = 0
    outline.forEach(([r1, z1], i) => {
      const [r2, z2] = outline[(i + 1) % outline.length]
      const cross = r1 * z2 - r2 * z1
      area += cross / 2
      moment += ((r1 + r2) * cross) / 6
    })
    const { flangeRadius: big, radius, flange } = shape
    // unequal flats, so that it goes into its seat one way only
    const segments = [radius + 0.6, radius + 1.4].map(
      (flat) => big * big * Math.acos(flat / big) - flat * Math.sqrt(big * big - flat * flat),
    )
    const expected = 2 * Math.PI * Math.abs(moment) - (segments[0] + segments[1]) * flange
    expect(area).not.toBe(0)
    const lone: PartsInput = { ...plain, machine: { family: 'thrust-body' } }
    expect(buildPart(wasm, 'nozzle-insert', lone).volumeMm3 / expected).toBeCloseTo(1, 2)
  })
  test('rotor: without blades its volume is disc less bore, key and screw holes, within 0.5 %', () => {
    const few = {
      ...plain,
      machine: { ...plain.machine, bladeCount: 2, bladeThicknessM: 0.4e-3, bladeHeightM: 1e-3, bladeDepthM: 1e-3 },
    }
    const m = { hub: 8, root: 26.5, discThickness: 9 }
    const part = buildPart(wasm, 'rotor', whole(few))
    const key = 1.5 * 3 + (3 * m.hub - (m.hub * m.hub * Math.asin(1.5 / m.hub) + 1.5 * Math.sqrt(m.hub ** 2 - 2.25)))
    const expected = (Math.PI * (m.root ** 2 - m.hub ** 2) - key - 3 * Math.PI * 1.7 ** 2) * m.discThickness
    expect(Math.abs(part.volumeMm3 / expected - 1)).toBeLessThan(0.005)
  })
  test.each(IMPULSE_PARTS)('%s is watertight, lies in its box and is told what to watch', (name) => {
    const part = buildPart(wasm, name, whole(plain))
    expect(part.watertight).toBe(true)
    expect(part.volumeMm3).toBeGreaterThan(100)
    for (let k = 0; k < 3; k++) expect(part.boundingBoxMm.max[k]).toBeGreaterThan(part.boundingBoxMm.min[k])
    expect(notesOfPart(name, whole(plain)).length).toBeGreaterThan(0)
    const { outlines, circles } = part.profile
    expect(outlines.length + circles.length).toBeGreaterThan(0)
  })
  test(
    'every part of random valid machines is watertight',
    () =>
      fc.assert(
        fc.property(
          fc.record({
            radius: fc.double({ min: 0.018, max: 0.06, noNaN: true }),
            depth: fc.double({ min: 4e-3, max: 9e-3, noNaN: true }),
            height: fc.double({ min: 3e-3, max: 15e-3, noNaN: true }),
            blades: fc.integer({ min: 4, max: 30 }),
            count: fc.integer({ min: 1, max: 4 }),
            throat: fc.double({ min: 0.6e-3, max: 3e-3, noNaN: true }),
            profile: fc.constantFrom('scoop' as const, 'c-shape' as const, 'constant-width' as const, 'flat' as const),
          }),
          (s) => {
            const input: typeof plain = {
              ...plain,
              machine: {
                ...plain.machine,
                meanRadiusM: s.radius,
                bladeDepthM: s.depth,
                bladeHeightM: s.height,
                bladeCount: s.blades,
                profile: s.profile,
              },
              nozzle: { ...plain.nozzle, throatDiameterM: s.throat, exitDiameterM: s.throat, count: s.count },
            }
            for (const name of IMPULSE_PARTS) expect(buildPart(wasm, name, whole(input)).watertight).toBe(true)
          },
        ),
        { seed: 3, numRuns: sample(4) },
      ),
    60_000,
  )
  test('a rotor with drawn blades: straight bars of known area, watertight, the volume by hand within 0.5 %', () => {
    const bar = {
      name: 'bar.dxf',
      points: [
        [0, -0.8e-3],
        [8e-3, -0.8e-3],
        [8e-3, 0.8e-3],
        [0, 0.8e-3],
      ] as [number, number][],
    }
    const drawn = { ...plain, machine: { ...plain.machine, outline: bar, bladeHeightM: 9e-3, discThicknessM: 9e-3 } }
    const bare = buildPart(wasm, 'rotor', whole({ ...drawn, machine: { ...drawn.machine, bladeCount: 2 } }))
    const part = buildPart(wasm, 'rotor', whole(drawn))
    expect(part.watertight).toBe(true)
    // ten more bars of 8 x 1.6 x 9 mm, less the slivers where they meet the round disc and the tip circle
    expect((part.volumeMm3 - bare.volumeMm3) / (10 * 8 * 1.6 * 9)).toBeGreaterThan(0.98)
    expect((part.volumeMm3 - bare.volumeMm3) / (10 * 8 * 1.6 * 9)).toBeLessThan(1.005)
  })
  test('an open mesh is not taken for a watertight one', () => {
    expect(isWatertight(Uint32Array.from([0, 1, 2, 0, 2, 1]))).toBe(true)
    expect(isWatertight(Uint32Array.from([0, 1, 2]))).toBe(false)
    expect(isWatertight(Uint32Array.from([0, 1, 2, 0, 1, 2]))).toBe(false)
  })
})
