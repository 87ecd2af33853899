'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { useRouter, useSearchParams } from 'next/navigation'
import { useTheme } from 'next-themes'
import { useMemo, useState } from 'react'
import {
  FITS_OF,
  PROCESSES,
  wallFill,
  type OutletShape,
  type PartInSet,
  type Process,
  type WallFill,
} from '../../core/geometry'
import { materialById } from '../../core/strength'
import { formatNumber } from '../../core/units'
import { partsInput } from '../../project/parts/build-parts'
import { LIMITS, buildTitle, fileStem, kindOf, type Build } from '../../project/document'
import { useProject, useStore } from '../../store'
import {
  Advice,
  ChoiceField,
  EmptyState,
  Figure,
  LinkButton,
  MainButton,
  NumberField,
  QuietButton,
  RoomTitle,
  SectionTitle,
  Sheet,
  Views,
  download,
} from '../../ui'
import { BuildPicker, useShown } from '../shared'
import { FlatDrawing } from './FlatDrawing'
import { useOutlets } from './use-outlets'
import { usePart, useParts } from './use-part'
import {
  partWords,
  notesOfPart,
  wallsOfPart,
  partSet,
  type PartName,
  partSpec,
  type PartsInput,
} from '../../core/machines'
import type { PartMesh } from '../../core/machines/build-part'

const PartView = dynamic(() => import('../../ui/PartView'), {
  ssr: false,
  loading: () => (
    <Box h="min(560px, calc(100vh - 230px))" color="mute">
      Setting up the view…
    </Box>
  ),
})

const fileName = (stem: string, part: PartName | 'set', ending: string) => `${stem}-${part}.${ending}`

/** Writers come when a file is asked for. */
async function save(
  stem: string,
  build: Build,
  part: PartName,
  mesh: PartMesh,
  ending: 'stl' | '3mf' | 'dxf' | 'svg',
): Promise<void> {
  const { toStl, to3mf, toDxf, toSvg } = await import('../../project/parts')
  const { profile } = mesh
  const content =
    ending === 'stl'
      ? toStl(mesh)
      : ending === '3mf'
        ? to3mf([mesh], build.name)
        : ending === 'dxf'
          ? toDxf(profile)
          : toSvg(profile)
  const type = { stl: 'model/stl', '3mf': 'model/3mf', dxf: 'image/vnd.dxf', svg: 'image/svg+xml' }[ending]
  download(fileName(stem, part, ending), content as BlobPart, type)
}

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

/** All parts of a set as one package, every copy named and laid beside the others. */
async function saveSet(
  stem: string,
  build: Build,
  set: readonly PartInSet<PartName>[],
  meshes: ReadonlyMap<PartName, PartMesh>,
): Promise<void> {
  const { to3mf } = await import('../../project/parts')
  const all = set.flatMap(({ name, copies }) => {
    const mesh = meshes.get(name)
    return mesh ? Array.from({ length: copies }, () => mesh) : []
  })
  download(fileName(stem, 'set', '3mf'), to3mf(all, build.name) as BlobPart, 'model/3mf')
}

/** Above this share of the pressure outlets are worth widening. */
const OUTLETS_TAKE_MUCH = 0.05

/** Where every copy of every part stands, the gaps along the shaft drawn out by `spread`. */
function placed(
  input: PartsInput,
  set: readonly PartInSet<PartName>[],
  meshes: ReadonlyMap<PartName, PartMesh>,
  spread: number,
) {
  const once = new Set<PartName>()
  const all = set.flatMap((part, order) => {
    const mesh = meshes.get(part.name)
    const spec = partSpec(part.name, input)
    // parts that lie round the rim, not along the shaft, would only stand in each other's way
    if (!mesh || (spec?.roundRim && once.has(part.name))) return []
    once.add(part.name)
    const places = spec?.roundRim ? part.atMm.slice(0, 1) : part.atMm
    return places.map((at, copy) => {
      const height = mesh.boundingBoxMm.max[2]
      return {
        mesh,
        order: order + copy * 0.35,
        lift: part.flipped ? at + height : at,
        flipped: part.flipped,
        tone: spec?.turns ? ('copper' as const) : spec?.roundRim ? ('iron' as const) : ('air' as const),
      }
    })
  })
  const tall = Math.max(...all.map((a) => a.mesh.boundingBoxMm.max[0] - a.mesh.boundingBoxMm.min[0]), 1)
  return all.map(({ mesh, lift, order, ...rest }) => ({
    vertices: mesh.vertices,
    triangles: mesh.triangles,
    lift: lift + spread * order * 0.35 * tall,
    ...rest,
  }))
}

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

