import { Box, Flex } from '@chakra-ui/react'
import { FITS_OF } from '../../core/geometry'
import { partSpec, partWords } from '../../core/machines'
import { materialById } from '../../core/strength'
import { inertiaAboutZ } from '../../core/printing'
import { formatNumber } from '../../core/units'
import { kindOf } from '../../project/document'
import { Advice, Figure, MainButton, QuietButton, SectionTitle } from '../../ui'
import { useShown } from '../shared'
import type { MakeProps } from './make-props'
import { PROCESS_WORDS, lyingInWords } from './make-words'
import { save, saveAssembly } from './take-away'
import { useOutlets } from './use-outlets'
import type { PartState, SetState } from './use-part'

/** Above this share of the pressure outlets are worth widening. */
const OUTLETS_TAKE_MUCH = 0.05

/** What came out: size, mass, whether it prints, and the files. */
export function MakeFigures({
  build,
  stem,
  input,
  set,
  part,
  state,
  whole,
  first,
}: MakeProps & { readonly state: PartState; readonly whole: SetState; readonly first: boolean }) {
  const shown = useShown()
  const outlets = useOutlets(build)
  const print = kindOf(build).print?.(build.machine)
  const metal = partSpec(part, input)?.metal ?? false
  const material = materialById(metal ? 'aluminium' : (print?.materialId ?? 'petg'))
  const mesh = state.status === 'done' ? state.value.mesh : null
  const inspected = state.status === 'done' ? state.value.inspected : null
  const thin = inspected?.thin ?? null
  const box = mesh?.boundingBoxMm
  const size = (k: 0 | 1 | 2) => (box ? shown.text((box.max[k] - box.min[k]) / 1000, 'length') : '')
  const massG = mesh ? (mesh.volumeMm3 / 1e9) * material.densityKgPerM3 * 1000 : 0
  const { fits } = input
  const play = FITS_OF[build.making.process]
  const larger = fits.bearing - play.bearing
  return (
    <>
      <SectionTitle first={first}>{partWords(part).name}</SectionTitle>
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
        sub={print && !metal ? material.label : `if it is ${material.label}`}
      />
      {mesh && input.machine.family !== 'regulator' && partSpec(part, input)?.turns && (
        <Figure
          label="Moment of inertia"
          origin="predicted"
          value={formatNumber(inertiaAboutZ(mesh) * material.densityKgPerM3 * 1e-8, 3)}
          unit="g·cm²"
          sub="about its axis, solid, from the mesh"
        />
      )}
      <Figure
        label="Mesh"
        origin="plain"
        value={mesh ? String(mesh.triangles.length / 3) : '…'}
        unit="faces"
        sub={mesh ? (mesh.watertight ? 'watertight: every edge closed' : 'NOT watertight: do not print') : undefined}
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
        value={metal ? 'not printed' : thin ? (thin.length === 0 ? 'nowhere' : formatNumber(thin[0].wallMm, 2)) : '…'}
        unit={!metal && thin && thin.length > 0 ? 'mm' : ''}
        sub={
          metal
            ? 'it is turned from metal, by its profile'
            : thin && thin.length > 0
              ? `${thin.length} ${thin.length === 1 ? 'place' : 'places'} below ${fits.thinnest} mm, marked in the solid`
              : `looked for walls below ${fits.thinnest} mm in 17 cuts`
        }
        warn={!metal && thin !== null && thin.length > 0}
      />
      {!metal && thin !== null && thin.length > 0 && (
        <Advice tone="warn" title="Some of it will not come out">
          Thicken it where the solid is marked, or change the process: {PROCESS_WORDS[build.making.process]} makes walls
          from {fits.thinnest} mm.
        </Advice>
      )}
      {!metal && build.making.process !== 'machined' && (
        <Figure
          label="Printed without support"
          origin="plain"
          value={inspected ? (inspected.lying.supported.length === 0 ? 'yes' : 'no') : '…'}
          unit=""
          sub={inspected ? lyingInWords(inspected.lying) : undefined}
        />
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
            disabled={whole.status !== 'done'}
            onClick={() => whole.status === 'done' && void saveAssembly(stem, build, input, whole.value)}
            title={whole.status === 'done' ? undefined : 'Look at “Put together” first: it makes all parts'}
          >
            Assembly as 3MF
          </QuietButton>
        )}
      </Flex>
      <Advice tone="note" title="Fits are common practice">
        Bearing {play.bearing} mm and insert {play.seat} mm of play per side suit many machines of this kind, not all.
        {larger > 0.005
          ? ' Your gauge’s holes stop at 4 mm: that wider holes shrink by as much is an estimate.'
          : ''}{' '}
        Print a small test first and ream to fit.
      </Advice>
    </>
  )
}
