import fc from 'fast-check'
import {
  BALL_ROOM_M,
  ballMass,
  tubeDischarge,
  type EngineBody,
  type EngineInput,
  type PistonMachine,
  type ThreeFlank,
} from '..'

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

const piston: fc.Arbitrary<PistonMachine> = fc
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

const rotor: fc.Arbitrary<ThreeFlank> = fc
  .record({
    radiusM: between(18 * mm, 45 * mm),
    ratio: between(6.2, 9),
    gap: between(0.2 * mm, 0.6 * mm),
    depthM: between(8 * mm, 24 * mm),
    pocketM3: fc.constantFrom(0, 1e-6),
    inlet: between(0.1, 0.9),
    exhaust: between(1.6, 2.8),
    covers: fc.tuple(fc.boolean(), fc.boolean()),
    tube: fc.constantFrom(null, 3 * mm, 6 * mm),
    leakM2: fc.constantFrom(0, 1e-7, 4e-7),
    seal: fc.record({ forceN: fc.constantFrom(0, 0.4), areaM2: fc.constantFrom(0, 1e-6) }),
    film: fc.constantFrom(0, 100),
  })
  .map((r) => {
    const port = (angleRad: number, diameterM: number, cover: boolean) => ({
      angleRad,
      diameterM,
      coverRadiusM: cover ? 0.78 * r.radiusM : null,
      discharge: 0.7,
    })
    return {
      kind: 'three-flank',
      eccentricityM: r.radiusM / r.ratio,
      radiusM: r.radiusM,
      depthM: r.depthM,
      flankGapM: r.gap,
      pocketM3: r.pocketM3,
      inlet: port(r.inlet, 0.18 * r.radiusM, r.covers[0]),
      exhaust: port(r.exhaust, 0.28 * r.radiusM, r.covers[1]),
      tube: r.tube === null ? null : { boreDiameterM: r.tube, lengthM: 0.15, discharge: tubeDischarge(r.tube, 0.15) },
      leaks: { toRoomM2: r.leakM2, pastPistonM2: r.leakM2 },
      seal: r.seal,
      walls: { filmWPerM2K: r.film, temperatureK: 300 },
    }
  })

const fed = (machine: fc.Arbitrary<EngineBody>): fc.Arbitrary<EngineInput> =>
  fc
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

/** Engines of pistons as tests make them up: one or more cylinders, balls that move or not, any supply. */
export const anyEngine = fed(piston)

/** Engines of a rotor: ports in wall or cover, with and without a tube to the other lobe. */
export const anyRotor = fed(rotor)
