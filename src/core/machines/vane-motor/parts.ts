import { lying, manyParts, onePart } from '../../geometry'
import { ONE_WAY, TRUE_BORE, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import type { VaneMotor } from '.'

type Parts = RotatingParts<VaneMotor>

const parts = {
  'vane-rotor': {
    name: 'Rotor',
    what: 'slots for the vanes, keyed bore',
    turns: true,
    notes: () => ['Print standing on its end, solid; the slots must be smooth.', TRUE_BORE],
  },
  vane: {
    name: 'Vane',
    what: 'slides in its slot',
    turns: true,
    roundRim: true,
    notes: () => [
      'Print lying; sand until it drops through its slot by its own weight. Its outer edge is rounded towards the bore.',
    ],
    walls: ({ machine }) => [lying('vane', machine.vaneThicknessM * mm)],
  },
  'vane-body': {
    name: 'Body',
    what: 'offset bore, inlet and exhaust',
    notes: () => [
      'Print standing; ream or sand the bore round and smooth. A drop of oil in the inlet air makes it last.',
      'Inlet and exhaust are marked by one notch and two: the rotor turns from the first to the second.',
    ],
  },
  'vane-end': { name: 'End plate', what: 'bearing seat off the middle', notes: () => ONE_WAY },
} satisfies Record<string, PartSpec<Parts>>

export const vaneParts = {
  parts,
  set: ({ machine }) => [
    onePart('vane-end', 0, true),
    onePart('vane-body', 8),
    onePart('vane-rotor', 8),
    manyParts(
      'vane',
      Array.from({ length: machine.vanes }, () => 8),
    ),
    onePart('vane-end', 16 + machine.lengthM * mm),
  ],
} satisfies PartsKind<Parts>
