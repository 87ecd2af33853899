import { lying, manyParts, partNotes, standing, type FedParts, type ImpulsePartsInput } from '../geometry'
import { LYING, TRUE_BORE, mm, type PartSpec } from './part-kind'

/** A plain rotor that stands in where an insert or a gauge is made without a casing of its own. */
const PLAIN: ImpulsePartsInput['machine'] = {
  meanRadiusM: 0.027,
  bladeHeightM: 9e-3,
  bladeDepthM: 8e-3,
  bladeCount: 12,
  bladeThicknessM: 1.6e-3,
  profile: 'scoop',
  inletAngleRad: 0.6,
  outletAngleRad: 0.6,
  discThicknessM: 9e-3,
  hubRadiusM: 8e-3,
  casing: { kind: 'open', clearanceM: 2e-3 },
}

/** The figures that insert, gauge, tangential rotor and casing follow from; without a rotor the insert stands alone. */
export const impulseInput = (
  { nozzle, bearing, fits, outlets }: Omit<FedParts, 'shaftDiameterM'>,
  rotor: ImpulsePartsInput['machine'] | null = null,
): ImpulsePartsInput => ({ machine: rotor ?? PLAIN, nozzle, bearing, fits, outlets, inCasing: rotor !== null })

const INSERT = { name: 'Nozzle insert', what: 'turned body, flange, flats', roundRim: true } as const

/** An insert that its hose fitting holds. */
export const loneInsert: PartSpec<FedParts> = {
  ...INSERT,
  notes: (input) => partNotes('nozzle-insert', impulseInput(input)),
}

/** An insert in a casing whose bore it clears. */
export const casedInsert: PartSpec<FedParts & { readonly machine: ImpulsePartsInput['machine'] }> = {
  ...INSERT,
  notes: (input) => partNotes('nozzle-insert', impulseInput(input, input.machine)),
}

export const inserts = (count: number, atMm: number) =>
  manyParts(
    'nozzle-insert',
    Array.from({ length: count }, () => atMm),
  )

/** Test plate that every machine with a nozzle can have beside its set. */
export const holeGauge: PartSpec<FedParts> = {
  name: 'Hole gauge',
  what: 'test plate: how your holes come out',
  notes: (input) => partNotes('hole-gauge', impulseInput(input)),
}

/** A wheel whose air goes along the shaft. */
export const axialWheel: PartSpec<{ readonly machine: { readonly bladeThicknessM: number } }> = {
  name: 'Wheel',
  what: 'disc and blades, keyed bore',
  turns: true,
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
