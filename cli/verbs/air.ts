import type * as z from 'zod'
import { freeAirFlow } from '../../src/core/air'
import { downstreamExact, downstreamTable, massFlowOfNozzle, nozzleFlow } from '../../src/core/flow'
import {
  airSide,
  buildRunDown,
  effectiveNozzle,
  onDesignExit,
  throatFor,
  thrustOf,
  type AirInput,
  type SizingRow,
} from '../../src/core/prediction'
import {
  balancedOutletGauge,
  compressorCycle,
  droopCurve,
  dropOutPressure,
  regulated,
  regulatorRun,
  runDown,
  setSpring,
  sizeRegulator,
  strokesToFill,
} from '../../src/core/supply'
import { nearestDrills } from '../../src/core/units'
import { supplyInput as sourceOf, type Supply } from '../../src/project/document'
import type {
  blowdownVerbInput,
  lineVerbInput,
  regulatorVerbInput,
  sizeVerbInput,
  sourceVerbInput,
} from '../air-schemas'
import { badInput } from '../fault'
import { absolutePressure } from './nozzle'

interface Fed {
  readonly supply?: {
    readonly absolutePressurePa?: number
    readonly gaugePressurePa?: number
    readonly temperatureK: number
  }
  readonly source?: Supply
  readonly ambient: AirInput['ambient']
  readonly nozzle: z.infer<typeof sizeVerbInput>['nozzle']
  readonly regulator?: AirInput['line']['regulator']
  readonly line: AirInput['line']['parts']
  readonly leastGaugePressurePa?: number
}

const sure = (value: number) => ({ value, standardUncertainty: 0 })

/** A verb's input as the core takes it; coefficients stand as given, without a band. */
function airInput({
  supply,
  source,
  ambient,
  nozzle,
  regulator = null,
  line,
  leastGaugePressurePa = 0,
}: Fed): AirInput {
  let held: AirInput['supply']
  if (source) held = sourceOf(source, ambient)
  else {
    const absolute = absolutePressure(supply as never, ambient.absolutePressurePa)
    if (absolute <= ambient.absolutePressurePa)
      throw badInput('supply', 'the supply must stand above the ambient pressure')
    held = {
      kind: 'steady',
      gaugePressurePa: absolute - ambient.absolutePressurePa,
      airTemperatureK: supply?.temperatureK ?? 293.15,
    }
  }
  return {
    ambient,
    supply: held,
    line: { regulator, parts: line },
    nozzle: {
      throatDiameterM: nozzle.throatDiameterM,
      exitDiameterM: nozzle.exitDiameterM ?? nozzle.throatDiameterM,
      count: nozzle.count,
      form: { kind: 'round' },
      edge: nozzle.edge,
    },
    coefficients: { discharge: sure(nozzle.dischargeCoefficient), velocity: sure(nozzle.velocityCoefficient) },
    leastGaugePressurePa,
  }
}

/** Run-down of a vessel through regulator, line and nozzle. */
export function blowdownVerb(input: z.infer<typeof blowdownVerbInput>) {
  const { vessel, ambient, nozzle, line, regulator } = input
  const pa = ambient.absolutePressurePa
  const flow = massFlowOfNozzle(nozzle)
  const behind =
    line.length === 0
      ? downstreamExact([], flow, pa)
      : downstreamTable(line, flow, pa, vessel.gaugePressurePa + pa, vessel.temperatureK)
  const thrust = thrustOf(
    { ...nozzle, exitDiameterM: nozzle.exitDiameterM ?? nozzle.throatDiameterM, shapeFactor: 1 },
    pa,
  )
  const run = runDown({
    vessel,
    ambientPaAbs: pa,
    regulator,
    behind,
    leastGaugePa: input.leastGaugePressurePa,
    untilGaugePa: input.untilGaugePressurePa,
    thrust,
    samples: input.samples,
    relativeTolerance: 1e-8,
  })
  const last = run.trace[run.trace.length - 1]
  return {
    timeS: run.endTimeS,
    airUsedKg: run.airUsedKg,
    finalTemperatureK: last.temperatureK,
    wastedShare: run.wastedShare,
    jetEnergyJ: last.jetEnergyJ,
    impulseNs: last.impulseNs,
    events: run.events.map(({ id, state }) => ({
      id,
      timeS: state.timeS,
      absolutePressurePa: state.vesselPaAbs,
      temperatureK: state.temperatureK,
    })),
    trace: {
      timeS: run.trace.map((s) => s.timeS),
      absolutePressurePa: run.trace.map((s) => s.vesselPaAbs),
      massFlowKgPerS: run.trace.map((s) => s.massFlowKgPerS),
      temperatureK: run.trace.map((s) => s.temperatureK),
      nozzleAbsolutePressurePa: run.trace.map((s) => s.nozzlePaAbs),
    },
    notes:
      run.status === 'stalled'
        ? ['The integration did not come to its end: the flow is too small to tell.']
        : input.untilGaugePressurePa === undefined
          ? ['Without untilGaugePressurePa the vessel empties to 0.05 % above ambient.']
          : [],
  }
}

