import {
  at,
  endPlateOutlets,
  posed,
  put,
  screw,
  standing,
  type Assembly,
  type Jet,
  type StatedGap,
  standShape,
  type StandPlace,
} from '../../geometry'
import { collarScrew, hubScrew } from '../../geometry/solids/hub'
import { lugPlaces } from '../../geometry/solids/common'
import { endPlay, onShaft, overStack } from '../hub-stack'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { axialWheel, collar, hub, joinNotes } from '../shared-parts'
import { axialHub, axialLayout, axialRim, feedCone, wheelAt } from './layout'
import type { Axial } from '.'

type Parts = RotatingParts<Axial>

const parts = {
  hub: { ...hub, setScrew: (input) => hubScrew(axialHub(input)) },
  collar: { ...collar, setScrew: (input) => collarScrew(axialLayout(input).row.hub) },
  wheel: axialWheel,
  'wheel-spacer': {
    name: 'Wheel spacer',
    what: 'keeps two wheels apart',
    turns: true,
    plain: true,
    goesOn: 'Onto the hub, open side past the keys, down onto the wheel.',
    notes: () => [
      'Its length sets the gaps beside the stators: measure it, and face it flat. It is open on one side, where it goes past the hub’s keys.',
    ],
  },
  stator: {
    name: 'Stator',
    what: 'turns the air back; keyed, shrouds the next wheel',
    goesOn: 'Let it down in the barrel, its tabs in the two grooves, until it lies on the one before it.',
    notes: () => [
      'Two tabs at uneven angles fit the barrel’s two grooves: turned over, a stator does not go in. Number them as they come off the printer.',
    ],
    walls: ({ machine }) => [standing('vanes', machine.bladeThicknessM * mm)],
  },
  'gap-ring': {
    name: 'Gap ring',
    what: 'its thickness is the gap before the first wheel',
    goesOn: 'Into the barrel, under the lid: its thickness sets the gap before the first wheel.',
    notes: () => ['Print it lying; measure it. Another thickness is another gap of the nozzle.'],
  },
  lid: {
    name: 'Inlet lid',
    what: 'slanted feed holes, bearing seat',
    goesOn: 'Over the first wheel, the bearing into its seat, screw places in line.',
    notes: () => [
      'Clean each feed hole with a drill held at its slant. Evenly spread air matters more than much air (common practice).',
    ],
  },
  'feed-cone': {
    name: 'Feed cone',
    what: 'brings the air to all feed holes; barbs or a thread',
    joins: (input) => ({ tail: feedCone(axialLayout(input), input).tail }),
    goesOn: 'Onto the lid, a thin smear of silicone in the joint, screw places in line.',
    notes: (input) => [
      'Print it on its open side, without support. Seal the joint with a smear of silicone.',
      ...joinNotes(feedCone(axialLayout(input), input).tail),
    ],
  },
  barrel: {
    name: 'Barrel',
    what: 'holds the rings by their tabs',
    goesOn: 'Onto the end plate. The screw places are uneven: it goes on one way only.',
    notes: () => ONE_WAY,
  },
  'end-plate': {
    name: 'End plate',
    what: 'bearing seat, outlets, ring round the last wheel',
    hasOutlets: true,
    goesOn: 'On the bench, outer face down.',
    notes: () => ONE_WAY,
  },
} satisfies Record<string, PartSpec<Parts>>

/** Slanted feed holes in the plate above a wheel, as jets. */
export function slantedJets(
  { nozzle }: Pick<Parts, 'nozzle'>,
  radius: number,
  z: number,
  free: number,
  inside: number,
): Jet[] {
  const [sine, cosine] = [Math.sin(nozzle.angleRad), Math.cos(nozzle.angleRad)]
  return Array.from({ length: nozzle.count }, (_, i): Jet => {
    const a = (2 * Math.PI * i) / nozzle.count
    return {
      exit: [radius * Math.cos(a), radius * Math.sin(a), z],
      direction: [-cosine * Math.sin(a), cosine * Math.cos(a), -sine],
      radius: (nozzle.exitDiameterM * mm) / 2,
      free,
      bore: nozzle.form.kind === 'round' ? (nozzle.throatDiameterM * mm) / 2 : 0,
      inside,
    }
  })
}

/** What it stands on. */
const stand = (input: Parts): StandPlace => {
  const l = axialLayout(input)
  return {
    shape: standShape(lugPlaces(l.rim), l.lid + l.lidPlate + 4, 15, {
      air: endPlateOutlets(input, axialRim(input))?.areaMm2,
    }),
    face: 0,
  }
}

function assembly(input: Parts): Assembly<keyof typeof parts> {
  const l = axialLayout(input)
  const places = lugPlaces(l.rim)
  const top = l.lid + l.lidPlate + 4
  const between = Array.from({ length: l.stages - 1 }, (_, i) => wheelAt(l, i) + l.chord)
  const gaps: StatedGap<keyof typeof parts>[] = [
    {
      code: 'radial',
      of: ['wheel'],
      from: l.stages > 1 ? ['stator', 'end-plate'] : ['end-plate'],
      along: [1, 0, 0],
      mm: input.machine.tipClearanceM * mm,
    },
    { code: 'jet', of: ['wheel'], from: ['lid'], along: [0, 0, 1], mm: l.top },
    ...endPlay,
  ]
  if (l.stages > 1)
    gaps.push(
      { code: 'axial', of: ['wheel'], from: ['stator'], along: [0, 0, 1], mm: l.gap },
      { code: 'axial', of: ['wheel'], from: ['stator'], along: [0, 0, -1], mm: l.gap },
      { code: 'radial', of: ['wheel-spacer'], from: ['stator'], along: [0, 1, 0], mm: l.statorBore - l.spacer },
    )
  return {
    placed: [
      at('end-plate', 0),
      ...onShaft(input, l.stack, -15, l.stack.high + input.bearing.widthM * mm),
      at('barrel', l.plate),
      at('wheel', wheelAt(l, 0), true),
      ...between.flatMap((z, i) => [
        at('stator', z),
        at('wheel-spacer', z, true),
        at('wheel', wheelAt(l, i + 1), true),
      ]),
      at('gap-ring', l.stack.to),
      ...overStack(input, l.stack),
      at('lid', l.lid),
      at('feed-cone', l.lid + l.lidPlate),
      ...places.map((p) => put(screw(stand(input).shape.screw), posed([...p, top], [0, 0, -1]))),
    ],
    jets: slantedJets(
      input,
      (l.row.root + l.row.tip) / 2,
      l.lid,
      l.free,
      (l.lidPlate + 0.2) / Math.sin(input.nozzle.angleRad),
    ),
    gaps,
    turn: 1,
    span: l.stack.span,
    overhang: 0,
  }
}

export const axialParts = {
  parts,
  assembly,
  stand,
  outletAreaM2: (input) => 1e-6 * (endPlateOutlets(input, axialRim(input))?.areaMm2 ?? 0),
} satisfies PartsKind<Parts>
