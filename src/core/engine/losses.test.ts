import { CP } from '../air'
import {
  RESTRICTIONS,
  cycleOf,
  engineMarch,
  engineNetwork,
  pistonPlace,
  standing,
  steadyEngine,
  throttledPower,
  whatCosts,
  without,
  type DoubleActing,
  type EngineCycle,
  type EngineInput,
  type PistonMachine,
  type SingleActing,
} from '.'
import doubleActing from './reference/double-acting.json'
import singleActing from './reference/single-acting.json'
import { referenceInput } from './reference/reference-input'

const single = referenceInput(singleActing.parameters)
const double = referenceInput(doubleActing.parameters)
const withMachine = <M extends SingleActing | DoubleActing>(input: EngineInput, more: Partial<M>): EngineInput => ({
  ...input,
  machine: { ...input.machine, ...more } as EngineInput['machine'],
})

/** A quantity summed round the turn from its samples. */
function round(cycle: EngineCycle, of: (i: number) => number): number {
  const { angleRad } = cycle
  let sum = 0
  for (let i = 1; i < angleRad.length; i++) sum += 0.5 * (angleRad[i] - angleRad[i - 1]) * (of(i) + of(i - 1))
  return sum
}
const settled = (input: EngineInput): EngineCycle => {
  const march = engineMarch(engineNetwork(input), 400)
  for (let i = 0; i < 150; i++) march.turn()
  return cycleOf(march)!
}
const arm = (input: EngineInput, rad: number) => Math.abs(pistonPlace(input.machine as PistonMachine, rad).armM)

describe('what an engine loses, summed from its own turn', () => {
  test('a seal rubs by its force and by the pressure above that behind the piston', () => {
    const input = withMachine<SingleActing>(single, { seal: { forceN: 0.8, areaM2: 3e-6 } })
    const { friction } = input.turning
    const cycle = settled(input)
    const p = cycle.chambers[0].pressurePaAbs
    const pa = input.room.absolutePressurePa
    const rubbed = round(cycle, (i) => arm(input, cycle.angleRad[i]) * (0.8 + 3e-6 * Math.max(0, p[i] - pa)))
    const turned = round(cycle, (i) => friction.constantNm + friction.perSpeedNmS * cycle.speedRadPerS[i])
    expect(cycle.frictionWorkJ / (rubbed + turned)).toBeCloseTo(1, 3)
  })
  test('of a double acting piston the one force is counted once, both pressures each for itself', () => {
    const input = withMachine<DoubleActing>(double, { seal: { forceN: 1, areaM2: 2e-6 } })
    const cycle = settled(input)
    const pa = input.room.absolutePressurePa
    const [head, crank] = cycle.chambers.map((c) => c.pressurePaAbs)
    const rubbed = round(
      cycle,
      (i) => arm(input, cycle.angleRad[i]) * (1 + 2e-6 * (Math.max(0, head[i] - pa) + Math.max(0, crank[i] - pa))),
    )
    const { friction } = input.turning
    const turned = round(cycle, (i) => friction.constantNm + friction.perSpeedNmS * cycle.speedRadPerS[i])
    expect(cycle.frictionWorkJ / (rubbed + turned)).toBeCloseTo(1, 3)
  })
  test('walls give heat by both faces and the wall as far as the air reaches', () => {
    const [film, wall] = [150, 300]
    const input = withMachine<SingleActing>(single, { walls: { filmWPerM2K: film, temperatureK: wall } })
    const cycle = settled(input)
    const { volumeM3: v, temperatureK: T } = cycle.chambers[0]
    const area = (Math.PI / 4) * (input.machine as PistonMachine).boreM ** 2
    const given = round(
      cycle,
      (i) =>
        (film * (2 * area + (Math.PI * (input.machine as PistonMachine).boreM * v[i]) / area) * (wall - T[i])) /
        cycle.speedRadPerS[i],
    )
    expect(cycle.heatJ / given).toBeCloseTo(1, 2)
    expect(cycle.heatJ).toBeGreaterThan(0)
  })
  test('what leaks past the piston stays in the engine, what leaks past the rod goes to the room', () => {
    const past = settled(withMachine<DoubleActing>(double, { leaks: { toRoomM2: 0, pastPistonM2: 4e-7 } }))
    expect(Math.abs(past.leakedKg)).toBeLessThan(1e-15)
    const flow = past.passages.find((p) => p.id === 'past-piston')!.flowKgPerS
    expect(round(past, (i) => Math.abs(flow[i]) / past.speedRadPerS[i])).toBeGreaterThan(1e-7)
    const room = settled(withMachine<DoubleActing>(double, { leaks: { toRoomM2: 3e-7, pastPistonM2: 0 } }))
    const out = room.passages.find((p) => p.id === 'past-rod')!.flowKgPerS
    expect(room.leakedKg / round(room, (i) => out[i] / room.speedRadPerS[i])).toBeCloseTo(1, 2)
    expect(room.passages.find((p) => p.id === 'past-piston')!.flowKgPerS.every((q) => q === 0)).toBe(true)
    const { figures, cycle } = steadyEngine(
      engineNetwork(withMachine<DoubleActing>(double, { leaks: { toRoomM2: 3e-7, pastPistonM2: 0 } })),
    )!
    expect(figures.leakedShare).toBeCloseTo(cycle.leakedKg / cycle.airKg, 12)
    expect(figures.leakedShare).toBeGreaterThan(0.005)
  })
  test('at rest friction sticks by three tenths more than it rubs', () => {
    const { holdsNm } = standing(engineNetwork(single))
    for (const holds of holdsNm) expect(holds).toBeCloseTo(1.3 * single.turning.friction.constantNm, 12)
  })
  test('what is throttled away is what the air could do before its valve less what it can behind', () => {
    const of = (input: EngineInput) => {
      const network = engineNetwork(input)
      const { cycle, figures } = steadyEngine(network)!
      return { lost: throttledPower(network, cycle), figures, cycle }
    }
    const now = of(single)
    const { passages, chambers, speedRadPerS, timeS } = now.cycle
    const pa = single.room.absolutePressurePa
    const could = (p: number) => 1 - (pa / p) ** (2 / 7)
    const ps = single.supply.absolutePressurePa
    const byHand =
      round(now.cycle, (i) => {
        const flow = Math.max(0, passages[0].flowKgPerS[i])
        const p = Math.min(ps, chambers[0].pressurePaAbs[i])
        return (flow * CP * single.supply.temperatureK * (could(ps) - Math.max(0, could(p)))) / speedRadPerS[i]
      }) / timeS
    expect(now.lost / byHand).toBeCloseTo(1, 6)
    expect(now.lost + now.figures.indicatedPowerW).toBeLessThan(now.figures.isentropicPowerW)
  })
})

