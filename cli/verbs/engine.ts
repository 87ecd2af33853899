import type { z } from 'zod'
import {
  engineRunDown,
  engineNetwork,
  standing,
  steadyEngine,
  tubeDischarge,
  type Drag,
  type EngineInput,
  type EngineRunDown,
  type EngineSupply,
  type LooseBall,
  type EngineBody,
  type Standing,
  type SteadyEngine,
} from '../../src/core/engine'
import { engineOnVessel, predictEngine } from '../../src/core/prediction'
import { enginePredictionInput, thrustPerSquare, type EngineBuild } from '../../src/project/document'
import type { engineInputSchema, engineVerbInput, rundownVerbInput } from '../engine-schemas'
import { badInput } from '../fault'
import { absolutePressure } from './nozzle'

type Machine = z.infer<typeof engineInputSchema>
type Given = z.infer<typeof engineVerbInput>
type Bare = Exclude<Given, { build: unknown }>
type RunGiven = z.infer<typeof rundownVerbInput>

const LONGEST = 600

const looseOf = (loose: Extract<Machine, { family: 'single-acting-engine' }>['ball']['loose']): LooseBall | undefined =>
  loose && {
    massKg: loose.massKg,
    pushed: 1,
    spring: { forceN: loose.springForceN, stiffnessNPerM: loose.springNPerM },
    roomM: loose.roomM,
  }

function machineOf(m: Machine, roomK: number): EngineBody {
  const common = {
    seal: { forceN: m.sealForceN, areaM2: m.sealAreaM2 },
    walls: { filmWPerM2K: m.wallFilmWPerM2K, temperatureK: m.wallTemperatureK ?? roomK },
  }
  if (m.family === 'three-flank-engine')
    return {
      kind: 'three-flank',
      ...common,
      eccentricityM: m.eccentricityM,
      radiusM: m.radiusM,
      depthM: m.depthM,
      flankGapM: m.flankGapM,
      pocketM3: m.pocketM3,
      inlet: { ...m.intake, discharge: m.discharge },
      exhaust: { ...m.outlet, discharge: m.exhaustDischarge },
      tube: m.tube && { ...m.tube, discharge: tubeDischarge(m.tube.boreDiameterM, m.tube.lengthM) },
      leaks: { toRoomM2: m.sideLeakAreaM2, pastPistonM2: m.leakAreaM2 },
    }
  const shared = { ...common, boreM: m.boreM, strokeM: m.strokeM, rodM: m.rodM, phasesRad: m.phasesRad }
  return m.family === 'single-acting-engine'
    ? {
        kind: 'single-acting',
        ...shared,
        leaks: { toRoomM2: m.leakAreaM2, pastPistonM2: 0 },
        clearanceM3: m.clearanceM3,
        ball: { ...m.ball, discharge: m.discharge, loose: looseOf(m.ball.loose) },
        ports: { ...m.ports, discharge: m.exhaustDischarge },
      }
    : {
        kind: 'double-acting',
        ...shared,
        leaks: { toRoomM2: m.rodLeakAreaM2, pastPistonM2: m.leakAreaM2 },
        rodDiameterM: m.rodDiameterM,
        headClearanceM3: m.headClearanceM3,
        crankClearanceM3: m.crankClearanceM3,
        valve: { ...m.valve, admissionDischarge: m.discharge, exhaustDischarge: m.exhaustDischarge },
      }
}

const vesselOf = ({
  vessel: v,
  ambient,
}: {
  vessel: RunGiven['vessel']
  ambient: RunGiven['ambient']
}): EngineSupply => ({
  kind: 'vessel',
  volumeM3: v.volumeM3,
  absolutePressurePa: v.gaugePressurePa + ambient.absolutePressurePa,
  temperatureK: v.temperatureK,
  heat: v.heat,
  setPaAbs: v.regulatorGaugePressurePa === null ? null : v.regulatorGaugePressurePa + ambient.absolutePressurePa,
})

function engineOf(
  { engine, ambient, inertiaKgM2, friction, load }: Omit<Bare, 'supply' | 'vessel'>,
  supply: EngineSupply,
): EngineInput {
  const drag = ({ thrustPerSquareNS2: _, ...d }: typeof load): Drag => d
  return {
    machine: machineOf(engine, ambient.temperatureK),
    supply,
    manifold: engine.inlet && {
      boreDiameterM: engine.inlet.boreDiameterM,
      volumeM3: engine.inlet.manifoldVolumeM3,
      discharge: engine.discharge,
    },
    room: ambient,
    turning: { inertiaKgM2, friction: drag(friction), load: drag(load) },
  }
}