/** What a line takes, part by part. */
export function lineVerb(input: z.infer<typeof lineVerbInput>) {
  const air = airSide(airInput(input))
  const choked = air.parts.findIndex((s) => s.choked)
  return {
    massFlowKgPerS: air.massFlowKgPerS,
    freeAirM3PerS: freeAirFlow(air.massFlowKgPerS),
    inletAbsolutePressurePa: air.supplyPressurePaAbs,
    nozzleAbsolutePressurePa: air.nozzlePressurePaAbs,
    lostPressurePa: air.supplyPressurePaAbs - air.nozzlePressurePaAbs,
    lostPowerW: air.supplyPowerW - air.nozzlePowerW,
    parts: air.parts.map((s, i) => ({
      kind: input.line[i].kind,
      inletAbsolutePressurePa: s.inletPaAbs,
      outletAbsolutePressurePa: s.outletPaAbs,
      choked: s.choked,
      mach: s.mach,
      frictionFactor: s.frictionFactor,
    })),
    notes: choked >= 0 ? [`Part ${choked + 1} is choked: a bigger nozzle behind it gets no more air.`] : [],
  }
}

/** A regulator at rest and in time. */
export function regulatorVerb({
  regulator,
  supply,
  ambient,
  line,
  nozzle,
  durationS,
  allowedFallPa,
}: z.infer<typeof regulatorVerbInput>) {
  const pa = ambient.absolutePressurePa
  const inletPaAbs = absolutePressure(supply, pa)
  if (inletPaAbs <= pa) throw badInput('supply', 'the supply must stand above the ambient pressure')
  const t = supply.temperatureK
  const behind = downstreamTable(line, massFlowOfNozzle(nozzle), pa, inletPaAbs, t)
  const spring = setSpring(
    regulator,
    { inletPaAbs: Math.max(inletPaAbs, regulator.setGaugePressurePa + pa), temperatureK: t },
    behind,
  )
  const state = regulated(regulator, spring, inletPaAbs, t, behind)
  const run = regulatorRun(regulator, { inletPaAbs, temperatureK: t }, behind, durationS)
  const curve = droopCurve(regulator, spring, inletPaAbs, pa, t)
  const still = (friction: number) =>
    balancedOutletGauge(regulator, spring, { inletGaugePa: inletPaAbs - pa, liftM: state.liftM, frictionN: friction })
  const massFlowKgPerS = behind.massFlow(state.outletPaAbs, t)
  const able = inletPaAbs - pa > regulator.setGaugePressurePa * 1.02
  return {
    outletGaugePressurePa: state.outletPaAbs - pa,
    liftM: state.liftM,
    droppedOut: state.droppedOut,
    dropOutGaugePressurePa: dropOutPressure(regulator, spring, t, behind, inletPaAbs) - pa,
    frictionBandPa: still(-regulator.frictionN) - still(regulator.frictionN),
    massFlowKgPerS,
    pulses: run.pulses,
    swingPa: run.swingPa,
    pulsesPerS: run.pulsesPerS,
    droop: {
      massFlowKgPerS: curve.map((c) => c.massFlowKgPerS),
      outletGaugePressurePa: curve.map((c) => c.outletGaugePa),
    },
    sizes:
      allowedFallPa === undefined || !able
        ? null
        : sizeRegulator({
            massFlowKgPerS,
            setGaugePressurePa: regulator.setGaugePressurePa,
            allowedFallPa,
            leastInletGaugePa: regulator.setGaugePressurePa * 1.15,
            greatestInletGaugePa: Math.max(inletPaAbs - pa, regulator.setGaugePressurePa * 1.15),
            ambientPaAbs: pa,
            temperatureK: t,
          }),
    notes: [
      'The run in time is an estimate: it tells pulsing from steady, not the exact pitch.',
      ...(allowedFallPa !== undefined && !able ? ['No sizes: the supply hardly stands above the setting.'] : []),
    ],
  }
}

