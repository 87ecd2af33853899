'use client'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { partSet, partSpec, partsBeside, type PartName } from '../../core/machines'
import { buildTitle, gaugeIdOf, type Build } from '../../project/document'
import { partsInput } from '../../project/parts/build-parts'
import { useProject, useStore } from '../../store'
import { QuietButton, RoomTitle, Sheet } from '../../ui'
import { BuildPicker } from '../shared'
import { ForBuild } from './ForBuild'
import { MakeFigures } from './MakeFigures'
import { MakeInputs } from './MakeInputs'
import { MakeViews } from './MakeViews'
import type { MakeView } from './make-props'
import { GoesTogether } from './GoesTogether'
import { PlateFigures } from './Plates'
import { useAssemblyCheck, usePart, useParts, usePlan } from './use-part'

function MadeMark({ build }: { build: Build }) {
  const store = useStore()
  return (
    <QuietButton
      aria-pressed={build.made}
      onClick={() =>
        store.change(build.made ? `${build.name} not printed` : `${build.name} printed`, (p) => {
          const found = p.builds.find((b) => b.id === build.id)
          if (found) found.made = !found.made
        })
      }
    >
      {build.made ? '● Printed' : '○ Mark as printed'}
    </QuietButton>
  )
}

function Room({ build }: { build: Build }) {
  const router = useRouter()
  const asked = useSearchParams().get('part')
  const project = useProject()
  const gauge = project.holeGauges.find((g) => g.id === gaugeIdOf(build))
  const input = useMemo(() => partsInput(build, gauge), [build, gauge])
  const set = useMemo(() => partSet(input), [input])
  const names = useMemo(() => [...new Set([...set.map((p) => p.name), ...partsBeside(input)])], [set, input])
  const [chosen, setPart] = useState<PartName | null>(names.find((p) => p === asked) ?? null)
  const part =
    names.find((n) => n === chosen) ??
    names.find((n) => partSpec(n, input)?.turns && !partSpec(n, input)?.metal) ??
    names[0]
  const [view, setView] = useState<MakeView>('solid')
  const state = usePart(build, part, gauge)
  const whole = useParts(
    build,
    set.map((p) => p.name),
    view === 'together' || view === 'plates',
    gauge,
  )
  const check = useAssemblyCheck(input, view === 'together')
  const plan = usePlan(build.making, input, set, whole, view === 'plates')
  const [wantedPlate, setPlate] = useState(0)
  const plate = plan.status === 'done' ? Math.max(0, Math.min(wantedPlate, plan.value.plates.length - 1)) : 0
  const shared = { build, input, set, part }
  return (
    <>
      <RoomTitle title={<>Make: {buildTitle(project, build)}</>} about={build.changed}>
        <BuildPicker build={build} path="/make" />
        {set.length > 1 && (
          <QuietButton onClick={() => router.push(`/make/sheet?build=${build.id}`)}>To build it</QuietButton>
        )}
        <MadeMark build={build} />
      </RoomTitle>
      <Sheet
        left={<MakeInputs {...shared} names={names} onPart={setPart} />}
        middle={
          <MakeViews
            {...shared}
            state={state}
            whole={whole}
            plan={plan}
            plate={plate}
            onPlate={setPlate}
            view={view}
            onView={setView}
          />
        }
        right={
          <>
            {view === 'together' && <GoesTogether check={check} />}
            {view === 'plates' ? (
              <PlateFigures {...shared} whole={whole} plan={plan} plate={plate} />
            ) : (
              <MakeFigures {...shared} first={view !== 'together'} state={state} whole={whole} />
            )}
          </>
        }
      />
    </>
  )
}

/** Parts of a build, seen and taken away. */
export const MakeRoom = () => (
  <ForBuild title="No build to make yet" why="Parts follow from a build’s figures.">
    {(build) => <Room build={build} />}
  </ForBuild>
)
