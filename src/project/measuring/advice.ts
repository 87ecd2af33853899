import { said, type Said } from '../../core/said'
import { kindOf } from '../machines/registry'
import type { MachinePredicted } from '../machines/contract'
import type { Build, Measurement } from '../validation/schema'
import { METHOD_IDS, methodOf } from './registry'

/** How well a way of measuring suits a build, and why. */
export interface MethodAdvice {
  readonly method: Measurement['method']
  readonly suits: 'well' | 'fairly' | 'poorly'
  readonly why: Said
}

const ORDER = ['well', 'fairly', 'poorly'] as const
/** A letter scale's digit, N, on a usual arm, m. */
const [DIGIT_N, ARM_M] = [1e-4, 0.14] as const
/** Digits that a torque must have to be read to 1 %. */
const DIGITS = 100
/** Heat that a small disc or rope gets rid of for a minute, W. Estimates. */
const HOT_W = 60
/** Heat at which a cord on a printed drum melts into it within a reading, W. An estimate. */
const ROPE_HOT_W = 25
/** Below this a model motor's own friction is most of what is measured, W. Common practice, no source. */
const SMALL_W = 2
/** A rotor that stops sooner gives hardly a hundred marks, s. */
const SOON_S = 2
/** Tones between which a phone hears well, Hz. */
const HEARD_HZ = [150, 12_000] as const

type Judge = (build: Build, predicted: MachinePredicted) => Pick<MethodAdvice, 'suits' | 'why'>

const figure = (predicted: MachinePredicted, id: string) => predicted.figures.find((f) => f.id === id)?.value ?? null
const powerOf = (p: MachinePredicted) => figure(p, 'bestPowerW') ?? 0
const torqueOf = (p: MachinePredicted) =>
  figure(p, 'stallTorqueNm') ?? p.overSpeed?.lines.find((l) => l.id === 'torque')?.values[0] ?? 0
/** The supply holds its pressure as long as a spin-up takes. */
const holds = ({ air }: MachinePredicted, build: Build): boolean =>
  build.supply.kind !== 'vessel' && build.supply.kind !== 'balloon' && (air.sustained?.keepsUp ?? true)

/** By method. Common practice, no source, where no figure decides. */
const JUDGES: Readonly<Record<Measurement['method'], Judge>> = {
  inertia: (build, predicted) =>
    holds(predicted, build)
      ? { suits: 'well', why: said('advice-inertia') }
      : { suits: 'fairly', why: said('advice-inertia-sags') },
  coast: (build, predicted) => {
    const turning = kindOf(build).turning?.(build.machine)
    const top = figure(predicted, 'freeSpeedRadPerS')
    const over = predicted.overSpeed
    const [shaft, blades] = ['torque', 'bladeTorque'].map((id) => over?.lines.find((l) => l.id === id)?.values)
    if (!turning || !top || !over || !shaft || !blades) return { suits: 'fairly', why: said('advice-coast') }
    const half = over.over.findIndex((w) => w >= top / 2)
    const seconds = (turning.value * top) / Math.max(1e-12, blades[half] - shaft[half])
    return seconds < SOON_S
      ? { suits: 'poorly', why: said('advice-coast-soon', { seconds }) }
      : { suits: 'fairly', why: said('advice-coast') }
  },
  brake: (_, predicted) => {
    const digits = torqueOf(predicted) / ARM_M / DIGIT_N
    if (digits < DIGITS)
      return { suits: 'poorly', why: said('advice-brake-weak', { torqueNm: torqueOf(predicted), digits }) }
    return powerOf(predicted) > HOT_W
      ? { suits: 'fairly', why: said('advice-brake-hot', { powerW: powerOf(predicted) }) }
      : { suits: 'well', why: said('advice-brake') }
  },
  generator: (_, predicted) =>
    powerOf(predicted) < SMALL_W
      ? { suits: 'poorly', why: said('advice-generator-small', { powerW: powerOf(predicted) }) }
      : { suits: 'fairly', why: said('advice-generator') },
  rope: (_, predicted) =>
    powerOf(predicted) > ROPE_HOT_W
      ? { suits: 'poorly', why: said('advice-rope-hot', { powerW: powerOf(predicted) }) }
      : { suits: 'fairly', why: said('advice-rope') },
  sound: (_, predicted) => {
    const speed = figure(predicted, 'freeSpeedRadPerS') ?? 0
    // a tone of at least some blades; which number there is, the rig says
    const hertz = (speed / (2 * Math.PI)) * 10
    return hertz > HEARD_HZ[0] && hertz < HEARD_HZ[1]
      ? { suits: 'fairly', why: said('advice-sound') }
      : { suits: 'poorly', why: said('advice-sound-low', { hertz }) }
  },
  'tank-decay': () => ({ suits: 'fairly', why: said('advice-tank') }),
  'run-down': (build) =>
    build.supply.kind === 'vessel'
      ? { suits: 'well', why: said('advice-run-down') }
      : { suits: 'poorly', why: said('advice-run-down-no-bottle') },
  droop: (build) =>
    build.line.regulator?.kind === 'piston'
      ? { suits: 'fairly', why: said('advice-droop-piston') }
      : { suits: 'fairly', why: said('advice-droop') },
  thrust: () => ({ suits: 'well', why: said('advice-thrust') }),
}

/** Every way that can measure a build, the best first, each with its reason. */
export const adviseMethods = (build: Build, predicted: MachinePredicted): readonly MethodAdvice[] =>
  METHOD_IDS.filter((id) => methodOf(id).accepts(build) && (id !== 'thrust' || kindOf(build).pushes))
    .map((method) => ({ method, ...JUDGES[method](build, predicted) }))
    .sort((a, b) => ORDER.indexOf(a.suits) - ORDER.indexOf(b.suits))
