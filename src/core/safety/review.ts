import { dewPoint } from '../air'
import { finding, q, rangeFindings, supplyFindings, type Finding, type SafetyState } from '../gates'
import { materialById } from '../strength'
import type { NozzleResult } from '../flow'
import type { AirInput, AirSide, PlainPrediction, PredictionInput } from '../prediction'

const rpm = (radPerS: number) => `${Math.round((radPerS * 30) / Math.PI / 100) * 100} rpm`
const kPa = (pa: number) => q('gaugePressure', pa)
const celsius = (k: number) => q('temperature', k)
const times = (x: number) => (x >= 10 ? x.toFixed(0) : x.toFixed(1))

/** Least margins in stress: under 2 nobody should run it, under 4 with care and a guard. Common practice for parts of uncertain strength. */
export const LEAST_STRESS_MARGIN = { run: 2, ease: 4 } as const

function strengthFindings({ strength, summary }: PlainPrediction): Finding[] {
  const margin = strength.stressMargin
  if (margin >= LEAST_STRESS_MARGIN.ease) return []
  const what = `At its free speed of ${rpm(summary.freeSpeedRadPerS)} the ${strength.governing} is at 1/${times(margin)} of its strength (${times(strength.speedMargin)}× in speed).`
  const mend =
    'Lower the pressure, make the rotor smaller or thicker at the bore, or print it solid in a stronger material.'
  return margin < LEAST_STRESS_MARGIN.run
    ? [
        finding(
          'burst',
          'do not run',
          what,
          'A print varies by a quarter in strength: it may burst on the first run.',
          mend,
        ),
      ]
    : [finding('burst', 'watch', what, 'A flaw or warm air can eat this margin.', mend)]
}

function shaftFindings(input: PredictionInput, { shaft, summary }: PlainPrediction): Finding[] {
  const found: Finding[] = []
  const free = summary.freeSpeedRadPerS
  const { shaft: layout } = input
  // printed housings give way: what counts lies a quarter below the reckoned speed
  const real = 0.75 * shaft.criticalSpeedRadPerS
  if (free > real)
    found.push(
      finding(
        'critical',
        free > 1.05 * shaft.criticalSpeedRadPerS ? 'do not run' : 'watch',
        `The shaft’s first critical speed is ${rpm(shaft.criticalSpeedRadPerS)} with stiff bearings; the free speed is ${rpm(free)}.`,
        'Near it the shaft bows and whips; a printed housing lowers it by up to a third.',
        'A thicker shaft, bearings closer to the rotor, or a lighter rotor.',
      ),
    )
  if (layout.overhangM > layout.spanM)
    found.push(
      finding(
        'overhang',
        'watch',
        `The rotor overhangs by more than the ${q('length', layout.spanM)} between the bearings.`,
        'The near bearing carries more than twice the load and the shaft swings.',
        'Move the bearings apart or the rotor closer.',
      ),
    )
  if (shaft.duty.staticShare > 0.5)
    found.push(
      finding(
        'bearing-load',
        shaft.duty.staticShare > 1 ? 'do not run' : 'watch',
        `The harder worked bearing carries ${q('force', shaft.duty.loadsN[0])}, ${times(shaft.duty.staticShare)} of what its class stands at rest.`,
        'Balls dent their tracks; it runs rough and hot.',
        'A larger bearing class, less side pull, better balance.',
      ),
    )
  return found
}

function bearingFindings(input: PredictionInput, { bearing, summary }: PlainPrediction): Finding[] {
  const found: Finding[] = []
  if (bearing.share > 1)
    found.push(
      finding(
        'bearing',
        bearing.share > 1.3 ? 'do not run' : 'watch',
        `Free speed ${rpm(summary.freeSpeedRadPerS)} is ${times(bearing.share)}× the limit of bearing class ${input.shaft.bearingClassId}.`,
        'Past its limit a bearing heats, loses grease and can seize.',
        'Choose a smaller bearing class, or never let it run free.',
      ),
    )
  if (input.shaft.bearingCount < 2)
    found.push(
      finding(
        'one-bearing',
        'watch',
        'One bearing holds the rotor.',
        'An overhung rotor on one bearing wobbles until it breaks (common practice).',
        'Support the shaft in two bearings.',
      ),
    )
  return found
}

