import { engineRunDown, overSpeed, engineNetwork, steadyEngine, type EngineInput } from '.'
import singleActing from './reference/single-acting.json'
import { referenceInput } from './reference/reference-input'

const constant = referenceInput(singleActing.parameters)
const bottle = (more: Partial<Extract<EngineInput['supply'], { kind: 'vessel' }>> = {}): EngineInput => ({
  ...constant,
  supply: {
    kind: 'vessel',
    volumeM3: 2e-3,
    absolutePressurePa: 791_325,
    temperatureK: 293.15,
    heat: 'adiabatic',
    setPaAbs: null,
    ...more,
  },
})
const run = (engine: EngineInput, flickRadPerS = 100, mostTimeS = 200) =>
  engineRunDown({ engine, flickRadPerS, mostTimeS, thrustPerSquareNS2: 1e-5 })

describe('an engine on a bottle', () => {
  const plain = run(bottle())
  test('runs until it rests, the bottle’s pressure falling all the way', () => {
    expect(plain.end).toBe('rests')
    expect(plain.runTimeS).toBeGreaterThan(25)
    expect(plain.runTimeS).toBeLessThan(38)
    const { vesselPaAbs, timeS, speedRadPerS } = plain
    for (let i = 1; i < timeS.length; i++) {
      expect(timeS[i]).toBeGreaterThanOrEqual(timeS[i - 1])
      // from turn to turn; what is squeezed back through the ball lifts it a little
      expect(vesselPaAbs[i]).toBeLessThan(vesselPaAbs[i - 1] + 1500)
    }
    expect(speedRadPerS.at(-1)).toBe(0)
    expect(plain.leftShare).toBeGreaterThan(0.3)
  })
  test('air given, air left and pressure agree: a bottle without heat cools as its air expands', () => {
    const started = (791_325 * 2e-3) / (287.05 * 293.15)
    const left = 1 - plain.airKg / started
    // p over m to 1.4; the air that comes back through the ball is warmer than what went
    expect(plain.vesselPaAbs.at(-1)! / 791_325).toBeGreaterThan(left ** 1.4)
    expect(plain.vesselPaAbs.at(-1)! / 791_325).toBeLessThan(left ** 1.4 * 1.1)
    expect(plain.vesselTemperatureK.at(-1)!).toBeLessThan(250)
  })
  test('the area under its thrust is its impulse', () => {
    const { timeS, thrustN } = plain
    let area = 0
    for (let i = 1; i < timeS.length; i++) area += 0.5 * (timeS[i] - timeS[i - 1]) * (thrustN[i] + thrustN[i - 1])
    expect(Math.abs(area / plain.impulseNs - 1)).toBeLessThan(0.01)
    expect(plain.peakThrustN).toBeCloseTo(1e-5 * plain.peakSpeedRadPerS ** 2, 9)
  })
  test('kept warm it runs on for longer and keeps its temperature', () => {
    const warm = run(bottle({ heat: 'isothermal' }))
    expect(warm.runTimeS).toBeGreaterThan(1.1 * plain.runTimeS)
    for (const t of warm.vesselTemperatureK) expect(t).toBeCloseTo(293.15, 1)
    // a wall that takes hardly anything, and one that takes all: the two ends
    const [hardly, all] = [0.002, 500].map((uaWPerK) => run(bottle({ heat: { uaWPerK } })))
    expect(Math.abs(hardly.runTimeS / plain.runTimeS - 1)).toBeLessThan(0.02)
    expect(Math.abs(all.runTimeS / warm.runTimeS - 1)).toBeLessThan(0.02)
  })
  test('common practice: a regulator just above what it needs makes it last, at less speed', () => {
    const set = run(bottle({ setPaAbs: 400e3 }))
    expect(set.runTimeS).toBeGreaterThan(1.2 * plain.runTimeS)
    expect(set.peakSpeedRadPerS).toBeLessThan(plain.peakSpeedRadPerS)
    // it holds its speed while the bottle has more than the setting
    const firstHalf = set.timeS.filter((t) => t > 3 && t < 15).map((t) => set.speedRadPerS[set.timeS.indexOf(t)])
    expect(Math.max(...firstHalf) / Math.min(...firstHalf)).toBeLessThan(1.05)
  })
  test('it ends at the time that is allowed, or when it is told to', () => {
    expect(run(bottle(), 100, 2)).toMatchObject({ end: 'time' })
    expect(
      engineRunDown({
        engine: bottle(),
        flickRadPerS: 100,
        mostTimeS: 200,
        thrustPerSquareNS2: 0,
        go: (t) => t < 3,
      }).end,
    ).toBe('stopped')
  })
  test('too weak a flick does not carry it over its dead place', () => {
    expect(run(bottle({ absolutePressurePa: 141_325 }), 8).runTimeS).toBeLessThan(1)
  })
  test('on a supply that holds its pressure it comes up to the speed that it keeps', () => {
    const held = run(constant, 100, 8)
    expect(held.end).toBe('time')
    expect(held.leftShare).toBe(1)
    const { figures } = steadyEngine(engineNetwork(constant))!
    expect(held.speedRadPerS.at(-1)! / figures.speedRadPerS).toBeCloseTo(1, 3)
    expect(held.airKg / figures.massFlowKgPerS).toBeGreaterThan(6)
    expect(held.airKg / figures.massFlowKgPerS).toBeLessThan(8.1)
  })
})

describe('over speed', () => {
  const network = engineNetwork(constant)
  test('torque falls with speed, power has a best speed, and load meets it where it settles', () => {
    const points = overSpeed(network, [60, 150, 300, 437, 600, 900, 1500, 2500, 3500])
    for (let i = 2; i < points.length; i++) expect(points[i].torqueNm).toBeLessThan(points[i - 1].torqueNm)
    const best = points.reduce((a, b) => (b.powerW > a.powerW ? b : a))
    expect(best).not.toBe(points[0])
    expect(best).not.toBe(points.at(-1))
    const { figures } = steadyEngine(network)!
    expect(Math.abs(points[3].powerW / figures.shaftPowerW - 1)).toBeLessThan(0.04)
  })
  test('an engine without pressure stands', () => {
    expect(
      steadyEngine(engineNetwork({ ...constant, supply: { ...constant.supply, absolutePressurePa: 102e3 } })),
    ).toBeNull()
  })
})
