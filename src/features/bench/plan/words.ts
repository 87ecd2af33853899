import type { MarkKind, Plan } from '../../../project/planning'

/** Why a run is stopped at a speed. */
export const STOPPED_BY: Readonly<Record<NonNullable<Plan['stoppedBy']>, string>> = {
  burst: 'half the rotor’s burst speed, a quarter of its stress',
  bearing: 'the bearing’s limiting speed',
  flywheel: 'half the flywheel’s burst speed, a quarter of its stress',
  rim: '30 m/s at the rim of a flywheel whose material is not given',
  own: 'set by its maker',
}

/** Why a plan goes no higher. */
export const LIMITED_BY: Readonly<Record<Plan['limitedBy'], string>> = {
  wanted: 'Up to the pressure that was wanted',
  margins: 'No higher: above it the margins say “do not run”',
  supply: 'No higher: the supply does not give or keep up more',
}

/** What can be marked, as it stands on a button. */
export const MARKS: Readonly<Record<MarkKind, string>> = {
  start: 'started',
  stop: 'stopped',
  vibration: 'shakes',
  leak: 'leaks',
  ice: 'ice',
  smell: 'smells',
  noise: 'new noise',
  heat: 'hot',
  photo: 'photo',
  note: 'note',
}

/** What is no plain event of a run, and is looked into before the pressure goes up. */
export const TROUBLE: readonly MarkKind[] = ['vibration', 'leak', 'ice', 'smell', 'noise', 'heat']

/** What to look and listen for while a step runs. Common practice, no source. */
export const watchFor = (turns: boolean, rig: string): readonly string[] => [
  ...(turns
    ? ['shaking that grows with speed: out of balance', 'a scrape or a change of tone: something touches']
    : []),
  ...(rig === 'thrust' ? ['a jet that is not straight: the stand reads its share only'] : []),
  'hissing at a joint, a hose that works loose',
  ...(rig === 'brake' ? ['smell or colour of the brake’s disc: all power ends in it as heat'] : []),
  ...(rig === 'rope' ? ['fingers, hair and sleeves away from rope and drum; smell of the rope: it melts'] : []),
  ...(rig === 'generator' ? ['resistors: hot enough to burn skin and table'] : []),
  'frost or water at the outlet',
  'the gauge while the air flows: write down what it holds, not what it was set to',
]
