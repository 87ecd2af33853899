/** A crank with its connecting rod; the cylinder's axis may pass the crank's axis by an offset, towards the side of 90 degrees. */
export interface Crank {
  readonly strokeM: number
  readonly rodM: number
  readonly offsetM?: number
}

export interface PistonPlace {
  /** Travel from the place farthest from the crank on a centred axis (r + l), m. */
  readonly travelM: number
  /** Torque arm: travel over angle, m/rad. */
  readonly armM: number
}

/**
 * Where the piston stands at a crank angle from head-end dead centre, and its torque arm.
 * Formula: x = r + l - r cos - sqrt(l^2 - (r sin - e)^2); x' = r sin + r cos (r sin - e) / sqrt(l^2 - (r sin - e)^2).
 * Valid: rod longer than crank radius plus offset. Source: closed form.
 */
export function pistonPlace({ strokeM, rodM, offsetM = 0 }: Crank, angleRad: number): PistonPlace {
  const r = strokeM / 2
  const [sin, cos] = [Math.sin(angleRad), Math.cos(angleRad)]
  const aside = r * sin - offsetM
  const along = Math.sqrt(rodM * rodM - aside * aside)
  return { travelM: r + rodM - r * cos - along, armM: r * sin + (r * cos * aside) / along }
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
