/** A ball that has weight: what it weighs, the spring behind it where there is one, and how far it can go. */
export interface LooseBall {
  readonly massKg: number
  /** What the air really pushes it with, over what is estimated. */
  readonly pushed: number
  /** Force on the seat, N, and more for each metre that it is lifted. Both nought: nothing but the air shuts it. */
  readonly spring: { readonly forceN: number; readonly stiffnessNPerM: number }
  readonly roomM: number
}

/** A ball on a seat that a pin on the piston lifts near dead centre. The ball sits tight without it. */
export interface PinBall {
  /** How it moves by itself; none: it is on its pin or on its seat, as a ball without weight is. */
  readonly loose?: LooseBall
  /** How far the pin stands above the piston where both are at dead centre: the ball is lifted so far there. */
  readonly pinLengthM: number
  readonly seatDiameterM: number
  readonly pinDiameterM: number
  readonly discharge: number
}

/** The ball touches the cone of its seat at half a right angle. */
const SEAT_SIN = Math.SQRT1_2

/** What a ball opens for each metre of lift: the cone between it and its seat, m. */
export const openingPerLift = ({ seatDiameterM }: PinBall): number => Math.PI * seatDiameterM * SEAT_SIN

/** What the pin leaves of the hole, m2. */
export const seatHole = ({ seatDiameterM: d, pinDiameterM: pin }: PinBall): number =>
  (Math.PI / 4) * (d * d - pin * pin)

/** Area between ball and seat, m2: the cone's, and never more than the hole leaves beside the pin. */
export const ballArea = (ball: PinBall, liftM: number): number =>
  liftM <= 0 ? 0 : Math.min(openingPerLift(ball) * liftM, seatHole(ball))

/** Lift at which the hole beside the pin becomes the narrowest, m. */
export const fullLift = (ball: PinBall): number => seatHole(ball) / openingPerLift(ball)

/** Ports in the wall that the piston uncovers near its far dead centre. */
export interface WallPorts {
  /** Travel at which they begin to open. */
  readonly fromM: number
  readonly heightM: number
  /** All of them together, round the bore. */
  readonly widthM: number
  readonly discharge: number
}

/** A maximum and a minimum turn a corner: what lies so far beyond, by its slope, decides which side counts, rad. */
const BEYOND = 1e-7

/** What something that is held between nought and a most goes on with from a place. */
export const heldSlope = (place: number, slope: number, most: number): number => {
  const soon = place + BEYOND * slope
  return soon > 0 && soon < most ? slope : 0
}

/** Slope of what counts without its sign. */
export const unsignedSlope = (value: number, slope: number): number => (value + BEYOND * slope >= 0 ? slope : -slope)

export const portArea = ({ fromM, heightM, widthM }: WallPorts, travelM: number): number =>
  widthM * Math.min(Math.max(travelM - fromM, 0), heightM)

/**
 * A slide (or a turned valve whose edge moves as a slide's does) on an eccentric: displaced by e sin(angle + lead), it
 * lets air to one end while the other end exhausts.
 * Laps: how far it covers the port's edge in its middle place. Both ends have a port of the same size.
 */
export interface EccentricValve {
  readonly eccentricityM: number
  /** Ahead of the crank's own quarter turn: the valve is in its middle that angle before dead centre. */
  readonly leadRad: number
  readonly admissionLapM: number
  readonly exhaustLapM: number
  readonly portWidthM: number
  readonly portHeightM: number
  readonly admissionDischarge: number
  readonly exhaustDischarge: number
}

export const valveShift = (
  { eccentricityM, leadRad }: Pick<EccentricValve, 'eccentricityM' | 'leadRad'>,
  angleRad: number,
): number => eccentricityM * Math.sin(angleRad + leadRad)

/** m/rad. */
export const valveShiftSlope = (
  { eccentricityM, leadRad }: Pick<EccentricValve, 'eccentricityM' | 'leadRad'>,
  angleRad: number,
): number => eccentricityM * Math.cos(angleRad + leadRad)

/** Area of one of its edges, m2, for how far the valve has gone towards opening it. */
export const edgeArea = ({ portWidthM, portHeightM }: EccentricValve, shiftM: number, lapM: number): number =>
  portWidthM * Math.min(Math.max(shiftM - lapM, 0), portHeightM)
