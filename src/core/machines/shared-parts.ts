import {
  LINE_DISC,
  MAGNET_RING,
  clampRadius,
  lying,
  standing,
  insertRadii,
  tailShape,
  type TailShape,
  type FedParts,
  type OnShaftInput,
} from '../geometry'
import { LYING, TRUE_BORE, mm, type PartSpec } from './part-kind'

const INSERT = { name: 'Nozzle insert', what: 'turned body, flange, flats' } as const
const REAM = 'Hold it by the two flats while reaming the throat. Printed holes come out small: drill or ream to size.'

/** An insert that its hose fitting holds. */
export const loneInsert: PartSpec<FedParts> = {
  ...INSERT,
  goesOn: 'Into the body from the pressure side; the hose fitting behind it keeps it.',
  notes: () => ['The flange sits on the pressure side; the hose fitting behind it keeps it there.', REAM],
}

/** An insert in a split seat that holds it, its end along the wheel. */
export const casedInsert: PartSpec<FedParts> = {
  ...INSERT,
  goesOn: 'Into its seat, slanted end along the wheel: the flats allow one way only.',
  notes: () => [
    'Its flats are unequal: it lies in its seat one way only, the slanted end along the wheel. The seat closes round its flange.',
    REAM,
  ],
}

/** What a maker should know of what the air comes in by. */
export function joinNotes(t: TailShape): readonly string[] {
  if (t.thread)
    return [
      `Inside it: ${t.thread.size}, ${t.thread.depth.toFixed(0)} mm deep. Run a tap or the fitting itself through it before it is put in; ${
        t.thread.taper > 0
          ? 'tape on the fitting, by hand and one turn: a taper that is forced splits a print.'
          : 'a seal ring under the fitting’s shoulder does the sealing, not the thread.'
      }`,
      'Print it solid, the thread upright. Never stand in line with a fitting under pressure.',
    ]
  return [
    `For a hose of ${t.hose} mm inside; a clip over the barbs. A hose that slips off under pressure whips.`,
    ...(t.noThread
      ? ['A thread for so much air is larger than those drawn here, or its socket finds no room: barbs.']
      : []),
  ]
}
const tailOf = (input: FedParts): TailShape => tailShape(input.nozzle.inletBoreM, input)
/** Gasket between an insert and its tail. */
const tailGasket = ({ nozzle }: FedParts): string =>
  `⌀ ${(2 * insertRadii(nozzle.inletBoreM).flangeRadius).toFixed(0)} / ${(nozzle.inletBoreM * mm).toFixed(0)} × 0.2`

/** What the hose is pushed on. */
export const hoseTail: PartSpec<FedParts> = {
  name: 'Hose tail',
  what: 'collar in the seat, barbs or a thread for the air',
  goesOn: 'Its collar into the seat against the insert, a thin gasket between.',
  joins: (input) => ({ tail: tailOf(input) }),
  gasket: tailGasket,
  notes: (input) => [
    ...joinNotes(tailOf(input)),
    'Print it standing on its collar, solid. A thin gasket or a smear of silicone between collar and insert keeps the joint tight.',
  ],
}

/** What the hose is pushed on, screwed to a seat of one piece. */
export const flangedHoseTail: PartSpec<FedParts> = {
  ...hoseTail,
  what: 'flange for two screws, barbs or a thread for the air',
  goesOn: 'Against the insert, a thin gasket between, its two holes over those of the seat.',
  notes: (input) => [
    ...joinNotes(tailOf(input)),
    'Its flange presses the insert home: tighten both screws evenly, with a thin gasket between.',
  ],
}

/** What carries the wheels. */
export const hub: PartSpec<FedParts> = {
  name: 'Hub',
  what: 'to be turned from metal: shoulders, barrel, key, flange',
  turns: true,
  metal: true,
  onShaft: 'first',
  goesOn: 'Onto the shaft. Its set screw will sit on a flat of the shaft: file one 8 mm long there.',
  notes: () => [
    'Turn it from aluminium or brass by its drawing; a print shows whether it fits, and does not run.',
    'Its shoulders end at the inner rings of the bearings: they set the end play. The set screw goes through the flange onto a flat of the shaft.',
  ],
}

/** What clamps wheels against the hub's flange. */
export const collar: PartSpec<unknown> = {
  name: 'Collar',
  what: 'clamps on the hub by a set screw',
  turns: true,
  metal: true,
  onShaft: 'last',
  goesOn: 'Against the last wheel, pushed home by hand.',
  notes: () => [
    'Of metal; push it against the last wheel and tighten its M3 set screw on the hub’s barrel, not in the key’s groove.',
  ],
}

