import * as z from 'zod'
import { FIGURES } from '../machines/schemas'
import { loadSchema, nozzleSchema, shaftSchema } from '../machines/schema-parts'
import type { TurbineMachine } from '../../core/machines'

const own = (schema: z.ZodType, key: string): z.ZodType | null => {
  if (schema instanceof z.ZodObject) return Object.hasOwn(schema.shape, key) ? (schema.shape[key] as z.ZodType) : null
  if (schema instanceof z.ZodDiscriminatedUnion || schema instanceof z.ZodUnion)
    return (schema.options as z.ZodType[]).map((o) => own(o, key)).find((found) => found !== null) ?? null
  return null
}

/**
 * Why a number may not stand at a path of a build (nozzle.throatDiameterM, machine.bladeCount); null when it may.
 * By the document's own schemas, so that fields, files, search and command line have one table of limits.
 */
export function numberFault(family: TurbineMachine['family'], path: string, value: number): string | null {
  const [section, ...keys] = path.split('.')
  const sections: Readonly<Record<string, z.ZodType>> = {
    nozzle: nozzleSchema,
    machine: FIGURES[family],
    shaft: shaftSchema,
    load: loadSchema,
  }
  const start = Object.hasOwn(sections, section) ? sections[section] : null
  const leaf = keys.reduce<z.ZodType | null>((at, key) => at && own(at, key), start)
  if (!leaf || keys.length === 0) return `${path} is no number of this build`
  const parsed = leaf.safeParse(value)
  return parsed.success ? null : parsed.error.issues[0].message
}
