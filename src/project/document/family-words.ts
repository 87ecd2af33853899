import type { Family } from '../../core/machines'

/** What makers call each family. */
export const FAMILY_WORDS: Readonly<Record<Family, string>> = {
  'tangential-impulse': 'tangential impulse rotor',
  'supersonic-impulse': 'supersonic impulse rotor',
  'radial-inflow': 'radial inflow turbine',
  axial: 'axial stages',
  'disc-pack': 'disc pack',
  'vane-motor': 'vane motor',
  'reaction-rotor': 'reaction rotor',
  'wind-stack': 'wind stack',
  'turbine-compressor': 'turbine with a compressor',
}

/** What each asks of the maker: one sentence on how it works, how hard it is to make well (1 easy - 5 hard), and what can hurt. Common practice, no source. */
export const FAMILY_PRACTICE: Readonly<
  Record<
    Family,
    { readonly how: string; readonly difficulty: 1 | 2 | 3 | 4 | 5; readonly make: string; readonly hazard: string }
  >
> = {
  'tangential-impulse': {
    how: 'Jets push blades round a rim.',
    difficulty: 1,
    make: 'one disc, one drilled insert',
    hazard: 'blades thrown off at high speed',
  },
  'supersonic-impulse': {
    how: 'Jets faster than sound blow from the side through curved passages.',
    difficulty: 3,
    make: 'fine blades and a reamed divergent nozzle',
    hazard: 'very high speed: burst and bearings',
  },
  'radial-inflow': {
    how: 'Air spirals in and leaves through the middle.',
    difficulty: 4,
    make: 'curved wheel, volute, small gap to the shroud',
    hazard: 'high speed; one bearing wobbles until it breaks',
  },
  axial: {
    how: 'Rotors on one shaft, stators between that turn the air back.',
    difficulty: 5,
    make: 'many parts in order, small gaps, true shaft',
    hazard: 'rubbing tips throw pieces',
  },
  'disc-pack': {
    how: 'Air drags thin discs round as it spirals in.',
    difficulty: 2,
    make: 'flat discs with even gaps, balance',
    hazard: 'thin discs burst or rub',
  },
  'vane-motor': {
    how: 'Sliding vanes in an offset bore, air expands between them.',
    difficulty: 4,
    make: 'tight gaps, smooth bore, sliding vanes',
    hazard: 'strong at rest: pinches fingers; runs cold',
  },
  'reaction-rotor': {
    how: 'Air leaves backwards from the rotor itself.',
    difficulty: 2,
    make: 'one hollow rotor, a small gap at its inlet',
    hazard: 'has no speed limit of its own',
  },
  'wind-stack': {
    how: 'Slanted vanes catch wind from any side for one small wheel.',
    difficulty: 2,
    make: 'big but simple prints or sheets',
    hazard: 'falls over in a storm',
  },
  'turbine-compressor': {
    how: 'A jet-driven rotor turns an impeller on the same shaft.',
    difficulty: 5,
    make: 'balanced wheels, sealed halves',
    hazard: 'tips rub and shed pieces; a balloon may burst',
  },
}
