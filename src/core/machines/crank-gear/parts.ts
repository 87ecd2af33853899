import { at, pinBody, posed, put, screw, screwLength, shaftBody, type Placed, type Vec } from '../../geometry'
import { TRUE_BORE, type PartSpec } from '../part-kind'
import { atAll, atCylinder, gearAt, wristLength, type GearLayout, type ManyFigures } from './layout'

export type GearPart = 'engine-frame' | 'engine-pad' | 'engine-crank' | 'engine-rod' | 'engine-keeper' | 'engine-wheel'

/** A flywheel of steel that has the build's inertia. */
export const wheelPart = <I>(layout: (input: I) => Pick<GearLayout, 'wheel' | 'shaft'>): PartSpec<I> => ({
  name: 'Flywheel',
  what: 'to be turned from steel: carries the load',
  turns: true,
  metal: true,
  plain: true,
  setScrew: (input) => wheelScrew(layout(input)),
  goesOn: 'Onto the shaft’s other end, boss towards the bearing.',
  notes: (input) => {
    const { wheel } = layout(input)
    return [
      `${(2 * wheel.radius).toFixed(0)} mm across and ${wheel.thick.toFixed(1)} mm thick in steel it has the build’s inertia, its load’s included.`,
      TRUE_BORE,
    ]
  },
})

/** The parts of crank and wheel that every piston engine has. */
export const gearParts = <I>(layout: (input: I) => GearLayout): Readonly<Record<GearPart, PartSpec<I>>> => ({
  'engine-frame': {
    name: 'Frame',
    what: 'two bearing seats, the face that the cylinder stands on',
    goesOn: 'Onto the bench, plate up.',
    notes: () => [
      'Print with its plate on the bed, solid round the screws. The bearings go in from both ends against a lip.',
      'Cylinder screws cut their own thread: drill them out to 2.5 mm if they are tight.',
    ],
  },
  'engine-pad': {
    name: 'Pad',
    what: 'lifts a cylinder by the thickness of a rod',
    goesOn: 'Onto the frame: none under the first cylinder, one more under each that follows.',
    notes: () => ['Print lying, solid: its thickness sets its rod beside the one before it.'],
  },
  'engine-crank': {
    name: 'Crank',
    what: 'to be turned from metal: disc with the crank pin’s hole',
    turns: true,
    metal: true,
    plain: true,
    setScrew: (input) => crankScrew(layout(input)),
    goesOn: 'Onto the shaft’s end, boss towards the bearing; a sheet of paper between while its screw is tightened.',
    notes: () => [
      'Turn it from brass or steel by its drawing; its set screw stands on a flat of the shaft.',
      'The distance between shaft and pin is half of the stroke: drill both holes in one setting.',
    ],
  },
  'engine-rod': {
    name: 'Rod',
    what: 'from the crank’s pin to the piston’s',
    turns: true,
    plain: true,
    goesOn: 'Between crank and piston, marked face up.',
    notes: () => [
      'Print lying, solid, so that the layers lie along the pull; ream both eyes until the pins turn freely.',
    ],
  },
  'engine-keeper': {
    name: 'Keeper',
    what: 'keeps the rod on the crank’s pin',
    turns: true,
    plain: true,
    onShaft: 'last',
    goesOn: 'Onto the crank’s pin with glue, a sheet of paper from the rod.',
    notes: () => ['Print two and keep one: it is small.'],
  },
  'engine-wheel': wheelPart(layout),
})

/** Set screws: of the crank opposite to its pin, of the wheel through its boss. */
export const crankScrew = (l: GearLayout) => ({
  turn: 180,
  z: (l.web.to - l.web.from + 0.8) / 2 + 0.4,
  from: l.shaft,
  to: l.web.radius,
})
export const WHEEL_BOSS = 7
export const wheelScrew = (l: Pick<GearLayout, 'shaft'>) => ({
  turn: 0,
  z: WHEEL_BOSS / 2,
  from: l.shaft,
  to: l.shaft + 5,
})

/**
 * What turns with the crank, at an angle, degrees: shaft, crank, rods, keeper; then their pins. `behind` is how far the
 * shaft stands out at the wheel. `wrists` is how far each piston’s pin is along its cylinder.
 */
export function gearMoving(l: GearLayout, degrees: number, behind: number) {
  const last = l.angles.length - 1
  const own = l.angles.map((angle) => gearAt(l, degrees - angle))
  const { pin } = gearAt(l, degrees)
  const turned: Vec = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180), 0]
  const up: Vec = [0, 0, 1]
  const rod = (k: number): Placed<GearPart> => {
    const [x, y] = own[k].pin
    const lean: Vec = [(own[k].wrist - x) / l.rod, -y / l.rod, 0]
    return put('engine-rod', posed([x, y, l.axis - l.rodThick / 2], up, lean), true)
  }
  const wristPin = (k: number): Placed<never> =>
    put(pinBody(l.wrist, wristLength(l)), posed([own[k].wrist, 0, l.axis - wristLength(l) / 2]), true)
  return {
    wrists: own.map((o) => o.wrist),
    shaft: {
      ...at(shaftBody(2 * l.shaft, l.web.to + behind), -behind, true),
      pose: posed([0, 0, -behind], up, turned),
    } as Placed<never>,
    crank: put('engine-crank', posed([0, 0, l.web.from - 0.8], up, turned), true) as Placed<GearPart>,
    rods: atAll(l, (k) => [rod(k)]),
    keeper: put(
      'engine-keeper',
      posed([...pin, l.axis + last * l.pitch + l.rodThick / 2 + 0.15], up, turned),
      true,
    ) as Placed<GearPart>,
    pins: [
      put(
        pinBody(l.pin, l.web.to - l.web.from + 0.3 + last * l.pitch + l.rodThick + 2.5),
        posed([...pin, l.web.from], up, turned),
        true,
      ),
      ...atAll(l, (k) => [wristPin(k)]),
    ] as Placed<never>[],
  }
}

/**
 * Pads under the cylinders that stand higher; they lie on the plate, the first body of a cylinder at its own height.
 */
export const padsOf = (l: GearLayout): Placed<'engine-pad'>[] =>
  l.angles.flatMap((_, k) =>
    Array.from({ length: k }, (_, j) => atCylinder(l, k, at('engine-pad', l.front - (k - j) * l.pitch))),
  )

/** Screws that hold every cylinder’s foot, their heads `high` above the plate; longer where there are pads. */
export const footScrews = (l: GearLayout, high: number): Placed<never>[] =>
  atAll(l, (k) =>
    l.holds.map((p) => put(screw(screwLength(high + 6 + k * l.pitch)), posed([...p, l.front + high], [0, 0, -1]))),
  )

/** What is said of an engine of several cylinders that do not stand on one frame. */
export const manyNotes = (machine: ManyFigures, { angles }: Pick<GearLayout, 'angles'>): string[] =>
  (machine.cylinders ?? 1) > angles.length
    ? [
        `At this angle its ${machine.cylinders} cylinders find no room round one crank pin: this set is one of them, on a frame of its own. Couple the shafts with their cranks as far apart as the build says, or take a longer rod, or another angle.`,
      ]
    : []
