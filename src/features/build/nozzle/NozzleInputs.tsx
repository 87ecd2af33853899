'use client'
import type { Draft } from 'immer'
import { outletOfForm, outletSection, type OutletForm } from '../../../core/flow'
import { compensatedHole } from '../../../core/making'
import { PLAIN_DISCHARGE } from '../../../core/turbine'
import { nearestDrills } from '../../../core/units'
import { LIMITS, kindOf, type FedMachine } from '../../../project/document'
import { correctionOf } from '../../../project/parts/parts-input'
import { useProject } from '../../../store'
import { ChoiceField, NumberField, SectionTitle } from '../../../ui'
import { useShown } from '../../shared'
import { ORIGIN_WORDS } from '../coefficient-words'
import type { FeedLook } from '../stations/nozzle-station'
import type { NozzleStationProps } from '../stations/station-props'

const FORMS: readonly { readonly value: string; readonly label: string }[] = [
  { value: 'round', label: 'round hole' },
  { value: 'slot', label: 'slot' },
  { value: 'halves', label: 'two halves' },
  { value: 'quarters', label: 'four quarters' },
  { value: 'ring', label: 'ring of holes' },
  { value: 'sector', label: 'piece of a ring' },
]

export const formId = (form: OutletForm): string =>
  form.kind === 'divided' ? (form.parts === 2 ? 'halves' : 'quarters') : form.kind

/** A form to begin with, that fits a bore. */
export function newForm(id: string, boreM: number, rotorRadiusM: number): OutletForm {
  switch (id) {
    case 'slot':
      return { kind: 'slot', aspect: 4 }
    case 'halves':
      return { kind: 'divided', parts: 2, webM: 0.6e-3 }
    case 'quarters':
      return { kind: 'divided', parts: 4, webM: 0.6e-3 }
    case 'ring':
      return { kind: 'ring', holes: 5, ringRadiusM: Math.max(1e-3, 0.3 * boreM) }
    case 'sector':
      return { kind: 'sector', innerRadiusM: rotorRadiusM, heightM: 2e-3 }
    default:
      return { kind: 'round' }
  }
}

type Nozzle = FedMachine['nozzle']

function FormFields({ build, edit, faultAt }: NozzleStationProps) {
  const shown = useShown()
  const { nozzle } = build.machine
  const { form } = nozzle
  const mm = shown.unit('length').id
  const section = outletSection(outletOfForm(form, nozzle.throatDiameterM))
  const change = (label: string, recipe: (n: Draft<Nozzle>) => void, key: string) =>
    edit(label, (b) => recipe(b.machine.nozzle), `form-${key}`)
  /** Sets the area, and with it the throat of equal area; the exit keeps its ratio. */
  const setArea = (n: Draft<Nozzle>, areaM2: number) => {
    const throat = Math.sqrt((4 * areaM2) / Math.PI)
    n.exitDiameterM *= throat / n.throatDiameterM
    n.throatDiameterM = throat
  }
  const fault = faultAt('nozzle.form')
  if (form.kind === 'slot') {
    const height = Math.sqrt(section.areaM2 / form.aspect)
    const set = (n: Draft<Nozzle>, widthM: number, heightM: number) => {
      setArea(n, widthM * heightM)
      n.form = { kind: 'slot', aspect: widthM / heightM }
    }
    return (
      <>
        <NumberField
          label="Slot, wide"
          kind="length"
          unit={mm}
          value={form.aspect * height}
          limits={[height, 40 * height]}
          fault={fault}
          onChange={(v) => change('width of the slot', (n) => set(n, v, height), 'w')}
        />
        <NumberField
          label="Slot, high"
          kind="length"
          unit={mm}
          value={height}
          limits={[0.1e-3, form.aspect * height]}
          onChange={(v) => change('height of the slot', (n) => set(n, form.aspect * height, v), 'h')}
        />
      </>
    )
  }
  if (form.kind === 'divided')
    return (
      <NumberField
        label="Web between"
        kind="length"
        unit={mm}
        value={form.webM}
        limits={LIMITS.webM}
        fault={faultAt('nozzle.form.webM') ?? fault}
        onChange={(v) => change('web', (n) => void (n.form.kind === 'divided' && (n.form.webM = v)), 'web')}
      />
    )
  if (form.kind === 'ring')
    return (
      <>
        <NumberField
          label="Holes"
          kind="count"
          whole
          value={form.holes}
          limits={LIMITS.ringHoles}
          note={`each ⌀ ${shown.text(nozzle.throatDiameterM / Math.sqrt(form.holes), 'length')}; drills ${nearestDrills(
            nozzle.throatDiameterM / Math.sqrt(form.holes),
          )
            .map((d) => d.label)
            .join(', ')}`}
          onChange={(v) =>
            change('holes of the ring', (n) => void (n.form.kind === 'ring' && (n.form.holes = Math.round(v))), 'holes')
          }
        />
        <NumberField
          label="Radius of the ring"
          kind="length"
          unit={mm}
          value={form.ringRadiusM}
          limits={LIMITS.ringRadiusM}
          fault={faultAt('nozzle.form.ringRadiusM') ?? fault}
          onChange={(v) =>
            change('radius of the ring', (n) => void (n.form.kind === 'ring' && (n.form.ringRadiusM = v)), 'rr')
          }
        />
      </>
    )
  if (form.kind === 'sector') {
    const outlet = outletOfForm(form, nozzle.throatDiameterM)
    return (
      <>
        <NumberField
          label="Inner radius"
          kind="length"
          unit={mm}
          value={form.innerRadiusM}
          limits={LIMITS.ringRadiusM}
          onChange={(v) =>
            change('inner radius', (n) => void (n.form.kind === 'sector' && (n.form.innerRadiusM = v)), 'ri')
          }
        />
        <NumberField
          label="Height"
          kind="length"
          unit={mm}
          value={form.heightM}
          limits={LIMITS.sectorHeightM}
          note={outlet.kind === 'sector' ? `it spans ${shown.text(outlet.angleRad, 'angle')}` : undefined}
          onChange={(v) =>
            change('height of the ring', (n) => void (n.form.kind === 'sector' && (n.form.heightM = v)), 'rh')
          }
        />
      </>
    )
  }
  return null
}

