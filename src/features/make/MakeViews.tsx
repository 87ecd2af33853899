import { Box, Flex, chakra } from '@chakra-ui/react'
import { useTheme } from 'next-themes'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import { partWords } from '../../core/machines'
import { Advice, Views } from '../../ui'
import { FlatDrawing } from './FlatDrawing'
import type { MakeProps, MakeView } from './make-props'
import { placed } from './placed'
import type { PartState, SetState } from './use-part'

const PartView = dynamic(() => import('../../ui/PartView'), {
  ssr: false,
  loading: () => (
    <Box h="min(560px, calc(100vh - 230px))" color="mute">
      Setting up the view…
    </Box>
  ),
})

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

/** The part in space, cut open, with all others, or as its profile. */
export function MakeViews({
  input,
  set,
  part,
  state,
  whole,
  view,
  onView,
}: MakeProps & {
  readonly state: PartState
  readonly whole: SetState
  readonly view: MakeView
  readonly onView: (view: MakeView) => void
}) {
  const { resolvedTheme } = useTheme()
  const [axis, setAxis] = useState<'x' | 'y' | 'z'>('y')
  const [at, setAt] = useState(0.5)
  const [spread, setSpread] = useState(1)
  const mesh = state.status === 'made' ? state.mesh : null
  const thin = state.status === 'made' ? state.thin : null
  const single = useMemo(() => (mesh ? [{ vertices: mesh.vertices, triangles: mesh.triangles }] : []), [mesh])
  const marks = useMemo(() => (thin ?? []).map((t) => t.at), [thin])
  const together = useMemo(
    () => (whole.status === 'made' ? placed(input, whole.meshes, spread) : []),
    [input, whole, spread],
  )
  const cut = useMemo(
    () => (view === 'cut' || (view === 'together' && at < 0.99) ? { axis, at } : null),
    [view, axis, at],
  )
  const waiting = (text: string) => (
    <Box h="min(560px, calc(100vh - 230px))" color="mute" role="status">
      {text}
    </Box>
  )
  return (
    <>
      <Views
        label="Views of the part"
        value={view}
        views={[
          { value: 'solid', label: 'Solid' },
          { value: 'cut', label: 'Cut open' },
          ...(set.length > 1 ? [{ value: 'together' as const, label: 'Put together' }] : []),
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
      {view === 'flat' ? (
        mesh ? (
          <FlatDrawing profile={mesh.profile} label={`Profile of the ${partWords(part).name.toLowerCase()}`} />
        ) : (
          waiting('Making the solid…')
        )
      ) : view === 'together' ? (
        whole.status === 'made' ? (
          <PartView
            meshes={together}
            dark={resolvedTheme === 'dark'}
            cut={cut}
            label={`All ${set.reduce((n, p) => n + p.copies, 0)} parts in the order in which they go together; arrow keys turn it`}
          />
        ) : (
          waiting(whole.status === 'failed' ? whole.message : `Making all parts… ${Math.round(100 * whole.share)} %`)
        )
      ) : mesh ? (
        <PartView
          meshes={single}
          marks={marks}
          dark={resolvedTheme === 'dark'}
          cut={cut}
          label={`${partWords(part).name} in space; arrow keys turn it`}
        />
      ) : (
        waiting(state.status === 'making' ? 'Making the solid…' : '')
      )}
      {state.status === 'failed' && (
        <Advice tone="warn" title="This part cannot be made">
          {state.message}
        </Advice>
      )}
    </>
  )
}
