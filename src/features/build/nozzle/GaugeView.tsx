'use client'
import { Box, Grid } from '@chakra-ui/react'
import Link from 'next/link'
import { useMemo } from 'react'
import { GAUGE_SIZES_M, compensatedHole, type HoleCorrection } from '../../../core/making'
import { LIMITS, type HoleGauge } from '../../../project/document'
import { correctionOf } from '../../../project/parts/parts-input'
import { useProject, useStore } from '../../../store'
import {
  Advice,
  ChartBlock,
  ChoiceField,
  Figure,
  LinkButton,
  MainButton,
  NumberField,
  TextField,
  type CurveChartProps,
} from '../../../ui'
import { freshId, useShown, type Shown } from '../../shared'
import type { NozzleStationProps } from '../stations/station-props'

/** Measured over drawn, with the line through them. */
function gaugeChart(gauge: HoleGauge, correction: HoleCorrection | null, shown: Shown): CurveChartProps | null {
  const holes = gauge.holes.flatMap((h) =>
    h.measuredM === null
      ? []
      : [{ x: shown.number(h.modelM, 'length'), y: shown.number(h.measuredM - h.modelM, 'length') }],
  )
  if (holes.length === 0) return null
  const pad = shown.number(0.02e-3, 'length')
  const ends = [0.5e-3, 4.4e-3]
  return {
    label: 'How much smaller or larger holes come out than drawn',
    xLabel: `drawn, ${shown.unit('length').label}`,
    xDomain: ends.map((m) => shown.number(m, 'length')) as [number, number],
    left: {
      label: `measured less drawn, ${shown.unit('length').label}`,
      domain: [Math.min(...holes.map((h) => h.y), 0) - pad, Math.max(...holes.map((h) => h.y), 0) + pad],
    },
    lines: correction
      ? [
          {
            id: 'fit',
            name: 'line through them',
            tone: 'petrol',
            predicted: false,
            axis: 'left',
            points: ends.map((m) => ({
              x: shown.number(m, 'length'),
              y: shown.number(correction.offsetM + (correction.scale - 1) * m, 'length'),
            })),
          },
        ]
      : [],
    dots: [{ id: 'holes', name: 'measured holes', tone: 'copper', axis: 'left', shape: 'square', points: holes }],
    height: 180,
  }
}

function Gauge({ gauge, props }: { gauge: HoleGauge; props: NozzleStationProps }) {
  const shown = useShown()
  const store = useStore()
  const mm = shown.unit('length').id
  const correction = correctionOf(gauge)
  const chart = useMemo(() => gaugeChart(gauge, correction, shown), [gauge, correction, shown])
  const change = (
    label: string,
    recipe: (g: { name: string; process: string; holes: { modelM: number; measuredM: number | null }[] }) => void,
    key?: string,
  ) =>
    store.change(
      label,
      (p) => {
        const own = p.holeGauges.find((g) => g.id === gauge.id)
        if (own) recipe(own)
      },
      key ? `${gauge.id}:${key}` : null,
    )
  const throat = props.build.machine.nozzle.throatDiameterM
  const hole = correction ? compensatedHole(correction, throat) : null
  return (
    <>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} columnGap="6">
        <Box>
          <TextField
            label="Printed how"
            most={200}
            value={gauge.process}
            placeholder="printer, material, layer, way up"
            onChange={(v) => change('process of the gauge', (g) => void (g.process = v), 'process')}
          />
          {gauge.holes.map((h, i) => (
            <NumberField
              key={i}
              label={`drawn ${shown.text(h.modelM, 'length')}`}
              kind="length"
              unit={mm}
              value={h.measuredM ?? h.modelM}
              limits={LIMITS.holeM}
              note={h.measuredM === null ? 'not measured yet' : undefined}
              onChange={(v) => change('measured hole', (g) => void (g.holes[i].measuredM = v), `h${i}`)}
            />
          ))}
        </Box>
        <Box>
          {chart && <ChartBlock {...chart} />}
          {hole && correction ? (
            <>
              <Figure
                label="Draw the throat as"
                origin="measured"
                {...shown.parts(hole.modelM, 'length')}
                sub={`to get ${shown.text(throat, 'length')}, ±${shown.text(hole.standardUncertaintyM, 'length')}`}
                warn={hole.outside}
              />
              <Figure
                label="Holes come out"
                origin="measured"
                {...shown.parts(correction.offsetM, 'length')}
                sub={`and × ${correction.scale.toFixed(3)}; single holes scatter by ${shown.text(correction.scatterM, 'length')}`}
              />
              {hole.outside && (
                <Advice tone="advice" title="Outside the gauge">
                  The throat lies well outside the holes that were measured: a guess.
                </Advice>
              )}
            </>
          ) : (
            <Advice tone="note" title="At least three holes">
              Measure three or more with drill shanks or pins and type in what fits: the largest shank that goes in.
            </Advice>
          )}
        </Box>
      </Grid>
    </>
  )
}

/** The maker's own test print: printed, measured, and turned into a correction for every nozzle. */
export function GaugeView(props: NozzleStationProps) {
  const store = useStore()
  const { holeGauges } = useProject()
  const { build, edit } = props
  const chosen = holeGauges.find((g) => g.id === build.machine.nozzle.gaugeId)
  const add = () => {
    const id = freshId('gauge')
    const gauge: HoleGauge = {
      id,
      name: `Hole gauge ${holeGauges.length + 1}`,
      process: '',
      holes: GAUGE_SIZES_M.map((modelM) => ({ modelM, measuredM: null })),
    }
    const made = store.change('hole gauge', (p) => void p.holeGauges.push(gauge))
    if (made.ok) edit('gauge of the nozzle', (b) => void (b.machine.nozzle.gaugeId = id))
  }
  return (
    <Box>
      <Box maxW="420px">
        <ChoiceField
          wide
          label="Corrected by"
          value={build.machine.nozzle.gaugeId ?? 'none'}
          choices={[
            { value: 'none', label: 'nothing: drawn as wanted' },
            ...holeGauges.map((g) => ({ value: g.id, label: g.name })),
          ]}
          onChange={(v) =>
            edit('gauge of the nozzle', (b) => void (b.machine.nozzle.gaugeId = v === 'none' ? null : v))
          }
        />
      </Box>
      {chosen ? (
        <Gauge key={chosen.id} gauge={chosen} props={props} />
      ) : (
        <Advice tone="note" title="Printed holes come out small">
          By 0.05 to 0.3 mm, by printer, material and size (common practice): a tenth in diameter is a fifth in flow.
          Print the{' '}
          <LinkButton asChild>
            <Link href={`/make?build=${build.id}&part=hole-gauge`} prefetch={false}>
              hole gauge
            </Link>
          </LinkButton>{' '}
          as you print nozzles, measure its holes, and the parts are drawn to come out right.
        </Advice>
      )}
      <MainButton mt="3" onClick={add}>
        {holeGauges.length === 0 ? 'I have printed the gauge' : 'Another gauge'}
      </MainButton>
    </Box>
  )
}