describe('what costs most', () => {
  const leaky: EngineInput = {
    ...withMachine<SingleActing>(single, {
      // half of it still lets it turn
      clearanceM3: 8e-6,
      leaks: { toRoomM2: 2e-7, pastPistonM2: 0 },
      seal: { forceN: 0.5, areaM2: 2e-6 },
      walls: { filmWPerM2K: 100, temperatureK: 293.15 },
    }),
    manifold: { volumeM3: 2e-6, boreDiameterM: 2.5e-3, discharge: 0.7 },
  }
  const now = steadyEngine(engineNetwork(leaky))!
  const costs = whatCosts(leaky, now)
  test('every thing that it has is taken away once, the dearest first; what it has none of is not named', () => {
    expect(costs.map((c) => c.id).sort()).toEqual(RESTRICTIONS.filter((id) => id !== 'tube').sort())
    costs.slice(1).forEach((c, i) => expect(c.gainW).toBeLessThanOrEqual(costs[i].gainW))
    const plain = whatCosts(single, steadyEngine(engineNetwork(single))!)
    for (const id of ['inlet', 'leak', 'seal', 'heat'] as const) expect(plain.some((c) => c.id === id)).toBe(false)
  })
  test('each is the engine with just that changed, settled anew', () => {
    const m = leaky.machine as SingleActing
    const by = (id: string) => costs.find((c) => c.id === id)!.gainW + now.figures.shaftPowerW
    const power = (input: EngineInput) => steadyEngine(engineNetwork(input))!.figures.shaftPowerW
    expect(by('clearance') / power(withMachine<SingleActing>(leaky, { clearanceM3: m.clearanceM3 / 2 }))).toBeCloseTo(
      1,
      2,
    )
    expect(
      by('leak') / power(withMachine<SingleActing>(leaky, { leaks: { toRoomM2: 0, pastPistonM2: 0 } })),
    ).toBeCloseTo(1, 2)
    expect(by('seal') / power(withMachine<SingleActing>(leaky, { seal: { forceN: 0, areaM2: 0 } }))).toBeCloseTo(1, 2)
    expect(
      by('inlet') /
        power({ ...leaky, manifold: { volumeM3: 2e-6, boreDiameterM: 2.5e-3 * Math.sqrt(5), discharge: 0.7 } }),
    ).toBeCloseTo(1, 2)
    // with much room at the top what is squeezed gives back what it took, and saves air: letting it out costs
    expect(by('squeezing')).toBeLessThan(now.figures.shaftPowerW)
    const tight = steadyEngine(engineNetwork(single))!
    const relieved = whatCosts(single, tight).find((c) => c.id === 'squeezing')!
    expect(relieved.gainW).toBeGreaterThan(0.2 * tight.figures.shaftPowerW)
  })
  test('what would make it stand says so, as all that it gives', () => {
    const tight = steadyEngine(engineNetwork(single))!
    const room = whatCosts(single, tight).find((c) => c.id === 'clearance')!
    expect(room.speedRadPerS).toBe(0)
    expect(room.gainW).toBeCloseTo(-tight.figures.shaftPowerW, 9)
  })
  test('a double acting engine answers too', () => {
    for (const id of ['seat', 'exhaust', 'squeezing', 'clearance'] as const) expect(without(double, id)).not.toBeNull()
    const [seat] = whatCosts(double, steadyEngine(engineNetwork(double))!)
    expect(seat.gainW).toBeGreaterThan(0)
  })
})