function sourceFindings(input: AirInput, air: AirSide): Finding[] {
  const found: Finding[] = []
  const { supply, line } = input
  const gauge = air.sourcePressurePaAbs - input.ambient.absolutePressurePa
  if (air.sustained && !air.sustained.keepsUp)
    found.push(
      finding(
        'starved',
        'watch',
        `The compressor cannot hold ${kPa(air.wantedGaugePressurePa)}: it settles at ${kPa(air.supplyGaugePressurePa)}.`,
        'Runs taken while the pressure sags cannot be compared.',
        'Use a smaller throat or a lower setting.',
      ),
    )
  if (
    supply.kind === 'compressor' &&
    line.regulator &&
    line.regulator.setGaugePressurePa > supply.cutOutGaugePressurePa
  )
    found.push(
      finding(
        'setting',
        'watch',
        'The regulator is set above the compressor’s cut-out.',
        'The tank never reaches that pressure.',
        'Set the regulator below the cut-in.',
      ),
    )
  if (supply.kind !== 'compressor' && line.regulator && air.droppedOut)
    found.push(
      finding(
        'setting',
        'watch',
        `The regulator is set to ${kPa(line.regulator.setGaugePressurePa)}, the supply has ${kPa(gauge)}: it stands wide open.`,
        'It then only hinders the air.',
        'Set it lower, or take it out.',
      ),
    )
  if (supply.kind === 'vessel' && supply.ratedGaugePressurePa !== null && gauge > supply.ratedGaugePressurePa)
    found.push(
      finding(
        'vessel',
        'do not run',
        `The vessel is pumped to ${kPa(gauge)}; ${kPa(supply.ratedGaugePressurePa)} is written on it.`,
        'A vessel past its maker’s limit can burst, with all it holds.',
        'Pump it less, or use one made for the pressure. Its maker’s limit and local codes decide.',
      ),
    )
  if (supply.kind === 'vessel' && supply.ratedGaugePressurePa === null)
    found.push(
      finding(
        'vessel',
        'watch',
        'No pressure limit is given for the vessel.',
        'Nobody can tell how far it is from bursting; bottles are made for drinks, not for this.',
        'Find the limit its maker states and fill it in. Local codes may ask for more.',
      ),
    )
  return found
}

function airFindings(input: AirInput, air: AirSide, nozzle: NozzleResult, materialId: string | null): Finding[] {
  const found = sourceFindings(input, air)
  if (materialId !== null) {
    const material = materialById(materialId)
    if (air.temperatureK > material.softeningK - 15)
      found.push(
        finding(
          'warm',
          air.temperatureK > material.softeningK ? 'do not run' : 'watch',
          `The air comes at ${celsius(air.temperatureK)}; ${material.label} softens near ${celsius(material.softeningK)}.`,
          'Warm air from the compressor softens prints under load.',
          'Cool the air in a coil or choose a material that stands it.',
        ),
      )
  }
  const dew = dewPoint(input.ambient.temperatureK, input.ambient.relativeHumidity)
  if (nozzle.exitTemperatureK < Math.min(273.15, dew))
    found.push(
      finding(
        'ice',
        'fine',
        'The jet leaves below freezing.',
        `The room’s dew point is ${celsius(dew)}: its moisture can grow ice in a small exit during long runs.`,
        'Drain the tank, dry the air, keep runs short.',
      ),
    )
  return found
}

export interface Review {
  readonly state: SafetyState
  readonly findings: readonly Finding[]
}

/** The worst first, and the state they add up to. */
function reviewed(found: readonly Finding[]): Review {
  const order: SafetyState[] = ['do not run', 'watch', 'fine']
  const findings = [...found].sort((a, b) => order.indexOf(a.state) - order.indexOf(b.state))
  return { state: findings[0]?.state ?? 'fine', findings }
}

/** All findings of a turbine build; `made` are those of its parts, where they are known. */
export const reviewBuild = (
  input: PredictionInput,
  prediction: PlainPrediction,
  made: readonly Finding[] = [],
): Review =>
  reviewed([
    ...strengthFindings(prediction),
    ...bearingFindings(input, prediction),
    ...shaftFindings(input, prediction),
    ...airFindings(input, prediction.air, prediction.nozzle, input.machine.materialId),
    ...supplyFindings(input, prediction.air),
    ...rangeFindings(prediction),
    ...made,
  ])

/** All findings of what feeds a body that is pushed by its jet. */
export const reviewThrust = (input: AirInput, air: AirSide, nozzle: NozzleResult): Review =>
  reviewed(airFindings(input, air, nozzle, null))

/** Highest supply pressure at which `holds` is true, Pa gauge, to 5 kPa; null when it fails even at 20 kPa. It must hold below any pressure at which it holds. */
export function safePressure(mostGaugePa: number, holds: (gaugePa: number) => boolean): number | null {
  const step = 5000
  let low = 0
  let high = Math.floor(mostGaugePa / step)
  if (holds(high * step)) return high * step
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (holds(middle * step)) low = middle
    else high = middle
  }
  return low * step >= 20_000 ? low * step : null
}

/** The usual cautions of a run, each to be acknowledged. They defer to local codes and to the maker of each vessel. */
export const RUN_CAUTIONS: readonly { readonly id: string; readonly title: string; readonly text: string }[] = [
  {
    id: 'fragments',
    title: 'Fragments',
    text: 'A guard that would stop a thrown blade stands between the rotor and everyone; nobody is in the plane of the rotor.',
  },
  {
    id: 'pressure',
    title: 'Pressure',
    text: 'Vessel, hose and couplings are used within their makers’ limits and local codes; the hose is tied down; the shut-off is in reach.',
  },
  { id: 'noise', title: 'Noise', text: 'Ears are covered: small air turbines are far above 85 dBA.' },
  { id: 'eyes', title: 'Eyes and skin', text: 'Eyes are covered; no jet points at skin, eyes or ears.' },
  {
    id: 'loose',
    title: 'Loose parts',
    text: 'Set screws, nozzle insert, marks and tape are fast; the rotor has been turned by hand and does not rub.',
  },
  {
    id: 'steps',
    title: 'Low first',
    text: 'The pressure goes up in steps from low, and the run stops at the first new sound.',
  },
]
