import { casingOutlets, onePart, partNotes, standing, type PartsOf } from '../../geometry'
import { mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import { airWall, casedInsert, impulseInput, inserts } from '../shared-parts'
import type { TangentialImpulse } from '.'

type Rim = RotatingParts<Omit<TangentialImpulse, 'family'>>

const shape = (input: Rim) => impulseInput(input, input.machine)

/** Rotor, its two casing halves and their inserts: also the turbine of one that drives impellers. */
export const rimParts = {
  rotor: {
    name: 'Rotor',
    what: 'disc, blades, keyed hub',
    turns: true,
    notes: (input) => partNotes('rotor', shape(input)),
    walls: ({ machine }) => [standing('blades', machine.bladeThicknessM * mm)],
  },
  'nozzle-insert': casedInsert,
  'casing-half': {
    name: 'Casing half',
    what: 'bearing seat, insert seat, lugs',
    hasOutlets: true,
    notes: (input) => partNotes('casing-half', shape(input)),
    walls: airWall,
  },
} satisfies Record<string, PartSpec<Rim>>

/** Half of the room inside the casing, and its floor, mm. */
export const rimHalf = (m: { readonly discThicknessM: number; readonly bladeHeightM: number }): number =>
  4 + (Math.max(m.discThicknessM, m.bladeHeightM) * mm) / 2

export const rimSet = ({ machine, nozzle }: Rim) => {
  const half = rimHalf(machine)
  return [
    onePart('casing-half', 0),
    inserts(nozzle.count, half),
    onePart('rotor', half - (machine.bladeHeightM * mm) / 2),
    onePart('casing-half', 2 * half, true),
  ]
}

/** Both halves have outlets. */
export const rimOutlets = (input: Rim): number => 2e-6 * (casingOutlets(shape(input))?.areaMm2 ?? 0)

export const tangentialParts = {
  parts: rimParts,
  set: rimSet,
  outletAreaM2: rimOutlets,
} satisfies PartsKind<RotatingParts<TangentialImpulse> & PartsOf<TangentialImpulse>>
