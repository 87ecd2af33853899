import Module, { type ManifoldToplevel } from 'manifold-3d'
import { outletOfForm, outletSection, type OutletForm } from '../flow'
import { GAUGE_SIZES_M } from '../making'
import { bearingClass } from '../turbine'
import { GAUGE_PLATE } from './gauge-plate'
import { gaugeProfile, insertShape, outletOutlines, outletReach, FITS_OF, type FedParts, type Point } from '.'
import { notesOfPart, type PartsInput } from '../machines'
import { buildPart } from '../machines/build-part'

const deg = Math.PI / 180
let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})

const forms: OutletForm[] = [
  { kind: 'round' },
  { kind: 'slot', aspect: 4 },
  { kind: 'divided', parts: 2, webM: 0.6e-3 },
  { kind: 'divided', parts: 4, webM: 0.6e-3 },
  { kind: 'ring', holes: 5, ringRadiusM: 2.6e-3 },
  { kind: 'sector', innerRadiusM: 20e-3, heightM: 1.5e-3 },
]
const input = (form: OutletForm, throatDiameterM = 2e-3): PartsInput => ({
  machine: { family: 'thrust-body' },
  nozzle: {
    throatDiameterM,
    exitDiameterM: throatDiameterM,
    inletBoreM: 8e-3,
    count: 1,
    angleRad: 18 * deg,
    gapM: 4e-3,
    form,
  },
  bearing: bearingClass('625'),
  shaftDiameterM: 5e-3,
  spanM: 30e-3,
  overhangM: 0,
  fits: FITS_OF.filament,
  outlets: 'holes',
  connection: 'barbs',
})

/** Area of a polygon by the shoelace formula; positive when it runs counter-clockwise. */
const area = (outline: readonly Point[]): number =>
  outline.reduce(
    (sum, [x, y], i) => sum + (x * outline[(i + 1) % outline.length][1] - outline[(i + 1) % outline.length][0] * y) / 2,
    0,
  )

describe('outlines of outlets', () => {
  test.each(forms)(
    '%j: the drawn passages have the area the flow is reckoned with, and run counter-clockwise',
    (form) => {
      const outlines = outletOutlines(form, 2e-3)
      for (const o of outlines) expect(area(o)).toBeGreaterThan(0)
      // polygons lie inside their arcs: a few parts in a thousand small
      expect(outlines.reduce((s, o) => s + area(o), 0) / outletSection(outletOfForm(form, 2e-3)).areaM2).toBeCloseTo(
        1,
        2,
      )
      expect(outlines).toHaveLength(outletSection(outletOfForm(form, 2e-3)).passages)
    },
  )
  test('reach is that of the farthest point', () => {
    expect(outletReach({ kind: 'round' }, 2e-3)).toBeCloseTo(1e-3, 12)
    expect(outletReach({ kind: 'ring', holes: 4, ringRadiusM: 5e-3 }, 2e-3)).toBeCloseTo(5.5e-3, 5)
    const slot = outletOfForm({ kind: 'slot', aspect: 4 }, 2e-3)
    if (slot.kind !== 'slot') throw new Error('kind')
    expect(outletReach({ kind: 'slot', aspect: 4 }, 2e-3)).toBeCloseTo(Math.hypot(slot.widthM, slot.heightM) / 2, 12)
  })
})

describe('inserts with shaped outlets', () => {
  test.each([0.8e-3, 1.6e-3, 2.4e-3])(
    'round %d m its bore narrows to the outlet no steeper than a printer bridges, by a cone of its own',
    (throatM) => {
      for (const form of forms.filter((f) => f.kind !== 'sector')) {
        const { nozzle } = input(form, throatM) as FedParts
        const { straight, cone, length } = insertShape(nozzle)
        const narrows = Math.max(0, (nozzle.inletBoreM / 2 - outletReach(form, throatM)) * 1e3)
        if (form.kind !== 'round') expect(cone - straight).toBeCloseTo(0.9 * narrows, 9)
        expect(length).toBeGreaterThan(cone)
      }
    },
  )
  test.each(forms)('%j: closed, and the outlet goes right through its wall', (form) => {
    const mesh = buildPart(wasm, 'nozzle-insert', input(form))
    expect(mesh.watertight).toBe(true)
    expect(mesh.volumeMm3).toBeGreaterThan(50)
    if (form.kind === 'round') return
    // tunnels through the body: one for each passage
    const genus = 1 - (mesh.vertices.length / 3 - mesh.triangles.length / 6) / 2
    expect(genus).toBe(outletSection(outletOfForm(form, 2e-3)).passages)
  })
  test('a larger throat takes more plastic away', () => {
    const [small, large] = [2e-3, 2.6e-3].map(
      (d) => buildPart(wasm, 'nozzle-insert', input({ kind: 'slot', aspect: 3 }, d)).volumeMm3,
    )
    expect(large).toBeLessThan(small)
  })
})

describe('hole gauge', () => {
  test('plate less holes less notch, within 0.5 % of the analytic volume; one tunnel for each hole', () => {
    const mesh = buildPart(wasm, 'hole-gauge', input({ kind: 'round' }))
    const { length, width, thickness, notch } = GAUGE_PLATE
    const holes = GAUGE_SIZES_M.reduce((s, d) => s + (Math.PI / 4) * (d * 1000) ** 2, 0)
    expect(mesh.volumeMm3 / (thickness * (length * width - holes - (notch * notch) / 2))).toBeCloseTo(1, 2)
    expect(mesh.watertight).toBe(true)
    expect(1 - (mesh.vertices.length / 3 - mesh.triangles.length / 6) / 2).toBe(GAUGE_SIZES_M.length)
  })
  test('its profile has every hole at its size, and its notes say how to measure', () => {
    const { circles } = gaugeProfile()
    expect(circles.map((c) => c.radius * 2)).toEqual(GAUGE_SIZES_M.map((d) => expect.closeTo(d * 1000, 9) as number))
    expect(notesOfPart('hole-gauge', input({ kind: 'round' })).join(' ')).toMatch(/drill shanks/)
  })
})
