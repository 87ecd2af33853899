import { engineNetwork, standing, type DoubleActing, type EngineInput } from '.'
import doubleActing from './reference/double-acting.json'
import singleActing from './reference/single-acting.json'
import { referenceInput } from './reference/reference-input'

const deg = Math.PI / 180
const single = referenceInput(singleActing.parameters)
const double = referenceInput(doubleActing.parameters)
const phased = (input: EngineInput, ...phases: number[]): EngineInput => ({
  ...input,
  machine: { ...input.machine, phasesRad: phases.map((p) => p * deg) } as EngineInput['machine'],
})
const at = (input: EngineInput) => standing(engineNetwork(input))

describe('an engine at rest', () => {
  test('a pin-lifted ball pushes only where the pin lifts it: forwards after dead centre, backwards as long before', () => {
    const { starts, startsShare, backwardsShare, torqueNm, angleRad } = at(single)
    expect(starts).toHaveLength(1)
    const [from, to] = starts[0]
    expect(from).toBeLessThan(3 * deg)
    // the ball sits down where the piston has gone as far as the pin is long: 34.8 degrees
    expect(to / deg).toBeGreaterThan(32)
    expect(to / deg).toBeLessThan(35.5)
    expect(startsShare).toBeCloseTo(backwardsShare, 2)
    // full pressure times area times arm, at 20 degrees
    const i = angleRad.findIndex((a) => Math.abs(a - 20 * deg) < 1e-6)
    const r = 0.01
    const arm =
      r * Math.sin(20 * deg) * (1 + (r * Math.cos(20 * deg)) / Math.sqrt(0.04 ** 2 - (r * Math.sin(20 * deg)) ** 2))
    expect(torqueNm[i]).toBeCloseTo(400e3 * (Math.PI / 4) * 0.02 ** 2 * arm, 4)
  })

  test('common practice: one double acting cylinder has two dead places, two at a right angle start from anywhere, two at 180 degrees stick as one does', () => {
    const one = at(double)
    expect(one.starts).toHaveLength(2)
    expect(one.startsShare).toBeGreaterThan(0.6)
    expect(at(phased(double, 0, 90)).startsShare).toBe(1)
    const opposed = at(phased(double, 0, 180))
    expect(opposed.startsShare).toBeLessThan(0.85)
    expect(opposed.starts).toHaveLength(2)
  })

  test('friction that is more than its push holds it everywhere', () => {
    const { turning } = single
    const stuck = { ...single, turning: { ...turning, friction: { ...turning.friction, constantNm: 2 } } }
    expect(at(stuck).startsShare).toBe(0)
    expect(at(stuck).starts).toEqual([])
  })

  test('a valve that lets both ends exhaust pushes nothing', () => {
    const machine = double.machine as DoubleActing
    const shut = { ...double, machine: { ...machine, valve: { ...machine.valve, admissionLapM: 0.01 } } }
    expect(at(shut).startsShare).toBe(0)
  })

  test('the exhaust open beside the inlet lets only part of the pressure stand', () => {
    const machine = double.machine as DoubleActing
    const open = { ...double, machine: { ...machine, valve: { ...machine.valve, exhaustLapM: -0.008 } } }
    const [whole, part] = [at(double), at(open)].map(({ torqueNm }) => Math.max(...torqueNm))
    expect(part).toBeGreaterThan(0)
    expect(part).toBeLessThan(whole)
  })
})
