import { onePart } from '../../geometry'
import { ONE_WAY, mm, type PartSpec, type PartsKind, type RotatingParts } from '../part-kind'
import type { ReactionRotor } from '.'

type Parts = RotatingParts<ReactionRotor>

const parts = {
  'reaction-rotor': {
    name: 'Rotor',
    what: 'channels, jets, inlet socket',
    turns: true,
    notes: () => [
      'Print lying with the inlet up; drill the jets to size from outside, then blow the channels free.',
      'Weigh it on its pivot: it must rest in any place.',
    ],
  },
  'feed-post': { name: 'Feed post', what: 'brings the air in with a small gap', notes: () => ONE_WAY },
} satisfies Record<string, PartSpec<Parts>>

export const reactionParts = {
  parts,
  set: ({ machine }) => [onePart('reaction-rotor', 0), onePart('feed-post', machine.bodyHeightM * mm + 2)],
} satisfies PartsKind<Parts>
