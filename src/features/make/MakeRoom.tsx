'use client'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { PhysicsError } from '../../core/errors'
import type { PartInSet } from '../../core/geometry'
import { partSpec, partsBeside, type PartName, type PartsInput } from '../../core/machines'
import { buildTitle, fileStem, gaugeIdOf, type Build } from '../../project/document'
import { regulatorInput } from '../../project/parts/regulator-parts'
import { useProject, useStore } from '../../store'
import { QuietButton, RoomTitle, Sheet, Views } from '../../ui'
import { BuildPicker } from '../shared'
import { ForBuild } from './ForBuild'
import { MakeFigures } from './MakeFigures'
import { MakeInputs } from './MakeInputs'
import { MakeViews } from './MakeViews'
import type { MadeOf, MakeView } from './make-props'
import { CannotBeMade } from './CannotBeMade'
import { RegulatorHolds } from './RegulatorHolds'
import { GoesTogether } from './GoesTogether'
import { PlateFigures } from './Plates'
import { useAssemblyCheck, useInput, usePart, useParts, usePlan, useSet } from './use-part'

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

/** The parts of one set: chosen, seen, taken away. */
function Parts({
  build,
  of,
  input,
  set,
}: {
  readonly build: Build
  readonly of: MadeOf
  readonly input: PartsInput
  readonly set: readonly PartInSet<PartName>[]
}) {
  const asked = useSearchParams().get('part')
  const project = useProject()
  const names = useMemo(() => [...new Set([...set.map((p) => p.name), ...partsBeside(input)])], [set, input])
  const [chosen, setPart] = useState<PartName | null>(names.find((p) => p === asked) ?? null)
  const part =
    names.find((n) => n === (chosen ?? 'regulator-body')) ??
    names.find((n) => partSpec(n, input)?.turns && !partSpec(n, input)?.metal) ??
    names[0]
  const [view, setView] = useState<MakeView>('solid')
  const state = usePart(input, part)
  const whole = useParts(
    input,
    set.map((p) => p.name),
    view === 'together' || view === 'plates',
  )
  const check = useAssemblyCheck(input, view === 'together')
  const plan = usePlan(build.making, input, set, whole, view === 'plates')
  const [wantedPlate, setPlate] = useState(0)
  const plate = plan.status === 'done' ? Math.max(0, Math.min(wantedPlate, plan.value.plates.length - 1)) : 0
  const stem = `${fileStem(project, build)}${of === 'regulator' ? '-regulator' : ''}`
  const shared = { build, of, stem, input, set, part }
  return (
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
          {of === 'regulator' && <RegulatorHolds build={build} />}
          {view === 'together' && <GoesTogether check={check} of={of} />}
          {view === 'plates' ? (
            <PlateFigures {...shared} whole={whole} plan={plan} plate={plate} />
          ) : (
            <MakeFigures {...shared} first={view !== 'together' && of === 'machine'} state={state} whole={whole} />
          )}
        </>
      }
    />
  )
}

function Room({ build }: { build: Build }) {
  const router = useRouter()
  const project = useProject()
  const gauge = project.holeGauges.find((g) => g.id === gaugeIdOf(build))
  const has = regulatorInput(build) !== null
  const of = useSearchParams().get('of') === 'regulator' && has ? 'regulator' : 'machine'
  const input = useInput(build, of, gauge)
  const set = useSet(input)
  const to = (path: string, what: MadeOf) => `${path}?build=${build.id}${what === 'regulator' ? '&of=regulator' : ''}`
  const made = !(set instanceof PhysicsError)
  return (
    <>
      <RoomTitle
        title={
          <>
            Make: {of === 'regulator' ? 'regulator of ' : ''}
            {buildTitle(project, build)}
          </>
        }
        about={of === 'machine' ? build.changed : undefined}
      >
        <BuildPicker build={build} path="/make" />
        {made && set.length > 1 && (
          <QuietButton onClick={() => router.push(to('/make/sheet', of))}>To build it</QuietButton>
        )}
        {of === 'machine' && <MadeMark build={build} />}
      </RoomTitle>
      {has && (
        <Views
          label="Parts of"
          value={of}
          views={[
            { value: 'machine', label: 'The machine' },
            { value: 'regulator', label: 'Its regulator' },
          ]}
          onChange={(what) => router.replace(to('/make', what), { scroll: false })}
        />
      )}
      {made ? (
        <Parts key={of} build={build} of={of} input={input} set={set} />
      ) : (
        <CannotBeMade fault={set} build={build} of={of} />
      )}
    </>
  )
}

/** Parts of a build, seen and taken away. */
export const MakeRoom = () => (
  <ForBuild title="No build to make yet" why="Parts follow from a build’s figures.">
    {(build) => <Room build={build} />}
  </ForBuild>
)
