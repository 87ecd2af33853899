import * as z from 'zod'
import { id, name, text } from '../validation/schema-base'
import { brakeRigFields, brakeSettings } from './brake/schema'
import { coastRigFields, coastSettings } from './coast/schema'
import { droopRigFields, droopSettings } from './droop/schema'
import { generatorRigFields, generatorSettings } from './generator/schema'
import { inertiaRigFields, inertiaSettings } from './inertia/schema'
import { ropeRigFields, ropeSettings } from './rope/schema'
import { runDownRigFields, runDownSettings } from './run-down/schema'
import { soundRigFields, soundSettings } from './sound/schema'
import { tankRigFields, tankSettings } from './tank/schema'
import { thrustRigFields, thrustSettings } from './thrust/schema'

/**
 * Every way of measuring: its rig, and the settings that one reduction of it is kept with. The one list of them in the
 * document.
 */
export const METHOD_SCHEMAS = {
  inertia: { rig: inertiaRigFields, settings: inertiaSettings },
  coast: { rig: coastRigFields, settings: coastSettings },
  brake: { rig: brakeRigFields, settings: brakeSettings },
  generator: { rig: generatorRigFields, settings: generatorSettings },
  droop: { rig: droopRigFields, settings: droopSettings },
  rope: { rig: ropeRigFields, settings: ropeSettings },
  'run-down': { rig: runDownRigFields, settings: runDownSettings },
  sound: { rig: soundRigFields, settings: soundSettings },
  'tank-decay': { rig: tankRigFields, settings: tankSettings },
  thrust: { rig: thrustRigFields, settings: thrustSettings },
}
export type MethodId = keyof typeof METHOD_SCHEMAS
type Schemas = typeof METHOD_SCHEMAS

const methods = Object.keys(METHOD_SCHEMAS) as MethodId[]
const rigFields = { id, name, notes: text }

/** A rig of any kind, with the name its maker gave it. */
const rigs = methods.map((method) => z.strictObject({ ...rigFields, ...METHOD_SCHEMAS[method].rig }))
type RigOf<R> = R extends z.core.$ZodShape ? z.ZodObject<typeof rigFields & R, z.core.$strict> : never
type RigSchema = { [M in MethodId]: RigOf<Schemas[M]['rig']> }[MethodId]
export const rigSchema = z.discriminatedUnion('kind', rigs as unknown as [RigSchema, ...RigSchema[]])

/** A measurement by any method: what it is of, with the method's own settings. */
export function measurementOf<S extends z.ZodRawShape>(fields: S) {
  type One = {
    [M in MethodId]: z.ZodObject<S & { method: z.ZodLiteral<M>; settings: Schemas[M]['settings'] }>
  }[MethodId]
  const all = methods.map((method) =>
    z.strictObject({ ...fields, method: z.literal(method), settings: METHOD_SCHEMAS[method].settings }),
  )
  return z.discriminatedUnion('method', all as unknown as [One, ...One[]])
}
