'use client'
import type { EngineMachine } from '../../../project/document'
import { ChoiceField } from '../../../ui'
import type { EngineStationProps } from './engine-props'

type Single = Extract<EngineMachine, { family: 'single-acting-engine' }>
type Motion = Single['ball']['motion']

const WAYS = [
  { value: 'follows', label: 'with its pin' },
  { value: 'free', label: 'by the air alone' },
  { value: 'spring', label: 'by a spring' },
] as const
const MATERIALS = [
  { value: 'steel', label: 'steel' },
  { value: 'glass', label: 'glass' },
  { value: 'nylon', label: 'nylon' },
] as const

/** A spring to begin with: some newtons, half as much again where the pin lifts it. */
const FIRST_N = 2

/** How the ball goes shut: what is no number of it. */
export function BallChoices({ build, edit }: Pick<EngineStationProps, 'build' | 'edit'>) {
  const { ball } = build.machine as Single
  const { motion } = ball
  const change = (label: string, next: Motion) =>
    edit(label, (b) => void ((b.machine as Single).ball.motion = next), label)
  const shuts = (kind: string) => {
    const material = motion.kind === 'follows' ? 'steel' : motion.material
    change(
      'how the ball shuts',
      kind === 'follows'
        ? { kind }
        : kind === 'free'
          ? { kind, material }
          : { kind: 'spring', material, forceN: FIRST_N, stiffnessNPerM: (0.5 * FIRST_N) / ball.pinLengthM },
    )
  }
  return (
    <>
      <ChoiceField
        label="Ball shuts"
        value={motion.kind}
        choices={WAYS}
        note={
          motion.kind === 'follows'
            ? 'taken to weigh nothing: true of slow engines'
            : 'its weight, its bounces and the cap are reckoned, head up (estimate)'
        }
        onChange={shuts}
      />
      {motion.kind !== 'follows' && (
        <ChoiceField
          label="Ball of"
          value={motion.material}
          choices={MATERIALS}
          onChange={(material) => change('what the ball is of', { ...motion, material: material as never })}
        />
      )}
    </>
  )
}
