/** What is particular to a family at a point, by its code. */
const EXTRAS: Readonly<Record<string, string>> = {
  'spouting-ratio': 'blade speed over spouting speed',
  'outlet-mach': 'Mach number in the outlet',
  'blade-leak': 'passes by the blades',
  'gap-reynolds': 'Reynolds number in the gap',
  'gap-group': 'gap against the layer at the discs, (b/2)√(ω/ν)',
  'whirl-out': 'whirl left at the outlet',
  'inlet-mach': 'Mach number into the passages',
  'passages-start': 'passages start',
  'passages-do-not-start': 'passages do not start',
  admission: 'rim under the jets',
  'mixed-jet': 'jet at the blades, mixed',
  'pressure-rise': 'pressure at the jets over that at the hub',
  'relative-jet': 'jet in the turning frame',
  'seal-leak': 'lost at the seal',
  'end-leak': 'air lost past ends and tips',
  expansion: 'expansion in the cell',
  'tip-speed': 'vane tip speed',
  'exit-mach': 'Mach number leaving the last rotor',
  'lid-admission': 'rim fed by the lid',
  'tip-leak': 'passes over the tips',
}

export const extraWords = (code: string): string => EXTRAS[code] ?? code

/** What each range is of, and what is lost beyond it. */
const RANGES: Readonly<Record<string, { readonly quantity: string; readonly why: string }>> = {
  pressure: { quantity: 'pressure at the nozzle', why: 'mixing and losses were set where makers run' },
  diameter: { quantity: 'working diameter', why: 'printed gaps, surfaces and drags do not scale' },
  'rim-speed': { quantity: 'speed of the rim running free', why: 'windage and shocks grow as no model here has them' },
  blades: {
    quantity: 'number of blades',
    why: 'the row is no row: air passes unturned, or the passages fill with walls',
  },
  'speed-ratio': {
    quantity: 'blade speed over jet speed at best power',
    why: 'the jet is no longer caught as the model has it',
  },
  jets: { quantity: 'number of jets', why: 'jets begin to meet each other' },
  'tip-gap': { quantity: 'tip gap over blade height', why: 'the leak over the tips rules the stage' },
  'exit-mach-rows': {
    quantity: 'Mach number leaving the last rotor',
    why: 'the rows are reckoned below the speed of sound',
  },
  'rim-mach': {
    quantity: 'rim speed over the speed of sound, running free',
    why: 'the rim nears the speed of sound: drag rises steeply and any print bursts long before',
  },
  mach: { quantity: 'Mach number into the passages at best power', why: 'the stream was reckoned to Mach 3' },
  'exit-mach-radial': {
    quantity: 'Mach number in the outlet at best power',
    why: 'the rotor is reckoned below the speed of sound',
  },
  'outlet-radius': { quantity: 'outlet over inlet radius', why: 'too little radius is left to work over' },
  'gap-group': {
    quantity: 'gap against the layer at the discs, (b/2)·√(ω/ν), at best power',
    why: 'the layers part in the middle of the gap, which the solution does not have; narrower gaps come back into it',
  },
  vanes: { quantity: 'number of vanes', why: 'cells see inlet and outlet at once, or the slots weaken the rotor' },
  'tip-speed': {
    quantity: 'speed of the vane tips at best power',
    why: 'friction and wear rise as no constant coefficient has them',
  },
}

export const rangeParts = (code: string): { readonly quantity: string; readonly why: string } =>
  RANGES[code] ?? { quantity: code, why: 'the model was not made for it' }
