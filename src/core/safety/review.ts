import { dewPoint } from '../air'
import { finding, rangeFindings, supplyFindings, type Finding, type SafetyState } from '../gates'
import { materialById } from '../strength'
import type { NozzleResult } from '../flow'
import type { AirInput, AirSide, PlainPrediction, PredictionInput } from '../prediction'

/**
 * Least margins in stress: under 2 nobody should run it, under 4 with care and a guard. Common practice for parts of
 * uncertain strength.
 */
export const LEAST_STRESS_MARGIN = { run: 2, ease: 4 } as const

function strengthFindings({ strength, summary }: PlainPrediction): Finding[] {
  const margin = strength.stressMargin
  if (margin >= LEAST_STRESS_MARGIN.ease) return []
  return [
    finding('burst', margin < LEAST_STRESS_MARGIN.run ? 'do not run' : 'watch', {
      freeRadPerS: summary.freeSpeedRadPerS,
      governing: strength.governing,
      margin,
      speedMargin: strength.speedMargin,
    }),
  ]
}

function shaftFindings(input: PredictionInput, { shaft, summary }: PlainPrediction): Finding[] {
  const found: Finding[] = []
  const free = summary.freeSpeedRadPerS
  const { shaft: layout } = input
  // printed housings give way: what counts lies a quarter below the reckoned speed
  const real = 0.75 * shaft.criticalSpeedRadPerS
  if (free > real)
    found.push(
      finding('critical', free > 1.05 * shaft.criticalSpeedRadPerS ? 'do not run' : 'watch', {
        criticalRadPerS: shaft.criticalSpeedRadPerS,
        freeRadPerS: free,
      }),
    )
  if (layout.overhangM > layout.spanM) found.push(finding('overhang', 'watch', { spanM: layout.spanM }))
  if (shaft.duty.staticShare > 0.5)
    found.push(
      finding('bearing-load', shaft.duty.staticShare > 1 ? 'do not run' : 'watch', {
        loadN: shaft.duty.loadsN[0],
        share: shaft.duty.staticShare,
      }),
    )
  return found
}

function bearingFindings(input: PredictionInput, { bearing, summary }: PlainPrediction): Finding[] {
  const found: Finding[] = []
  if (bearing.share > 1)
    found.push(
      finding('bearing', bearing.share > 1.3 ? 'do not run' : 'watch', {
        freeRadPerS: summary.freeSpeedRadPerS,
        share: bearing.share,
        classId: input.shaft.bearingClassId,
      }),
    )
  if (input.shaft.bearingCount < 2) found.push(finding('one-bearing', 'watch'))
  return found
}

function sourceFindings(input: AirInput, air: AirSide): Finding[] {
  const found: Finding[] = []
  const { supply, line } = input
  const gauge = air.sourcePressurePaAbs - input.ambient.absolutePressurePa
  if (air.sustained && !air.sustained.keepsUp)
    found.push(
      finding('starved', 'watch', { wantedGaugePa: air.wantedGaugePressurePa, gaugePa: air.supplyGaugePressurePa }),
    )
  if (
    supply.kind === 'compressor' &&
    line.regulator &&
    line.regulator.setGaugePressurePa > supply.cutOutGaugePressurePa
  )
    found.push(finding('setting', 'watch', { above: 'cut-out' }))
  if (supply.kind !== 'compressor' && line.regulator && air.droppedOut)
    found.push(
      finding('setting', 'watch', { above: 'supply', setGaugePa: line.regulator.setGaugePressurePa, gaugePa: gauge }),
    )
  const rated = 'ratedGaugePressurePa' in supply ? supply.ratedGaugePressurePa : undefined
  if (rated === null) found.push(finding('vessel', 'watch', { gaugePa: gauge, ratedGaugePa: null }))
  else if (rated !== undefined && gauge > rated)
    found.push(finding('vessel', 'do not run', { gaugePa: gauge, ratedGaugePa: rated }))
  return found
}

export function airFindings(input: AirInput, air: AirSide, nozzle: NozzleResult, materialId: string | null): Finding[] {
  const found = sourceFindings(input, air)
  if (materialId !== null) {
    const material = materialById(materialId)
    if (air.temperatureK > material.softeningK - 15)
      found.push(
        finding('warm', air.temperatureK > material.softeningK ? 'do not run' : 'watch', {
          temperatureK: air.temperatureK,
          material: material.label,
          softeningK: material.softeningK,
        }),
      )
  }
  const dew = dewPoint(input.ambient.temperatureK, input.ambient.relativeHumidity)
  if (nozzle.exitTemperatureK < Math.min(273.15, dew)) found.push(finding('ice', 'fine', { dewPointK: dew }))
  return found
}

export interface Review {
  readonly state: SafetyState
  readonly findings: readonly Finding[]
}

/** The worst first, and the state they add up to. */
export function reviewed(found: readonly Finding[]): Review {
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

/**
 * Highest supply pressure at which `holds` is true, Pa gauge, to 5 kPa; null when it fails even at 20 kPa. It must hold
 * below any pressure at which it holds.
 */
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

/** A caution that is acknowledged before a run. */
export interface RunCaution {
  readonly id: string
  readonly title: string
  readonly text: string
  /** What it says of a machine of which nothing turns: a body that its jet pushes. */
  readonly still?: { readonly title: string; readonly text: string }
}

/** The usual cautions of a run, each to be acknowledged. They defer to local codes and to the maker of each vessel. */
export const RUN_CAUTIONS: readonly RunCaution[] = [
  {
    id: 'fragments',
    title: 'Fragments',
    text: 'A guard that would stop a thrown blade stands between the rotor and everyone; nobody is in the plane of the rotor.',
    still: {
      title: 'Let go',
      text: 'A line that would stop it ties the body to its stand; nobody is before or behind it.',
    },
  },
  {
    id: 'pressure',
    title: 'Pressure',
    text: 'Vessel, hose and couplings are used within their makers’ limits and local codes; the hose is tied down; the shut-off is in reach.',
  },
  {
    id: 'noise',
    title: 'Noise',
    text: 'Ears are covered: small air turbines are far above 85 dBA.',
    still: { title: 'Noise', text: 'Ears are covered: a free jet is far above 85 dBA.' },
  },
  { id: 'eyes', title: 'Eyes and skin', text: 'Eyes are covered; no jet points at skin, eyes or ears.' },
  {
    id: 'loose',
    title: 'Loose parts',
    text: 'Set screws, nozzle insert, marks and tape are fast; the rotor has been turned by hand and does not rub.',
    still: {
      title: 'Loose parts',
      text: 'Nozzle insert, hose and the weights on the stand are fast; nothing light lies in the jet.',
    },
  },
  {
    id: 'steps',
    title: 'Low first',
    text: 'The pressure goes up in steps from low, and the run stops at the first new sound.',
  },
]
