import { ChakraProvider } from '@chakra-ui/react'
import { cleanup, render } from '@testing-library/react'
import fc from 'fast-check'
import type { ReactElement } from 'react'
import { sample } from '../../core/check-values/sample'
import { workingRadius } from '../../core/machines'
import {
  DEFAULT_DISPLAY,
  newBuild,
  newThrustBuild,
  predictionInput,
  type CoastRig,
  type FlywheelRig,
} from '../../project/document'
import { methodOf } from '../../project/measuring'
import { fromSvg } from '../../project/outline/from-svg'
import { system } from '../../ui/theme'
import { VesselPicture, vesselSize } from '../bench/methods/VesselPicture'
import { AlonePicture } from '../bench/methods/coast/AlonePicture'
import { MotorPicture } from '../bench/methods/generator/MotorPicture'
import { WheelPicture } from '../bench/methods/inertia/WheelPicture'
import { MicrophonePicture } from '../bench/methods/sound/MicrophonePicture'
import { StandPicture } from '../bench/methods/thrust/StandPicture'
import { shownIn } from '../shared/display'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }
const room = { absolutePressurePa: 101_325, temperatureK: 293.15, relativeHumidity: 0.5 }
const shown = shownIn(DEFAULT_DISPLAY)
afterEach(cleanup)

const drawn = (picture: ReactElement): SVGSVGElement =>
  render(<ChakraProvider value={system}>{picture}</ChakraProvider>).container.querySelector('svg') as SVGSVGElement

/** All lines stand on the sheet and are finite. */
function onSheet(svg: SVGSVGElement): void {
  const [, , w, h] = (svg.getAttribute('viewBox') ?? '').split(/\s+/).map(Number)
  const points = fromSvg(svg.outerHTML).runs.flat()
  expect(points.length).toBeGreaterThan(3)
  for (const [x, y] of points) {
    expect(Math.min(x, w - x)).toBeGreaterThan(-0.5)
    expect(Math.min(-y, h + y)).toBeGreaterThan(-0.5)
  }
}

const rig = methodOf('inertia').newRig('r') as FlywheelRig
const build = newBuild(own)
const wheel = (more: Partial<FlywheelRig>) =>
  drawn(<WheelPicture rig={{ ...rig, ...more }} build={build} shown={shown} />)
const radii = (svg: SVGSVGElement) => [...svg.querySelectorAll('circle')].map((c) => Number(c.getAttribute('r')))
const middles = (svg: SVGSVGElement) => [...svg.querySelectorAll('circle')].map((c) => Number(c.getAttribute('cx')))

describe('the flywheel beside the rotor', () => {
  test('rotor and wheel to one scale; on one shaft they share their middle', () => {
    const [outer, inner, rotor] = radii(wheel({ speedRatio: 1 }))
    expect(outer / rotor).toBeCloseTo(
      rig.flywheel.outerRadiusM / workingRadius(predictionInput(build, room).machine),
      6,
    )
    expect(inner / outer).toBeCloseTo(rig.flywheel.innerRadiusM / rig.flywheel.outerRadiusM, 6)
    expect(new Set(middles(wheel({ speedRatio: 1 }))).size).toBe(1)
  })
  test('joined by a belt: pulleys as the speeds, the straight parts touch both', () => {
    const svg = wheel({ speedRatio: 0.35 })
    const [, , , , small, large] = radii(svg)
    expect(small / large).toBeCloseTo(0.35, 6)
    const [x1, x2] = [middles(svg)[4], middles(svg)[5]]
    const cy = Number(svg.querySelectorAll('circle')[4].getAttribute('cy'))
    const belt = [...svg.querySelectorAll('path')].find((p) => p.getAttribute('stroke-dasharray') === '1 2.5')!
    const n = belt
      .getAttribute('d')!
      .match(/-?[\d.]+/g)!
      .map(Number)
    // a line at right angles to the radius at either end
    const [ax, ay, bx, by] = n
    expect(Math.hypot(ax - x1, ay - cy)).toBeCloseTo(small, 6)
    expect(Math.hypot(bx - x2, by - cy)).toBeCloseTo(large, 6)
    expect((bx - ax) * (ax - x1) + (by - ay) * (ay - cy)).toBeCloseTo(0, 6)
  })
  test('as many marks as it counts, where the sensor reads; too many to draw are told', () => {
    const marked = (svg: SVGSVGElement) => [...svg.querySelectorAll('path[transform^="rotate"]')]
    expect(marked(wheel({ countsPerTurn: 3 }))).toHaveLength(3)
    expect(marked(wheel({ countsPerTurn: 400 }))).toHaveLength(0)
    expect(wheel({ countsPerTurn: 400 }).textContent).toContain('400 counts a turn')
    const at = (sensorOn: 'rotor' | 'flywheel') =>
      Number(
        /^M(-?[\d.]+)/.exec(marked(wheel({ speedRatio: 0.5, countsPerTurn: 1, sensorOn }))[0].getAttribute('d')!)![1],
      )
    expect(at('rotor')).toBeLessThan(at('flywheel'))
  })
  test('property: on its sheet, whatever the sizes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 300 }),
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: 1, max: 400 }),
        (mm, share, ratio) => {
          const outerRadiusM = mm / 1000
          const flywheel = { ...rig.flywheel, outerRadiusM, innerRadiusM: (outerRadiusM * share) / 100 }
          onSheet(wheel({ flywheel, speedRatio: ratio / 100 }))
          cleanup()
        },
      ),
      { seed: 5, numRuns: sample(12) },
    )
  })
})

