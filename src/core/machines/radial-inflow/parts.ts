import {
  at,
  bearingBody,
  over,
  posed,
  put,
  screw,
  standing,
  tailLength,
  type Assembly,
  standShape,
  type StandPlace,
} from '../../geometry'
import { lugPlaces } from '../../geometry/solids/common'
import { COLLAR, collarScrew, hubScrew } from '../../geometry/solids/hub'
import { endPlay, onShaft } from '../hub-stack'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, backWall, bentWheelNotes, collar, hub, joinNotes, spiralNotes } from '../shared-parts'
import { UNDER, radialHub, radialLayout, radialShape, spoutFrom } from './layout'
import type { RadialInflow } from '.'

type Parts = RotatingParts<RadialInflow>

const parts = {
  hub: { ...hub, setScrew: (input) => hubScrew(radialHub(input)) },
  collar: { ...collar, setScrew: (input) => collarScrew(radialShape(input.machine).bore) },
  'radial-wheel': {
    name: 'Radial wheel',
    what: 'blades on a curved back',
    turns: true,
    goesOn: 'Onto the hub from below, groove over the key, until its eye lies against the flange.',
    notes: bentWheelNotes,
    walls: ({ machine }) => [standing('blades', machine.bladeThicknessM * mm), backWall(machine.discThicknessM * mm)],
  },
  volute: {
    name: 'Volute',
    what: 'spiral wall, spout with barbs or a thread, bearing seat',
    joins: (input) => ({ tail: radialLayout(input).tail }),
    goesOn: 'On the bench, floor down.',
    notes: (input) => [...joinNotes(radialLayout(input).tail), ...spiralNotes()],
    walls: airWall,
  },
  'volute-lid': {
    name: 'Lid',
    what: 'shroud of the wheel, outlet',
    goesOn:
      'Onto the volute, a thin smear of silicone in the joint. The screw places are uneven: it goes on one way only.',
    notes: () => ONE_WAY,
  },
  'outlet-duct': {
    name: 'Outlet duct',
    what: 'posts on the lid, second bearing on three arms',
    goesOn: 'Over the outlet, the upper bearing into its seat, its posts over the screws of the lid.',
    notes: () => [
      'Print it standing on its arms, upper end down, without support. It leaves as much open as the wheel’s own outlet.',
    ],
  },
} satisfies Record<string, PartSpec<Parts>>

/** What it stands on. */
const stand = (input: Parts): StandPlace => {
  const l = radialLayout(input)
  return { shape: standShape(lugPlaces(l.outer), l.top, 15), face: 0 }
}

function assembly(input: Parts): Assembly<keyof typeof parts> {
  const l = radialLayout(input)
  const places = lugPlaces(l.outer)
  const top = l.top
  const z = l.level + l.shape.width / 2
  return {
    placed: [
      at('volute', 0),
      ...onShaft(input, l.stack, -15, l.top + 10).slice(0, 2),
      at('collar', l.stack.from - COLLAR.height, true),
      at('radial-wheel', l.stack.from, true),
      ...onShaft(input, l.stack, -15, l.top + 10).slice(2),
      at('volute-lid', l.joint),
      at(bearingBody(input.bearing), l.stack.high),
      over('outlet-duct', l.top),
      ...places.map((p) => put(screw(stand(input).shape.screw), posed([...p, top], [0, 0, -1]))),
    ],
    jets: [],
    ways: [
      {
        from: [l.middle, -spoutFrom(l, input.fits.wall) - tailLength(l.tail), z],
        to: [l.middle, 0, z],
        radius: l.channel,
      },
    ],
    gaps: [
      {
        code: 'axial',
        of: ['radial-wheel'],
        from: ['volute-lid'],
        along: [0, 0, 1],
        mm: input.machine.clearanceM * mm,
      },
      { code: 'axial', of: ['radial-wheel'], from: ['volute'], along: [0, 0, -1], mm: UNDER },
      ...endPlay,
    ],
    turn: 1,
    span: l.stack.span,
    overhang: 0,
  }
}

export const radialParts = { parts, assembly, stand } satisfies PartsKind<Parts>
