const THIRD = (2 * Math.PI) / 3
const ROOT3 = Math.sqrt(3)

/**
 * A housing of two lobes and the rotor of three flanks that runs in it. The rotor turns once for three turns of its
 * shaft.
 * Angles are measured in the rotor's sense from where the housing is narrowest: there a flank that faces it is at dead
 * centre.
 */
export interface Trochoid {
  /** Between the shaft's middle and the rotor's. */
  readonly eccentricityM: number
  /** From the rotor's middle to each of its tips. */
  readonly radiusM: number
  /** Along the shaft. */
  readonly depthM: number
}

export type Point = readonly [x: number, y: number]

/**
 * Where a tip stands whose rotor radius points at an angle, m: the housing's wall at that angle. The narrow side is at
 * x = 0 upwards (y), the rotor's sense is counterclockwise.
 * Formula: epitrochoid, x + iy = R exp(i a) + e exp(3 i a) with a from the long axis. Source: closed form.
 */
export function wallPoint(
  { eccentricityM: e, radiusM: R }: Pick<Trochoid, 'eccentricityM' | 'radiusM'>,
  angleRad: number,
): Point {
  const a = angleRad + Math.PI / 2
  return [R * Math.cos(a) + e * Math.cos(3 * a), R * Math.sin(a) + e * Math.sin(3 * a)]
}

/** How far a tip goes along the wall for each radian of the rotor, m. */
export const wallRate = (
  { eccentricityM: e, radiusM: R }: Pick<Trochoid, 'eccentricityM' | 'radiusM'>,
  angleRad: number,
): number => Math.sqrt(9 * e * e + R * R - 6 * e * R * Math.cos(2 * angleRad))

/** How that changes, m for each radian squared. */
export const wallRateSlope = (t: Pick<Trochoid, 'eccentricityM' | 'radiusM'>, angleRad: number): number =>
  (6 * t.eccentricityM * t.radiusM * Math.sin(2 * angleRad)) / wallRate(t, angleRad)

/** Middle of the rotor when a flank of it faces an angle, m. */
export const rotorMiddle = ({ eccentricityM: e }: Pick<Trochoid, 'eccentricityM'>, angleRad: number): Point => {
  const a = 3 * angleRad + Math.PI / 2
  return [e * Math.cos(a), e * Math.sin(a)]
}

/**
 * A flank as an arc through two tips: its radius, how far its middle stands from the rotor's, and how far its own
 * centre stands behind it.
 */
export interface Flank {
  readonly radiusM: number
  readonly middleM: number
  /** From the rotor's middle along the flank's own direction to the arc's centre, m: mostly behind it, so negative. */
  readonly centreM: number
  /** Between arc and the straight line from tip to tip, m2. */
  readonly segmentM2: number
}

/** The flank that leaves a gap to the wall at dead centre. Formula: circle through three points. */
export function flankOf(
  { eccentricityM: e, radiusM: R }: Pick<Trochoid, 'eccentricityM' | 'radiusM'>,
  gapM: number,
): Flank {
  const middleM = R - 2 * e - gapM
  const rise = middleM - R / 2
  const half = (ROOT3 / 2) * R
  const radiusM = (half * half + rise * rise) / (2 * rise)
  return {
    radiusM,
    middleM,
    centreM: middleM - radiusM,
    segmentM2: radiusM * radiusM * Math.asin(half / radiusM) - half * (radiusM - rise),
  }
}

/** A chamber's volume and its slope over the shaft's angle. */
export interface ChamberPlace {
  readonly volumeM3: number
  /** m3 for each radian of the shaft, and how that changes. */
  readonly slopeM3: number
  readonly bendM3: number
}

/**
 * Room between a flank and the wall when the flank faces an angle, m3, without its hollow.
 * Formula: (pi e^2 + pi R^2 / 3 - sqrt(3) R^2 / 4 - (3 sqrt(3) / 2) e R cos 2a - segment) b; greatest less least is 3
 * sqrt(3) e R b.
 * Source: Green's theorem on the epitrochoid; swept volume as in the literature on such engines (from memory).
 */
export function chamberPlace(
  { eccentricityM: e, radiusM: R, depthM }: Trochoid,
  segmentM2: number,
  angleRad: number,
): ChamberPlace {
  const swing = 1.5 * ROOT3 * e * R
  const mean = Math.PI * e * e + (Math.PI * R * R) / 3 - (ROOT3 * R * R) / 4
  return {
    volumeM3: depthM * (mean - segmentM2 - swing * Math.cos(2 * angleRad)),
    slopeM3: (depthM * 2 * swing * Math.sin(2 * angleRad)) / 3,
    bendM3: (depthM * 4 * swing * Math.cos(2 * angleRad)) / 9,
  }
}

/** Greatest less least volume of a chamber, m3. */
export const sweptByFlank = ({ eccentricityM: e, radiusM: R, depthM }: Trochoid): number => 3 * ROOT3 * e * R * depthM

