'use client'
import { Box } from '@chakra-ui/react'
import type { Draft } from 'immer'
import { useEffect, useMemo, useRef } from 'react'
import { formatNumber, inRpm } from '../../../../core/units'
import { LIMITS, type Rig } from '../../../../project/document'
import type { SoundDetail } from '../../../../project/measuring'
import { useStore } from '../../../../store'
import { Advice, ChartBlock, ChoiceField, Figure, NumberField, type CurveChartProps } from '../../../../ui'
import { useShown } from '../../../shared'
import { usePaint } from '../../trace/plot-style'
import { editMeasurement } from '../../run-edits'
import type { MeasuredProps, MethodView, RigFieldsProps } from '../contract'
import { MicrophonePicture } from './MicrophonePicture'

type SoundRig = Extract<Rig, { kind: 'sound' }>

/**
 * What was heard: time to the right, pitch upwards, ink where a line stands over the noise, the followed tone over it.
 */
function Heard({ detail: r }: { readonly detail: SoundDetail }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const paint = usePaint()
  const { rows, frames, topHz, loud } = r.picture
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context || !canvas.current) return
    const ink = getComputedStyle(canvas.current)
      .color.match(/\d+(\.\d+)?/g)
      ?.map(Number) ?? [30, 30, 28]
    const image = context.createImageData(frames, rows)
    for (let f = 0; f < frames; f++)
      for (let row = 0; row < rows; row++) {
        const at = 4 * ((rows - 1 - row) * frames + f)
        image.data[at] = ink[0]
        image.data[at + 1] = ink[1]
        image.data[at + 2] = ink[2]
        image.data[at + 3] = loud[f * rows + row]
      }
    context.putImageData(image, 0, 0)
  }, [rows, frames, loud, paint])
  const { timeS, speedRadPerS } = r.track
  const end = timeS[timeS.length - 1] + timeS[0]
  const lines = [1, 2, 3].map((k) =>
    timeS
      .flatMap((t, i) => {
        const hz = (k * speedRadPerS[i] * r.blades) / (2 * Math.PI)
        return Number.isFinite(hz) && hz < topHz
          ? [`${((100 * t) / end).toFixed(2)},${(100 - (100 * hz) / topHz).toFixed(2)}`]
          : []
      })
      .join(' '),
  )
  return (
    <Box position="relative" h="220px" borderWidth="1px" bg="sheet" color="ink" mb="1">
      <canvas
        ref={canvas}
        width={frames}
        height={rows}
        role="img"
        aria-label={`Spectrogram up to ${Math.round(topHz)} Hz over ${end.toFixed(1)} s, with the tone that was followed`}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      />
      <svg
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        aria-hidden
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      >
        {lines.map((points, k) => (
          <polyline
            key={k}
            points={points}
            fill="none"
            stroke="var(--gk-colors-copper)"
            strokeWidth={k === 0 ? 2 : 1}
            strokeDasharray={k === 0 ? undefined : '3 4'}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <Box position="absolute" top="1" left="2" fontSize="xs" className="num">
        {formatNumber(topHz / 1000, 2)} kHz
      </Box>
      <Box position="absolute" bottom="1" right="2" fontSize="xs" className="num">
        {formatNumber(end, 2)} s
      </Box>
    </Box>
  )
}

/** Speed over the recording. */
function speedChart(r: SoundDetail): CurveChartProps {
  const { timeS, speedRadPerS, standardUncertainty } = r.track
  return {
    label: 'Speed by the tone',
    xLabel: 'time, s',
    xDomain: [0, timeS[timeS.length - 1]],
    left: { label: 'rpm', domain: ['auto', 'auto'] },
    lines: [
      {
        id: 'speed',
        name: 'speed heard',
        tone: 'copper',
        predicted: false,
        axis: 'left',
        points: timeS.map((t, i) => {
          const w = speedRadPerS[i]
          if (!Number.isFinite(w)) return { x: t, y: null }
          const half = 1.96 * inRpm(standardUncertainty[i])
          return { x: t, y: inRpm(w), lo: inRpm(w) - half, hi: inRpm(w) + half }
        }),
      },
    ],
    height: 200,
  }
}

function SoundCharts({ measured }: MeasuredProps) {
  const r = measured.detail as SoundDetail
  const chart = useMemo(() => speedChart(r), [r])
  return (
    <>
      <Heard detail={r} />
      <Box fontSize="xs" color="mute" mb="2">
        Ink: lines over the noise beside them. Copper: the tone that was followed, dashed its harmonics.
      </Box>
      <ChartBlock {...chart} />
    </>
  )
}

function SoundFigures({ run, measurement, measured, build }: MeasuredProps) {
  const shown = useShown()
  const store = useStore()
  const r = measured.detail as SoundDetail
  const own = 'bladeCount' in build.machine ? build.machine.bladeCount : null
  const { mapping } = measurement
  return (
    <>
      {mapping?.kind === 'sound' && r.channels > 1 && (
        <ChoiceField
          label="Heard on"
          value={String(mapping.channel)}
          choices={Array.from({ length: r.channels }, (_, i) => ({
            value: String(i + 1),
            label: `channel ${i + 1} of ${r.channels}`,
          }))}
          onChange={(channel) =>
            editMeasurement(
              store,
              run.id,
              measurement.id,
            )('channel', (m) => void (m.mapping = { kind: 'sound', channel: Number(channel) }))
          }
        />
      )}
      <Figure
        label={r.steady ? 'Speed, held' : 'Speed, last heard'}
        origin="measured"
        {...shown.parts(r.speed.value, 'rotation', r.speed.standardUncertainty)}
        sub={`${formatNumber((r.speed.value * r.blades) / (2 * Math.PI), 4)} Hz over ${r.blades} blades`}
      />
      {!r.steady && (
        <Figure
          label="Greatest speed"
          origin="measured"
          {...shown.parts(r.greatest.value, 'rotation', r.greatest.standardUncertainty)}
        />
      )}
      <Figure
        label="How clear"
        origin="measured"
        value={formatNumber(100 * r.confidence, 2)}
        unit="%"
        sub="an estimate: how far its lines stand over noise and rivals"
      />
      {r.rivals.length > 0 && (
        <Advice tone="note" title="What else was heard">
          {r.rivals.map((x) => shown.text(x.speedRadPerS, 'rotation')).join(', ')} would sound like the next clearest
          lines.
        </Advice>
      )}
      {own !== null && own !== r.blades && (
        <Advice tone="warn" title="Another count of blades">
          The rig counts {r.blades}, this rotor has {own}: speed and count stand for each other in the tone.
        </Advice>
      )}
    </>
  )
}

function SoundRigFields({ rig, build, edit }: RigFieldsProps) {
  const shown = useShown()
  if (rig.kind !== 'sound') return null
  const set = (label: string, recipe: (r: Draft<SoundRig>) => void, key?: string) =>
    edit(label, (r) => void (r.kind === 'sound' && recipe(r)), key)
  return (
    <>
      <MicrophonePicture rig={rig} build={build} shown={shown} />
      <NumberField
        label="Blades"
        kind="count"
        whole
        value={rig.blades}
        limits={LIMITS.pulsesPerTurn}
        note="blades, vanes or arms that pass the outlet in a turn"
        onChange={(v) => set('blades', (r) => void (r.blades = Math.round(v)), 'blades')}
      />
      <NumberField
        label="Turns from"
        kind="rotation"
        value={rig.fromRadPerS}
        limits={LIMITS.speedRadPerS}
        onChange={(v) => set('least speed', (r) => void (r.fromRadPerS = v), 'from')}
      />
      <NumberField
        label="to"
        kind="rotation"
        value={rig.toRadPerS}
        limits={LIMITS.speedRadPerS}
        onChange={(v) => set('greatest speed', (r) => void (r.toRadPerS = v), 'to')}
      />
      <Advice tone="note" title="How to record it">
        A WAV, not a compressed file. The microphone a hand’s breadth beside the outlet, out of the jet and out of the
        plane of the rotor; the compressor off or in another room; two seconds or more at each speed. The loudest tone
        is often not the blades: the picture shows which one was followed.
      </Advice>
    </>
  )
}

export const soundView: MethodView = { RigFields: SoundRigFields, Charts: SoundCharts, Figures: SoundFigures }
