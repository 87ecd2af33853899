'use client'
import { Box, Flex } from '@chakra-ui/react'
import { BLOWER_CLASSES } from '../../../core/supply'
import { LIMITS } from '../../../project/document'
import { ChoiceField, LinkButton, NumberField, SectionTitle, TextField } from '../../../ui'
import { useShown } from '../../shared'
import type { AirStationProps } from '../stations/station-props'
import { supplyEdit, type SourceProps, type SupplyOf } from './supply-edit'

export function BlowerInputs({ supply, edit, faultAt }: SourceProps<'blower'>) {
  const shown = useShown()
  const change = supplyEdit(edit, 'blower')
  const p = shown.unit('gaugePressure').id
  const { curve } = supply
  const found = BLOWER_CLASSES.find((c) => c.label === supply.label)
  return (
    <>
      <ChoiceField
        label="Class"
        value={found?.id ?? 'own'}
        choices={[
          ...BLOWER_CLASSES.map((c) => ({ value: c.id, label: c.label })),
          { value: 'own', label: 'my own figures' },
        ]}
        note={found ? 'an estimate of its class, within about a third' : undefined}
        onChange={(id) => {
          const chosen = BLOWER_CLASSES.find((c) => c.id === id)
          change('class of blower', (s) => {
            if (chosen)
              Object.assign(s, {
                label: chosen.label,
                curve: {
                  kind: 'two-figures',
                  shutOffPa: chosen.shutOffPa,
                  freeFlowM3PerS: chosen.freeFlowM3PerS,
                  bend: chosen.bend,
                },
                temperatureRiseK: chosen.temperatureRiseK,
              })
            else s.label = 'own blower'
          })
        }}
      />
      {!found && (
        <TextField
          label="What it is"
          most={120}
          value={supply.label}
          onChange={(v) => change('name of the blower', (s) => void (s.label = v), 'blower-name')}
        />
      )}
      <ChoiceField
        label="Its curve"
        value={curve.kind}
        choices={[
          { value: 'two-figures', label: 'from two figures' },
          { value: 'points', label: 'measured points' },
        ]}
        onChange={(kind) =>
          change('curve of the blower', (s) => {
            if (kind === 'points' && s.curve.kind === 'two-figures') {
              const { shutOffPa, freeFlowM3PerS, bend } = s.curve
              s.curve = {
                kind: 'points',
                points: [0, 0.35, 0.7, 0.95].map((u) => ({
                  flowM3PerS: u * freeFlowM3PerS,
                  pressurePa: shutOffPa * (1 - u ** bend),
                })),
              }
            } else if (kind === 'two-figures' && s.curve.kind === 'points') {
              const points = s.curve.points
              s.curve = {
                kind: 'two-figures',
                shutOffPa: Math.max(5, points[0].pressurePa),
                freeFlowM3PerS: Math.max(1e-5, points[points.length - 1].flowM3PerS),
                bend: 2,
              }
            }
          })
        }
      />
      {curve.kind === 'two-figures' ? (
        <>
          <NumberField
            label="Pressure when shut"
            kind="gaugePressure"
            unit={p}
            suffix="gauge"
            value={curve.shutOffPa}
            limits={LIMITS.blowerPressurePa}
            onChange={(v) =>
              change(
                'shut-off pressure',
                (s) => void (s.curve.kind === 'two-figures' && (s.curve.shutOffPa = v)),
                'shut',
              )
            }
          />
          <NumberField
            label="Flow when free"
            kind="freeAir"
            unit={shown.unit('freeAir').id}
            value={curve.freeFlowM3PerS}
            limits={LIMITS.blowerFlowM3PerS}
            onChange={(v) =>
              change('free flow', (s) => void (s.curve.kind === 'two-figures' && (s.curve.freeFlowM3PerS = v)), 'free')
            }
          />
          <NumberField
            label="Bend of the curve"
            kind="ratio"
            value={curve.bend}
            limits={LIMITS.blowerBend}
            note="1 straight, 2 for most fans"
            onChange={(v) =>
              change('bend of the curve', (s) => void (s.curve.kind === 'two-figures' && (s.curve.bend = v)), 'bend')
            }
          />
        </>
      ) : (
        <BlowerPoints supply={supply} change={change} faultAt={faultAt} />
      )}
      <SectionTitle>Several, and speed</SectionTitle>
      <NumberField
        label="In series"
        kind="count"
        whole
        value={supply.inSeries}
        limits={LIMITS.blowerCount}
        note="pressures add"
        onChange={(v) => change('blowers in series', (s) => void (s.inSeries = Math.round(v)), 'series')}
      />
      <NumberField
        label="Side by side"
        kind="count"
        whole
        value={supply.inParallel}
        limits={LIMITS.blowerCount}
        note="flows add"
        onChange={(v) => change('blowers side by side', (s) => void (s.inParallel = Math.round(v)), 'parallel')}
      />
      <NumberField
        label="Speed"
        kind="share"
        value={supply.speedShare}
        limits={LIMITS.speedShare}
        note="of that of the curve (fan laws)"
        onChange={(v) => change('speed of the blower', (s) => void (s.speedShare = v), 'speed')}
      />
      <NumberField
        label="Warms the air by"
        kind="temperatureRise"
        value={supply.temperatureRiseK}
        limits={LIMITS.temperatureRiseK}
        onChange={(v) => change('warmth of the blower', (s) => void (s.temperatureRiseK = v), 'rise')}
      />
    </>
  )
}

