import type { Draft } from 'immer'
import { balanceQuality, type HandReading, type HandResult } from '../../core/bench'
import { circleArea, massFlowOfNozzle } from '../../core/flow'
import { familyOf } from '../../core/machines'
import { effectiveNozzle } from '../../core/prediction'
import { mean } from '../../core/statistics'
import type { QuantityKind } from '../../core/units'
import { BALANCE_GRADES, LIMITS } from '../document/limits'
import type { Build, FedMachine } from '../validation/schema'

/** A field of a build that a reading by hand can be written into. */
export interface HandTarget {
  readonly id:
    | 'regulator-spring'
    | 'ball-spring'
    | 'seal'
    | 'regulator-friction'
    | 'nozzle-gap'
    | 'tip-gap'
    | 'casing-gap'
    | 'running-gap'
    | 'impeller-gap'
    | 'rolling'
    | 'discharge'
    | 'rotor-inertia'
    | 'wheel-inertia'
    | 'balance'
  readonly kind: QuantityKind
  /** As the build states it, where it does, and as it will. */
  readonly stated: number | null
  readonly found: number
  /** What was found lies outside what the field takes. */
  readonly beyond: boolean
  /** So far from what is stated that another thing may have been measured. */
  readonly unlike: boolean
  /** Where it is seen. */
  readonly station: string
  readonly write: (build: Draft<Build>) => void
}

type Graded = { shaft: { balanceGradeMPerS: number } }
const graded = (machine: object): machine is Graded =>
  'shaft' in machine && 'balanceGradeMPerS' in (machine.shaft as object)
/** Its shaft is balanced to a stated grade. */
export const isGraded = (build: Build): boolean => graded(build.machine)

/** Its rotor holds the air back: what it takes is not the nozzle's alone. */
const holdsBack = (machine: FedMachine): boolean =>
  machine.family === 'thrust-body' ? false : familyOf(machine).holdsBack

/** A hole to which an area is compared, m. Any would do. */
const UNIT_M = 1e-3

/** Stated and found differ by more than this many times: another spring, another gap. */
const UNLIKE = 3

type Limits = readonly [number, number]

/**
 * Fields of a build that a result belongs to; none where it is for the log alone. Balance needs the speed it runs at.
 */
