import type { MachineOfKind } from '../document-types'
import { lengthField, numberField } from '../field-spec'
import { engineKind, pistonFields } from '../engine/kind'
import { PLAIN_ENGINE, startPistons } from '../engine/start'

const mm = 1e-3
type Engine = MachineOfKind<'single-acting-engine'>

/** A piston that a ball lets air to at one end, ports let it out at the other. */
export const singleActingEngine = engineKind<Engine>({
  words: {
    name: 'piston engine, ball and pin',
    how: 'A pin on the piston lifts a ball off its seat at the top; the air leaves by ports at the bottom.',
    difficulty: 3,
    make: 'a round bore, a tight seal, a pin to a tenth of a millimetre',
    hazard: 'pinches between piston, rod and wheel; starts by itself; runs cold',
  },
  fields: ({ ball }) => [
    ...pistonFields,
    numberField('Cylinder', 'clearanceM3', 'Room at the top', 'smallVolume', 'engineClearanceM3', 0.1e-6),
    lengthField('Ball and pin', 'machine.ball.pinLengthM', 'Pin length', 'pinLengthM', 0.05 * mm, {
      note: 'stands out above the piston; 0.1 mm is felt',
    }),
    lengthField('Ball and pin', 'machine.ball.pinDiameterM', 'Pin thick', 'pinDiameterM', 0.1 * mm),
    lengthField('Ball and pin', 'machine.ball.seatDiameterM', 'Seat', 'ballSeatM', 0.1 * mm),
    lengthField('Ball and pin', 'machine.ball.ballDiameterM', 'Ball', 'ballSeatM', 0.5 * mm),
    ...(ball.motion.kind === 'spring'
      ? [
          numberField('Ball and pin', 'machine.ball.motion.forceN', 'Spring, on the seat', 'force', 'ballSpringN', 0.2),
          numberField(
            'Ball and pin',
            'machine.ball.motion.stiffnessNPerM',
            'Spring, rate',
            'springRate',
            'ballSpringNPerM',
            100,
          ),
        ]
      : []),
    lengthField('Exhaust ports', 'machine.ports.fromM', 'Open from', 'portFromM', 0.1 * mm, {
      note: 'piston travel from the top',
    }),
    lengthField('Exhaust ports', 'machine.ports.heightM', 'Height', 'wallPortM', 0.1 * mm),
    lengthField('Exhaust ports', 'machine.ports.widthM', 'Width, all round', 'wallPortM', 1 * mm),
  ],
  start: () => ({
    family: 'single-acting-engine',
    ...startPistons(),
    boreM: 20 * mm,
    strokeM: 20 * mm,
    rodM: 40 * mm,
    clearanceM3: 2.4e-6,
    ball: {
      pinLengthM: 2.2 * mm,
      seatDiameterM: 4.5 * mm,
      pinDiameterM: 1.5 * mm,
      ballDiameterM: 6.35 * mm,
      motion: { kind: 'follows' },
    },
    ports: { fromM: 15.5 * mm, heightM: 4.5 * mm, widthM: 20 * mm },
    ...PLAIN_ENGINE,
  }),
  supply: { kind: 'vessel' },
  leastGaugePressurePa: 60e3,
})
