import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { partSpec, partWords, type PartName } from '../../core/machines'
import { TIME_RANGE, type PlannedPlate, type PrintPlan } from '../../core/printing'
import { materialById } from '../../core/strength'
import { formatNumber } from '../../core/units'
import { kindOf } from '../../project/document'
import { Advice, Figure, MainButton, SectionTitle, Views } from '../../ui'
import { useShown } from '../shared'
import { InSpace, VIEW_HEIGHT } from './InSpace'
import type { MakeProps } from './make-props'
import { hoursInWords, overhangInWords } from './make-words'
import { savePlate } from './take-away'
import type { PlanState, SetState } from './use-part'

/** One plate as it goes to the printer, what hangs over painted. */
export function PlatesView({
  build,
  input,
  whole,
  plan,
  plate,
  onPlate,
  dark,
}: Pick<MakeProps, 'build' | 'input'> & {
  readonly whole: SetState
  readonly plan: PlanState
  readonly plate: number
  readonly onPlate: (plate: number) => void
  readonly dark: boolean
}) {
  const ready = plan.status === 'done' && whole.status === 'done' ? { plan: plan.value, meshes: whole.value } : null
  const on = ready?.plan.plates[plate]?.on
  const meshes = useMemo(() => {
    if (!ready || !on) return []
    return on.flatMap(({ name, pose }) => {
      const [mesh, lying] = [ready.meshes.get(name), ready.plan.lying.get(name)]
      if (!mesh || !lying) return []
      const { vertices, triangles } = mesh
      const tone = partSpec(name, input)?.turns ? ('copper' as const) : ('air' as const)
      return [{ vertices, triangles, pose, tone, painted: { light: lying.hanging, strong: lying.supported } }]
    })
    // a new plan or set is a new `on`
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [on, input])
  if (!ready)
    return (
      <Box h={VIEW_HEIGHT} color="mute" role="status">
        {plan.status === 'failed'
          ? plan.message
          : whole.status === 'working'
            ? `Making all parts… ${Math.round(100 * whole.share)} %`
            : 'Laying them on the bed…'}
      </Box>
    )
  const { plates } = ready.plan
  return (
    <>
      {plates.length > 1 && (
        <Views
          label="Plates"
          value={String(plate)}
          views={plates.map((_, i) => ({ value: String(i), label: `Plate ${i + 1}` }))}
          onChange={(v) => onPlate(Number(v))}
        />
      )}
      {plates.length > 0 && (
        <InSpace
          meshes={meshes}
          dark={dark}
          cut={null}
          bed={build.making.bedM * 1000}
          label={`Plate ${plate + 1} of ${plates.length} as it is printed: ${plates[plate].on.length} parts; arrow keys turn it`}
        />
      )}
      <Box as="p" fontSize="xs" color="mute" mt="1">
        {overhangInWords(build.making.process)}
      </Box>
    </>
  )
}

/** How many of each part lie on a plate, in the order in which they were laid. */
const countsOf = ({ on }: PlannedPlate<PartName>): [PartName, number][] => {
  const counts = new Map<PartName, number>()
  for (const { name } of on) counts.set(name, (counts.get(name) ?? 0) + 1)
  return [...counts]
}

/** What does not fit any bed, and what is not printed. */
function Beside({ plan, input, set }: Pick<MakeProps, 'input' | 'set'> & { readonly plan: PrintPlan<PartName> }) {
  const shown = useShown()
  const metal = set.filter((p) => partSpec(p.name, input)?.metal)
  return (
    <>
      {plan.tooLarge.map(({ name, bedMm }) => (
        <Advice key={name} tone="warn" title={`${partWords(name).name}: larger than your bed`}>
          It wants a bed of {shown.text(bedMm / 1000, 'length')} with 5 mm round it. Make the machine smaller, or have
          this part printed on a larger machine; the others are on the plates.
        </Advice>
      ))}
      {metal.length > 0 && (
        <Box as="p" fontSize="sm" mt="2">
          Not on a plate: {metal.map(({ name }) => partWords(name).name.toLowerCase()).join(', ')}. To be turned from
          metal, by the profile.
        </Box>
      )}
    </>
  )
}

/** What a plate holds and takes, and its file. */
export function PlateFigures({
  build,
  stem,
  input,
  set,
  whole,
  plan,
  plate,
}: Pick<MakeProps, 'build' | 'stem' | 'input' | 'set'> & {
  readonly whole: SetState
  readonly plan: PlanState
  readonly plate: number
}) {
  if (plan.status !== 'done' || whole.status !== 'done' || plan.value.plates.length === 0)
    return (
      <>
        <SectionTitle first>Print plates</SectionTitle>
        {plan.status === 'done' && <Beside plan={plan.value} input={input} set={set} />}
      </>
    )
  const { plates } = plan.value
  const shown = plates[Math.min(plate, plates.length - 1)]
  const print = kindOf(build).print?.(build.machine)
  const material = materialById(print?.materialId ?? 'petg')
  const grams = (mm3: number) => (mm3 / 1e6) * material.densityKgPerM3
  const sum = (of: (p: PlannedPlate<PartName>) => number) => plates.reduce((s, p) => s + of(p), 0)
  return (
    <>
      <SectionTitle first>
        {plates.length === 1 ? 'One plate' : `Plate ${plates.indexOf(shown) + 1} of ${plates.length}`}
      </SectionTitle>
      {countsOf(shown).map(([name, count]) => (
        <Box key={name} fontSize="sm" py="1" borderBottomWidth="1px">
          {count > 1 ? `${count} × ` : ''}
          {partWords(name).name}
          {plan.value.lying.get(name)?.turned ? (
            <Box as="span" color="mute">
              {' '}
              turned over
            </Box>
          ) : null}
        </Box>
      ))}
      <Figure
        label="Mass, solid"
        origin="predicted"
        value={formatNumber(grams(shown.partsMm3), 2)}
        unit="g"
        sub={print ? material.label : `if it is ${material.label}`}
      />
      {build.making.process === 'filament' && (
        <Figure
          label="Supports"
          origin="predicted"
          value={shown.supportsMm3 > 0 ? formatNumber(grams(shown.supportsMm3), 2) : 'none'}
          unit={shown.supportsMm3 > 0 ? 'g' : ''}
          sub={shown.supportsMm3 > 0 ? 'about 15 % of the room under what is painted red' : 'nothing needs them'}
        />
      )}
      <Figure
        label="Time"
        origin="predicted"
        value={hoursInWords(shown.seconds)}
        unit=""
        sub={`estimate: ${hoursInWords(TIME_RANGE[0] * shown.seconds)} to ${hoursInWords(TIME_RANGE[1] * shown.seconds)}, by printer and settings`}
      />
      {plates.length > 1 && (
        <Figure
          label="All plates"
          origin="predicted"
          value={formatNumber(grams(sum((p) => p.partsMm3 + p.supportsMm3)), 2)}
          unit="g"
          sub={`${hoursInWords(sum((p) => p.seconds))}, ${plates.length} plates`}
        />
      )}
      <Beside plan={plan.value} input={input} set={set} />
      <SectionTitle>Take it away, millimetres</SectionTitle>
      <MainButton onClick={() => void savePlate(stem, build, whole.value, plates, plates.indexOf(shown))}>
        This plate as 3MF
      </MainButton>
      <Advice tone="note" title="Print it solid">
        What turns and what holds air is printed without hollow infill. Look at the layers in your slicer before the
        printer runs, and do not leave it alone.
      </Advice>
    </>
  )
}
