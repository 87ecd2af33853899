import * as z from 'zod'
import { coefficientsOf, type Family } from '../../core/machines'
import { sound } from '../validation/schema-base'
import { axialFields } from './axial/schema'
import { discPackFields } from './disc-pack/schema'
import { doubleActingSchema } from './double-acting-engine/schema'
import { radialFields } from './radial-inflow/schema'
import { reactionFields } from './reaction-rotor/schema'
import type { Refuse } from './refuse'
import { SPECS } from './specs'
import { coefficientsSchema, loadSchema, nozzleSchema, shaftSchema } from './schema-parts'
import { singleActingSchema } from './single-acting-engine/schema'
import { supersonicFields } from './supersonic-impulse/schema'
import { tangentialFields } from './tangential-impulse/schema'
import { threeFlankSchema } from './three-flank-engine/schema'
import { thrustBodySchema } from './thrust-body/schema'
import { turbineCompressorFields } from './turbine-compressor/schema'
import { vaneFields } from './vane-motor/schema'
import { windStackFields } from './wind-stack/schema'

/** A family's figures across its fields, as its spec judges them. */
const judged =
  <F extends Family>(family: F) =>
  (m: unknown, ctx: z.RefinementCtx): void => {
    const refuse: Refuse = (path, message) => ctx.addIssue({ code: 'custom', path: [path].flat(), message })
    SPECS[family].check(m as never, refuse)
  }

/** The figures of each family of rotating machines. */
const FIELDS = {
  'tangential-impulse': tangentialFields,
  'supersonic-impulse': supersonicFields,
  'radial-inflow': radialFields,
  axial: axialFields,
  'disc-pack': discPackFields,
  'vane-motor': vaneFields,
  'reaction-rotor': reactionFields,
  'wind-stack': windStackFields,
  'turbine-compressor': turbineCompressorFields,
} satisfies { readonly [F in Family]: z.ZodRawShape & { family: z.ZodLiteral<F> } }

/** What every rotating machine has beside its figures. */
const around = { nozzle: nozzleSchema, shaft: shaftSchema, load: loadSchema }
type Around = typeof around & { readonly coefficients: ReturnType<typeof coefficientsSchema> }

type ShapeOf<F extends Family> = (typeof FIELDS)[F] & Around extends infer S extends z.ZodRawShape ? S : never

const families = Object.keys(FIELDS) as Family[]
const perFamily = <T>(make: (family: Family) => unknown) =>
  Object.fromEntries(families.map((family) => [family, make(family)])) as T

/**
 * A rotating machine as the document holds it: its figures, its feed, shaft, load and the coefficients of its model.
 */
const ROTATING = perFamily<{ [F in Family]: z.ZodObject<ShapeOf<F>> }>((family) =>
  z
    .strictObject({ ...FIELDS[family], ...around, coefficients: coefficientsSchema(coefficientsOf(family)) })
    .superRefine(sound(judged(family))),
)

/** The figures alone, as the command line and a search take them. */
export const FIGURES = perFamily<{ [F in Family]: z.ZodObject<(typeof FIELDS)[F]> }>((family) =>
  z.strictObject(FIELDS[family] as z.ZodRawShape).superRefine(sound(judged(family))),
)
type Figures = (typeof FIGURES)[Family]
export const turbineSchema = z.discriminatedUnion(
  'family',
  Object.values(FIGURES) as unknown as [Figures, ...Figures[]],
)

/** Every kind of machine. The one list of them in the document. */
export const MACHINES = {
  ...ROTATING,
  'thrust-body': thrustBodySchema,
  'single-acting-engine': singleActingSchema,
  'double-acting-engine': doubleActingSchema,
  'three-flank-engine': threeFlankSchema,
}
type MachineSchema = (typeof MACHINES)[keyof typeof MACHINES]
export const machineSchema = z.discriminatedUnion(
  'family',
  Object.values(MACHINES) as unknown as [MachineSchema, ...MachineSchema[]],
)
