import Module, { type CrossSection, type ManifoldToplevel } from 'manifold-3d'
import { FAMILIES } from '../../core/machines'
import { isBought, type Point } from '../../core/geometry'
import { machineSection, type CutBody } from '../../core/machines/machine-section'
import { keptDemo } from '../../project/demo/kept-demo'
import { isTurbine, newBuild, type Build } from '../../project/document'
import { fromSvg } from '../../project/outline/from-svg'
import { partsInput } from '../../project/parts/build-parts'
import { rotorPaths } from '../shared'

let wasm: ManifoldToplevel
beforeAll(async () => {
  wasm = await Module()
  wasm.setup()
})
const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const region = (outlines: readonly (readonly Point[])[]): CrossSection =>
  new wasm.CrossSection(
    outlines.map((o) => o.map(([x, y]): [number, number] => [x, y])),
    'Positive',
  )
const disc = (radius: number) => wasm.CrossSection.circle(radius, 240)
const namesOf = (view: readonly CutBody[]) => view.map(({ body }) => (isBought(body) ? body.code : body))
const sectionOf = (build: Build) => machineSection(wasm, partsInput(build))

describe.each(FAMILIES)('%s', (family) => {
  test('put together and cut, no body lies in another, and both views have what turns and what stands', () => {
    const section = sectionOf(newBuild(own, family))
    for (const view of [section.along, section.across]) {
      const regions = view.map((b) => region(b.outlines))
      const whole = regions.map((r) => r.area())
      expect(whole.every((a) => a > 0)).toBe(true)
      const shared = regions.flatMap((a, i) => regions.slice(i + 1).map((b) => a.intersect(b).area()))
      expect(Math.max(...shared)).toBeLessThan(0.05)
      expect(view.some((b) => b.turns && !b.metal)).toBe(true)
      expect(view.some((b) => !b.turns && !b.metal)).toBe(true)
    }
    expect(namesOf(section.along)).toContain('screw')
    expect(namesOf(section.along).filter((n) => n === 'bearing')).toHaveLength(2)
    // a section along the shaft has it in its middle
    const shaft = section.along.find((b) => isBought(b.body) && b.body.code === 'shaft')
    const xs = shaft?.outlines.flat().map(([x]) => x) ?? []
    expect(Math.max(...xs) + Math.min(...xs)).toBeCloseTo(0, 3)
  })
})

describe('the drawing of a rotor’s face is its cut', () => {
  const spindles = keptDemo().project.builds.filter(isTurbine)
  test.each(spindles.flatMap((b) => (b.machine.family === 'tangential-impulse' ? [[b.id, b] as const] : [])))(
    '%s: blade for blade, hollow the same way',
    (_, build) => {
      if (build.machine.family !== 'tangential-impulse') throw new Error('another family')
      const { blades, rootM, tipM } = rotorPaths(build.machine)
      const ring = disc(tipM * 1000 + 1).subtract(disc(rootM * 1000 + 0.3))
      // what a drawing reads comes with y upwards, as the cut has it
      const runs = fromSvg(`<svg>${blades.map((d) => `<path d="${d}"/>`).join('')}</svg>`).runs
      const drawn = wasm.CrossSection.union(
        runs.map((r) => new wasm.CrossSection([r.map(([x, y]): [number, number] => [x, y])], 'NonZero')),
      ).intersect(ring)
      const rotor = sectionOf(build).across.find((b) => b.body === 'rotor')
      if (!rotor) throw new Error('the cut misses the rotor')
      const made = region(rotor.outlines).intersect(ring)
      const off = (as: CrossSection) => as.subtract(made).area() + made.subtract(as).area()
      const pitch = 360 / build.machine.bladeCount
      const turned = (as: CrossSection) =>
        Math.min(...Array.from({ length: 36 }, (_, i) => off(as.rotate((i * pitch) / 36)))) / made.area()
      expect(turned(drawn)).toBeLessThan(0.06)
      expect(turned(drawn.mirror([1, 0]))).toBeGreaterThan(0.2)
    },
  )
})
