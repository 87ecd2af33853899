import { Box, Flex, chakra } from '@chakra-ui/react'
import { useTheme } from 'next-themes'
import { useMemo, useState, type ReactNode } from 'react'
import { partWords } from '../../core/machines'
import { Advice, Views } from '../../ui'
import { FlatDrawing } from './FlatDrawing'
import { InSpace, VIEW_HEIGHT } from './InSpace'
import type { MakeProps, MakeView } from './make-props'
import { PlatesView } from './Plates'
import { placed } from './placed'
import type { PartState, PlanState, SetState } from './use-part'

/** A share set by a slider, with its name. */
const Slide = ({ label, value, onChange }: { label: string; value: number; onChange: (v: number) => void }) => (
  <chakra.label display="flex" alignItems="center" gap="2" fontSize="sm">
    {label}
    <input
      type="range"
      min="0"
      max="1"
      step="0.02"
      value={value}
      onChange={(e) => onChange(Number(e.target.value))}
      style={{ width: 150, accentColor: 'var(--gk-colors-petrol)' }}
    />
  </chakra.label>
)

const Waiting = ({ children }: { readonly children: ReactNode }) => (
  <Box h={VIEW_HEIGHT} color="mute" role="status">
    {children}
  </Box>
)

type Cut = { readonly axis: 'x' | 'y' | 'z'; readonly at: number } | null

/** One part by itself: what hangs over is painted, what is too thin pointed at. */
function Single({ part, state, cut, dark }: Pick<MakeProps, 'part'> & { state: PartState; cut: Cut; dark: boolean }) {
  const made = state.status === 'done' ? state.value : null
  const meshes = useMemo(() => {
    if (!made) return []
    const { mesh, inspected } = made
    const { vertices, triangles } = mesh
    const painted = inspected
      ? { light: inspected.lying.hanging, strong: inspected.lying.supported }
      : { light: [], strong: [] }
    return [{ vertices, triangles, painted }]
  }, [made])
  const marks = useMemo(() => (made?.inspected?.thin ?? []).map((t) => t.at), [made])
  if (!made) return <Waiting>{state.status === 'working' ? 'Making the solid…' : ''}</Waiting>
  return (
    <InSpace
      meshes={meshes}
      marks={marks}
      dark={dark}
      cut={cut}
      label={`${partWords(part).name} in space; arrow keys turn it`}
    />
  )
}

/** All bodies in their places, drawn apart or not. */
function Together({
  input,
  set,
  whole,
  spread,
  cut,
  dark,
}: Pick<MakeProps, 'input' | 'set'> & { whole: SetState; spread: number; cut: Cut; dark: boolean }) {
  const meshes = useMemo(
    () => (whole.status === 'done' ? placed(input, whole.value, spread) : []),
    [input, whole, spread],
  )
  if (whole.status !== 'done')
    return (
      <Waiting>
        {whole.status === 'failed' ? whole.message : `Making all parts… ${Math.round(100 * whole.share)} %`}
      </Waiting>
    )
  return (
    <InSpace
      meshes={meshes}
      dark={dark}
      cut={cut}
      label={`All ${set.reduce((n, p) => n + p.copies, 0)} parts in the order in which they go together; arrow keys turn it`}
    />
  )
}

/** The part in space, cut open, with all others, on the print plates, or as its profile. */
export function MakeViews({
  build,
  input,
  set,
  part,
  state,
  whole,
  plan,
  plate,
  onPlate,
  view,
  onView,
}: MakeProps & {
  readonly state: PartState
  readonly whole: SetState
  readonly plan: PlanState
  readonly plate: number
  readonly onPlate: (plate: number) => void
  readonly view: MakeView
  readonly onView: (view: MakeView) => void
}) {
  const dark = useTheme().resolvedTheme === 'dark'
  const [axis, setAxis] = useState<'x' | 'y' | 'z'>('y')
  const [at, setAt] = useState(0.5)
  const [spread, setSpread] = useState(1)
  const cut = useMemo(
    () => (view === 'cut' || (view === 'together' && at < 0.99) ? { axis, at } : null),
    [view, axis, at],
  )
  const mesh = state.status === 'done' ? state.value.mesh : null
  return (
    <>
      <Views
        label="Views of the part"
        value={view}
        views={[
          { value: 'solid', label: 'Solid' },
          { value: 'cut', label: 'Cut open' },
          ...(set.length > 1 ? [{ value: 'together' as const, label: 'Put together' }] : []),
          ...(build.making.process === 'machined' ? [] : [{ value: 'plates' as const, label: 'Print plates' }]),
          { value: 'flat', label: 'Profile' },
        ]}
        onChange={onView}
      />
      {(view === 'cut' || view === 'together') && (
        <Flex gap="5" wrap="wrap" align="center" mb="2">
          {view === 'together' && <Slide label="Drawn apart" value={spread} onChange={setSpread} />}
          <Slide label={view === 'together' ? 'Cut at (right end: whole)' : 'Cut at'} value={at} onChange={setAt} />
          <Views
            label="Across"
            value={axis}
            views={[
              { value: 'x', label: 'across x' },
              { value: 'y', label: 'across y' },
              { value: 'z', label: 'level' },
            ]}
            onChange={setAxis}
          />
        </Flex>
      )}
      {view === 'plates' ? (
        <PlatesView input={input} whole={whole} plan={plan} plate={plate} onPlate={onPlate} build={build} dark={dark} />
      ) : view === 'together' ? (
        <Together input={input} set={set} whole={whole} spread={spread} cut={cut} dark={dark} />
      ) : view === 'flat' && mesh ? (
        <FlatDrawing profile={mesh.profile} label={`Profile of the ${partWords(part).name.toLowerCase()}`} />
      ) : (
        <Single part={part} state={state} cut={cut} dark={dark} />
      )}
      {state.status === 'failed' && (
        <Advice tone="warn" title="This part cannot be made">
          {state.message}
        </Advice>
      )}
    </>
  )
}
