import fc from 'fast-check'
import { chosen, sample } from '../check-values/sample'
import { engineSystem } from './system'
import {
  BALL_ROOM_M,
  ballMass,
  ballMotion,
  cycleOf,
  engineMarch,
  engineNetwork,
  liftedArea,
  noPush,
  pistonPlace,
  printedStop,
  pushOn,
  steadyEngine,
  steady,
  type EngineInput,
  type LooseBall,
  type MovingBall,
  type SingleActing,
} from '.'

const mm = 1e-3
const PA = 101_325
const STEEL = ballMass('steel', 6.35 * mm)
const loose = (more: Partial<LooseBall> = {}): LooseBall => ({
  massKg: STEEL,
  pushed: 1,
  spring: { forceN: 0, stiffnessNPerM: 0 },
  roomM: 2.2 * mm + BALL_ROOM_M,
  ...more,
})
const machine = (ball?: LooseBall): SingleActing => ({
  kind: 'single-acting',
  boreM: 20 * mm,
  strokeM: 20 * mm,
  rodM: 40 * mm,
  phasesRad: [0],
  leaks: { toRoomM2: 0.04e-6, pastPistonM2: 0 },
  seal: { forceN: 0.6, areaM2: 2e-6 },
  walls: { filmWPerM2K: 0, temperatureK: 293 },
  clearanceM3: 2.4e-6,
  ball: { pinLengthM: 2.2 * mm, seatDiameterM: 4.5 * mm, pinDiameterM: 1.5 * mm, discharge: 0.7, loose: ball },
  ports: { fromM: 15.5 * mm, heightM: 4.5 * mm, widthM: 20 * mm, discharge: 0.7 },
})
const engine = (ball?: LooseBall, more: Partial<EngineInput> = {}): EngineInput => ({
  machine: machine(ball),
  supply: { kind: 'constant', absolutePressurePa: PA + 400e3, temperatureK: 293 },
  manifold: { volumeM3: 2e-6, boreDiameterM: 5 * mm, discharge: 0.7 },
  room: { absolutePressurePa: PA, temperatureK: 293 },
  turning: {
    inertiaKgM2: 3e-5,
    friction: { constantNm: 0.002, settlesRadPerS: 1, perSpeedNmS: 3e-6, perSquareNmS2: 0 },
    load: { constantNm: 0, settlesRadPerS: 1, perSpeedNmS: 0, perSquareNmS2: 2e-7 },
  },
  ...more,
})
const ballOf = (input: EngineInput): MovingBall => engineNetwork(input).balls[0]
const spring = (forceN: number) => loose({ spring: { forceN, stiffnessNPerM: forceN / (4.4 * mm) } })

describe('what pushes a ball', () => {
  const ball = ballOf(engine(spring(2)))
  const push = noPush()
  const seat = (Math.PI / 4) * (4.5 * mm) ** 2
  test('on its seat: pressure on the seat, spring and weight, held by the seat alone', () => {
    // pressed in by a hair, at rest
    pushOn(ball, -1e-9, 0, 300e3, -1, 0, push)
    expect(push.totalN).toBeCloseTo(-(seat * 300e3 + 2 + STEEL * 9.80665) + 1e-9 * 1e6, 6)
    const rests = (seat * 300e3 + 2 + STEEL * 9.80665) / (1e6 + 2 / (4.4 * mm))
    pushOn(ball, -rests, 0, 300e3, -1, 0, push)
    expect(push.totalN).toBeCloseTo(0, 3)
    expect(push.pinN).toBe(0)
  })
  test('far from its seat the air has hardly any hold on it; half of it where gap and hole are alike', () => {
    const alike = ball.holeM2 / ball.openingM
    pushOn(ball, alike, 0, 300e3, -1, 0, push)
    expect(-push.perPressure / seat).toBeCloseTo(0.5, 9)
    pushOn(ball, 10 * alike, 0, 300e3, -1, 0, push)
    expect(-push.perPressure / seat).toBeLessThan(0.011)
  })
  test('a stop gives back about half of the speed: restitution of a printed seat (common practice, no source)', () => {
    const stop = printedStop(STEEL)
    const light = { ...ball, spring: { forceN: 0, stiffnessNPerM: 0 }, contact: stop }
    for (const speed of [0.3, 1, 3]) {
      let [x, v] = [0, -speed]
      const dt = 2e-8
      do {
        pushOn(light, x, v, 0, -1, 0, push)
        v += (push.totalN / STEEL) * dt
        x += v * dt
      } while (x < 0)
      expect(v / speed).toBeGreaterThan(0.44)
      expect(v / speed).toBeLessThan(0.6)
    }
  })
  test('its slopes are those of its force, in any place: sitting, lifted, on its pin, at the cap', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -20e-6, max: 3.75 * mm, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -100e3, max: 600e3, noNaN: true }),
        fc.constantFrom(-1, 0.5 * mm, 1.5 * mm),
        fc.constantFrom(-2, 0, 2),
        (x, v, dp, pin, pinSpeed) => {
          const at = (dx: number, dv: number, dq: number) => {
            pushOn(ball, x + dx, v + dv, dp + dq, pin, pinSpeed, push)
            return push.totalN
          }
          const seen = (f: (h: number) => number, h: number) => (f(h) - f(-h)) / (2 * h)
          const [byLift, bySpeed, byPressure] = [
            seen((h) => at(h, 0, 0), 1e-10),
            seen((h) => at(0, h, 0), 1e-6),
            seen((h) => at(0, 0, h), 1),
          ]
          // a place where a stop begins or ends has two slopes
          const edges = [0, pin, pin - 2e-6, -2e-6, ball.roomM, ball.roomM + 2e-6]
          fc.pre(edges.every((e) => Math.abs(x - e) > 1e-9))
          at(0, 0, 0)
          const { perLift, perSpeed, perPressure, totalN } = { ...push }
          fc.pre(Math.abs(totalN) < 1e6)
          expect(Math.abs(byLift - perLift)).toBeLessThan(1e-3 * Math.abs(perLift) + 3)
          expect(Math.abs(bySpeed - perSpeed)).toBeLessThan(1e-3 * Math.abs(perSpeed) + 1e-3)
          expect(Math.abs(byPressure - perPressure)).toBeLessThan(1e-6 * Math.abs(perPressure) + 1e-10)
        },
      ),
      { numRuns: sample(300), seed: 5 },
    ))
  test('its opening grows with its lift up to the hole beside the pin', () => {
    expect(liftedArea(ball, -1e-6)).toBe(0)
    expect(liftedArea(ball, 0.1 * mm)).toBeCloseTo(0.7 * Math.PI * 4.5 * mm * 0.1 * mm * Math.SQRT1_2, 12)
    expect(liftedArea(ball, 3 * mm)).toBeCloseTo((0.7 * Math.PI * (4.5 ** 2 - 1.5 ** 2) * mm * mm) / 4, 12)
  })
})

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
  const dt = 2e-7
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
  test.each(chosen(BALLS, ([name]) => name !== 'on a spring'))(
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
    const many = cycleOf(found.march, 2, 48)!
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
