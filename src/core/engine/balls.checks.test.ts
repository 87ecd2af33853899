import { mm, PA, loose, engine, ballOf, spring } from './testing/ball-engine'
import { chosen } from '../check-values/sample'
import { settledFlow } from './results'
import { engineSystem } from './system'
import {
  ballMass,
  ballMotion,
  cycleOf,
  engineMarch,
  engineNetwork,
  pistonPlace,
  steadyEngine,
  steady,
  type EngineInput,
  type LooseBall,
  type SingleActing,
} from '.'

/** Isentropic flow through an opening, kg/s; written out again. */
function throughHole(area: number, p1: number, p2: number, T: number): number {
  const r = Math.max(p2 / p1, (2 / 2.4) ** 3.5)
  return area * p1 * Math.sqrt((2 * 1.4) / (0.4 * 287.05 * T)) * Math.sqrt(r ** (2 / 1.4) - r ** (2.4 / 1.4))
}

/**
 * One cylinder at a held speed, marched over time in small steps by the classical fourth-order method: lift and air of
 * the last of some turns.
 */
function overTime(input: EngineInput, w: number, turns: number): { lift: (rad: number) => number; airKg: number } {
  const m = input.machine as SingleActing
  const b = m.ball.loose!
  const area = (Math.PI / 4) * m.boreM ** 2
  const { holeM2, openingM, contact } = ballOf(input)
  const cv = 287.05 / 0.4
  const cp = 1.4 * cv
  const supply = input.supply as { absolutePressurePa: number; temperatureK: number }
  type S = [mass: number, energy: number, lift: number, speed: number, taken: number]
  const held = (depth: number, inwards: number) =>
    depth > 0
      ? Math.max(0, contact.stiffnessNPerM * depth + contact.dampingNsPerM * Math.min(1, depth / 2e-6) * inwards)
      : 0
  const slope = (t: number, [mass, energy, x, v]: S): S => {
    const { travelM, armM } = pistonPlace(m, w * t)
    const volume = m.clearanceM3 + area * travelM
    const p = (0.4 * energy) / volume
    const T = energy / (cv * mass)
    const pin = m.ball.pinLengthM - travelM
    const open = x > 0 ? 0.7 * Math.min(openingM * x, holeM2) : 0
    const flow = (a: number, other: number, otherT: number) =>
      other > p ? throughHole(a, other, p, otherT) : -throughHole(a, p, other, T)
    const through = flow(open, supply.absolutePressurePa, supply.temperatureK)
    const ports =
      flow(0.7 * m.ports.widthM * Math.min(Math.max(0, travelM - m.ports.fromM), m.ports.heightM), PA, 293) +
      flow(m.leaks.toRoomM2, PA, 293)
    const enthalpy = (q: number, outside: number) => q * cp * (q > 0 ? outside : T)
    const wide = x > 0 ? (openingM * x) / holeM2 : 0
    const force =
      (-(Math.PI / 4) * m.ball.seatDiameterM ** 2 * (supply.absolutePressurePa - p)) / (1 + wide * wide) -
      b.spring.forceN -
      b.spring.stiffnessNPerM * x -
      b.massKg * 9.80665 +
      (pin > 0 ? held(pin - x, -armM * w - v) : 0) +
      held(-x, -v) -
      held(x - b.roomM, v)
    return [
      through + ports,
      enthalpy(through, supply.temperatureK) + enthalpy(ports, 293) - p * area * armM * w,
      v,
      force / b.massKg,
      through,
    ]
  }
  const dt = 4e-7
  const steps = Math.round((turns * 2 * Math.PI) / w / dt)
  const perTurn = Math.round((2 * Math.PI) / w / dt)
  const volume0 = m.clearanceM3
  let y: S = [(PA * volume0) / (287.05 * 293), (PA * volume0) / 0.4, m.ball.pinLengthM, 0, 0]
  const lifts: number[] = []
  let before = 0
  for (let i = 0; i < steps; i++) {
    const t = i * dt
    const add = (a: S, k: S, h: number) => a.map((v, j) => v + h * k[j]) as S
    const k1 = slope(t, y)
    const k2 = slope(t + dt / 2, add(y, k1, dt / 2))
    const k3 = slope(t + dt / 2, add(y, k2, dt / 2))
    const k4 = slope(t + dt, add(y, k3, dt))
    y = y.map((v, j) => v + (dt / 6) * (k1[j] + 2 * k2[j] + 2 * k3[j] + k4[j])) as S
    if (i === steps - perTurn) before = y[4]
    if (i >= steps - perTurn) lifts.push(y[2])
  }
  return {
    airKg: y[4] - before,
    lift: (rad) => lifts[Math.min(lifts.length - 1, Math.round((rad / (2 * Math.PI)) * lifts.length))],
  }
}