function BlowerPoints({
  supply,
  change,
  faultAt,
}: {
  supply: SupplyOf<'blower'>
  change: ReturnType<typeof supplyEdit<'blower'>>
  faultAt: AirStationProps['faultAt']
}) {
  const shown = useShown()
  if (supply.curve.kind !== 'points') return null
  const { points } = supply.curve
  const edit = (label: string, recipe: (list: { flowM3PerS: number; pressurePa: number }[]) => void, key?: string) =>
    change(label, (s) => void (s.curve.kind === 'points' && recipe(s.curve.points)), key)
  return (
    <>
      {points.map((point, i) => (
        <Box key={i} borderTopWidth="1px" py="1">
          <NumberField
            label={`Point ${i + 1}, flow`}
            kind="freeAir"
            unit={shown.unit('freeAir').id}
            value={point.flowM3PerS}
            limits={[0, LIMITS.blowerFlowM3PerS[1]]}
            fault={faultAt(`supply.curve.points[${i}].flowM3PerS`)}
            onChange={(v) => edit('point of the curve', (list) => void (list[i].flowM3PerS = v), `bp-q${i}`)}
          />
          <NumberField
            label="pressure"
            kind="gaugePressure"
            unit={shown.unit('gaugePressure').id}
            suffix="gauge"
            value={point.pressurePa}
            limits={[0, LIMITS.blowerPressurePa[1]]}
            fault={faultAt(`supply.curve.points[${i}].pressurePa`)}
            onChange={(v) => edit('point of the curve', (list) => void (list[i].pressurePa = v), `bp-p${i}`)}
          />
        </Box>
      ))}
      <Flex gap="4" fontSize="xs" pb="1">
        {points.length < 12 && (
          <LinkButton
            onClick={() =>
              edit('point added', (list) => {
                const [a, z] = [list[list.length - 2], list[list.length - 1]]
                list.push({
                  flowM3PerS: z.flowM3PerS + (z.flowM3PerS - a.flowM3PerS) / 4,
                  pressurePa: Math.max(0, z.pressurePa * 0.5),
                })
              })
            }
          >
            Add a point
          </LinkButton>
        )}
        {points.length > 2 && (
          <LinkButton onClick={() => edit('point removed', (list) => void list.pop())}>Remove the last</LinkButton>
        )}
      </Flex>
    </>
  )
}
