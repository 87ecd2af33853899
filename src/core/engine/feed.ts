import type { Chambers } from './chambers'
import { SUPPLY, type EngineInput } from './input'
import type { End, EngineNetwork, GasVolume, Passage } from './network'
import { pistonArea, pistonChambers } from './reciprocating'
import { rotorChambers } from './rotary'

const chambersOf = (input: EngineInput): Chambers =>
  input.machine.kind === 'three-flank' ? rotorChambers(input.machine, input) : pistonChambers(input.machine, input)

/**
 * An engine as its air and its shaft see it: its chambers, fed by a supply or a vessel through one manifold where there
 * is one, and through a transfer tube where there is one.
 */
export function engineNetwork(input: EngineInput): EngineNetwork {
  const { supply, manifold, room, turning } = input
  const chambers = chambersOf(input)
  const { tube } = chambers
  const first = chambers.volumes.length
  const volumes: GasVolume[] = [...chambers.volumes]
  const fixed: number[] = []
  const add = (volume: GasVolume, volumeM3: number): End => {
    volumes.push(volume)
    fixed.push(volumeM3)
    return { volume: volumes.length - 1 }
  }
  const start = { absolutePressurePa: supply.absolutePressurePa, temperatureK: supply.temperatureK }
  const vessel = supply.kind === 'vessel' ? supply : null
  const source: End = vessel
    ? add(
        {
          id: 'vessel',
          backPaAbs: null,
          start,
          isothermal: vessel.heat === 'isothermal',
          wall:
            typeof vessel.heat === 'object'
              ? { temperatureK: room.temperatureK, wattPerKelvin: vessel.heat.uaWPerK, wattPerKelvinM3: 0 }
              : undefined,
        },
        vessel.volumeM3,
      )
    : { reservoir: SUPPLY }
  const held = vessel && vessel.setPaAbs !== null ? { setPaAbs: vessel.setPaAbs } : {}
  const filled = { ...start, absolutePressurePa: Math.min(start.absolutePressurePa, vessel?.setPaAbs ?? Infinity) }
  const inlet = manifold ? add({ id: 'manifold', backPaAbs: null, start: filled }, manifold.volumeM3) : source
  const far = tube
    ? add({ id: 'tube', backPaAbs: null, start: filled }, pistonArea(tube.boreDiameterM) * tube.lengthM)
    : null
  const behind: Passage[] = [
    ...(manifold ? [{ id: 'inlet', from: source, to: inlet, ...held }] : []),
    ...(far ? [{ id: 'tube', from: inlet, to: far }] : []),
  ]
  const areas = [
    ...(manifold ? [manifold.discharge * pistonArea(manifold.boreDiameterM)] : []),
    ...(tube ? [tube.discharge * pistonArea(tube.boreDiameterM)] : []),
  ]
  // without a manifold the regulator stands right before the valves
  const passages = [...chambers.passages(inlet, far), ...behind].map((p) =>
    !manifold && p.from === source ? { ...p, ...held } : p,
  )
  const later = passages.length - behind.length
  const { exchange } = chambers
  const stay = (of: readonly number[], count: number) => Array.from({ length: count }, (_, i) => of[i] ?? i)
  return {
    periodRad: chambers.periodRad,
    exchange: exchange && {
      times: exchange.times,
      volumes: stay(exchange.volumes, volumes.length),
      passages: stay(exchange.passages, passages.length),
    },
    cornersRad: chambers.cornersRad,
    volumes,
    reservoirs: [start, input.exhaust ?? room, room],
    passages,
    balls: chambers.balls,
    place: (angle, into) => {
      chambers.place(angle, into)
      for (let i = 0; i < fixed.length; i++) {
        into.volume[first + i] = fixed[i]
        into.slope[first + i] = into.slide[first + i] = 0
        into.bend[first + i] = into.slideSlope[first + i] = 0
      }
      for (let j = 0; j < areas.length; j++) {
        into.area[later + j] = areas[j]
        into.areaSlope[later + j] = 0
      }
    },
    ...turning,
  }
}