/** What a slicer must be told about a wall. */
function fillInWords({ of, thicknessMm, lying, set, count, betterMm }: WallFill): string {
  const of_ = `${of[0].toUpperCase()}${of.slice(1)}, ${formatNumber(thicknessMm, 3)} mm`
  const better = betterMm === null ? '' : ` A gap stays between them: ${formatNumber(betterMm, 3)} mm would fill.`
  return lying
    ? `${of_}: ${set} ${set === 1 ? 'layer' : 'layers'}.${better}`
    : `${of_}: ${count} ${count === 1 ? 'line' : 'lines'} across; set at least ${set} ${set === 1 ? 'wall' : 'walls'} a side so that it prints without infill.${better}`
}

const PROCESS_WORDS: Readonly<Record<Process, string>> = {
  filament: 'filament print',
  resin: 'resin print',
  machined: 'machined',
}

function Room({ build }: { build: Build }) {
  const shown = useShown()
  const store = useStore()
  const asked = useSearchParams().get('part')
  const { resolvedTheme } = useTheme()
  const project = useProject()
  const { holeGauges } = project
  const stem = fileStem(project, build)
  const gauge = holeGauges.find((g) => g.id === build.machine.nozzle.gaugeId)
  const input = useMemo(() => partsInput(build, gauge), [build, gauge])
  const set = useMemo(() => partSet(input), [input])
  const names = useMemo(() => [...new Set([...set.map((p) => p.name), 'hole-gauge' as const])], [set])
  const [chosen, setPart] = useState<PartName | null>(names.find((p) => p === asked) ?? null)
  const part = names.find((n) => n === chosen) ?? names.find((n) => partSpec(n, input)?.turns) ?? names[0]
  const [view, setView] = useState<'solid' | 'cut' | 'together' | 'flat'>('solid')
  const [axis, setAxis] = useState<'x' | 'y' | 'z'>('y')
  const [at, setAt] = useState(0.5)
  const [spread, setSpread] = useState(1)
  const state = usePart(build, part, gauge)
  const whole = useParts(
    build,
    names.filter((n) => n !== 'hole-gauge'),
    view === 'together',
    gauge,
  )
  const print = kindOf(build).print?.(build.machine)
  const material = materialById(print?.materialId ?? 'petg')
  const mesh = state.status === 'made' ? state.mesh : null
  const box = mesh?.boundingBoxMm
  const size = (k: 0 | 1 | 2) => (box ? shown.text((box.max[k] - box.min[k]) / 1000, 'length') : '')
  const massG = mesh ? (mesh.volumeMm3 / 1e9) * material.densityKgPerM3 * 1000 : 0
  const copies = (name: PartName) => set.filter((p) => p.name === name).reduce((sum, p) => sum + p.copies, 0)
  const single = useMemo(() => (mesh ? [{ vertices: mesh.vertices, triangles: mesh.triangles, lift: 0 }] : []), [mesh])
  const together = useMemo(
    () => (whole.status === 'made' ? placed(input, set, whole.meshes, spread) : []),
    [input, whole, set, spread],
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
  const { fits } = input
  const play = FITS_OF[build.making.process]
  const larger = fits.bearing - play.bearing
  const mm = shown.unit('length').id
  const change = (label: string, recipe: (making: Build['making']) => void, key: string | null = null) =>
    store.change(
      label,
      (p) => {
        const found = p.builds.find((b) => b.id === build.id)
        if (found) recipe(found.making)
      },
      key,
    )
  const outlets = useOutlets(build)
  const thin = state.status === 'made' ? state.thin : null
  const marks = useMemo(() => (thin ?? []).map((t) => t.at), [thin])
  const fills =
    build.making.process === 'machined'
      ? []
      : wallsOfPart(part, input).map((w) =>
          wallFill(w, { lineMm: build.making.lineWidthM * 1000, layerMm: build.making.layerHeightM * 1000 }),
        )
  return (
    <>
      <RoomTitle title={<>Make: {buildTitle(project, build)}</>} about={build.changed}>
        <BuildPicker build={build} path="/make" />
        <MadeMark build={build} />
      </RoomTitle>
      <Sheet
        left={
          <>
            <SectionTitle first>Parts</SectionTitle>
            {names.map((name) => (
              <chakra.button
                key={name}
                type="button"
                display="block"
                w="100%"
                py="2"
                pl="2"
                borderBottomWidth="1px"
                borderLeftWidth="3px"
                borderLeftColor={name === part ? 'petrol' : 'transparent'}
                fontWeight={name === part ? '700' : '400'}
                aria-pressed={name === part}
                textAlign="left"
                onClick={() => setPart(name)}
              >
                {copies(name) > 1 ? `${copies(name)} × ` : ''}
                {partWords(name).name}
                <Box fontSize="xs" color="mute" fontWeight="400">
                  {partWords(name).what}
                </Box>
              </chakra.button>
            ))}
            <SectionTitle>Made by</SectionTitle>
            <ChoiceField
              label="Process"
              value={build.making.process}
              choices={PROCESSES.map((value) => ({ value, label: PROCESS_WORDS[value] }))}
              note={`walls from ${fits.thinnest} mm, bearing seats ${play.bearing} mm larger a side${larger > 0.005 ? `; seats and screw holes another ${formatNumber(2 * larger, 2)} mm wider by your hole gauge` : ''}`}
              onChange={(v) => change('process', (m) => (m.process = v as Process))}
            />
            {build.making.process !== 'machined' && (
              <NumberField
                label="Printer’s bed"
                kind="length"
                unit={mm}
                value={build.making.bedM}
                limits={LIMITS.bedM}
                note="its shorter side"
                onChange={(v) => change('printer’s bed', (m) => (m.bedM = v), 'bed')}
              />
            )}
            {outlets && (
              <ChoiceField
                label="Outlets"
                value={build.making.outlets}
                choices={[
                  { value: 'holes', label: 'round holes' },
                  { value: 'slots', label: 'slots, wider' },
                ]}
                onChange={(v) => change('outlets', (m) => (m.outlets = v as OutletShape))}
              />
            )}
            {build.making.process !== 'machined' && (
              <>
                <NumberField
                  label="Line width"
                  kind="length"
                  value={build.making.lineWidthM}
                  unit={mm}
                  limits={LIMITS.lineWidthM}
                  onChange={(v) => change('line width', (m) => (m.lineWidthM = v), 'line-width')}
                />
                <NumberField
                  label="Layer height"
                  kind="length"
                  value={build.making.layerHeightM}
                  unit={mm}
                  limits={LIMITS.layerHeightM}
                  onChange={(v) => change('layer height', (m) => (m.layerHeightM = v), 'layer-height')}
                />
              </>
            )}
            <SectionTitle>Before you print</SectionTitle>
            {fills.map((fill) => (
              <Box as="p" key={fill.of} fontSize="sm" mb="2">
                {fillInWords(fill)}
              </Box>
            ))}
            {notesOfPart(part, input).map((note) => (
              <Box as="p" key={note} fontSize="sm" mb="2">
                {note}
              </Box>
            ))}
          </>
        }
        middle={
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
              onChange={setView}
            />
            {(view === 'cut' || view === 'together') && (
              <Flex gap="5" wrap="wrap" align="center" mb="2">
                {view === 'together' && <Slide label="Drawn apart" value={spread} onChange={setSpread} />}
                <Slide
                  label={view === 'together' ? 'Cut at (right end: whole)' : 'Cut at'}
                  value={at}
                  onChange={setAt}
                />
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
                waiting(
                  whole.status === 'failed' ? whole.message : `Making all parts… ${Math.round(100 * whole.share)} %`,
                )
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
        }
        right={
          <>
            <SectionTitle first>{partWords(part).name}</SectionTitle>
            <Box py="6px" borderBottomWidth="1px">
              Fits a box of
              <Box className="num" fontWeight="600">
                {mesh ? `${size(0)} × ${size(1)} × ${size(2)}` : '…'}
              </Box>
            </Box>
            <Figure label="Volume" origin="plain" value={mesh ? formatNumber(mesh.volumeMm3 / 1000) : '…'} unit="cm³" />
            <Figure
              label="Mass, solid"
              origin="predicted"
              value={mesh ? formatNumber(massG, 2) : '…'}
              unit="g"
              sub={print ? material.label : `if it is ${material.label}`}
            />
            <Figure
              label="Mesh"
              origin="plain"
              value={mesh ? String(mesh.triangles.length / 3) : '…'}
              unit="faces"
              sub={
                mesh ? (mesh.watertight ? 'watertight: every edge closed' : 'NOT watertight: do not print') : undefined
              }
              warn={mesh ? !mesh.watertight : false}
            />
            {outlets && partSpec(part, input)?.hasOutlets && (
              <Figure
                label="Outlets of the housing"
                origin="predicted"
                value={formatNumber(outlets.areaM2 * 1e6, 2)}
                unit="mm²"
                sub={`keep back ${outlets.share < 0.001 ? 'under 0.1' : formatNumber(100 * outlets.share, 2)} % of the pressure, give or take a third`}
                warn={outlets.share > OUTLETS_TAKE_MUCH}
              />
            )}
            {outlets && outlets.share > OUTLETS_TAKE_MUCH && (
              <Advice tone="warn" title="The air cannot get out">
                The outlets keep back {shown.text(outlets.lossPa, 'pressureDrop')} of what drives the machine.{' '}
                {build.making.outlets === 'holes' ? 'Choose slots, or make' : 'Make'} room for{' '}
                {formatNumber(outlets.enoughM2 * 1e6, 2)} mm²: a wider cavity or a smaller bearing.
              </Advice>
            )}
            <Figure
              label="Too thin to print"
              origin="plain"
              value={thin ? (thin.length === 0 ? 'nowhere' : formatNumber(thin[0].wallMm, 2)) : '…'}
              unit={thin && thin.length > 0 ? 'mm' : ''}
              sub={
                thin && thin.length > 0
                  ? `${thin.length} ${thin.length === 1 ? 'place' : 'places'} below ${fits.thinnest} mm, marked in the solid`
                  : `looked for walls below ${fits.thinnest} mm in 17 cuts`
              }
              warn={thin !== null && thin.length > 0}
            />
            {thin !== null && thin.length > 0 && (
              <Advice tone="warn" title="Some of it will not come out">
                Thicken it where the solid is marked, or change the process: {PROCESS_WORDS[build.making.process]} makes
                walls from {fits.thinnest} mm.
              </Advice>
            )}
            <SectionTitle>Take it away, millimetres</SectionTitle>
            <Flex gap="2" wrap="wrap">
              <MainButton disabled={!mesh} onClick={() => mesh && void save(stem, build, part, mesh, 'stl')}>
                STL
              </MainButton>
              <MainButton disabled={!mesh} onClick={() => mesh && void save(stem, build, part, mesh, '3mf')}>
                3MF
              </MainButton>
              <QuietButton disabled={!mesh} onClick={() => mesh && void save(stem, build, part, mesh, 'dxf')}>
                DXF profile
              </QuietButton>
              <QuietButton disabled={!mesh} onClick={() => mesh && void save(stem, build, part, mesh, 'svg')}>
                SVG profile
              </QuietButton>
              {set.length > 1 && (
                <QuietButton
                  disabled={whole.status !== 'made'}
                  onClick={() => whole.status === 'made' && void saveSet(stem, build, set, whole.meshes)}
                  title={whole.status === 'made' ? undefined : 'Look at “Put together” first: it makes all parts'}
                >
                  Whole set as 3MF
                </QuietButton>
              )}
            </Flex>
            <Advice tone="note" title="Fits are common practice">
              Bearing {play.bearing} mm and insert {play.seat} mm of play per side suit many machines of this kind, not
              all.
              {larger > 0.005
                ? ' Your gauge’s holes stop at 4 mm: that wider holes shrink by as much is an estimate.'
                : ''}{' '}
              Print a small test first and ream to fit.
            </Advice>
          </>
        }
      />
    </>
  )
}

/** Parts of a build, seen and taken away. */
export function MakeRoom() {
  const id = useSearchParams().get('build')
  const router = useRouter()
  const { builds } = useProject()
  const build = builds.find((b) => b.id === id) ?? builds[builds.length - 1]
  if (!build)
    return (
      <EmptyState title="No build to make yet">
        Parts follow from a build’s figures.{' '}
        <LinkButton onClick={() => router.push('/')}>Begin with a build</LinkButton>
      </EmptyState>
    )
  return <Room key={build.id} build={build} />
}
