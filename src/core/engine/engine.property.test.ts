import fc from 'fast-check'
import { sample } from '../check-values/sample'
import {
  BALL_ROOM_M,
  ballMass,
  cycleOf,
  engineMarch,
  engineRunDown,
  engineNetwork,
  type EngineInput,
  type PistonMachine,
} from '.'

const mm = 1e-3
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })

const shared = fc.record({
  boreM: between(10 * mm, 60 * mm),
  strokeM: between(8 * mm, 60 * mm),
  rodRatio: between(1.4, 4),
  phasesRad: fc.constantFrom([0], [0, Math.PI], [0, Math.PI / 2], [0, 2.1, 4.2]),
  leakM2: fc.constantFrom(0, 1e-8, 3e-7),
  seal: fc.record({ forceN: fc.constantFrom(0, 2), areaM2: fc.constantFrom(0, 2e-6) }),
  film: fc.constantFrom(0, 40, 200),
  clearance: between(0.03, 1),
  weighs: fc.constantFrom(null, 0, 4),
})

const machine: fc.Arbitrary<PistonMachine> = fc
  .tuple(shared, fc.boolean(), between(0.05, 0.3), between(0.1, 0.4), between(0, 0.9))
  .map(([s, double, opening, port, lead]) => {
    const area = (Math.PI / 4) * s.boreM ** 2
    const both = {
      boreM: s.boreM,
      strokeM: s.strokeM,
      rodM: s.rodRatio * s.strokeM,
      phasesRad: s.phasesRad,
      leaks: { toRoomM2: s.leakM2, pastPistonM2: s.leakM2 },
      seal: s.seal,
      walls: { filmWPerM2K: s.film, temperatureK: 300 },
    }
    return double
      ? {
          kind: 'double-acting',
          ...both,
          rodDiameterM: 0.25 * s.boreM,
          headClearanceM3: s.clearance * 0.2 * area * s.strokeM,
          crankClearanceM3: s.clearance * 0.3 * area * s.strokeM,
          valve: {
            eccentricityM: 4 * mm,
            leadRad: lead,
            admissionLapM: 4 * mm * opening * 2,
            exhaustLapM: 4 * mm * port - 0.5 * mm,
            portWidthM: 0.4 * s.boreM,
            portHeightM: 2.5 * mm,
            admissionDischarge: 0.7,
            exhaustDischarge: 0.75,
          },
        }
      : {
          kind: 'single-acting',
          ...both,
          clearanceM3: s.clearance * area * s.strokeM,
          ball: {
            pinLengthM: opening * s.strokeM,
            seatDiameterM: 0.25 * s.boreM,
            pinDiameterM: 0.1 * s.boreM,
            discharge: 0.7,
            // a ball of steel a third wider than its seat, with or without a spring
            ...(s.weighs !== null && {
              loose: {
                massKg: ballMass('steel', 0.33 * s.boreM),
                pushed: 1,
                spring: { forceN: s.weighs, stiffnessNPerM: 200 * s.weighs },
                roomM: opening * s.strokeM + BALL_ROOM_M,
              },
            }),
          },
          ports: { fromM: (1 - port) * s.strokeM, heightM: port * s.strokeM, widthM: s.boreM, discharge: 0.7 },
        }
  })

const engine: fc.Arbitrary<EngineInput> = fc
  .record({
    machine,
    gauge: between(20e3, 800e3),
    temperatureK: between(260, 330),
    vessel: fc.constantFrom(null, 'adiabatic', 'isothermal', 'wall') as fc.Arbitrary<string | null>,
    set: fc.boolean(),
    manifold: fc.boolean(),
    load: between(1e-8, 1e-5),
    inertiaKgM2: between(2e-5, 2e-3),
  })
  .map((e) => ({
    machine: e.machine,
    supply:
      e.vessel === null
        ? { kind: 'constant', absolutePressurePa: 101_325 + e.gauge, temperatureK: e.temperatureK }
        : {
            kind: 'vessel',
            volumeM3: 2e-3,
            absolutePressurePa: 101_325 + e.gauge,
            temperatureK: e.temperatureK,
            heat: e.vessel === 'wall' ? { uaWPerK: 0.4 } : (e.vessel as 'adiabatic' | 'isothermal'),
            setPaAbs: e.set ? 101_325 + 0.5 * e.gauge : null,
          },
    manifold: e.manifold ? { volumeM3: 2e-6, boreDiameterM: 4 * mm, discharge: 0.8 } : null,
    room: { absolutePressurePa: 101_325, temperatureK: 293.15 },
    turning: {
      inertiaKgM2: e.inertiaKgM2,
      friction: { constantNm: 0.002, settlesRadPerS: 1, perSpeedNmS: 1e-6, perSquareNmS2: 0 },
      load: { constantNm: 0, settlesRadPerS: 1, perSpeedNmS: 0, perSquareNmS2: e.load },
    },
  }))

describe('any engine, however it is turned', () => {
  test('loses no air and no energy: mass to 1e-9, energy to 1e-6 of what passes', () =>
    fc.assert(
      fc.property(engine, between(30, 600), (input, w) => {
        const network = engineNetwork(input)
        const march = engineMarch(network, w)
        const { y, layout } = march
        const mass = () => network.volumes.reduce((sum, _, i) => sum + y[2 * i], 0)
        for (let i = 0; i < 3 && march.turn(); i++);
        const [m0, y0] = [mass(), y.slice()]
        const cycle = cycleOf(march)
        if (!cycle) return // came to rest
        const given = [0, 1, 2].map((r) => y[layout.given(r)[0]] - y0[layout.given(r)[0]])
        const passed = given.reduce((sum, g) => sum + Math.abs(g), 0) + mass()
        expect(Math.abs(mass() - m0 - given.reduce((a, b) => a + b, 0))).toBeLessThan(1e-9 * passed)
        const energy = passed * 1005 * 293
        expect(Math.abs(cycle.residualJ)).toBeLessThan(1e-6 * energy)
        for (const { pressurePaAbs, temperatureK } of cycle.chambers) {
          expect(Math.min(...pressurePaAbs)).toBeGreaterThan(0)
          expect(Math.min(...temperatureK)).toBeGreaterThan(30)
        }
      }),
      { numRuns: sample(60), seed: 77 },
    ))

  test('never gives more than its air can', () =>
    fc.assert(
      fc.property(engine, (input) => {
        if (input.supply.kind !== 'vessel') return
        const { shaftWorkJ, airKg, vesselPaAbs } = engineRunDown({
          engine: input,
          flickRadPerS: 80,
          mostTimeS: 1,
          thrustPerSquareNS2: 0,
        })
        const flick = 0.5 * input.turning.inertiaKgM2 * 80 ** 2
        const { absolutePressurePa: p, temperatureK: T } = input.supply
        const heat = input.supply.heat === 'adiabatic' && input.machine.walls.filmWPerM2K === 0 ? 1 : 1.3
        const best = airKg * 1004.675 * T * (1 - (101_325 / p) ** (2 / 7))
        expect(shaftWorkJ).toBeLessThan(heat * Math.max(0, best) + flick + 1e-9)
        for (let i = 1; i < vesselPaAbs.length; i++)
          if (heat === 1) expect(vesselPaAbs[i]).toBeLessThan(vesselPaAbs[i - 1] * 1.02 + 2e3)
      }),
      { numRuns: sample(25), seed: 78 },
    ))
})
