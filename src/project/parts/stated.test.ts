import { assemblyOf, type PartsInput } from '../../core/machines'
import { isBought } from '../../core/geometry'
import { rimLayout, insertPose, type RimInput } from '../../core/machines/tangential-impulse/layout'
import { vaneLayout } from '../../core/machines/vane-motor/layout'
import { newBuild, newBuildOf } from '../document'
import { partsInput } from '.'

const own = { id: 'b', machineId: 'm', name: 'b', createdAt: '2026-01-01T00:00:00.000Z' }

describe('gaps that are stated with the parts are those of the build, in mm', () => {
  const tried = [
    ['axial', 'radial', 'tipClearanceM'],
    ['wind-stack', 'radial', 'tipClearanceM'],
    ['radial-inflow', 'axial', 'clearanceM'],
    ['disc-pack', 'radial', 'clearanceM'],
    ['vane-motor', 'axial', 'clearanceM'],
  ] as const
  test.each(tried)('%s', (family, code, field) => {
    const build = newBuild(own, family)
    const gap = assemblyOf(partsInput(build)).gaps.find((g) => g.code === code)
    expect(gap?.mm).toBeCloseTo(1000 * (build.machine as unknown as Record<typeof field, number>)[field], 9)
  })
})

test('of a vane motor shaft, sleeve, rotor and vanes turn, and its ends stand', () => {
  const { placed } = assemblyOf(partsInput(newBuild(own, 'vane-motor')))
  const turning = placed.filter((p) => p.turns).map((p) => (isBought(p.body) ? p.body.code : p.body))
  expect(new Set(turning)).toEqual(new Set(['shaft', 'rotor-sleeve', 'vane-rotor', 'vane', 'collar', 'set-screw']))
})

describe('the key in a vane rotor', () => {
  const keyWithin = (vanes: number, thicknessM: number) => {
    const build = newBuild(own, 'vane-motor')
    Object.assign(build.machine, { vanes, vaneThicknessM: thicknessM })
    return vaneLayout(partsInput(build) as never)
  }
  test('of few thin vanes it has room between the slots, whatever their depth', () =>
    expect(keyWithin(3, 1e-3).keyWithin).toBe(Infinity))
  test('of many it must stay below their floors', () => {
    const l = keyWithin(10, 3e-3)
    expect(l.keyWithin).toBeCloseTo(l.rotor - l.height, 9)
  })
})

describe('the insert of a tangential machine', () => {
  const layoutAt = (degrees: number) => {
    const build = newBuild(own, 'tangential-impulse')
    build.machine.nozzle.angleRad = (degrees * Math.PI) / 180
    const input = partsInput(build) as unknown as RimInput
    return { l: rimLayout(input), input, angle: build.machine.nozzle.angleRad }
  }
  test.each([2, 8, 15, 25])('at %d° its axis meets the circle of the blades at that angle', (degrees) => {
    const { l, angle } = layoutAt(degrees)
    const { origin, z } = axisOf(insertPose(l, angle))
    // on towards the wheel: where x is nought it is as far from the shaft as the blades' middle
    const s = -origin[0] / z[0]
    expect(origin[1] + s * z[1]).toBeCloseTo(l.mean, 9)
    expect(Math.atan2(-z[1], z[0])).toBeCloseTo(angle, 9)
    expect(s).toBeCloseTo(l.exitBack + l.insert.length, 9)
  })
  test.each([2, 8, 15, 25])(
    'at %d° its end follows the rim: it is cut round the shaft as that stands beside it',
    (degrees) => {
      const { l, angle } = layoutAt(degrees)
      const pose = insertPose(l, angle)
      const { origin, z } = axisOf(pose)
      const along = (axis: readonly number[]) => -(origin[0] * axis[0] + origin[1] * axis[1])
      const { trim } = l.insert.seat
      if (trim?.kind !== 'cylinder') throw new Error('its end is cut round the shaft')
      expect(trim.x).toBeCloseTo(along(pose.slice(0, 3)), 9)
      expect(trim.z).toBeCloseTo(along(z) - l.insert.length, 9)
      // through where its axis leaves
      expect(trim.radius).toBeCloseTo(Math.hypot(trim.x, trim.z), 9)
    },
  )
  test.each([2, 8, 15, 25])('at %d° its flange lies beyond the cavity, with a wall between', (degrees) => {
    const { l, input, angle } = layoutAt(degrees)
    // inner corner of the flange's seat, from the circle of the blades back along the axis and then inwards
    const back = l.exitBack + l.insert.length - l.insert.flange - input.fits.seat
    const inwards = l.insert.flangeRadius + input.fits.seat
    const corner = Math.hypot(
      -back * Math.cos(angle) - inwards * Math.sin(angle),
      l.mean + back * Math.sin(angle) - inwards * Math.cos(angle),
    )
    expect(corner).toBeGreaterThan(l.cavity + 1.5 * input.fits.thinnest - 1e-6)
  })
})

/** Where a pose puts the origin, and which way its z goes. */
function axisOf(pose: readonly number[]) {
  return { origin: pose.slice(12, 15), z: pose.slice(8, 11) }
}

test('the eccentric of a three-flank engine points at the rotor’s middle wherever the shaft stands', () => {
  const input = partsInput(newBuildOf(own, 'three-flank-engine')) as PartsInput
  const { turnedTo } = assemblyOf(input)
  for (const degrees of [0, 40, 130, 265]) {
    const placed = turnedTo?.(degrees) ?? []
    const poseOf = (name: string) => placed.find((p) => p.body === name)?.pose as unknown as number[]
    const [x, y] = poseOf('rotary-rotor').slice(12, 14)
    const [ex, ey] = poseOf('rotor-eccentric').slice(0, 2)
    expect([degrees, Math.atan2(y, x)]).toEqual([degrees, expect.closeTo(Math.atan2(ey, ex), 9)])
  }
})
