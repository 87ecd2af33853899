import fc from 'fast-check'
import { BALL_ROOM_M, ballMass, type EngineInput, type PistonMachine } from '..'

const mm = 1e-3
export const between = (min: number, max: number) => fc.double({ min, max, noNaN: true })

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

/** Engines of pistons as tests make them up: one or more cylinders, balls that move or not, any supply. */
export const anyEngine: fc.Arbitrary<EngineInput> = fc
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
