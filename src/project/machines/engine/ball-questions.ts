import { ballMotion } from '../../../core/engine'
import { predictEngine } from '../../../core/prediction'
import type { Project } from '../../validation/schema'
import type { BuildOf, MachineOfKind } from '../document-types'
import { enginePredictionInput } from './input'

type Single = MachineOfKind<'single-acting-engine'>
export type SingleBuild = BuildOf<Single>
type Motion = Single['ball']['motion']
type Ambient = Project['ambient']

/** What is asked of a ball that a pin lifts. */
export const BALL_QUESTIONS = ['ball-weighs', 'spring', 'stronger-spring', 'weaker-spring', 'lighter-ball'] as const
export type BallQuestion = (typeof BALL_QUESTIONS)[number]

export const withMotion = (build: SingleBuild, motion: Motion): SingleBuild => ({
  ...build,
  machine: { ...build.machine, ball: { ...build.machine.ball, motion } },
})

/** Forces of springs that are tried, N: from what hardly pushes to what a finger cannot press. */
const TRIED_N = [0.3, 0.6, 1.2, 2.4, 4.8, 9.6, 19.2, 38.4] as const
/** At the pin’s full lift it pushes half as much again. */
const RISES = 0.5
/** Share of the air that may still come in once the pin has gone. */
const SHUTS = 0.02

/** The least of those springs with which the ball shuts with its pin; null where none does. */
export function leastSpring(build: SingleBuild, ambient: Ambient): SingleBuild | null {
  const { motion, pinLengthM } = build.machine.ball
  const material = motion.kind === 'follows' ? 'steel' : motion.material
  let guess: ReturnType<typeof predictEngine>['from'] | undefined
  for (const forceN of TRIED_N) {
    const next = withMotion(build, { kind: 'spring', material, forceN, stiffnessNPerM: (RISES * forceN) / pinLengthM })
    const { network, steady, from } = predictEngine(enginePredictionInput(next, ambient), false, guess)
    guess = { holeDiameterM: from.holeDiameterM }
    const seen = steady && ballMotion(network, steady.cycle)
    if (seen && seen.shutsRad !== null && seen.afterPinShare < SHUTS) return next
  }
  return null
}

/**
 * The engine as a question would have its ball, and the spring’s force where there is one; null where the question
 * means nothing.
 */
export function ballAsked(
  build: SingleBuild,
  ambient: Ambient,
  id: BallQuestion,
): readonly [SingleBuild, number | null] | null {
  const { motion } = build.machine.ball
  switch (id) {
    case 'ball-weighs':
      return motion.kind === 'follows' ? [withMotion(build, { kind: 'free', material: 'steel' }), null] : null
    case 'spring': {
      if (motion.kind === 'spring') return null
      const next = leastSpring(build, ambient)
      const { motion: found } = next?.machine.ball ?? {}
      return next && found?.kind === 'spring' ? [next, found.forceN] : null
    }
    case 'stronger-spring':
    case 'weaker-spring': {
      if (motion.kind !== 'spring') return null
      const times = id === 'stronger-spring' ? 2 : 0.5
      const [forceN, stiffnessNPerM] = [times * motion.forceN, times * motion.stiffnessNPerM]
      return [withMotion(build, { ...motion, forceN, stiffnessNPerM }), forceN]
    }
    case 'lighter-ball':
      return motion.kind === 'follows' || motion.material === 'nylon'
        ? null
        : [withMotion(build, { ...motion, material: 'nylon' }), null]
  }
}
