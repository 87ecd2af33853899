import {
  at,
  over,
  posed,
  put,
  screw,
  standing,
  type Assembly,
  type Vec,
  standShape,
  STAND,
  type StandPlace,
} from '../../geometry'
import { collarScrew, hubScrew } from '../../geometry/solids/hub'
import { LIP, polar } from '../../geometry/solids/common'
import { endPlay, onShaft, overStack } from '../hub-stack'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, axialWheel, collar, hub } from '../shared-parts'
import { CAP, RING, stackHubOf, stackLayout } from './layout'
import type { WindStack } from '.'

type Parts = RotatingParts<WindStack>

const parts = {
  hub: { ...hub, setScrew: (input) => hubScrew(stackHubOf(input)) },
  collar: { ...collar, setScrew: (input) => collarScrew(stackLayout(input).row.hub) },
  wheel: axialWheel,
  'stack-foot': {
    name: 'Foot',
    what: 'outlet tube, lower bearing on three arms, plate for the tiers',
    goesOn: 'On two blocks, tube down, so that the shaft’s end is free.',
    notes: () => ['Print it on its plate, tube up, without support. Screw its stand down: a storm pulls at the stack.'],
    walls: airWall,
  },
  'stack-bridge': {
    name: 'Bridge',
    what: 'upper bearing on three arms over the wheel',
    goesOn: 'Over the wheel, the bearing into its seat, screw places in line.',
    notes: () => ['Print it lying; check that the wheel turns freely before the tiers go on.'],
  },
  'stack-tier': {
    name: 'Stack tier',
    what: 'a ring with slanted vanes',
    goesOn: 'Vanes down into the grooves beneath, with a drop of glue in each.',
    notes: () => [
      'Print it on its ring, vanes up, without support. Turned over, its vanes go into the grooves beneath: glue them.',
      ONE_WAY[1],
    ],
    walls: ({ fits }) => [standing('vanes', Math.max(1.2, 1.5 * fits.thinnest))],
  },
  'stack-cap': {
    name: 'Cap',
    what: 'closes the stack above',
    goesOn: 'Its step into the last ring; glue it.',
    notes: () => ['Without it the air goes straight on upwards. Its step goes into the last ring; glue it on last.'],
  },
} satisfies Record<string, PartSpec<Parts>>

/** What it stands on: high enough that the air leaves its tube freely. */
const stand = (input: Parts): StandPlace => {
  const l = stackLayout(input)
  const face = l.plate - RING
  return {
    shape: standShape(l.screws, 2 * RING + 1, face + Math.max(15, 0.6 * l.inner + STAND.base), { beyond: l.radius }),
    face,
  }
}

function assembly(input: Parts): Assembly<keyof typeof parts> {
  const l = stackLayout(input)
  const bridge = l.plate + RING + 1
  const mean = (l.row.root + l.row.tip) / 2
  // between two arms
  const [x, y] = polar(mean, 60)
  const open = Math.min(0.4 * (l.row.tip - l.row.root), 0.3 * mean)
  const high = l.plate + LIP + input.bearing.widthM * mm
  return {
    placed: [
      at('stack-foot', 0),
      ...onShaft(input, l.stack, -15, high),
      at('wheel', l.stack.from, true),
      ...overStack(input, l.stack),
      at('stack-bridge', l.plate),
      ...l.screws.map((p) => put(screw(stand(input).shape.screw), posed([...p, bridge], [0, 0, -1]))),
      ...Array.from({ length: l.tiers }, (_, i) => over('stack-tier', l.plate + (i + 1) * l.tier)),
      over('stack-cap', l.plate + l.tiers * l.tier + CAP),
    ],
    jets: [],
    ways: [
      { from: [x, y, high + 5], to: [x, y, l.stack.to + 0.5], radius: open },
      { from: [x, y, l.stack.from - 0.5], to: [x, y, -5], radius: open },
    ] as { from: Vec; to: Vec; radius: number }[],
    gaps: [
      { code: 'radial', of: ['wheel'], from: ['stack-foot'], along: [1, 0, 0], mm: input.machine.tipClearanceM * mm },
      ...endPlay,
    ],
    turn: 1,
    span: l.stack.span,
    overhang: 0,
  }
}

export const windStackParts = { parts, assembly, stand } satisfies PartsKind<Parts>