/** Test plate that every machine with a nozzle can have beside its set. */
export const holeGauge: PartSpec<unknown> = {
  name: 'Hole gauge',
  what: 'test plate: how your holes come out',
  goesOn: 'Beside the machine.',
  notes: () => [
    'Print it as the nozzle will be printed: same machine, material, layer height and way up.',
    'Measure each hole with drill shanks or pins, not with calipers: they read small holes wrong. Type what you found into the gauge on the nozzle’s workspace.',
    'The notch marks the smallest hole.',
  ],
}

/** What makes a shaft's turns heard: for machines with a shaft, beside their set. */
export const lineDisc: PartSpec<OnShaftInput> = {
  name: `Line disc, ${LINE_DISC.windows} windows`,
  what: 'on the free end of the shaft, for a fork sensor',
  turns: true,
  goesOn: 'Onto the free end of the shaft, windows in the sensor’s fork.',
  notes: () => [
    `${LINE_DISC.windows} counts a turn: type that into the rig. Print it lying, dark filament, solid.`,
    'An M3 nut slides into the slot of its hub from above; an M3 × 8 set screw through it holds it on a flat of the shaft.',
    'Balance it with the rotor. A printed disc is for what the rig turns at, not for the rotor’s free speed: look at its margin as you would at a rotor’s.',
  ],
}
export const magnetRing: PartSpec<OnShaftInput> = {
  name: `Magnet ring, ${MAGNET_RING.magnets} magnets`,
  what: 'on the free end of the shaft, for a Hall sensor',
  turns: true,
  goesOn: 'Onto the free end of the shaft, magnets towards the sensor, 2 to 4 mm off.',
  notes: () => [
    `Two disc magnets of 5 × 3 mm, glued in, same pole outwards: ${MAGNET_RING.magnets} counts a turn. Type that into the rig.`,
    'An M3 nut slides into the slot of its hub from above; an M3 × 8 set screw through it holds it on a flat of the shaft.',
    'A magnet that comes loose is a bullet: a drop of epoxy in each pocket, and the guard closed.',
  ],
}
export const flywheelHub: PartSpec<OnShaftInput> = {
  name: 'Flywheel hub',
  what: 'to be turned from metal: carries a flywheel disc on the shaft',
  turns: true,
  metal: true,
  goesOn: 'Onto the free end of the shaft; its set screw on a flat of the shaft.',
  notes: (input) => [
    `Turn it from aluminium or brass. The flywheel’s bore is ${(2 * clampRadius(input)).toFixed(1)} mm; three M3 screws hold it on the flange.`,
    'Its own moment of inertia stands beside: add it to the flywheel’s where you describe the rig.',
    'A flywheel of steel turned from one piece; a printed one bursts long before.',
  ],
}
/** What every machine stands on. */
export const benchStand: PartSpec<unknown> = {
  name: 'Bench stand',
  what: 'a leg under each screw, pockets for the nuts, ears for the bench',
  goesOn: 'Over the ends of the screws; a nut into each pocket.',
  notes: () => [
    'Print it as it stands. The pockets hold the nuts: no spanner is needed.',
    'Screw its ears to a board or the bench, 5 mm screws: all the torque and the pull of the hose go through them.',
    'The air of the outlets leaves between its legs: keep that free.',
  ],
}
export const sensorStand: PartSpec<unknown> = {
  name: 'Sensor stand',
  what: 'holds a sensor on an M3 screw at any height',
  goesOn: 'On the bench beside the shaft’s free end.',
  notes: () => [
    'Print it on its foot. Two M4 screws hold it to the bench; it must not shake when the machine does.',
    'Sensors on a board are held by one M3 screw in the long slot.',
  ],
}

/** A wheel whose air goes along the shaft. */
export const axialWheel: PartSpec<{ readonly machine: { readonly bladeThicknessM: number } }> = {
  name: 'Wheel',
  what: 'disc and blades, keyed bore',
  turns: true,
  goesOn:
    'Onto the hub, groove over the key, until it lies against what is there. Blades as in the picture: hollow to the jets.',
  notes: () => [LYING, TRUE_BORE, 'Leave the ring inside the blades free: it is where balance holes are drilled.'],
  walls: ({ machine }) => [standing('blades', machine.bladeThicknessM * mm)],
}

/** A wheel whose passages bend from the rim to the middle. */
export const bentWheelNotes = (): readonly string[] => [
  'Print back down, solid. Clean the passages; a string left in one unbalances it.',
  TRUE_BORE,
  'Balance holes go into the back, near the rim.',
]

/** A spiral that a lid closes. */
export const spiralNotes = (): readonly string[] => [
  'Print floor down. Seal the joint with a thin smear of silicone; leaks there cost all the gain.',
  'The three screw places are uneven: the lid goes on one way only.',
]

export const airWall = ({ fits }: Pick<FedParts, 'fits'>) => [standing('wall round the air', fits.wall)]
export const backWall = (thicknessMm: number) => lying('back', thicknessMm)
