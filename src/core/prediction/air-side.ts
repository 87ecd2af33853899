import { isentropicPower, massFlowOfFreeAir, type Ambient } from '../air'
import {
  downstreamExact,
  lineInlet,
  lineStates,
  massFlowOfNozzle,
  type Downstream,
  type LinePart,
  type NozzleMassFlow,
  type PartState,
} from '../flow'
import { rootBetween } from '../numerics'
import {
  POPPET_CRITICAL_RATIO,
  balloonPressure,
  blowerPressure,
  compressedAirHeat,
  deliveryAt,
  freeFlow,
  regulated,
  roomDensity,
  setSpring,
  sustainedSupply,
  valveConductance,
  windPressure,
  type CompressedAirHeat,
  type FallingSource,
  type Regulator,
  type SustainedSupply,
} from '../supply'
import { effectiveNozzle } from './effective-nozzle'
import type { AirInput, SupplyInput } from './input'

export interface AirSide {
  /** Before the regulator: in the tank, bottle or blower. */
  readonly sourcePressurePaAbs: number
  /** What the regulator is set to, or the source's own pressure where there is none. */
  readonly wantedGaugePressurePa: number
  /** What enters the line. */
  readonly supplyGaugePressurePa: number
  readonly supplyPressurePaAbs: number
  readonly temperatureK: number
  /** For a compressor only: its tank. */
  readonly sustained: SustainedSupply | null
  readonly heat: CompressedAirHeat | null
  /** The regulator cannot hold its setting. */
  readonly droppedOut: boolean
  readonly parts: readonly PartState[]
  readonly nozzlePressurePaAbs: number
  readonly massFlowKgPerS: number
  /** Isentropic power of the flow in the source, entering the line, and at the nozzle. */
  readonly sourcePowerW: number
  readonly supplyPowerW: number
  readonly nozzlePowerW: number
}

/** Air as warm as breath, K. */
const BREATH_TEMPERATURE = 307

/**
 * Sources whose pressure falls with what they give; null for those that hold a pressure. Gauge pressure against volume
 * flow at room density.
 */
export function fallingSource(supply: SupplyInput, ambient: Ambient): FallingSource | null {
  switch (supply.kind) {
    case 'blower':
      return { pressureGaugePa: (q) => blowerPressure(supply.blower, q), freeFlowM3PerS: freeFlow(supply.blower) }
    case 'breath':
      return {
        pressureGaugePa: (q) => supply.shutOffPa * Math.max(0, 1 - q / supply.freeFlowM3PerS),
        freeFlowM3PerS: supply.freeFlowM3PerS,
      }
    case 'wind': {
      const densityKgPerM3 = roomDensity(ambient.absolutePressurePa, ambient.temperatureK)
      return {
        pressureGaugePa: (q) => windPressure({ ...supply, densityKgPerM3 }, q),
        freeFlowM3PerS: supply.speedMPerS * supply.areaM2,
      }
    }
    default:
      return null
  }
}

/** Temperature of the air as it enters the line, K, where it does not hang on the flow. */
export function givenTemperature(supply: SupplyInput, ambient: Ambient): number {
  switch (supply.kind) {
    case 'steady':
    case 'vessel':
      return supply.airTemperatureK
    case 'compressor':
      return supply.airTemperatureK ?? ambient.temperatureK
    case 'blower':
      return ambient.temperatureK + supply.temperatureRiseK
    case 'breath':
      return BREATH_TEMPERATURE
    case 'wind':
    case 'balloon':
      return ambient.temperatureK
  }
}

/** A wide open regulator as one more fitting. */
const wideOpen = (r: Regulator): LinePart => ({
  kind: 'fitting',
  sonicConductance: valveConductance(r, Math.min(r.greatestLiftM, r.seatDiameterM / 4)),
  criticalRatio: POPPET_CRITICAL_RATIO,
})

/**
 * Regulator and line together, at one temperature: what is drawn from a source pressure, and what stands behind the
 * regulator.
 */