test('a body on its stand keeps its shape, on the sheet, and says what it pushes with', () => {
  for (const [lengthM, diameterM] of [
    [0.26, 0.06],
    [0.05, 0.12],
    [1.4, 0.03],
  ]) {
    const of = newThrustBuild(own)
    const svg = drawn(
      <StandPicture build={{ ...of, machine: { ...of.machine, lengthM, diameterM } }} pushN={0.537} shown={shown} />,
    )
    onSheet(svg)
    expect(svg.textContent).toContain('0.537 N predicted')
    const body = [...svg.querySelectorAll('path')].find((p) => / ?q/.test(p.getAttribute('d') ?? ''))!
    const [points] = fromSvg(`<svg viewBox="0 0 260 150"><path d="${body.getAttribute('d')}"/></svg>`).runs
    const across = (k: 0 | 1) => Math.max(...points.map((p) => p[k])) - Math.min(...points.map((p) => p[k]))
    expect(across(0) / across(1)).toBeCloseTo(lengthM / diameterM, 1)
    cleanup()
  }
})

const rotorM = () => workingRadius(predictionInput(build, room).machine)
const number = (node: Element | null, name: string) => Number(node?.getAttribute(name))

describe('a rotor left to itself', () => {
  const alone = (more: Partial<CoastRig>) =>
    drawn(<AlonePicture rig={{ countsPerTurn: 1, brake: null, ...more }} build={build} shown={shown} />)
  test('says how wide it is and shows its marks; the heavier weight hangs where it holds back', () => {
    const svg = alone({ countsPerTurn: 4 })
    onSheet(svg)
    expect(svg.querySelectorAll('path[transform^="rotate"]')).toHaveLength(4)
    expect(svg.textContent).toContain(shown.text(2 * rotorM(), 'length'))
    const braked = alone({ brake: { torqueNm: 3e-4, relativeUncertainty: 0.02 } })
    onSheet(braked)
    expect(braked.textContent).toContain('0.300 mN·m against it')
    // turning clockwise the left of the hub goes up
    const weight = [...braked.querySelectorAll('path')].find((p) => p.getAttribute('d')?.endsWith('h12v11h-12z'))!
    const middle = number(braked.querySelector('circle'), 'cx')
    expect(Number(/^M(-?[\d.]+)/.exec(weight.getAttribute('d')!)![1]) + 6).toBeLessThan(middle)
    expect(svg.textContent).not.toContain('against it')
  })
})

describe('a vessel and the rotor behind it', () => {
  test('the volume is what is drawn, to the rotor’s scale', () => {
    for (const volumeM3 of [0.5e-3, 2e-3, 0.024, 0.3]) {
      const svg = drawn(<VesselPicture volumeM3={volumeM3} build={build} shown={shown} />)
      onSheet(svg)
      const box = svg.querySelector('rect')!
      const wheelR = number(svg.querySelectorAll('circle')[1], 'r')
      const perM = number(box, 'width') / vesselSize(volumeM3).lengthM
      const volume = (Math.PI / 4) * (number(box, 'height') / perM) ** 2 * (number(box, 'width') / perM)
      expect(volume / volumeM3).toBeCloseTo(1, 6)
      if (wheelR > 1) expect(wheelR / perM).toBeCloseTo(rotorM(), 6)
      cleanup()
    }
  })
  test('a body that turns nothing has a nozzle behind it', () => {
    const svg = drawn(<VesselPicture volumeM3={2e-3} build={newThrustBuild(own)} shown={shown} />)
    expect(svg.querySelectorAll('circle')).toHaveLength(1)
    expect(svg.getAttribute('aria-label')).toContain('nozzle')
  })
})

test('a microphone stands a hand’s breadth beside the rim, to the rotor’s scale; the tones are blades times turns', () => {
  const heard = { blades: 12, fromRadPerS: 200 * Math.PI, toRadPerS: 600 * Math.PI }
  const svg = drawn(<MicrophonePicture rig={heard} build={build} shown={shown} />)
  onSheet(svg)
  const wheel = svg.querySelector('circle')!
  const mic = [...svg.querySelectorAll('path')].find((p) => p.getAttribute('d')?.includes('v10h-14z'))!
  const micX = Number(/^M(-?[\d.]+)/.exec(mic.getAttribute('d')!)![1])
  const perM = number(wheel, 'r') / rotorM()
  expect((micX - number(wheel, 'cx') - number(wheel, 'r')) / perM).toBeCloseTo(0.1, 6)
  expect(svg.textContent).toContain('1200 to 3600 Hz')
  expect(svg.querySelectorAll('path[transform^="rotate"]')).toHaveLength(12)
})

test('a motor shows its poles, two a pair, and how often its winding swings in a turn', () => {
  const motor = (polePairs: number) => drawn(<MotorPicture rig={{ polePairs }} build={build} shown={shown} />)
  const seven = motor(7)
  onSheet(seven)
  expect(seven.querySelectorAll('path[transform^="rotate"]')).toHaveLength(14)
  expect(seven.textContent).toContain('7 periods a turn')
  expect(motor(1).textContent).toContain('one period a turn')
})
