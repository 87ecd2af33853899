/** A slender body with fins, measured from its nose backwards. */
export interface FinnedBody {
  readonly lengthM: number
  readonly diameterM: number
  readonly noseLengthM: number
  readonly noseKind: 'cone' | 'ogive' | 'round'
  readonly centreOfMassM: number
  readonly fins: FinSet | null
}

export interface FinSet {
  readonly count: number
  readonly rootChordM: number
  readonly tipChordM: number
  readonly spanM: number
  /** How far the tip's leading edge lies behind the root's. */
  readonly sweepM: number
  /** From the nose to the root's leading edge. */
  readonly rootAtM: number
}

export interface Stability {
  readonly centreOfPressureM: number
  readonly noseSlope: number
  readonly finSlope: number
  /** Centre of pressure behind centre of mass, in diameters. */
  readonly marginDiameters: number
  readonly verdict: 'unstable' | 'doubtful' | 'stable' | 'over-stable'
}

/**
 * Where a nose's lift acts, as share of its length. Cone and tangent ogive by Barrowman (1966); a half sphere by
 * slender-body theory, 1/3.
 */
const NOSE_CENTRE = { cone: 2 / 3, ogive: 0.466, round: 1 / 3 } as const

/** Less than one diameter of margin is little, more than three turns it hard into the wind (common practice). */
const LEAST_MARGIN = 1
const MOST_MARGIN = 3

/**
 * Centre of pressure of a slender finned body at small angles, and its margin over the centre of mass.
 * Source: Barrowman & Barrowman, The Theoretical Prediction of the Center of Pressure (1966). Valid: subsonic, below 10
 * deg, 3 to 8 fins, body of constant diameter behind the nose.
 * Error: half a diameter for stubby bodies such as balloons, which the theory does not hold for.
 */
export function stability(body: FinnedBody): Stability {
  const noseSlope = 2
  const noseAt = NOSE_CENTRE[body.noseKind] * body.noseLengthM
  const fins = body.fins
  const [finSlope, finAt] = fins ? finLift(fins, body.diameterM) : [0, 0]
  const centreOfPressureM = (noseSlope * noseAt + finSlope * finAt) / (noseSlope + finSlope)
  const marginDiameters = (centreOfPressureM - body.centreOfMassM) / body.diameterM
  const verdict =
    marginDiameters <= 0
      ? 'unstable'
      : marginDiameters < LEAST_MARGIN
        ? 'doubtful'
        : marginDiameters <= MOST_MARGIN
          ? 'stable'
          : 'over-stable'
  return { centreOfPressureM, noseSlope, finSlope, marginDiameters, verdict }
}

/**
 * Slope of the normal force of a set of fins, and where it acts. Six and more shade one another: 0.913 and 0.854 of
 * their sum by Barrowman.
 */
function finLift(f: FinSet, diameterM: number): [slope: number, at: number] {
  const r = diameterM / 2
  const [cr, ct, s] = [f.rootChordM, f.tipChordM, f.spanM]
  const midChord = Math.hypot(s, f.sweepM + (ct - cr) / 2)
  const shading = f.count >= 8 ? 0.854 : f.count >= 6 ? 0.913 : 1
  const slope =
    ((1 + r / (s + r)) * (shading * 4 * f.count * (s / diameterM) ** 2)) /
    (1 + Math.sqrt(1 + ((2 * midChord) / (cr + ct)) ** 2))
  const at = f.rootAtM + (f.sweepM / 3) * ((cr + 2 * ct) / (cr + ct)) + (cr + ct - (cr * ct) / (cr + ct)) / 6
  return [slope, at]
}
