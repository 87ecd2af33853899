'use client'
import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { HandReading, HandResult } from '../../../core/bench'
import type { Build } from '../../../project/document'
import { calibrate, rigTargets, weighs, type RigTarget } from '../../../project/hand'
import { useProject, useStore } from '../../../store'
import { Advice, QuietButton } from '../../../ui'
import { useShown, type Shown } from '../../shared'

const told = ({ factor, relativeUncertainty }: RigTarget['found'], shown: Shown): string =>
  `times ${factor.toFixed(4)}, known to ± ${shown.text(relativeUncertainty, 'share')}`

const runsWords = (runs: number): string =>
  runs === 0
    ? 'No run was taken on it yet.'
    : `${runs === 1 ? 'One run' : `${runs} runs`} taken on it will be reduced anew; what was recorded stays.`

/** Rigs whose scale may be the one that was held against weights: what each takes its reading for, and would. */
export function RigOutcome({ build, reading, result }: { build: Build; reading: HandReading; result: HandResult }) {
  const store = useStore()
  const shown = useShown()
  const project = useProject()
  const [fault, setFault] = useState<string | null>(null)
  const targets = rigTargets(project, build, reading, result)
  const take = (target: RigTarget) => {
    const done = store.change(`scale of ${target.rig.name}`, (p) => {
      const rig = p.rigs.find((r) => r.id === target.rig.id)
      if (rig && weighs(rig)) calibrate(rig, target.found)
    })
    setFault(done.ok ? null : done.faults[0].message)
  }
  return (
    <>
      {targets.map((t) => (
        <Advice key={t.rig.id} tone="note" title={`For the rig “${t.rig.name}”`}>
          {t.held ? (
            `It takes its readings ${told(t.found, shown)}.`
          ) : (
            <>
              It takes its readings {told(t.stated, shown)}; this would make it {told(t.found, shown)}.{' '}
              {runsWords(t.runs)}
              <Flex mt="2">
                <QuietButton aria-label={`Take it into ${t.rig.name}`} onClick={() => take(t)}>
                  Take it into the rig
                </QuietButton>
              </Flex>
            </>
          )}
        </Advice>
      ))}
      {fault && (
        <Advice tone="warn" title="Not taken">
          {fault}
        </Advice>
      )}
    </>
  )
}
