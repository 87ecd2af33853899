import {
  ADJUSTER,
  M3,
  adjuster,
  adjusterNut,
  at,
  nutBody,
  over,
  pinBody,
  posed,
  put,
  rubberDisc,
  screw,
  springBody,
  type Assembly,
  type PartsOf,
  type Placed,
  type Point,
  type Vec,
} from '../../geometry'
import type { Joined } from '../../geometry'
import { mm, type PartSpec, type PartsKind } from '../part-kind'
import { joinNotes } from '../shared-parts'
import { SHEET, regulatorLayout, type RegulatorFigures, type RegulatorLayout } from './layout'

export type RegulatorParts = PartsOf<RegulatorFigures> & Joined

/** What is said of everything that holds its pressure. */
const HOLDS = [
  'Print it solid, four walls or more, hot, from a dry spool: air finds every gap between layers. A coat of thin epoxy inside seals it.',
  'It holds pressure. Should the valve stick open, the source’s whole pressure stands in it and in all behind it: test it with water behind a shield first, keep a relief valve behind it, and stay within what vessel and hose are made for.',
] as const

const square = (input: RegulatorParts, hole: (l: RegulatorLayout) => number): string => {
  const l = regulatorLayout(input)
  return `${(2 * l.half).toFixed(0)} square / ${(2 * hole(l)).toFixed(1)} × 0.3`
}

/** Size of the rubber on the poppet. */
function faceSize(input: RegulatorParts): string {
  const { poppet, face } = regulatorLayout(input)
  return `⌀ ${(2 * poppet.radius).toFixed(1)} × ${face}`
}

const parts = {
  'regulator-cap': {
    name: 'Inlet cap',
    what: 'closes the valve’s chamber, holds its spring; barbs or a thread for the air that comes',
    joins: (input) => ({ tail: regulatorLayout(input).inlet }),
    gasket: (input) => square(input, (l) => l.poppet.chamber),
    goesOn: 'Onto the bench, its tail down through a hole or in a vice with soft jaws.',
    notes: (input) => [...joinNotes(regulatorLayout(input).inlet), ...HOLDS],
  },
  'regulator-poppet': {
    name: 'Poppet',
    what: 'carries the rubber that shuts the seat',
    turns: true,
    plain: true,
    goesOn: 'Onto its spring, face up.',
    notes: (input) => [
      `Glue a disc of rubber, ${faceSize(input)}, on its face, and the pin into it: the pin must stand square.`,
      'It must fall through its chamber by its own weight: sand its ribs.',
    ],
  },
  'regulator-block': {
    name: 'Valve block',
    what: 'the seat, and the chamber of the poppet beneath it',
    gasket: (input) => square(input, (l) => l.chamber),
    goesOn: 'Over the poppet, seat down, with a thin gasket under it: the pin comes through the seat.',
    notes: (input) => {
      const { seat, pin } = regulatorLayout(input)
      return [
        'Print it as it stands here, its seat up: the edge of the seat decides whether it shuts. Ream it, then a stroke of fine paper on a flat.',
        `The pin takes ${(100 * (pin.radius / seat.radius) ** 2).toFixed(0)} % of the seat’s opening.`,
        ...HOLDS,
      ]
    },
  },
  'regulator-body': {
    name: 'Body',
    what: 'the room that the regulated air stands in, and its way out',
    joins: (input) => ({ tail: regulatorLayout(input).outlet }),
    goesOn: 'Onto the valve block with a thin gasket, its outlet to the side that suits you.',
    notes: (input) => [
      ...joinNotes(regulatorLayout(input).outlet),
      'Support under its outlet only. The ledge in it ends the valve’s lift.',
      ...HOLDS,
    ],
  },
  'regulator-piston': {
    name: 'Piston',
    what: 'the air pushes it up, the spring down; groove for an o-ring',
    turns: true,
    plain: true,
    goesOn: 'Its o-ring with a trace of silicone grease, then into the body until it lies on the pin.',
    notes: (input) => {
      const { piston } = regulatorLayout(input)
      return [
        `O-ring ${piston?.ring.inner} × ${piston?.ring.section} (ISO 3601), squeezed by a tenth: more only sticks. What it sticks by is the regulator’s friction.`,
        'Print it foot down, solid. Without its ring it must drop through the body by its own weight.',
      ]
    },
  },
  'regulator-plate': {
    name: 'Plate',
    what: 'under the diaphragm: the air’s side',
    turns: true,
    plain: true,
    goesOn: 'Over its screw, smooth side up.',
    notes: () => ['Print lying, solid. Round its upper edge a little, so that it does not cut the rubber.'],
  },
  'regulator-cup': {
    name: 'Spring cup',
    what: 'on top of the diaphragm: the main spring stands in it',
    turns: true,
    plain: true,
    goesOn: 'Onto the diaphragm, hollow side up.',
    notes: () => ['Print hollow side up, solid. Round its lower edge a little, so that it does not cut the rubber.'],
  },
  'regulator-button': {
    name: 'Button',
    what: 'between spring and screw',
    turns: true,
    plain: true,
    goesOn: 'Onto the spring, its spigot in the coils, dimple up. A drop of grease in the dimple.',
    notes: () => ['A steel washer in its dimple keeps the screw from drilling into it.'],
  },
  'regulator-bonnet': {
    name: 'Bonnet',
    what: 'holds the main spring, and the nut of its screw',
    goesOn: 'Over the spring, flange down.',
    notes: () => [
      'Print flange down, solid: the spring pulls its layers apart. Its roof closes by itself at 45°.',
      'The small hole in its side lets it breathe: never close it.',
      'Turn the screw out until the spring is loose before any screw of the flange is touched.',
    ],
  },
  'regulator-knob': {
    name: 'Knob',
    what: 'on the head of the screw',
    turns: true,
    plain: true,
    goesOn: 'Pressed over the screw’s head, a drop of glue.',
    notes: () => ['In: more pressure. Out: less, once the air behind has gone: nothing of it lets air off by itself.'],
  },
} satisfies Record<string, PartSpec<RegulatorParts>>

