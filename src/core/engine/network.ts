/** A body of air that is so large that nothing changes it. Pressure absolute. */
export interface Reservoir {
  readonly absolutePressurePa: number
  readonly temperatureK: number
}

/** What a passage joins: a volume of the engine, or a reservoir. */
export type End = { readonly volume: number } | { readonly reservoir: number }

export interface Passage {
  /** Seat, port, bore or leak: by what a maker knows it. */
  readonly id: string
  readonly from: End
  readonly to: End
  /** A regulator: more than this never stands at its upper end, Pa absolute, and nothing goes back through it. */
  readonly setPaAbs?: number
}

/** A volume of air: a chamber that its piston changes, a manifold or a vessel of a fixed size. */
export interface GasVolume {
  readonly id: string
  /** Behind the piston: its push is against this, Pa absolute. Of a chamber alone. */
  readonly backPaAbs: number | null
  /** Where its air starts. */
  readonly start: Reservoir
  /** Heat from its walls: at no volume, and more for each m3 as far as its air reaches. None where left out. */
  readonly wall?: { readonly wattPerKelvin: number; readonly wattPerKelvinM3: number; readonly temperatureK: number }
  /** Its air stays at its temperature whatever leaves it. */
  readonly isothermal?: boolean
  /** What its seal rubs with: force at rest, N, and force by the pressure on it, N/Pa. */
  readonly seal?: { readonly forceN: number; readonly areaM2: number }
}

/**
 * Torque against the turning: constant (with its sign), by speed, and by its square. The constant one fades below the
 * speed at which it settles.
 */
export interface Drag {
  readonly constantNm: number
  readonly settlesRadPerS: number
  readonly perSpeedNmS: number
  readonly perSquareNmS2: number
}

export const NO_DRAG: Drag = { constantNm: 0, settlesRadPerS: 1, perSpeedNmS: 0, perSquareNmS2: 0 }

/** Beyond so many times the speed at which it settles, the hyperbolic tangent is one to the last digit. */
const SETTLED = 20

export const dragTorque = (d: Drag, w: number): number =>
  (w > SETTLED * d.settlesRadPerS ? d.constantNm : d.constantNm * Math.tanh(w / d.settlesRadPerS)) +
  d.perSpeedNmS * w +
  d.perSquareNmS2 * w * Math.abs(w)

export const dragSlope = (d: Drag, w: number): number => {
  const t = w > SETTLED * d.settlesRadPerS ? 1 : Math.tanh(w / d.settlesRadPerS)
  return (d.constantNm * (1 - t * t)) / d.settlesRadPerS + d.perSpeedNmS + 2 * d.perSquareNmS2 * Math.abs(w)
}

/** What a body stops against, as a spring with a damper. */
export interface Contact {
  readonly stiffnessNPerM: number
  readonly dampingNsPerM: number
}

/**
 * A ball that moves by what pushes it: pressure, spring, its pin, seat and cap. Its passage opens by its own lift.
 * The passage leads from before the ball into a chamber; pressure before it holds it shut.
 */
export interface MovingBall {
  readonly passage: number
  readonly massKg: number
  readonly spring: { readonly forceN: number; readonly stiffnessNPerM: number }
  readonly contact: Contact
  /** Lift at which it meets what closes its room, m. */
  readonly roomM: number
  /** What the pressure acts on while it sits, m2. */
  readonly seatAreaM2: number
  /** Opening between ball and seat for each metre of lift, m; never more than what the hole leaves, m2. */
  readonly openingM: number
  readonly holeM2: number
  readonly discharge: number
}

/**
 * What hangs on the crank's angle alone, written for all volumes and passages at once, and how it goes on from there:
 * where something turns a corner, as it goes beyond it.
 */
export interface Placed {
  /** m3, of each volume. */
  readonly volume: Float64Array
  /** m3/rad, of each volume. */
  readonly slope: Float64Array
  /** m3/rad2, of each volume. */
  readonly bend: Float64Array
  /** m/rad without its sign, of each volume's piston; and m/rad2. */
  readonly slide: Float64Array
  readonly slideSlope: Float64Array
  /** Effective area (Cd A), m2, of each passage; and m2/rad. */
  readonly area: Float64Array
  readonly areaSlope: Float64Array
  /** How far the pin of each moving ball stands beyond its seat, m, and how that changes, m/rad and m/rad2. */
  readonly pin: Float64Array
  readonly pinSlope: Float64Array
  readonly pinBend: Float64Array
}

/** Room for what hangs on the angle. */
export function roomToPlace(volumes: number, passages: number, balls: number): Placed {
  const array = (n: number) => new Float64Array(n)
  return {
    volume: array(volumes),
    slope: array(volumes),
    bend: array(volumes),
    slide: array(volumes),
    slideSlope: array(volumes),
    area: array(passages),
    areaSlope: array(passages),
    pin: array(balls),
    pinSlope: array(balls),
    pinBend: array(balls),
  }
}

/**
 * Volumes that take each other's places: after the period every one of a rotor's chambers stands where the next one
 * stood.
 * What one does over `times` periods, all of them do over one.
 */
export interface Exchange {
  readonly times: number
  /** Which volume's and which passage's place each one comes to. */
  readonly volumes: readonly number[]
  readonly passages: readonly number[]
}

/** An engine as its air and its crank see it. */
export interface EngineNetwork {
  /** After this angle everything is as it was, rad, but for what has changed places. */
  readonly periodRad: number
  readonly exchange?: Exchange
  /**
   * Where something opens, shuts or turns a corner: ascending, from nought to below the period. No step goes across
   * one.
   */
  readonly cornersRad: readonly number[]
  readonly volumes: readonly GasVolume[]
  readonly reservoirs: readonly Reservoir[]
  readonly passages: readonly Passage[]
  /** Balls that move by themselves; the area that the angle gives their passages does not count. */
  readonly balls: readonly MovingBall[]
  readonly place: (angleRad: number, into: Placed) => void
  readonly inertiaKgM2: number
  readonly friction: Drag
  readonly load: Drag
}
