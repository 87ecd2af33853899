'use client'
import { Fragment, useMemo, useState } from 'react'
import { formatNumber } from '../../../core/units'
import { LIMITS, kindOf, shownFields } from '../../../project/document'
import { Box } from '@chakra-ui/react'
import {
  Advice,
  ChartBlock,
  Figure,
  FilePicker,
  LinkButton,
  QuietButton,
  useLocked,
  SectionTitle,
  Sheet,
  Views,
} from '../../../ui'
import type { OutlineOutcome } from '../../../project/outline'
import { useProject } from '../../../store'
import { JobError, readDrawing } from '../../../workers'
import { useSettled, useShown, Notes } from '../../shared'
import { COEFFICIENT_WORDS } from '../coefficient-words'
import { Together } from '../drawings/Together'
import { Triangles } from '../drawings/Triangles'
import { MapView } from '../design/MapView'
import { ChangesView } from '../design/ChangesView'
import { CoefficientsView } from '../design/CoefficientsView'
import { performanceChart } from '../performance-chart'
import { MachineField } from '../MachineField'
import { Findings } from './Findings'
import type { StationProps } from './station-props'
import type { AnyLook } from '../machines/rotating'
import { isRecorded } from '../../../project/measuring'
import { capital, extraWords, noteWords } from '../../../words'

type RotorProps = StationProps & { readonly look: AnyLook }

/** Fields that the shaft's workspace shows. */
const ON_SHAFT = new Set(['machine.discThicknessM', 'machine.hubRadiusM'])

/**
 * A blade of the maker's own, read from a drawing: its depth, thickness and angles are measured from it, the parts are
 * made with it.
 */
function OwnBlade({ build, edit, look }: Pick<RotorProps, 'build' | 'edit' | 'look'>) {
  const locked = useLocked()
  const [said, setSaid] = useState<readonly string[]>([])
  const [busy, setBusy] = useState<AbortController | null>(null)
  const { machine } = build
  if (!('outline' in machine)) return null
  const reading = async (file: File): Promise<OutlineOutcome> => {
    const control = new AbortController()
    setBusy(control)
    try {
      return await readDrawing(file.name, await file.text(), { signal: control.signal })
    } catch (error) {
      if (!(error instanceof JobError)) return { ok: false, message: `${file.name}: ${(error as Error).message}` }
      const { code, message, nextStep } = error.fault
      return { ok: false, message: code === 'CANCELLED' ? '' : `${file.name}: ${message} ${nextStep}` }
    } finally {
      setBusy(null)
    }
  }
  const read = async (file: File) => {
    const { measureBlade } = await import('../../../core/geometry')
    const outcome = await reading(file)
    if (!outcome.ok) return setSaid(outcome.message ? [outcome.message] : [])
    const measured = measureBlade(outcome.outline.points.map(([x, y]): [number, number] => [x / 1000, y / 1000]))
    // no finer than a drawing is measured
    const clamp = (v: number, [least, most]: readonly [number, number], step: number) =>
      Math.min(most, Math.max(least, Math.round(v / step) * step))
    const [hundredth, tenth] = [1e-5, Math.PI / 1800]
    edit('own blade', (b) => {
      const m = b.machine
      if (!('outline' in m)) return
      m.outline = { name: file.name, points: measured.points.map(([x, y]): [number, number] => [x, y]) }
      if ('bladeDepthM' in m) m.bladeDepthM = clamp(measured.depth, LIMITS.bladeDepthM, hundredth)
      else m.chordM = clamp(measured.depth, LIMITS.chordM, hundredth)
      m.bladeThicknessM = clamp(measured.thickness, LIMITS.bladeThicknessM, hundredth)
      m.inletAngleRad = clamp(measured.inletAngleRad, LIMITS.bladeAngleRad, tenth)
      m.outletAngleRad = clamp(measured.outletAngleRad, LIMITS.bladeAngleRad, tenth)
    })
    setSaid(outcome.outline.notes.map(noteWords))
  }
  return (
    <Box py="2">
      {machine.outline && (
        <Box fontSize="sm" mb="1">
          Own blade: {machine.outline.name}. Thickness and angles are measured from it.{' '}
          {!locked && (
            <LinkButton
              onClick={() =>
                edit('own blade taken out', (b) => void ('outline' in b.machine && (b.machine.outline = null)))
              }
            >
              Take it out
            </LinkButton>
          )}
        </Box>
      )}
      {!locked && (
        <>
          <FilePicker
            label="Drawing of a blade, DXF or SVG"
            accept=".dxf,.svg"
            as={QuietButton}
            onFile={(file) => void read(file)}
          >
            Own blade from DXF or SVG…
          </FilePicker>
          <Box fontSize="xs" color="mute">
            drawn in millimetres:{' '}
            {look.bladeAlongShaft
              ? 'outlet edge to the left, inlet edge to the right'
              : 'root to the left, tip to the right'}
            , travel upwards
          </Box>
        </>
      )}
      {busy && (
        <Box fontSize="xs" role="status">
          Reading the drawing… <LinkButton onClick={() => busy.abort()}>Stop</LinkButton>
        </Box>
      )}
      {said.map((s) => (
        <Box key={s} fontSize="xs" color="brick" role="status">
          {s}
        </Box>
      ))}
    </Box>
  )
}