type Body = keyof typeof parts

/** Where its four screws stand. */
export const cornersOf = ({ corner }: Pick<RegulatorLayout, 'corner'>): readonly Point[] =>
  [1, -1].flatMap((a) => [1, -1].map((b): Point => [a * corner, b * corner]))

const DOWN: Vec = [0, 0, -1]
const loose = <N extends string>(p: Placed<N>): Placed<N> => ({ ...p, loose: true })

/** What moves with the valve, opened by `by` mm: below the valve block, then what stands on its pin. */
function valve(l: RegulatorLayout, by: number): { readonly low: Placed<Body>[]; readonly high: Placed<Body>[] } {
  const { poppet, pin, sheet, piston, spring } = l
  const size = (r: number) => (2 * r).toFixed(1)
  const low: Placed<Body>[] = [
    loose(at(springBody(poppet.spring, poppet.spring.seatedM * mm - by), l.bottom, true)),
    over('regulator-poppet', -l.face - by, true),
    loose(
      at(
        rubberDisc(
          `⌀ ${size(poppet.radius)} × ${l.face}, hole ⌀ ${size(pin.radius)}`,
          [
            [pin.radius + 0.01, 0],
            [poppet.radius, 0],
          ],
          l.face,
        ),
        -l.face - by,
        true,
      ),
    ),
    loose(at(pinBody(2 * pin.radius, pin.deep + l.face + pin.to), -l.face - pin.deep - by, true)),
  ]
  const pushed: Placed<Body>[] = piston
    ? [at('regulator-piston', l.foot - by, true)]
    : sheet
      ? [
          at(screw(sheet.screw), l.foot - by, true),
          at('regulator-plate', l.foot - by, true),
          loose(
            at(
              rubberDisc(
                `⌀ ${size(sheet.outer)} × ${SHEET.thick}, hole ⌀ 3`,
                [
                  [M3.core + 0.02, -by],
                  [sheet.plate, -by],
                  [sheet.free, 0],
                  [sheet.outer, 0],
                ],
                sheet.squeezed,
              ),
              sheet.from,
              true,
            ),
          ),
          at('regulator-cup', l.top - by, true),
          at(nutBody, l.top + sheet.cupThick - 1 - by, true),
        ]
      : []
  const foot = l.springFoot - by
  return { low, high: [...pushed, loose(at(springBody(spring, spring.set + by), foot, true))] }
}

function assembly(input: RegulatorParts): Assembly<Body> {
  const l = regulatorLayout(input)
  const shut = valve(l, 0)
  const { outlet, inlet, poppet, seat, pin } = l
  const buttonAt = l.springFoot + l.spring.set
  const tip = buttonAt + l.button.thick - l.button.dimple
  const end = l.half + 30
  const between = (poppet.chamber + poppet.radius) / 2
  // between two of the poppet’s ribs
  const beside: Point = [between, 0]
  const off = (seat.radius + pin.radius) / 2
  return {
    placed: [
      over('regulator-cap', l.bottom),
      ...shut.low,
      over('regulator-block', l.floor),
      at('regulator-body', l.floor),
      ...shut.high,
      { ...at('regulator-button', buttonAt), loose: true },
      at('regulator-bonnet', l.top),
      ...cornersOf(l).map(([x, y]) => put(screw(l.screw), posed([x, y, l.top + l.bonnet.flange], DOWN))),
      ...cornersOf(l).map(([x, y]): Placed<Body> => ({
        ...put(nutBody, posed([x, y, l.bottom - l.cap + M3.nut + 0.2], DOWN)),
        below: true,
      })),
      {
        ...put(adjusterNut, posed([0, 0, l.bonnet.slot + 0.3 + ADJUSTER.nut], DOWN)),
        apart: [1, 0, 0],
        loose: true,
      },
      loose(put(adjuster(l.adjuster), posed([0, 0, tip + l.adjuster], DOWN))),
      loose(at('regulator-knob', tip + l.adjuster)),
    ],
    asListed: true,
    jets: [],
    ways: [
      { from: [0, 0, l.bottom - l.cap - 30], to: [0, 0, l.bottom - 0.2], radius: l.lip },
      { from: [...beside, l.bottom + 0.2], to: [...beside, -0.1], radius: (poppet.chamber - poppet.radius) / 2 - 0.1 },
      { from: [off, 0, 0.02], to: [off, 0, l.floor + 0.5], radius: (seat.radius - pin.radius) / 2 - 0.02 },
      { from: [l.chamber - 0.5, 0, l.outletAt], to: [end, 0, l.outletAt], radius: Math.min(outlet.bore, inlet.bore) },
      // the bonnet breathes
      { from: [0, ADJUSTER.core + 0.3, l.bonnet.vent], to: [0, end, l.bonnet.vent], radius: 1.5 },
    ],
    turnedTo: (degrees) => {
      const { low, high } = valve(l, (l.lift * (1 - Math.cos((degrees * Math.PI) / 180))) / 2)
      return [...low, ...high]
    },
    gaps: [
      {
        code: 'lift',
        of: [l.piston ? 'regulator-piston' : 'regulator-plate'],
        from: ['regulator-body'],
        along: DOWN,
        mm: l.lift,
      },
    ],
    turn: 1,
    span: null,
    overhang: 0,
  }
}

export const regulatorParts = { parts, assembly } satisfies PartsKind<RegulatorParts>
