import * as z from 'zod'
import { sound, within } from '../../validation/schema-base'
import { checkPistons, pistonEngineFields } from '../engine/schema'
import { mmWords, type Refuse } from '../refuse'

const fields = {
  family: z.literal('double-acting-engine'),
  ...pistonEngineFields,
  rodDiameterM: within('pinDiameterM'),
  headClearanceM3: within('engineClearanceM3'),
  crankClearanceM3: within('engineClearanceM3'),
  /** How its valve moves: to and fro, or about its own middle. */
  valveKind: z.enum(['slide', 'turned']),
  valve: z.strictObject({
    eccentricityM: within('valveShiftM'),
    leadRad: within('leadRad'),
    admissionLapM: within('lapM'),
    exhaustLapM: within('lapM'),
    portWidthM: within('wallPortM'),
    portHeightM: within('wallPortM'),
  }),
  /** Past the rod, as an effective area. */
  rodLeakAreaM2: within('engineLeakM2'),
  /** The supply pushes, or a blower’s suction draws from the exhaust. */
  draws: z.enum(['pressure', 'suction']),
}

type Figures = z.infer<z.ZodObject<typeof fields>>

function check(m: Figures, refuse: Refuse): void {
  checkPistons(m, refuse)
  const { valve } = m
  if (m.rodDiameterM > 0.7 * m.boreM)
    refuse('rodDiameterM', `leaves hardly any piston at the crank’s end: at most ${mmWords(0.7 * m.boreM)}`)
  if (valve.admissionLapM >= valve.eccentricityM)
    refuse(
      ['valve', 'admissionLapM'],
      `the valve never opens: it moves ${mmWords(valve.eccentricityM)} to each side, so less than that`,
    )
  if (valve.exhaustLapM >= valve.eccentricityM)
    refuse(['valve', 'exhaustLapM'], `the exhaust never opens: less than ${mmWords(valve.eccentricityM)}`)
  if (valve.admissionLapM + valve.exhaustLapM < -1e-9)
    refuse(
      ['valve', 'exhaustLapM'],
      'admission and exhaust of one end would be open together: the laps must not add up to less than nought',
    )
}

/** A piston that air pushes from both sides in turn, let in and out by a valve on an eccentric. */
export const doubleActingSchema = z
  .strictObject(fields)
  .superRefine(
    sound((m, ctx) => check(m, (path, message) => ctx.addIssue({ code: 'custom', path: [path].flat(), message }))),
  )
