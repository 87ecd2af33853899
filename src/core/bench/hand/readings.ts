/** A spring pressed (or drawn) by known loads, and how long it is under each. */
export interface SpringReading {
  readonly kind: 'spring'
  readonly rows: readonly { readonly loadN: number; readonly lengthM: number }[]
  /** Standard uncertainty of one length, m. */
  readonly lengthUncertaintyM: number
  /** How long it is where it works, m: there its force is wanted. */
  readonly workingLengthM: number | null
}

/** A piston or stem moved slowly through its seal, each way, without pressure, N. */
export interface RubbingReading {
  readonly kind: 'rubbing'
  readonly rows: readonly { readonly inN: number; readonly outN: number }[]
  /** Standard uncertainty of one reading of the balance, N. */
  readonly balanceUncertaintyN: number
}

/** A gap felt with leaves, at places round it: the thickest that goes in and the thinnest that does not, m. */
export interface GapReading {
  readonly kind: 'gap'
  readonly rows: readonly { readonly goesM: number; readonly stopsM: number }[]
}

/**
 * A rotor on two level edges: what must be stuck on its light side, again and again from the start, so that it rests
 * anywhere, kg.
 */
export interface BalanceReading {
  readonly kind: 'balance'
  readonly rows: readonly { readonly massKg: number }[]
  /** Where the mass is stuck on, m. */
  readonly radiusM: number
  /** The least mass there that still turns the rotor once it rests anywhere: what the edges hide, kg. */
  readonly leastMassKg: number
  readonly rotorMassKg: number
}

/** Something on wheels drawn over its track: rolling along, or with its wheels held, N. */
export interface PullReading {
  readonly kind: 'pull'
  readonly wheels: 'rolling' | 'held'
  readonly rows: readonly { readonly pullN: number }[]
  readonly weightN: number
  readonly balanceUncertaintyN: number
}

/**
 * A known hole in the line before the machine, and a gauge on either side of it while the air flows. Pressures of the
 * rows are gauge.
 */
export interface OrificeReading {
  readonly kind: 'orifice'
  readonly rows: readonly { readonly beforePa: number; readonly afterPa: number }[]
  readonly holeDiameterM: number
  readonly diameterUncertaintyM: number
  readonly edge: 'sharp' | 'rounded'
  /** Of the hole at low pressure, and how well it is known. */
  readonly discharge: number
  readonly dischargeRelativeUncertainty: number
  /** Standard uncertainty of either gauge, Pa. */
  readonly gaugeUncertaintyPa: number
  readonly roomPaAbs: number
  /** Of the air before the hole, K. */
  readonly airK: number
}

/**
 * Times in which a rotor coasts from one speed to another without air: alone, and with a piece of known inertia on its
 * shaft.
 */
export interface CoastingReading {
  readonly kind: 'coasting'
  readonly rows: readonly { readonly aloneS: number; readonly addedS: number }[]
  readonly fromRadPerS: number
  readonly toRadPerS: number
  readonly addedKgM2: number
  readonly addedRelativeUncertainty: number
  /** Standard uncertainty of one time, s: where repeats do not tell more. */
  readonly timeUncertaintyS: number
}

/**
 * A scale or load cell under known weights, going up and down again, as it stands on its rig: what hangs on it and what
 * it shows, N.
 */
export interface ScaleReading {
  readonly kind: 'scale'
  readonly rows: readonly { readonly knownN: number; readonly shownN: number }[]
  /** Of the weights, all alike. */
  readonly weightRelativeUncertainty: number
  /** One digit of what it shows, N. */
  readonly digitN: number
}

/** A boat or cart drawn over a marked way at several speeds: how it pulls and how long it takes. */
export interface TowReading {
  readonly kind: 'tow'
  readonly rows: readonly { readonly pullN: number; readonly timeS: number }[]
  readonly lengthM: number
  /** Speed at which its drag is wanted. */
  readonly wantedMPerS: number
  /** Standard uncertainty of one reading of the balance, N, and of one time, s. */
  readonly balanceUncertaintyN: number
  readonly timeUncertaintyS: number
}

/** What is measured by hand beside any run: a few readings and the number that they give. */
export type HandReading =
  | SpringReading
  | RubbingReading
  | GapReading
  | BalanceReading
  | PullReading
  | OrificeReading
  | CoastingReading
  | ScaleReading
  | TowReading
export type HandKind = HandReading['kind']
export const HAND_KINDS = [
  'spring',
  'rubbing',
  'gap',
  'balance',
  'pull',
  'orifice',
  'coasting',
  'scale',
  'tow',
] as const satisfies readonly HandKind[]

/** How few rows of each tell anything. */
export const LEAST_ROWS = {
  spring: 3,
  rubbing: 1,
  gap: 1,
  balance: 1,
  pull: 1,
  orifice: 1,
  coasting: 1,
  scale: 4,
  tow: 3,
} as const satisfies Record<HandKind, number>