/** What the maker's test print says about this throat. */
function useGaugeNote(nozzle: Nozzle): string | undefined {
  const shown = useShown()
  const { holeGauges } = useProject()
  const correction = correctionOf(holeGauges.find((g) => g.id === nozzle.gaugeId))
  if (!correction) return undefined
  const hole = compensatedHole(correction, nozzle.throatDiameterM)
  return `drawn ${shown.text(hole.modelM, 'length')} by your gauge, comes out ±${shown.text(hole.standardUncertaintyM, 'length')}`
}

export function NozzleInputs({ feed, ...props }: NozzleStationProps & { readonly feed: FeedLook | null }) {
  const { build, edit, faultAt } = props
  const shown = useShown()
  const { nozzle, coefficients } = build.machine
  const mm = shown.unit('length').id
  const convergent = nozzle.exitDiameterM <= nozzle.throatDiameterM * (1 + 1e-9)
  const round = nozzle.form.kind === 'round'
  const gaugeNote = useGaugeNote(nozzle)
  const rotorRadiusM = kindOf(build).jetRadiusM?.(build.machine) ?? 20e-3
  return (
    <>
      <SectionTitle first>Nozzle</SectionTitle>
      <ChoiceField
        label="Outlet"
        value={formId(nozzle.form)}
        choices={FORMS}
        onChange={(id) =>
          edit('form of the outlet', (b) => {
            const form = newForm(id, b.machine.nozzle.inletBoreM, rotorRadiusM)
            if (form.kind === 'divided' && b.machine.nozzle.inletBoreM < 2 * b.machine.nozzle.throatDiameterM)
              b.machine.nozzle.inletBoreM = 2 * b.machine.nozzle.throatDiameterM
            if (form.kind === 'slot' && b.machine.nozzle.inletBoreM < 2.2 * b.machine.nozzle.throatDiameterM)
              b.machine.nozzle.inletBoreM = 2.2 * b.machine.nozzle.throatDiameterM
            if (form.kind === 'ring' && b.machine.nozzle.inletBoreM < 2.6 * b.machine.nozzle.throatDiameterM)
              b.machine.nozzle.inletBoreM = 2.6 * b.machine.nozzle.throatDiameterM
            if (form.kind !== 'round') b.machine.nozzle.exitDiameterM = b.machine.nozzle.throatDiameterM
            b.machine.nozzle.form =
              form.kind === 'ring' ? { ...form, ringRadiusM: 0.3 * b.machine.nozzle.inletBoreM } : form
          })
        }
      />
      <NumberField
        label={round ? 'Throat' : 'Throat, as one hole'}
        kind="length"
        unit={mm}
        value={nozzle.throatDiameterM}
        limits={LIMITS.throatDiameterM}
        fault={faultAt('nozzle.throatDiameterM')}
        note={
          gaugeNote ??
          (round
            ? `nearest drills ${nearestDrills(nozzle.throatDiameterM)
                .map((d) => d.label)
                .join(', ')}`
            : 'the round hole of equal area')
        }
        onChange={(v) =>
          edit(
            'throat',
            (b) => {
              if (convergent) b.machine.nozzle.exitDiameterM = v
              b.machine.nozzle.throatDiameterM = v
            },
            'throat',
          )
        }
      />
      <FormFields {...props} />
      {round && (
        <NumberField
          label="Exit"
          kind="length"
          unit={mm}
          value={nozzle.exitDiameterM}
          limits={LIMITS.exitDiameterM}
          fault={faultAt('nozzle.exitDiameterM')}
          note={convergent ? 'as the throat: a plain hole' : undefined}
          onChange={(v) => edit('nozzle exit', (b) => void (b.machine.nozzle.exitDiameterM = v), 'exit')}
        />
      )}
      <NumberField
        label="How many"
        kind="count"
        whole
        value={nozzle.count}
        limits={LIMITS.nozzleCount}
        onChange={(v) => edit('number of nozzles', (b) => void (b.machine.nozzle.count = Math.round(v)), 'count')}
      />
      <NumberField
        label="Inlet bore"
        kind="length"
        unit={mm}
        value={nozzle.inletBoreM}
        limits={LIMITS.inletBoreM}
        fault={faultAt('nozzle.inletBoreM')}
        onChange={(v) => edit('inlet bore', (b) => void (b.machine.nozzle.inletBoreM = v), 'bore')}
      />
      {feed && 'angleRad' in nozzle && (
        <>
          <NumberField
            label={feed.angleLabel}
            kind="angle"
            value={nozzle.angleRad}
            limits={LIMITS.nozzleAngleRad}
            onChange={(v) =>
              edit(
                'nozzle angle',
                (b) => void ('angleRad' in b.machine.nozzle && (b.machine.nozzle.angleRad = v)),
                'angle',
              )
            }
          />
          {feed.gapped && (
            <NumberField
              label="Gap to the blades"
              kind="length"
              unit={mm}
              value={nozzle.gapM}
              limits={LIMITS.nozzleGapM}
              onChange={(v) =>
                edit('nozzle gap', (b) => void ('gapM' in b.machine.nozzle && (b.machine.nozzle.gapM = v)), 'gap')
              }
            />
          )}
        </>
      )}
      <SectionTitle>How well it flows</SectionTitle>
      <ChoiceField
        label="Its entry"
        value={nozzle.edge}
        choices={[
          { value: 'rounded', label: 'rounded, or long' },
          { value: 'sharp', label: 'sharp edge, thin plate' },
        ]}
        note={nozzle.edge === 'sharp' ? 'the jet contracts behind the edge, less as the pressure rises' : undefined}
        onChange={(v) =>
          edit('entry of the nozzle', (b) => {
            b.machine.nozzle.edge = v
            b.machine.coefficients.discharge = { ...PLAIN_DISCHARGE[v], from: 'default' }
          })
        }
      />
      <NumberField
        label="Discharge, Cd"
        kind="ratio"
        value={coefficients.discharge.value}
        limits={LIMITS.flowCoefficient}
        note={`${ORIGIN_WORDS[coefficients.discharge.from].toLowerCase()} ±${coefficients.discharge.standardUncertainty}${
          nozzle.edge === 'sharp'
            ? ', at low pressure'
            : coefficients.discharge.from === 'default'
              ? ', short drilled holes (practice)'
              : ''
        }`}
        onChange={(value) =>
          edit(
            'discharge coefficient',
            (b) => void Object.assign(b.machine.coefficients.discharge, { value, from: 'typed' }),
            'cd',
          )
        }
      />
      <NumberField
        label="Speed, φ"
        kind="ratio"
        value={coefficients.velocity.value}
        limits={LIMITS.flowCoefficient}
        note="what rubs: it costs pressure, not flow"
        onChange={(value) =>
          edit(
            'speed coefficient',
            (b) => void Object.assign(b.machine.coefficients.velocity, { value, from: 'typed' }),
            'phi',
          )
        }
      />
    </>
  )
}
