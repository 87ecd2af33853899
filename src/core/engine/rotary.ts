import type { Chambers } from './chambers'
import { EXHAUST, ROOM, type EngineInput, type ThreeFlank } from './input'
import type { GasVolume, Placed } from './network'
import { chamberPlace, flankOf, portOpening, wallRate, wallRateSlope, type PortOpening } from './trochoid'

/** Flanks of the rotor: each closes a chamber. */
export const FLANKS = 3
const TURN = 2 * Math.PI
const THIRD = (2 * Math.PI) / 3
/** Passages of a chamber. */
const PER_CHAMBER = 6
/** Corners closer together than this are one, rad. */
const NEAR = 6e-3

/** What a chamber's flank faces when the shaft stands at an angle; the first is at dead centre at nought. */
export const flankFaces = (chamber: number, shaftRad: number): number => shaftRad / 3 + THIRD * chamber

/**
 * The three chambers of a rotor. Each has the ports of both lobes; tips let air from each chamber to the next. After a
 * turn of the shaft each stands where the next one stood.
 */
export function rotorChambers(m: ThreeFlank, input: EngineInput): Chambers {
  const flank = flankOf(m, m.flankGapM)
  const { filmWPerM2K, temperatureK } = m.walls
  const perimeter = 2 * Math.sqrt(3) * m.radiusM * m.depthM
  const openings = [m.inlet, m.exhaust].map((port) => portOpening(m, flank, port))
  const [inlet, exhaust] = openings
  const open = (into: Placed, j: number, port: PortOpening, discharge: number, faces: number): void => {
    into.area[j] = discharge * port.areaM2(faces)
    into.areaSlope[j] = (discharge * port.slopeM2(faces)) / 3
  }
  const volume: GasVolume = {
    id: 'chamber',
    backPaAbs: input.room.absolutePressurePa,
    start: input.room,
    seal: m.seal,
    // both covers as far as the chamber reaches, flank and wall
    wall:
      filmWPerM2K === 0
        ? undefined
        : {
            temperatureK,
            wattPerKelvin: filmWPerM2K * perimeter,
            wattPerKelvinM3: (filmWPerM2K * 2) / m.depthM,
          },
  }
  // a third of the rotor's turn is a whole one of the shaft: every chamber has the same corners in it
  const corners = openings
    .flatMap((o) => o.cornersRad)
    .flatMap((a) => [a, a + Math.PI])
    .map((a) => (((3 * a) % TURN) + TURN) % TURN)
    .sort((a, b) => a - b)
  const next = (count: number) => Array.from({ length: FLANKS * count }, (_, i) => (i + count) % (FLANKS * count))
  return {
    periodRad: TURN,
    exchange: { times: FLANKS, volumes: next(1), passages: next(PER_CHAMBER) },
    cornersRad: [0, ...corners.filter((a, i) => a > NEAR && a < TURN - NEAR && (i === 0 || a - corners[i - 1] > NEAR))],
    volumes: Array.from({ length: FLANKS }, () => volume),
    passages: (from, far) =>
      Array.from({ length: FLANKS }, (_, k) => k).flatMap((k) => [
        { id: 'port', from, to: { volume: k } },
        { id: 'exhaust', from: { volume: k }, to: { reservoir: EXHAUST } },
        { id: 'far-exhaust', from: { volume: k }, to: { reservoir: EXHAUST } },
        { id: 'leak', from: { volume: k }, to: { reservoir: ROOM } },
        { id: 'tip', from: { volume: k }, to: { volume: (k + 1) % FLANKS } },
        // an intake that nothing feeds stands open to the room
        far
          ? { id: 'far-port', from: far, to: { volume: k } }
          : { id: 'far-breather', from: { volume: k }, to: { reservoir: EXHAUST } },
      ]),
    tube: m.tube,
    balls: [],
    place: (angle, into) => {
      for (let k = 0; k < FLANKS; k++) {
        const faces = flankFaces(k, angle)
        const { volumeM3, slopeM3, bendM3 } = chamberPlace(m, flank.segmentM2, faces)
        into.volume[k] = volumeM3 + m.pocketM3
        into.slope[k] = slopeM3
        into.bend[k] = bendM3
        // its leading tip
        into.slide[k] = wallRate(m, faces + THIRD / 2) / 3
        into.slideSlope[k] = wallRateSlope(m, faces + THIRD / 2) / 9
        const j = k * PER_CHAMBER
        open(into, j, inlet, m.inlet.discharge, faces)
        open(into, j + 1, exhaust, m.exhaust.discharge, faces)
        open(into, j + 2, exhaust, m.exhaust.discharge, faces - Math.PI)
        into.area[j + 3] = m.leaks.toRoomM2
        into.area[j + 4] = m.leaks.pastPistonM2
        into.areaSlope[j + 3] = into.areaSlope[j + 4] = 0
        open(into, j + 5, inlet, m.inlet.discharge, faces - Math.PI)
      }
    },
  }
}

/**
 * What a tube lets through, as a coefficient of discharge on its bore: its mouth and its wall's friction at a factor
 * that rough, turbulent flow has. Common practice, no source.
 */
export const tubeDischarge = (boreDiameterM: number, lengthM: number): number =>
  1 / Math.sqrt(1.5 + (0.03 * lengthM) / boreDiameterM)
