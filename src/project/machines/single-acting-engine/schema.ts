import * as z from 'zod'
import { BALL_DENSITY, type BallMaterial } from '../../../core/engine'
import { sound, within } from '../../validation/schema-base'
import { checkPistons, pistonEngineFields } from '../engine/schema'
import { mmWords, type Refuse } from '../refuse'

export const BALL_MATERIALS = Object.keys(BALL_DENSITY) as [BallMaterial, ...BallMaterial[]]

/** How a ball goes shut: as if it had no weight; by the air alone; by a spring. */
const motionSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('follows') }),
  z.strictObject({ kind: z.literal('free'), material: z.enum(BALL_MATERIALS) }),
  z.strictObject({
    kind: z.literal('spring'),
    material: z.enum(BALL_MATERIALS),
    /** Where the ball sits. */
    forceN: within('ballSpringN'),
    stiffnessNPerM: within('ballSpringNPerM'),
  }),
])

const fields = {
  family: z.literal('single-acting-engine'),
  ...pistonEngineFields,
  /** Above the piston at dead centre. */
  clearanceM3: within('engineClearanceM3'),
  ball: z.strictObject({
    pinLengthM: within('pinLengthM'),
    seatDiameterM: within('ballSeatM'),
    pinDiameterM: within('pinDiameterM'),
    ballDiameterM: within('ballSeatM'),
    motion: motionSchema,
  }),
  ports: z.strictObject({ fromM: within('portFromM'), heightM: within('wallPortM'), widthM: within('wallPortM') }),
}

type Figures = z.infer<z.ZodObject<typeof fields>>

function check(m: Figures, refuse: Refuse): void {
  checkPistons(m, refuse)
  const { ball, ports } = m
  if (ball.pinDiameterM > 0.8 * ball.seatDiameterM)
    refuse(
      ['ball', 'pinDiameterM'],
      `leaves hardly any hole: at most ${mmWords(0.8 * ball.seatDiameterM)}, four fifths of the seat`,
    )
  if (ball.ballDiameterM < 1.08 * ball.seatDiameterM)
    refuse(['ball', 'ballDiameterM'], `the ball falls through its seat: at least ${mmWords(1.08 * ball.seatDiameterM)}`)
  if (ball.seatDiameterM > 0.9 * m.boreM)
    refuse(['ball', 'seatDiameterM'], `wider than the head has room for: at most ${mmWords(0.9 * m.boreM)}`)
  if (ball.pinLengthM > 0.6 * m.strokeM)
    refuse(
      ['ball', 'pinLengthM'],
      `the ball would stand open for more than half the turn: at most ${mmWords(0.6 * m.strokeM)}`,
    )
  if (ports.fromM > m.strokeM - 0.2e-3)
    refuse(
      ['ports', 'fromM'],
      `the piston never uncovers them: at most ${mmWords(m.strokeM - 0.2e-3)}, less than the stroke`,
    )
  if (ports.fromM < ball.pinLengthM)
    refuse(['ports', 'fromM'], 'ports and ball would be open together: the air goes straight through')
  if (ports.widthM > 0.85 * Math.PI * m.boreM)
    refuse(
      ['ports', 'widthM'],
      `all round the bore is ${mmWords(Math.PI * m.boreM)}: leave at least 15 % of it as wall`,
    )
}

/** A piston pushed by air that a pin on it lets in past a ball; it leaves by ports near the other dead centre. */
export const singleActingSchema = z
  .strictObject(fields)
  .superRefine(
    sound((m, ctx) => check(m, (path, message) => ctx.addIssue({ code: 'custom', path: [path].flat(), message }))),
  )