export function handTargets(
  build: Build,
  reading: HandReading,
  { figures }: HandResult,
  freeSpeedRadPerS: number | null,
): HandTarget[] {
  const value = (id: (typeof figures)[number]['id']) => figures.find((f) => f.id === id)?.measured.value
  const main = figures[0].measured.value
  const { machine, line } = build
  const into = (
    id: HandTarget['id'],
    kind: QuantityKind,
    station: string,
    stated: number | null,
    limits: Limits,
    write: (build: Draft<Build>, found: number) => void,
    wanted = main,
  ): HandTarget => {
    const found = Math.min(limits[1], Math.max(limits[0], wanted))
    const apart = stated ? Math.max(wanted / stated, stated / Math.max(wanted, 1e-9 * stated)) : 1
    const unlike = id !== 'balance' && apart > UNLIKE
    return { id, kind, station, stated, found, unlike, beyond: found !== wanted, write: (b) => write(b, found) }
  }
  const targets: HandTarget[] = []
  if (reading.kind === 'spring') {
    if (line.regulator)
      targets.push(
        into(
          'regulator-spring',
          'springRate',
          'line',
          line.regulator.springRateNPerM,
          LIMITS.springRateNPerM,
          (b, v) => {
            if (b.line.regulator) b.line.regulator.springRateNPerM = v
          },
        ),
      )
    if (machine.family === 'single-acting-engine' && machine.ball.motion.kind === 'spring') {
      const { stiffnessNPerM } = machine.ball.motion
      const force = value('workingForce')
      targets.push(
        into('ball-spring', 'springRate', 'cylinder', stiffnessNPerM, LIMITS.ballSpringNPerM, (b, v) => {
          if (b.machine.family !== 'single-acting-engine' || b.machine.ball.motion.kind !== 'spring') return
          b.machine.ball.motion.stiffnessNPerM = v
          const [least, most] = LIMITS.ballSpringN
          if (force !== undefined) b.machine.ball.motion.forceN = Math.min(most, Math.max(least, force))
        }),
      )
    }
  }
  if (reading.kind === 'rubbing') {
    if ('seal' in machine)
      targets.push(
        into('seal', 'force', 'cylinder', machine.seal.forceN, LIMITS.sealForceN, (b, v) => {
          if ('seal' in b.machine) b.machine.seal.forceN = v
        }),
      )
    if (line.regulator)
      targets.push(
        into('regulator-friction', 'force', 'line', line.regulator.frictionN, LIMITS.frictionN, (b, v) => {
          if (b.line.regulator) b.line.regulator.frictionN = v
        }),
      )
  }
  if (reading.kind === 'gap') {
    if ('casing' in machine && machine.casing.kind === 'close')
      targets.push(
        into('casing-gap', 'length', 'rotor', machine.casing.clearanceM, LIMITS.casingClearanceM, (b, v) => {
          if ('casing' in b.machine) b.machine.casing.clearanceM = v
        }),
      )
    if ('tipClearanceM' in machine)
      targets.push(
        into('tip-gap', 'length', 'rotor', machine.tipClearanceM, LIMITS.gapClearanceM, (b, v) => {
          if ('tipClearanceM' in b.machine) b.machine.tipClearanceM = v
        }),
      )
    if ('clearanceM' in machine)
      targets.push(
        into('running-gap', 'length', 'rotor', machine.clearanceM, LIMITS.gapClearanceM, (b, v) => {
          if ('clearanceM' in b.machine) b.machine.clearanceM = v
        }),
      )
    if ('impeller' in machine)
      targets.push(
        into('impeller-gap', 'length', 'rotor', machine.impeller.clearanceM, LIMITS.gapClearanceM, (b, v) => {
          if ('impeller' in b.machine) b.machine.impeller.clearanceM = v
        }),
      )
    if ('nozzle' in machine && 'gapM' in machine.nozzle)
      targets.push(
        into('nozzle-gap', 'length', 'nozzle', machine.nozzle.gapM, LIMITS.nozzleGapM, (b, v) => {
          if ('nozzle' in b.machine && 'gapM' in b.machine.nozzle) b.machine.nozzle.gapM = v
        }),
      )
  }
  if (reading.kind === 'balance' && freeSpeedRadPerS !== null) {
    const quality = balanceQuality(value('offAxis') ?? 0, freeSpeedRadPerS)
    // the next coarser of the usual grades
    const grade = BALANCE_GRADES.find((g) => g >= quality) ?? quality
    const limits = [BALANCE_GRADES[0], BALANCE_GRADES[BALANCE_GRADES.length - 1]] as const
    if (graded(machine))
      targets.push(
        into(
          'balance',
          'speed',
          'shaft',
          machine.shaft.balanceGradeMPerS,
          limits,
          (b, v) => {
            if (graded(b.machine)) b.machine.shaft.balanceGradeMPerS = v
          },
          grade,
        ),
      )
  }
  if (
    reading.kind === 'pull' &&
    reading.wheels === 'rolling' &&
    machine.family === 'thrust-body' &&
    machine.path.kind === 'track'
  )
    targets.push(
      into('rolling', 'share', 'way', machine.path.rollingShare, LIMITS.rollingShare, (b, v) => {
        if (b.machine.family === 'thrust-body' && b.machine.path.kind === 'track') b.machine.path.rollingShare = v
      }),
    )
  if (reading.kind === 'orifice' && 'nozzle' in machine && !holdsBack(machine)) {
    const { coefficients, nozzle } = machine
    const ambient = { absolutePressurePa: reading.roomPaAbs, temperatureK: reading.airK, relativeHumidity: 0.5 }
    const jet = massFlowOfNozzle(effectiveNozzle({ nozzle, coefficients, ambient }))
    const open = massFlowOfNozzle({ throatDiameterM: UNIT_M, dischargeCoefficient: 1, velocityCoefficient: 1 })
    // what the build's nozzle would take at these pressures, as an opening that loses nothing
    const drawn = mean(
      reading.rows.map(({ afterPa }) => {
        const before = afterPa + reading.roomPaAbs
        const taken = jet(before, reading.airK, reading.roomPaAbs)
        return (taken / open(before, reading.airK, reading.roomPaAbs)) * circleArea(UNIT_M)
      }),
    )
    const stated = coefficients.discharge.value
    const u = (stated * figures[0].measured.standardUncertainty) / drawn
    targets.push(
      into(
        'discharge',
        'ratio',
        'nozzle',
        stated,
        LIMITS.flowCoefficient,
        (b, v) => {
          if ('nozzle' in b.machine)
            b.machine.coefficients.discharge = { value: v, standardUncertainty: u, from: 'typed' }
        },
        (stated * main) / drawn,
      ),
    )
  }
  if (reading.kind === 'coasting') {
    const relativeUncertainty = figures[0].measured.standardUncertainty / main
    const [least, most] = LIMITS.relativeUncertainty
    if ('shaft' in machine && 'rotorInertia' in machine.shaft)
      targets.push(
        into(
          'rotor-inertia',
          'inertia',
          'shaft',
          machine.shaft.rotorInertia?.inertiaKgM2 ?? null,
          LIMITS.rotorInertiaKgM2,
          (b, v) => {
            if ('shaft' in b.machine && 'rotorInertia' in b.machine.shaft)
              b.machine.shaft.rotorInertia = {
                inertiaKgM2: v,
                relativeUncertainty: Math.min(most, Math.max(least, relativeUncertainty)),
              }
          },
        ),
      )
    if ('wheelInertiaKgM2' in machine)
      targets.push(
        into('wheel-inertia', 'inertia', 'crank', machine.wheelInertiaKgM2, LIMITS.engineInertiaKgM2, (b, v) => {
          if ('wheelInertiaKgM2' in b.machine) b.machine.wheelInertiaKgM2 = v
        }),
      )
  }
  // the likeliest first
  return targets.toSorted((a, b) => Number(a.unlike) - Number(b.unlike))
}
