import { sample } from '../../core/check-values/sample'
import { ChakraProvider } from '@chakra-ui/react'
import { cleanup, render } from '@testing-library/react'
import fc from 'fast-check'
import { PhysicsError } from '../../core/errors'
import { DEFAULT_DISPLAY, kindOf, newBuild, type RotatingPredicted, type TurbineBuild } from '../../project/document'
import { variedBuilds } from '../../project/document/varied-builds'
import { fromSvg } from '../../project/outline/from-svg'
import { lookOf } from '../build/machines/registry'
import { Triangles } from '../build/drawings/Triangles'
import { MachineGlyph } from '../shared/drawings/MachineGlyph'
import { shownIn } from '../shared/display'
import { system } from '../../ui/theme'
import { FAMILIES } from '../../core/machines'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const shown = shownIn(DEFAULT_DISPLAY)
afterEach(cleanup)

const predictedOf = (build: TurbineBuild): RotatingPredicted | null => {
  try {
    return kindOf(build).predict(build, { ambient: room }) as RotatingPredicted
  } catch (error) {
    if (error instanceof PhysicsError) return null
    throw error
  }
}

const drawingsOf = (build: TurbineBuild) => lookOf(build.machine.family).drawings

const svgOf = (build: TurbineBuild, view: string, predicted: RotatingPredicted): SVGSVGElement => {
  const { Drawing } = drawingsOf(build).find((d) => d.value === view) ?? drawingsOf(build)[0]
  const { container } = render(<Drawing build={build} predicted={predicted} shown={shown} />)
  return container.querySelector('svg') as SVGSVGElement
}

/** How far all lines of a drawing reach beyond its sheet, user units; what is clipped to a part of it is left out. */
function beyond(svg: SVGSVGElement): number {
  const copy = svg.cloneNode(true) as SVGSVGElement
  copy.querySelectorAll('[clip-path]').forEach((e) => e.remove())
  const [, , w, h] = (copy.getAttribute('viewBox') ?? '').split(/\s+/).map(Number)
  const points = fromSvg(copy.outerHTML).runs.flat()
  expect(points.length).toBeGreaterThan(3)
  expect(points.every(([x, y]) => Number.isFinite(x) && Number.isFinite(y))).toBe(true)
  // y grows upward in what is read
  return Math.max(...points.map(([x, y]) => Math.max(-x, x - w, y, -y - h)))
}

const radii = (svg: SVGSVGElement) => [...svg.querySelectorAll('circle')].map((c) => Number(c.getAttribute('r')))

describe.each(FAMILIES)('%s', (family) => {
  test('property: over its forms every drawing is finite, stays on its sheet and has a name', () => {
    let drawn = 0
    fc.assert(
      fc.property(variedBuilds(family), (build) => {
        const predicted = predictedOf(build)
        if (!predicted) return
        for (const { value } of drawingsOf(build)) {
          const svg = svgOf(build, value, predicted)
          drawn++
          expect([value, Math.round(beyond(svg)) <= 1]).toEqual([value, true])
          expect(svg.getAttribute('aria-label')?.length).toBeGreaterThan(10)
          expect(svg.outerHTML).not.toMatch(/NaN|undefined|Infinity/)
          cleanup()
        }
      }),
      { seed: 31, numRuns: sample(5), endOnFailure: true },
    )
    expect(drawn).toBeGreaterThan(0.5 * sample(5))
  })
  test('its small picture in the tree of builds is there and finite', () => {
    const { container } = render(<MachineGlyph machine={newBuild(own, family).machine} size={90} />)
    expect(container.querySelector('svg, path, circle')).not.toBeNull()
    expect(container.innerHTML).not.toMatch(/NaN|undefined/)
  })
})

