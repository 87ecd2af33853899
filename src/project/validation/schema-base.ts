import * as z from 'zod'
import { LIMITS, type LimitName } from '../document/limits'

/** A number within the named limits. */
export const within = (name: LimitName) => z.number().min(LIMITS[name][0]).max(LIMITS[name][1])
export const whole = (name: LimitName) => z.number().int().min(LIMITS[name][0]).max(LIMITS[name][1])
export const id = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[A-Za-z0-9_-]+$/, 'letters, digits, - and _ only')
export const name = z.string().trim().min(1, 'a name is needed').max(120)
export const text = z.string().max(20_000)
export const moment = z.iso.datetime()

/**
 * A check across fields that runs only where each field by itself is sound: it may compute, and never on figures out of
 * range.
 */
export const sound =
  <T>(check: (value: T, ctx: z.RefinementCtx<T>) => void) =>
  (value: T, ctx: z.RefinementCtx<T>): void => {
    if (ctx.issues.length === 0) check(value, ctx)
  }