function Inputs(props: RotorProps) {
  const fields = shownFields(props.build).filter((f) => !(ON_SHAFT.has(f.path) && f.group === 'Body'))
  return (
    <>
      {fields.map((field, i) => (
        <Fragment key={field.path}>
          {field.group !== fields[i - 1]?.group && <SectionTitle first={i === 0}>{field.group}</SectionTitle>}
          <MachineField field={field} {...props} />
          {field.path === 'machine.outletAngleRad' && <OwnBlade {...props} />}
        </Fragment>
      ))}
    </>
  )
}

/** What is particular to the family at the working speed. */
function Extras({ predicted }: Pick<StationProps, 'predicted'>) {
  const { extras } = predicted.prediction.point
  return (
    <>
      {extras.map((e) => (
        <Figure
          key={e.code}
          label={capital(extraWords(e.code))}
          origin="predicted"
          value={formatNumber(e.value)}
          unit={e.unit}
        />
      ))}
    </>
  )
}

export function RotorStation(props: RotorProps) {
  const { build, predicted, openWorking, look } = props
  const shown = useShown()
  const { runs } = useProject()
  const tested = runs.some((r) => r.buildId === build.id && isRecorded(r))
  const { drawings } = look
  const words = kindOf(build).words
  const [view, setView] = useState<string>(drawings[0].value)
  const [below, setBelow] = useState<'curve' | 'map' | 'changes' | 'unsure'>('curve')
  const { Drawing } = drawings.find((d) => d.value === view) ?? drawings[0]
  const { prediction } = predicted
  const late = useSettled(predicted)
  const lateLoad = useSettled(build.machine.load)
  const chart = useMemo(() => performanceChart(late.prediction, shown, lateLoad), [late, shown, lateLoad])
  const { figures: f, uncertainty: u, ideal } = prediction
  const worst = prediction.changes
    .map(({ name, figures }) => ({ name, powerW: figures.bestPowerW }))
    .sort((a, b) => Math.abs(b.powerW) - Math.abs(a.powerW))
    .slice(0, 2)
  const turned = prediction.point.triangles.length > 0
  return (
    <Sheet
      left={<Inputs {...props} />}
      middle={
        <>
          <Views
            label="Drawings of the machine"
            value={view}
            views={[
              ...drawings,
              ...(turned ? [{ value: 'triangles', label: 'Velocities at the working speed' }] : []),
              { value: 'together', label: 'As it goes together' },
            ]}
            onChange={setView}
          />
          {view === 'together' ? (
            <Together build={build} shown={shown} />
          ) : view === 'triangles' && turned ? (
            <Triangles point={prediction.point} />
          ) : (
            <Drawing build={build} predicted={predicted} shown={shown} />
          )}
          <Views
            label="What it does"
            value={below}
            views={[
              { value: 'curve', label: 'Torque and power' },
              { value: 'map', label: 'Pressure and speed' },
              { value: 'changes', label: 'What a change brings' },
              { value: 'unsure', label: 'What no drawing fixes' },
            ]}
            onChange={setBelow}
          />
          {below === 'curve' && <ChartBlock {...chart} />}
          {below === 'map' && <MapView build={build} predicted={predicted} />}
          {below === 'changes' && <ChangesView {...props} />}
          {below === 'unsure' && <CoefficientsView {...props} />}
        </>
      }
      right={
        <>
          <SectionTitle first>What it gives</SectionTitle>
          <Figure
            label="Best power"
            origin="predicted"
            {...shown.parts(f.bestPowerW, 'power', u.bestPowerW)}
            sub={`at ${shown.text(f.bestSpeedRadPerS, 'rotation', u.bestSpeedRadPerS)}`}
            onOpen={() => openWorking('bestPower')}
          />
          <Figure
            label="Torque at rest"
            origin="predicted"
            {...shown.parts(f.stallTorqueNm, 'torque', u.stallTorqueNm)}
            onOpen={() => openWorking('stallTorque')}
          />
          <Figure
            label="Free speed"
            origin="predicted"
            {...shown.parts(f.freeSpeedRadPerS, 'rotation', u.freeSpeedRadPerS)}
            onOpen={() => openWorking('freeSpeed')}
          />
          {prediction.reach && (
            <Figure
              label="Reached from rest"
              origin="predicted"
              {...shown.parts(
                prediction.reach.speedRadPerS,
                'rotation',
                u.freeSpeedRadPerS * (prediction.reach.speedRadPerS / Math.max(1, f.freeSpeedRadPerS)),
              )}
              sub={`the air lasts ${formatNumber(prediction.reach.lastsS, 2)} s; fastest after ${formatNumber(prediction.reach.atS, 2)} s with the rotor alone on the shaft`}
            />
          )}
          <Figure
            label={prediction.compressor ? 'Into the impeller' : 'At the load'}
            origin="predicted"
            {...shown.parts(f.powerAtLoadW, 'power', u.powerAtLoadW)}
            sub={`${formatNumber(100 * prediction.point.efficiency, 2)} % of the air’s power at ${shown.text(prediction.point.speedRadPerS, 'rotation')}`}
            onOpen={() => openWorking('powerAtLoad')}
          />
          {ideal && (
            <Figure
              label="No losses at all"
              origin="predicted"
              {...shown.parts(ideal.powerW, 'power')}
              sub={`at ${shown.text(ideal.speedRadPerS, 'rotation')}: cos²α at half of cosα`}
              onOpen={() => openWorking('ideal')}
            />
          )}
          <Extras predicted={predicted} />
          <Advice tone="note" title="How sure is this?">
            {tested
              ? 'An estimate beside the runs that this build has: where they differ, believe the bench.'
              : 'An estimate until this build has runs of its own.'}{' '}
            Most of the ± comes from {COEFFICIENT_WORDS[worst[0].name]} (±{formatNumber(Math.abs(worst[0].powerW), 2)}{' '}
            W)
            {worst[1]
              ? ` and ${COEFFICIENT_WORDS[worst[1].name]} (±${formatNumber(Math.abs(worst[1].powerW), 2)} W)`
              : ''}
            .
          </Advice>
          <Notes notes={prediction.notes.filter((n) => !n.code.startsWith('nozzle-'))} title={capital(words.name)} />
          <Advice tone="note" title="Making it">
            {words.how} It takes {words.make}. Mind: {words.hazard}.
          </Advice>
          <Findings
            findings={predicted.review.findings}
            ids={['burst', 'outlets', 'bed', 'gap', 'parts-gap', 'parts-open', 'parts-hub', 'range-']}
          />
        </>
      }
    />
  )
}