describe('a ball in its engine', () => {
  const bare = (ball: LooseBall): EngineInput => ({
    ...engine(ball, { manifold: null }),
    turning: { ...engine().turning, inertiaKgM2: 1e3 },
  })
  const BALLS: readonly (readonly [string, LooseBall, number])[] = [
    ['on a spring', spring(5), 300],
    ['by itself, thrown to the cap', loose(), 420],
    ['of nylon', loose({ massKg: ballMass('nylon', 6.35 * mm) }), 500],
  ]
  test.each(chosen(BALLS, ([name]) => name.startsWith('by itself')))(
    '%s goes as one marched over time by another method in small steps',
    (_, ball, w) => {
      const input = bare(ball)
      const march = engineMarch(engineNetwork(input), w)
      for (let i = 0; i < 5; i++) march.turn()
      const cycle = cycleOf(march)!
      const other = overTime(input, w, 6)
      expect(Math.abs(cycle.airKg / other.airKg - 1)).toBeLessThan(0.01)
      const { liftM } = cycle.balls[0]
      const most = Math.max(...liftM)
      let [sum, count] = [0, 0]
      cycle.angleRad.forEach((a, i) => {
        sum += (liftM[i] - other.lift(a)) ** 2
        count++
      })
      expect(Math.sqrt(sum / count) / most).toBeLessThan(0.02)
    },
  )

  test('one that weighs next to nothing does as one that is taken to follow its pin', () => {
    const plain = steadyEngine(engineNetwork(engine()))!.figures
    const light = steadyEngine(engineNetwork(engine({ ...spring(5), massKg: 1e-5 })))!.figures
    expect(light.speedRadPerS / plain.speedRadPerS).toBeCloseTo(1, 2)
    expect(Math.abs(light.airPerTurnKg / plain.airPerTurnKg - 1)).toBeLessThan(0.015)
  })

  test('a free ball of steel floats and lets in several times the air; a strong enough spring shuts it (common practice)', () => {
    const seen = (ball: LooseBall) => {
      const network = engineNetwork(engine(ball))
      const found = steadyEngine(network)!
      return { ...found.figures, ...ballMotion(network, found.cycle)! }
    }
    const plain = steadyEngine(engineNetwork(engine()))!.figures
    const free = seen(loose())
    expect(free.airPerTurnKg).toBeGreaterThan(3 * plain.airPerTurnKg)
    expect(free.afterPinShare).toBeGreaterThan(0.5)
    expect(free.meetsCap).toBe(true)
    const sprung = seen(spring(10))
    expect(sprung.afterPinShare).toBeLessThan(0.03)
    expect(sprung.lateRad).toBeLessThan(0.2)
    expect(sprung.airPerTurnKg / plain.airPerTurnKg).toBeCloseTo(1, 1)
    // what lifts it is taken from the crank: more than rings and bearings ask for
    expect(sprung.frictionPowerW / sprung.speedRadPerS).toBeGreaterThan(plain.frictionPowerW / plain.speedRadPerS)
    expect(seen(spring(5)).afterPinShare).toBeGreaterThan(sprung.afterPinShare)
  })

  test('air squeezed above its supply lifts it against its spring; a ball that follows its pin cannot', () => {
    const squeezing = { ...engine(loose({ massKg: 1e-4 })), turning: { ...engine().turning, inertiaKgM2: 1e3 } }
    const tight = { ...squeezing, machine: { ...(squeezing.machine as SingleActing), clearanceM3: 0.3e-6 } }
    const march = engineMarch(engineNetwork(tight), 300)
    for (let i = 0; i < 5; i++) march.turn()
    const { balls, angleRad } = cycleOf(march)!
    const early = [...angleRad].findIndex((a, i) => a > Math.PI && balls[0].liftM[i] > 20e-6)
    expect(balls[0].pinM[early]).toBeLessThan(0)
  })

  test('a regulator before it: what stands at the ball is its setting, not the bottle’s pressure', () => {
    const held = (absolutePressurePa: number): EngineInput => ({
      ...engine(spring(2), { manifold: null }),
      supply: {
        kind: 'vessel',
        volumeM3: 0.05,
        absolutePressurePa,
        temperatureK: 293,
        heat: 'isothermal',
        setPaAbs: PA + 300e3,
      },
    })
    const lifts = [PA + 350e3, PA + 900e3].map((p) => {
      const march = engineMarch(engineNetwork(held(p)), 300)
      for (let i = 0; i < 3; i++) march.turn()
      return cycleOf(march)!.balls[0].liftM
    })
    lifts[0].forEach((x, i) => expect(Math.abs(x - lifts[1][i])).toBeLessThan(2e-6))
  })

  test('it begins on its pin, at rest', () => {
    const network = engineNetwork(engine(spring(2)))
    const march = engineMarch(network, 100)
    expect(march.y[march.layout.ball(0)]).toBeCloseTo(2.2 * mm, 12)
    expect(march.y[march.layout.ball(0) + 1]).toBe(0)
  })

  test('of two speeds that a floating ball gives it, the one that it comes to from rest is found', () => {
    const heavy = { ...engine().turning, load: { ...engine().turning.load, perSquareNmS2: 8e-7 } }
    const network = engineNetwork(engine(spring(0.3), { turning: heavy }))
    const leftAlone = (from: number) => {
      const march = engineMarch(network, from)
      for (let i = 0; i < 400; i++) march.turn()
      return march.speed()
    }
    const [slow, fast] = [leftAlone(40), leftAlone(300)]
    expect(fast / slow).toBeGreaterThan(1.7)
    expect(Math.abs(steady(network).startSpeedRadPerS / slow - 1)).toBeLessThan(0.15)
    // beside the upper one it stays there
    expect(steady(network, { radPerS: fast }).startSpeedRadPerS / fast).toBeCloseTo(1, 1)
  })

  test('what a ball did is read from its lift: pin gone, shut, one bounce, the cap not met', () => {
    const n = 72
    const angleRad = Float64Array.from({ length: n + 1 }, (_, i) => (i * 2 * Math.PI) / n)
    const deg = (i: number) => 5 * i
    const course = (of: (deg: number) => number) => Float64Array.from({ length: n + 1 }, (_, i) => of(deg(i % n)))
    const pinM = course((a) => (a < 32 || a > 328 ? 1 : -1) * mm)
    const liftM = course((a) => (a < 62 || a > 328 ? 0.5 * mm : a > 80 && a < 100 ? 0.1 * mm : -5e-6))
    const network = { balls: [{ ...ballOf(engine(loose())), passage: 0 }] } as never
    const cycle = {
      angleRad,
      speedRadPerS: course(() => 100),
      balls: [{ liftM, pinM }],
      passages: [{ id: 'seat', flowKgPerS: course((a) => (a < 62 ? 1e-3 : 0)), areaM2: angleRad }],
    } as never
    const seen = ballMotion(network, cycle)!
    const inDeg = (rad: number | null) => Math.round((rad! * 180) / Math.PI)
    expect([inDeg(seen.pinLeavesRad), inDeg(seen.shutsRad), inDeg(seen.lateRad)]).toEqual([35, 65, 30])
    expect([seen.bounces, seen.meetsCap, seen.highestM]).toEqual([1, false, 0.5 * mm])
    expect(seen.afterPinShare).toBeCloseTo(6 / 13, 9)
    // air is flow times time: half of it where the shaft turns twice as fast, twice where a step is twice as long
    const other = (more: object) => ballMotion(network, { ...(cycle as object), ...more } as never)!.afterPinShare
    expect(other({ speedRadPerS: course((a) => (a < 32 ? 100 : 200)) })).toBeCloseTo(3 / 10, 9)
    const long = Float64Array.from(angleRad)
    for (let i = 1; i <= n; i++) long[i] = long[i - 1] + (deg(i - 1) >= 32 && deg(i - 1) < 62 ? 2 : 1) * angleRad[1]
    expect(other({ angleRad: long })).toBeCloseTo(12 / 19, 9)
    const open = ballMotion(network, { ...(cycle as object), balls: [{ liftM: course(() => mm), pinM }] } as never)!
    expect([open.shutsRad, open.bounces]).toEqual([null, 0])
    expect(
      ballMotion(network, { ...(cycle as object), balls: [{ liftM, pinM: course(() => -mm) }] } as never),
    ).toBeNull()
  })

  test('what its pin does is in the books: over the turns of one that never comes back as it left, too', () => {
    const input = engine(loose(), {
      turning: { ...engine().turning, load: { ...engine().turning.load, perSquareNmS2: 1.2e-8 } },
    })
    const network = engineNetwork(input)
    const found = steady(network)
    expect(found.returns).toBe(false)
    // what its line sees of it is the mean of these turns, after which it stands where it stood
    const { massFlowKgPerS } = settledFlow(found)
    const many = cycleOf(found.march, 2, 48)!
    expect(Math.abs(massFlowKgPerS / (many.airKg / many.timeS) - 1)).toBeLessThan(0.1)
    expect(Math.abs(many.residualJ)).toBeLessThan(1e-9)
    const { indicatedWorkJ, frictionWorkJ, loadWorkJ } = many
    expect(Math.abs(indicatedWorkJ - frictionWorkJ - loadWorkJ)).toBeLessThan(0.12 * indicatedWorkJ)
  })

  test('the matrix is that of the rates: every column, ball and wheel among them', () => {
    const network = engineNetwork(engine(spring(3)))
    const march = engineMarch(network, 400)
    const system = engineSystem(network)
    const all = system.size + system.sums
    for (let i = 0; i < 3; i++) march.turn()
    const seen: number[] = []
    march.turn(
      (angle) => {
        const y = march.y.slice()
        system.begin()
        system.place(angle, 0)
        const J = new Float64Array(all * system.size)
        system.linear(0, y, new Float64Array(all), J, new Float64Array(all))
        const [up, down] = [new Float64Array(all), new Float64Array(all)]
        for (let c = 0; c < system.size; c++) {
          const h = c > 2 * network.volumes.length ? (c % 2 === 1 ? 1e-10 : 1e-6) : 1e-6 * y[c]
          const moved = (by: number) => Float64Array.from(y, (v, i) => (i === c ? v + by : v))
          system.rate(0, moved(h), up)
          system.rate(0, moved(-h), down)
          for (let r = 0; r < all; r++) {
            const found = (up[r] - down[r]) / (2 * h)
            const scale = Math.max(Math.abs(J[r * system.size + c]), 1e-6 * Math.abs(up[r] / h), 1e-9)
            seen.push(Math.abs(found - J[r * system.size + c]) / scale)
          }
        }
      },
      [0.2, 0.9, 2, 3.1, 4.5, 5.7, 6.1],
    )
    // where something turns a corner a few differ; everywhere else they agree
    seen.sort((a, b) => a - b)
    expect(seen[Math.floor(0.97 * seen.length)]).toBeLessThan(2e-3)
  })
})