/** Degrees of a turn, and of the wall between two tips. */
const [TURN, BETWEEN_TIPS] = [360, 120] as const
/** Pieces that a flank is looked at in. */
const ALONG = 24

/**
 * How close a flank comes to the wall beside its tips over the whole turn, m; below nought it would cut into it.
 * Looked for at every degree of the rotor and along the flank, all but the sixth next to each tip where the tip itself
 * seals; the wall is straight from degree to degree.
 */
export function leastFlankGap(t: Pick<Trochoid, 'eccentricityM' | 'radiusM'>, flank: Flank): number {
  const half = Math.asin(((ROOT3 / 2) * t.radiusM) / flank.radiusM)
  const wall = new Float64Array(2 * TURN)
  for (let i = 0; i < TURN; i++) wall.set(wallPoint(t, (2 * Math.PI * i) / TURN), 2 * i)
  let least = Infinity
  for (let turn = 0; turn < TURN / 2; turn++) {
    const c = (2 * Math.PI * turn) / TURN
    const [mx, my] = rotorMiddle(t, c)
    const [ux, uy] = [Math.cos(c + Math.PI / 2), Math.sin(c + Math.PI / 2)]
    const first = turn - BETWEEN_TIPS / 2
    const last = first + BETWEEN_TIPS - 1
    let nearest = first
    for (let i = 0; i <= ALONG; i++) {
      const s = (i / ALONG - 0.5) * 2 * half * (5 / 6)
      const along = flank.centreM + flank.radiusM * Math.cos(s)
      const aside = flank.radiusM * Math.sin(s)
      const [x, y] = [mx + along * ux - aside * uy, my + along * uy + aside * ux]
      // a flank runs along the wall: what is nearest of it goes on from where it was for the place before
      const whole = i === 0
      let best = Math.abs(fromPiece(wall, nearest, x, y))
      for (const step of [1, -1])
        for (let piece = nearest + step; piece >= first && piece <= last; piece += step) {
          const d = Math.abs(fromPiece(wall, piece, x, y))
          if (d < best) [best, nearest] = [d, piece]
          else if (!whole) break
        }
      least = Math.min(least, fromPiece(wall, nearest, x, y))
    }
  }
  return least
}

/**
 * Distance of a point from a straight piece of the wall, from one degree to the next: below nought on its outer side.
 */
function fromPiece(wall: Float64Array, piece: number, x: number, y: number): number {
  const from = 2 * ((piece + TURN) % TURN)
  const to = 2 * ((piece + 1 + TURN) % TURN)
  const [ax, ay] = [wall[from], wall[from + 1]]
  const [dx, dy] = [wall[to] - ax, wall[to + 1] - ay]
  const along = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)))
  const [px, py] = [x - ax - along * dx, y - ay - along * dy]
  const d = Math.sqrt(px * px + py * py)
  return dx * (y - ay) - dy * (x - ax) > 0 ? d : -d
}

/**
 * A round hole that lets air to or from the chambers: through the wall, where the tips pass it, or through a cover,
 * where the rotor's face covers and uncovers it.
 */
export interface RotorPort {
  readonly angleRad: number
  readonly diameterM: number
  /** Of its middle from the shaft's, m: it stands in a cover. Null: it stands in the wall. */
  readonly coverRadiusM: number | null
}

/** What of a port a chamber has, over the angle that its flank faces. */
export interface PortOpening {
  /** m2, for an angle of its flank. */
  readonly areaM2: (angleRad: number) => number
  /** m2 for each radian that its flank turns. */
  readonly slopeM2: (angleRad: number) => number
  /** Angles at which it begins and ends to open, within a whole turn of the rotor. */
  readonly cornersRad: readonly number[]
}

const wrapped = (a: number): number => a - 2 * Math.PI * Math.round(a / (2 * Math.PI))

/**
 * Share of a circle on one side of a straight line that passes it at a distance of so many radii. Formula: circular
 * segment.
 */
const sideOfCircle = (u: number): number =>
  u >= 1 ? 1 : u <= -1 ? 0 : 0.5 + (u * Math.sqrt(1 - u * u) + Math.asin(u)) / Math.PI

/**
 * A hole in the wall: all of it that lies between the chamber's two tips. A tip that crosses it leaves it to both
 * chambers.
 */
function wallOpening(t: Trochoid, { angleRad, diameterM }: RotorPort): PortOpening {
  const radius = diameterM / 2
  const rate = wallRate(t, angleRad)
  const full = Math.PI * radius * radius
  const inside = (off: number) => ((THIRD / 2 - Math.abs(off)) * rate) / radius
  return {
    areaM2: (angle) => full * sideOfCircle(inside(wrapped(angle - angleRad))),
    slopeM2: (angle) => {
      const off = wrapped(angle - angleRad)
      const u = inside(off)
      return u * u >= 1 ? 0 : (-Math.sign(off) * full * (rate / radius) * 2 * Math.sqrt(1 - u * u)) / Math.PI
    },
    cornersRad: [-1, 1].flatMap((side) => [-1, 1].map((end) => angleRad + side * (THIRD / 2 + (end * radius) / rate))),
  }
}

