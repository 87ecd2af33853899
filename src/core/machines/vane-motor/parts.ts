import {
  at,
  bearingBody,
  lying,
  posed,
  put,
  screw,
  shaftBody,
  type Assembly,
  type Placed,
  type Vec,
  standShape,
  type StandPlace,
} from '../../geometry'
import { polar } from '../../geometry/solids/common'
import { COLLAR, collarScrew } from '../../geometry/solids/hub'
import { END_PLAY } from '../hub-stack'
import { TRUE_BORE, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { collar, joinNotes } from '../shared-parts'
import { facing, vaneLayout, vaneScrews, vaneTip, type VaneLayout } from './layout'
import type { VaneMotor } from '.'

type Parts = RotatingParts<VaneMotor>

const parts = {
  'vane-rotor': {
    name: 'Rotor',
    what: 'slots for the vanes, keyed bore',
    turns: true,
    goesOn: 'Onto the sleeve, groove over the key; without a key, with retaining compound.',
    notes: () => [
      'Print standing on its end, solid; the slots must be smooth. It floats between the end plates.',
      TRUE_BORE,
    ],
  },
  'rotor-sleeve': {
    name: 'Sleeve',
    what: 'to be turned from metal: between shaft and rotor, with the key',
    turns: true,
    metal: true,
    onShaft: 'first',
    goesOn: 'Onto the shaft with retaining compound, at the height that the picture shows; let it set.',
    notes: () => ['Bond it to the shaft with retaining compound, or pin it: a set screw finds no room.'],
  },
  vane: {
    name: 'Vane',
    what: 'slides in its slot',
    turns: true,
    goesOn: 'Into a slot, rounded edge outwards: it must drop in by its own weight.',
    notes: () => [
      'Print lying; sand until it drops through its slot by its own weight. Its rounded edge runs on the bore.',
    ],
    walls: ({ machine }) => [lying('vane', machine.vaneThicknessM * mm)],
  },
  'vane-body': {
    name: 'Body',
    what: 'offset bore, inlet with barbs or a thread, exhaust',
    joins: (input) => ({ tail: vaneLayout(input).tail }),
    goesOn: 'Onto the end plate, screw places in line. One notch marks the inlet, two the exhaust.',
    notes: (input) => [
      ...joinNotes(vaneLayout(input).tail),
      'Print standing; ream or sand the bore round and smooth. A drop of oil in the inlet air makes it last.',
      'Inlet and exhaust are marked by one notch and two: the rotor turns from the first to the second.',
    ],
  },
  'vane-end': {
    name: 'End plate',
    what: 'bearing seat off the middle; two alike',
    goesOn: 'The first on the bench, seat down; the second over rotor and vanes, the same way round.',
    notes: () => [
      'The same plate closes both ends: its screws lie evenly across the line through both middles.',
      'This is no guard: a guard that stops a fragment stands round the whole machine.',
    ],
  },
  collar: {
    ...collar,
    setScrew: (input) => collarScrew((input.shaftDiameterM * mm) / 2),
    goesOn: 'Onto the shaft’s end against the bearing, with a sheet of paper between while its screw is tightened.',
    notes: () => [
      'Of metal. One outside each bearing, with a sheet of paper’s play: they keep the shaft in its place and the bearings in theirs.',
    ],
  },
} satisfies Record<string, PartSpec<Parts>>

/** A vane in its slot at a direction from the shaft, degrees. */
function vaneAt(l: VaneLayout, degrees: number): Placed<'vane'> {
  const [ux, uy] = polar(1, degrees)
  const foot = vaneTip(l, degrees) - l.height
  // its own x along the shaft, y outwards, z across: its thickness lies on both sides of its slot's middle
  const across: Vec = [-uy, ux, 0]
  return {
    body: 'vane',
    pose: posed(
      [foot * ux - (across[0] * l.thickness) / 2, foot * uy - (across[1] * l.thickness) / 2, l.plate + l.end],
      across,
      [0, 0, 1],
    ),
    turns: true,
    apart: [ux, uy, 0],
  }
}

/** What it stands on. */
const stand = (input: Parts): StandPlace => {
  const l = vaneLayout(input)
  return { shape: standShape(vaneScrews(l), 2 * l.plate + l.length, COLLAR.height + 4), face: 0 }
}

function assembly(input: Parts): Assembly<keyof typeof parts> {
  const l = vaneLayout(input)
  const whole = 2 * l.plate + l.length
  const width = input.bearing.widthM * mm
  const ball = bearingBody(input.bearing)
  const screws = vaneScrews(l)
  const turned = (degrees: number): Placed<keyof typeof parts>[] => [
    {
      ...at('vane-rotor', l.plate + l.end, true),
      pose: posed([0, 0, l.plate + l.end], [0, 0, 1], [...polar(1, degrees), 0] as unknown as Vec),
    },
    ...Array.from({ length: l.vanes }, (_, i) => vaneAt(l, degrees + (360 * i) / l.vanes)),
  ]
  return {
    placed: [
      at('vane-end', 0),
      { ...at(ball, 0), below: true },
      at('vane-body', l.plate),
      at(shaftBody(input.shaftDiameterM * mm, whole + 40), -COLLAR.height - 4, true),
      at('rotor-sleeve', l.plate + l.end, true),
      ...turned(0),
      put('vane-end', posed([0, 0, whole], [0, 0, -1])),
      at(ball, whole - width),
      { ...at('collar', -COLLAR.height - END_PLAY / 2, true), below: true },
      at('collar', whole + END_PLAY / 2, true),
      ...screws.map((p) => put(screw(stand(input).shape.screw), posed([...p, whole], [0, 0, -1]))),
    ],
    jets: [],
    ways: [
      {
        from: [...polar(l.outer + 20, facing(l.inletAt)), whole / 2] as unknown as Vec,
        to: [...polar(l.bore * 0.95, facing(l.inletAt)), whole / 2] as unknown as Vec,
        radius: l.inlet,
      },
      ...l.exhaustAt.map((a) => ({
        from: [...polar(l.bore * 0.95, facing(a)), whole / 2] as unknown as Vec,
        to: [...polar(l.outer + 10, facing(a)), whole / 2] as unknown as Vec,
        radius: l.exhaust,
      })),
    ],
    turnedTo: turned,
    gaps: [
      {
        code: 'radial',
        of: ['vane-rotor'],
        from: ['vane-body'],
        along: [-1, 0, 0],
        mm: (input.machine.boreRadiusM - input.machine.rotorRadiusM - input.machine.eccentricityM) * mm,
      },
      { code: 'axial', of: ['vane-rotor'], from: ['vane-end'], along: [0, 0, 1], mm: input.machine.clearanceM * mm },
      { code: 'axial', of: ['vane-rotor'], from: ['vane-end'], along: [0, 0, -1], mm: input.machine.clearanceM * mm },
      { code: 'axial', of: ['vane'], from: ['vane-end'], along: [0, 0, 1], mm: input.machine.clearanceM * mm },
      { code: 'end-play', of: ['collar'], from: ['bearing'], along: [0, 0, 1], mm: END_PLAY / 2 },
    ],
    differs: [{ code: 'hub', stated: input.machine.hubRadiusM * mm, made: l.hub }],
    turn: -1,
    span: l.span,
    overhang: 0,
  }
}

export const vaneParts = { parts, assembly, stand } satisfies PartsKind<Parts>
