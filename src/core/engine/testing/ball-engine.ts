import {
  BALL_ROOM_M,
  ballMass,
  engineNetwork,
  type EngineInput,
  type LooseBall,
  type MovingBall,
  type SingleActing,
} from '..'

export const mm = 1e-3
export const PA = 101_325
export const STEEL = ballMass('steel', 6.35 * mm)
export const loose = (more: Partial<LooseBall> = {}): LooseBall => ({
  massKg: STEEL,
  pushed: 1,
  spring: { forceN: 0, stiffnessNPerM: 0 },
  roomM: 2.2 * mm + BALL_ROOM_M,
  ...more,
})
export const machine = (ball?: LooseBall): SingleActing => ({
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
export const engine = (ball?: LooseBall, more: Partial<EngineInput> = {}): EngineInput => ({
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
export const ballOf = (input: EngineInput): MovingBall => engineNetwork(input).balls[0]
export const spring = (forceN: number) => loose({ spring: { forceN, stiffnessNPerM: forceN / (4.4 * mm) } })