/** Places of a hole's area at which it is looked at, and of a turn of the rotor. */
const [RINGS, STEPS] = [7, 1440] as const

/**
 * A hole in a cover: what of it lies beyond the chamber's flank, between its tips. Tabled over the turn, read by
 * cubics.
 */
function coverOpening(t: Trochoid, flank: Flank, port: RotorPort, coverRadiusM: number): PortOpening {
  const radius = port.diameterM / 2
  const a = port.angleRad + Math.PI / 2
  const [hx, hy] = [coverRadiusM * Math.cos(a), coverRadiusM * Math.sin(a)]
  const places: Point[] = []
  for (let ring = 0; ring < RINGS; ring++) {
    const count = 6 * ring + 3
    const r = (radius * (ring + 0.5)) / RINGS
    // a ring further out stands for more of the area: it has as many more places
    for (let i = 0; i < count; i++) {
      const b = (2 * Math.PI * (i + 0.5 * (ring % 2))) / count
      places.push([hx + r * Math.cos(b), hy + r * Math.sin(b)])
    }
  }
  const spacing = (1.1 * radius) / RINGS
  const each = (Math.PI * radius * radius) / places.length
  const table = new Float64Array(STEPS)
  for (let k = 0; k < STEPS; k++) {
    const c = (2 * Math.PI * k) / STEPS
    const [mx, my] = rotorMiddle(t, c)
    const [ux, uy] = [Math.cos(c + Math.PI / 2), Math.sin(c + Math.PI / 2)]
    // the lines from the rotor's middle through the chamber's two tips
    const [sin, cos] = [Math.sin(THIRD / 2), Math.cos(THIRD / 2)]
    /** How far a place lies beyond the flank and within the two lines, whichever is less, m. */
    const inside = (x: number, y: number): number => {
      const [dx, dy] = [x - mx, y - my]
      const along = dx * ux + dy * uy
      const aside = -dx * uy + dy * ux
      if (along <= 0) return -Infinity
      const beyond = Math.hypot(along - flank.centreM, aside) - flank.radiusM
      return Math.min(beyond, along * sin - Math.abs(aside) * cos)
    }
    // no place of the hole differs from its middle by more than the hole's radius
    const middle = inside(hx, hy)
    if (Math.abs(middle) > radius + 2 * spacing) {
      table[k] = middle > 0 ? each * places.length : 0
      continue
    }
    let open = 0
    for (const [x, y] of places) open += Math.min(1, Math.max(0, 0.5 + inside(x, y) / (2 * spacing)))
    table[k] = each * open
  }
  const look = (angle: number, steep: boolean): number => {
    const at = ((((angle / (2 * Math.PI)) % 1) + 1) % 1) * STEPS
    const i = Math.floor(at)
    const s = at - i
    const q = table[i]
    const r = table[i + 1 < STEPS ? i + 1 : 0]
    if (q === 0 && r === 0) return 0
    const p = table[i > 0 ? i - 1 : STEPS - 1]
    const u = table[i + 2 < STEPS ? i + 2 : i + 2 - STEPS]
    const [a, b, c] = [0.5 * (r - p), 0.5 * (2 * p - 5 * q + 4 * r - u), 0.5 * (3 * (q - r) + u - p)]
    const value = q + s * (a + s * (b + s * c))
    if (value < 0) return 0
    return steep ? ((a + s * (2 * b + 3 * s * c)) * STEPS) / (2 * Math.PI) : value
  }
  const cornersRad: number[] = []
  for (let k = 0; k < STEPS; k++) {
    const next = table[(k + 1) % STEPS]
    if (table[k] > 0 !== next > 0) cornersRad.push((2 * Math.PI * (table[k] > 0 ? k + 1 : k)) / STEPS)
  }
  return { areaM2: (angle) => look(angle, false), slopeM2: (angle) => look(angle, true), cornersRad }
}

/** What a chamber has of a port. */
export function portOpening(t: Trochoid, flank: Flank, port: RotorPort): PortOpening {
  const { coverRadiusM } = port
  if (coverRadiusM === null) return wallOpening(t, port)
  // its table takes longer than all else of an engine's network, and hangs on these alone
  const { eccentricityM, radiusM } = t
  const key = [eccentricityM, radiusM, flank.centreM, flank.radiusM, port.angleRad, port.diameterM, coverRadiusM].join()
  let known = tabled.get(key)
  if (!known) {
    known = coverOpening(t, flank, port, coverRadiusM)
    if (tabled.size >= MOST_TABLED) tabled.delete(tabled.keys().next().value!)
    tabled.set(key, known)
  }
  return known
}

/** Tables of the last holes that were asked for. */
const tabled = new Map<string, PortOpening>()
const MOST_TABLED = 8