describe('to scale', () => {
  const drawn = (build: TurbineBuild, view = drawingsOf(build)[0].value) => {
    const predicted = predictedOf(build)
    if (!predicted) throw new Error('no prediction')
    return svgOf(build, view, predicted)
  }
  test('a rotor’s hub and root circles stand as their radii do, and there is a blade for each', () => {
    const build = newBuild(own, 'tangential-impulse')
    if (build.machine.family !== 'tangential-impulse') throw new Error('another family')
    const { meanRadiusM, bladeDepthM, hubRadiusM, bladeCount } = build.machine
    const svg = drawn(build)
    const [root, mean, hub, shaft] = radii(svg)
    expect(hub / root).toBeCloseTo(hubRadiusM / (meanRadiusM - bladeDepthM / 2), 6)
    expect(mean / root).toBeCloseTo(meanRadiusM / (meanRadiusM - bladeDepthM / 2), 6)
    expect(shaft / hub).toBeCloseTo(build.machine.shaft.diameterM / 2 / hubRadiusM, 6)
    expect(svg.querySelectorAll('path[fill-opacity]')).toHaveLength(bladeCount)
  })
  test('a vane motor’s bore and rotor stand as their radii do, off the middle by the eccentricity', () => {
    const build = newBuild(own, 'vane-motor')
    if (build.machine.family !== 'vane-motor') throw new Error('another family')
    const { boreRadiusM, rotorRadiusM, eccentricityM, vanes } = build.machine
    const svg = drawn(build)
    const circles = [...svg.querySelectorAll('circle')].map((c) =>
      ['cx', 'cy', 'r'].map((k) => Number(c.getAttribute(k))),
    )
    const [, bore, rotor] = circles
    expect(bore[2] / rotor[2]).toBeCloseTo(boreRadiusM / rotorRadiusM, 6)
    expect(Math.hypot(bore[0] - rotor[0], bore[1] - rotor[1]) / rotor[2]).toBeCloseTo(eccentricityM / rotorRadiusM, 6)
    expect(svg.querySelectorAll('path[fill-opacity]')).toHaveLength(vanes)
  })
  test('blades of a row unrolled follow their count: twice as many stand half as far apart', () => {
    const build = newBuild(own, 'axial')
    const xs = (b: TurbineBuild) => {
      const paths = [...drawn(b).querySelectorAll('[clip-path] path')].map(
        (p) => fromSvg(`<svg>${p.outerHTML}</svg>`).runs[0] ?? [],
      )
      // blades of one row begin on one level
      const rows = new Map<string, number[]>()
      for (const run of paths)
        if (run.length > 20) rows.set(run[0][1].toFixed(0), [...(rows.get(run[0][1].toFixed(0)) ?? []), run[0][0]])
      cleanup()
      const at = [...rows.values()][0].sort((x, y) => x - y)
      return Math.min(...at.slice(1).map((x, i) => x - at[i]))
    }
    const twice = structuredClone(build)
    if (twice.machine.family !== 'axial' || build.machine.family !== 'axial') throw new Error('another family')
    twice.machine.bladeCount = 2 * build.machine.bladeCount
    twice.machine.bladeThicknessM = build.machine.bladeThicknessM / 2
    expect(xs(build) / xs(twice)).toBeCloseTo(2, 1)
  })
  test('velocity triangles close: jet and blade speed leave the relative speed, for each stage', () => {
    for (const family of ['tangential-impulse', 'axial', 'radial-inflow'] as const) {
      const predicted = predictedOf(newBuild(own, family))
      if (!predicted) throw new Error('no prediction')
      const { container } = render(
        <ChakraProvider value={system}>
          <Triangles point={predicted.prediction.point} />
        </ChakraProvider>,
      )
      expect(container.querySelector('svg')?.getAttribute('aria-label')).toMatch(/^Velocity triangles/)
      for (const { bladeSpeed, outletBladeSpeed, c1, w1, w2, c2 } of predicted.prediction.point.triangles) {
        expect([w1.tangential + bladeSpeed, w2.tangential + outletBladeSpeed]).toEqual([
          expect.closeTo(c1.tangential, 6),
          expect.closeTo(c2.tangential, 6),
        ])
        expect([w1.meridional, w2.meridional]).toEqual([
          expect.closeTo(c1.meridional, 6),
          expect.closeTo(c2.meridional, 6),
        ])
      }
      cleanup()
    }
  })
})
