/** A ball on a seat that a pin on the piston lifts near dead centre. The ball sits tight without it. */
export interface PinBall {
  /** How far the pin stands above the piston where both are at dead centre: the ball is lifted so far there. */
  readonly pinLengthM: number
  readonly seatDiameterM: number
  readonly pinDiameterM: number
  readonly discharge: number
}

/** The ball touches the cone of its seat at half a right angle. */
const SEAT_SIN = Math.SQRT1_2

/** Area between ball and seat, m2: the cone's, and never more than the hole leaves beside the pin. */
export function ballArea({ seatDiameterM: d, pinDiameterM: pin }: PinBall, liftM: number): number {
  return liftM <= 0 ? 0 : Math.min(Math.PI * d * liftM * SEAT_SIN, (Math.PI / 4) * (d * d - pin * pin))
}

/** Lift at which the hole beside the pin becomes the narrowest, m. */
export const fullLift = ({ seatDiameterM: d, pinDiameterM: pin }: PinBall): number =>
  (d * d - pin * pin) / (4 * d * SEAT_SIN)

/** Ports in the wall that the piston uncovers near its far dead centre. */
export interface WallPorts {
  /** Travel at which they begin to open. */
  readonly fromM: number
  readonly heightM: number
  /** All of them together, round the bore. */
  readonly widthM: number
  readonly discharge: number
}

export const portArea = ({ fromM, heightM, widthM }: WallPorts, travelM: number): number =>
  widthM * Math.min(Math.max(travelM - fromM, 0), heightM)

/**
 * A slide (or a turned valve whose edge moves as a slide's does) on an eccentric: displaced by e sin(angle + lead), it lets air to one end while the other end exhausts.
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

/** Area of one of its edges, m2, for how far the valve has gone towards opening it. */
export const edgeArea = ({ portWidthM, portHeightM }: EccentricValve, shiftM: number, lapM: number): number =>
  portWidthM * Math.min(Math.max(shiftM - lapM, 0), portHeightM)