const runOut = (r: EngineRunDown) => ({
  timeS: r.timeS,
  vesselAbsolutePressurePa: r.vesselPaAbs,
  vesselTemperatureK: r.vesselTemperatureK,
  speedRadPerS: r.speedRadPerS,
  thrustN: r.thrustN,
  shaftPowerW: r.shaftPowerW,
  endedBy: r.end,
  runTimeS: r.runTimeS,
  turns: r.turns,
  airKg: r.airKg,
  leftShare: r.leftShare,
  peakThrustN: r.peakThrustN,
  peakSpeedRadPerS: r.peakSpeedRadPerS,
  shaftWorkJ: r.shaftWorkJ,
})

const steadyOut = (
  steady: SteadyEngine | null,
  stands: Standing,
  absolutePressurePa: number,
  run: EngineRunDown | null,
) => ({
  steady: steady && { ...steady.figures, absolutePressurePa },
  cycle: steady && {
    crankAngleRad: [...steady.cycle.angleRad],
    pressurePa: [...steady.cycle.chambers[0].pressurePaAbs],
    volumeM3: [...steady.cycle.chambers[0].volumeM3],
    torqueNm: [...steady.cycle.torqueNm],
    ends: steady.cycle.chambers.map((c) => ({
      id: c.id,
      pressurePa: [...c.pressurePaAbs],
      volumeM3: [...c.volumeM3],
      torqueNm: [...c.torqueNm],
      workJ: c.workJ,
    })),
  },
  start: {
    share: stands.startsShare,
    backwardsShare: stands.backwardsShare,
    fromRad: stands.starts.map(([a, b]) => [a, b]),
  },
  rundown: run && runOut(run),
  impulseNs: run && run.impulseNs,
})

/** An engine by its figures: the speed that it keeps at its supply's pressure, one turn, and the run of its vessel. */
function ofFigures(given: Bare) {
  const { supply, vessel, ambient, durationS, flickRadPerS, load } = given
  const source: EngineSupply = vessel
    ? vesselOf({ vessel, ambient })
    : {
        kind: 'constant',
        absolutePressurePa: absolutePressure(supply!, ambient.absolutePressurePa),
        temperatureK: supply!.temperatureK,
      }
  const set =
    source.kind === 'vessel'
      ? Math.min(source.absolutePressurePa, source.setPaAbs ?? Infinity)
      : source.absolutePressurePa
  const held: EngineSupply = { kind: 'constant', absolutePressurePa: set, temperatureK: source.temperatureK }
  const network = engineNetwork(engineOf(given, held))
  const run =
    vessel || durationS !== undefined
      ? engineRunDown({
          engine: engineOf(given, source),
          flickRadPerS,
          mostTimeS: durationS ?? LONGEST,
          thrustPerSquareNS2: load.thrustPerSquareNS2,
        })
      : null
  return steadyOut(steadyEngine(network), standing(network), set, run)
}

/** A build on its own supply and line. */
function ofBuild({ build, ambient, durationS, flickRadPerS }: Extract<Given, { build: unknown }>) {
  if (!('wheelInertiaKgM2' in build.machine))
    throw badInput(
      'build.machine.family',
      'is no engine: one of single-acting-engine, double-acting-engine, three-flank-engine',
    )
  const own = build as unknown as EngineBuild
  const room = { ...ambient, relativeHumidity: 0.6 }
  const input = enginePredictionInput(own, room)
  const p = predictEngine(input, false)
  const onVessel = engineOnVessel(input, p)
  const run =
    onVessel &&
    engineRunDown({
      engine: onVessel,
      flickRadPerS,
      mostTimeS: durationS ?? LONGEST,
      thrustPerSquareNS2: thrustPerSquare(own, room),
    })
  return steadyOut(p.steady, p.standing, p.supply.absolutePressurePa, run)
}

export const engineVerb = (given: Given) => ('build' in given ? ofBuild(given) : ofFigures(given))

/** The whole run of an engine on a vessel. */
export function rundownVerb(given: RunGiven) {
  const run = engineRunDown({
    engine: engineOf(given, vesselOf(given)),
    flickRadPerS: given.flickRadPerS,
    mostTimeS: given.durationS ?? LONGEST,
    thrustPerSquareNS2: given.load.thrustPerSquareNS2,
  })
  return { ...runOut(run), impulseNs: run.impulseNs }
}