/** Any source against line and nozzle. */
export function sourceVerb(verb: z.infer<typeof sourceVerbInput>) {
  const input = airInput(verb)
  const { ambient, supply } = input
  const pa = ambient.absolutePressurePa
  const air = airSide(input)
  const jet = nozzleFlow(
    {
      totalPressurePaAbs: Math.max(pa, air.nozzlePressurePaAbs),
      totalTemperatureK: air.temperatureK,
      backPressurePaAbs: pa,
    },
    effectiveNozzle(input),
  )
  const run = buildRunDown(input, { withThrust: false })
  const cycle =
    supply.kind === 'compressor' ? compressorCycle(supply, pa, air.temperatureK, () => air.massFlowKgPerS) : null
  return {
    sourceGaugePressurePa: air.sourcePressurePaAbs - pa,
    supplyGaugePressurePa: air.supplyGaugePressurePa,
    nozzleGaugePressurePa: air.nozzlePressurePaAbs - pa,
    massFlowKgPerS: air.massFlowKgPerS,
    freeAirM3PerS: freeAirFlow(air.massFlowKgPerS),
    temperatureK: air.temperatureK,
    airPowerW: air.supplyPowerW,
    jetPowerW: jet.jetPowerW,
    thrustN: jet.thrustN,
    keepsUp: air.sustained?.keepsUp ?? !air.droppedOut,
    compressor:
      cycle && air.heat
        ? {
            duty: cycle.duty,
            onS: cycle.onS,
            offS: cycle.offS,
            pumpOutletK: air.heat.pumpOutletK,
            tankK: air.heat.tankK,
            waterKgPerS: air.heat.waterKgPerS,
          }
        : null,
    runDown: run
      ? {
          timeS: run.run.timeS,
          wastedShare: run.wastedShare,
          jetEnergyJ: run.run.jetEnergyJ,
          airUsedKg: run.trace[0].massKg - run.run.massKg,
          coldestK: Math.min(...run.trace.map((s) => s.temperatureK)),
        }
      : null,
    strokes:
      supply.kind === 'vessel' ? strokesToFill(supply.volumeM3, supply.pump, 0, supply.gaugePressurePa, pa) : null,
    notes:
      supply.kind === 'blower' || supply.kind === 'breath' || supply.kind === 'balloon'
        ? ['An estimate as good as the source’s figures: classes of blowers, breath and skins differ by a third.']
        : [],
  }
}

const sized = (r: SizingRow) => ({
  throatDiameterM: r.throatDiameterM,
  supplyGaugePressurePa: r.gaugePressurePa,
  massFlowKgPerS: r.massFlowKgPerS,
  jetSpeedMPerS: r.jetSpeedMPerS,
  jetPowerW: r.jetPowerW,
  thrustN: r.thrustN,
  runTimeS: r.runTimeS,
  keepsUp: r.keepsUp,
})

/** The throat for one wanted figure. */
export function sizeVerb(verb: z.infer<typeof sizeVerbInput>) {
  const input = airInput(verb)
  const answer = throatFor(input, verb.wanted.figure, verb.wanted.value, verb.throatRangeM)
  const pa = input.ambient.absolutePressurePa
  const row = answer.status === 'found' ? answer.row : answer.status === 'out-of-reach' ? answer.closest : null
  return {
    status: answer.status,
    size: row ? sized(row) : null,
    also: answer.status === 'found' && answer.also ? sized(answer.also) : null,
    onDesignExitDiameterM: row ? onDesignExit(row.throatDiameterM, row.nozzleGaugePressurePa + pa, pa) : null,
    drills: row ? nearestDrills(row.throatDiameterM) : [],
    notes:
      answer.status === 'out-of-reach'
        ? [
            `The nearest reached in the range is ${answer.closestValue}: more pressure, a better line or another supply is needed, or less must do.`,
          ]
        : answer.status === 'not-for-this-supply'
          ? ['A run time belongs to a vessel or a balloon.']
          : [],
  }
}
