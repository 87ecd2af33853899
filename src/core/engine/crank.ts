/**
 * A crank with its connecting rod; the cylinder's axis may pass the crank's axis by an offset, towards the side of 90
 * degrees.
 */
export interface Crank {
  readonly strokeM: number
  readonly rodM: number
  readonly offsetM?: number
}

type Writable<T> = { -readonly [K in keyof T]: T[K] }

export interface PistonPlace {
  /** Travel from the place farthest from the crank on a centred axis (r + l), m. */
  readonly travelM: number
  /** Torque arm: travel over angle, m/rad. */
  readonly armM: number
  /** Arm over angle, m/rad2. */
  readonly bendM: number
}

/**
 * Where the piston stands at a crank angle from head-end dead centre, its torque arm, and how that changes.
 * Formula: x = r + l - r cos - s, s = sqrt(l^2 - (r sin - e)^2); x' = r sin + g, g = r cos (r sin - e) / s; x'' = r cos
 * + (r^2 cos^2 - r sin (r sin - e) + g^2) / s.
 * Valid: rod longer than crank radius plus offset. Source: closed form.
 */
export function pistonPlace(crank: Crank, angleRad: number): PistonPlace {
  const into = { travelM: 0, armM: 0, bendM: 0 }
  placePiston(crank, angleRad, into)
  return into
}

/** The same, written into what is at hand. */
export function placePiston(
  { strokeM, rodM, offsetM = 0 }: Crank,
  angleRad: number,
  into: Writable<PistonPlace>,
): void {
  const r = strokeM / 2
  const up = r * Math.sin(angleRad)
  const over = r * Math.cos(angleRad)
  const aside = up - offsetM
  const perAlong = 1 / Math.sqrt(rodM * rodM - aside * aside)
  const leans = over * aside * perAlong
  into.travelM = r + rodM - over - (rodM * rodM - aside * aside) * perAlong
  into.armM = up + leans
  into.bendM = over + (over * over - up * aside + leans * leans) * perAlong
}

/** Angles in a period at which a function passes nought, ascending: looked for at every half degree, then halved. */
export function crossings(value: (angleRad: number) => number, periodRad: number): number[] {
  const steps = Math.round((periodRad / Math.PI) * 360)
  const found: number[] = []
  let before = value(0)
  for (let i = 1; i <= steps; i++) {
    const at = (i / steps) * periodRad
    const now = value(at)
    if (before > 0 !== now > 0) {
      let [low, high] = [((i - 1) / steps) * periodRad, at]
      for (let k = 0; k < 46; k++) {
        const middle = 0.5 * (low + high)
        if (value(middle) > 0 === before > 0) low = middle
        else high = middle
      }
      found.push(high)
    }
    before = now
  }
  return found
}