interface Regulation {
  /** Source pressure at which the setting can just be held; that of the room without a regulator. */
  readonly neededPaAbs: number
  readonly flow: (sourcePaAbs: number) => number
  readonly outlet: (sourcePaAbs: number) => { readonly outletPaAbs: number; readonly droppedOut: boolean }
}

function unregulated(behind: Downstream, temperatureK: number): Regulation {
  return {
    neededPaAbs: behind.backPressurePaAbs,
    flow: (p) => behind.massFlow(p, temperatureK),
    outlet: (outletPaAbs) => ({ outletPaAbs, droppedOut: false }),
  }
}

/** Set while nothing flows it droops by its force balance. */
function setClosed(r: Regulator, behind: Downstream, temperatureK: number, neededPaAbs: number): Regulation {
  const set = r.setGaugePressurePa + behind.backPressurePaAbs
  const outlet = (sourcePaAbs: number) =>
    regulated(
      r,
      setSpring(r, { inletPaAbs: Math.max(sourcePaAbs, set), temperatureK }, behind),
      sourcePaAbs,
      temperatureK,
      behind,
    )
  return { neededPaAbs, outlet, flow: (p) => behind.massFlow(outlet(p).outletPaAbs, temperatureK) }
}

/** Set while flowing it holds its setting as long as the valve can pass the flow; below that it is one more fitting. */
function regulationOf(input: AirInput, nozzle: NozzleMassFlow, behind: Downstream, temperatureK: number): Regulation {
  const { regulator, parts } = input.line
  if (!regulator) return unregulated(behind, temperatureK)
  const pa = input.ambient.absolutePressurePa
  const valve = wideOpen(regulator)
  const set = regulator.setGaugePressurePa + pa
  const flowAtSet = behind.massFlow(set, temperatureK)
  const neededPaAbs = lineInlet([valve], flowAtSet, temperatureK, set)
  if (regulator.readWhile === 'closed') return setClosed(regulator, behind, temperatureK, neededPaAbs)
  const wide = downstreamExact([valve, ...parts], nozzle, pa)
  return {
    neededPaAbs,
    flow: (p) => (p >= neededPaAbs ? flowAtSet : wide.massFlow(p, temperatureK)),
    outlet: (p) => {
      if (p >= neededPaAbs) return { outletPaAbs: set, droppedOut: false }
      const flow = wide.massFlow(p, temperatureK)
      return {
        outletPaAbs:
          flow > 0 ? Math.min(p, lineInlet(parts, flow, temperatureK, wide.nozzlePressure(p, temperatureK))) : p,
        droppedOut: true,
      }
    },
  }
}

interface Balance {
  readonly sourcePaAbs: number
  readonly sustained: SustainedSupply | null
}

/**
 * A compressor's tank with air to spare falls to cut-in, or to where delivery meets demand above the pressure the
 * regulator needs.
 */
function compressorBalance(
  supply: Extract<SupplyInput, { kind: 'compressor' }>,
  pa: number,
  regulation: Regulation,
  temperatureK: number,
): Balance {
  const needed = regulation.neededPaAbs > pa ? regulation.neededPaAbs - pa : supply.cutInGaugePressurePa
  const reachable = Math.min(needed, supply.cutOutGaugePressurePa)
  const sustained = sustainedSupply(
    supply,
    { gaugePressurePa: reachable, ambientPressurePaAbs: pa, temperatureK },
    regulation.flow,
  )
  const surplus = (gauge: number) => massFlowOfFreeAir(deliveryAt(supply.delivery, gauge)) - regulation.flow(gauge + pa)
  const cutIn = Math.max(reachable, supply.cutInGaugePressurePa)
  const tank = !sustained.keepsUp
    ? sustained.gaugePressurePa
    : surplus(cutIn) >= 0 || cutIn <= reachable
      ? cutIn
      : rootBetween(surplus, reachable, cutIn, 1e-9)
  return {
    sourcePaAbs: tank + pa,
    sustained: { ...sustained, keepsUp: sustained.keepsUp && needed <= supply.cutOutGaugePressurePa },
  }
}

/** Where source and machine agree, at a temperature. */
function balance({ supply, ambient }: AirInput, regulation: Regulation, temperatureK: number): Balance {
  const pa = ambient.absolutePressurePa
  switch (supply.kind) {
    case 'steady':
    case 'vessel':
      return { sourcePaAbs: supply.gaugePressurePa + pa, sustained: null }
    case 'balloon':
      return { sourcePaAbs: balloonPressure(supply.balloon, supply.balloon.blownVolumeM3) + pa, sustained: null }
    case 'compressor':
      return compressorBalance(supply, pa, regulation, temperatureK)
    default: {
      const source = fallingSource(supply, ambient)
      if (!source) return { sourcePaAbs: pa, sustained: null }
      const rho = roomDensity(pa, ambient.temperatureK)
      const miss = (q: number) => regulation.flow(source.pressureGaugePa(q) + pa) - rho * q
      const q = source.pressureGaugePa(0) <= 0 ? 0 : rootBetween(miss, 0, source.freeFlowM3PerS, 1e-10)
      return { sourcePaAbs: source.pressureGaugePa(q) + pa, sustained: null }
    }
  }
}

/**
 * Supply, regulator and line balanced against the nozzle, steady; for a bottle or balloon at its start.
 * Source: ISO 6358 and Fanno flow for the line, force balance for the regulator, delivery against demand for the
 * source.
 */
export function airSide(input: AirInput): AirSide {
  const { supply, ambient, line } = input
  const pa = ambient.absolutePressurePa
  const nozzle = massFlowOfNozzle(effectiveNozzle(input))
  const behind = downstreamExact(line.parts, nozzle, pa)
  let temperatureK = givenTemperature(supply, ambient)
  let heat: CompressedAirHeat | null = null
  const solve = () => {
    const regulation = regulationOf(input, nozzle, behind, temperatureK)
    const found = balance(input, regulation, temperatureK)
    return { found, after: regulation.outlet(found.sourcePaAbs) }
  }
  let { found, after } = solve()
  if (supply.kind === 'compressor') {
    const heatNow = () =>
      compressedAirHeat({
        ambient,
        tankPaAbs: found.sourcePaAbs,
        massFlowKgPerS: behind.massFlow(after.outletPaAbs, temperatureK),
        pumpEfficiency: supply.pumpEfficiency,
        tankVolumeM3: supply.tankVolumeM3,
        coil: supply.coil,
      })
    heat = heatNow()
    // flow goes with the root of temperature, which goes weakly with flow: twice round is within 0.1 K
    for (let i = 0; i < 2 && supply.airTemperatureK === null; i++) {
      temperatureK = heat.deliveredK
      ;({ found, after } = solve())
      heat = heatNow()
    }
  }
  const massFlowKgPerS = behind.massFlow(after.outletPaAbs, temperatureK)
  const nozzlePressurePaAbs = behind.nozzlePressure(after.outletPaAbs, temperatureK)
  const power = (absolutePressurePa: number) =>
    isentropicPower({ massFlowKgPerS, absolutePressurePa, temperatureK, backPressurePaAbs: pa })
  return {
    sourcePressurePaAbs: found.sourcePaAbs,
    wantedGaugePressurePa: line.regulator?.setGaugePressurePa ?? found.sourcePaAbs - pa,
    supplyGaugePressurePa: after.outletPaAbs - pa,
    supplyPressurePaAbs: after.outletPaAbs,
    temperatureK,
    sustained: found.sustained,
    heat,
    droppedOut: after.droppedOut,
    parts: massFlowKgPerS > 0 ? lineStates(line.parts, massFlowKgPerS, temperatureK, nozzlePressurePaAbs) : [],
    nozzlePressurePaAbs,
    massFlowKgPerS,
    sourcePowerW: power(found.sourcePaAbs),
    supplyPowerW: power(after.outletPaAbs),
    nozzlePowerW: power(nozzlePressurePaAbs),
  }
}

/** Volume flow at room density, m3/s, for the curves of blowers, breath and wind. */
export const roomFlow = (massFlowKgPerS: number, ambient: Ambient): number =>
  massFlowKgPerS / roomDensity(ambient.absolutePressurePa, ambient.temperatureK)
