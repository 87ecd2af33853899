/** A load cell with what stands on it: it rings at a frequency, and dies away. */
export interface Ring {
  readonly frequencyHz: number
  /** Of critical damping. */
  readonly dampingRatio: number
}

/** Numbers of the closed form for a push of tau^k: what it settles to from the lowest power up, and its ring. */
function closedForm(k: number, { frequencyHz, dampingRatio: zeta }: Ring) {
  const w = 2 * Math.PI * frequencyHz
  // what it settles to is a polynomial of the push's degree: its coefficients from the highest down
  const follows = new Array<number>(k + 3).fill(0)
  follows[k] = 1
  for (let j = k - 1; j >= 0; j--)
    follows[j] = ((-2 * zeta) / w) * (j + 1) * follows[j + 1] - ((j + 2) * (j + 1) * follows[j + 2]) / (w * w)
  const a = -follows[0]
  return { follows, a, b: (zeta * w * a - follows[1]) / (w * Math.sqrt(1 - zeta * zeta)) }
}

/**
 * What a stand at rest reads after pushes of tau^0 up to tau^degree began, a column each: the push itself behind its
 * lag, and its ring; 0 before it. Closed form of x'' + 2 zeta w x' + w^2 x = w^2 tau^k from rest, damping below
 * critical. A stiff stand (null) reads the push itself.
 */
export function standColumns(degree: number, tauS: readonly number[], ring: Ring | null): Float64Array[] {
  const columns = Array.from({ length: degree + 1 }, () => new Float64Array(tauS.length))
  const forms = ring && columns.map((_, k) => closedForm(k, ring))
  const w = ring ? 2 * Math.PI * ring.frequencyHz : 0
  const [dies, turns] = ring
    ? [ring.dampingRatio * w, w * Math.sqrt(1 - ring.dampingRatio * ring.dampingRatio)]
    : [0, 0]
  tauS.forEach((t, i) => {
    if (t <= 0) return
    if (!forms) {
      for (let k = 0, power = 1; k <= degree; k++, power *= t) columns[k][i] = power
      return
    }
    const left = Math.exp(-dies * t)
    const [cosine, sine] = [left * Math.cos(turns * t), left * Math.sin(turns * t)]
    for (let k = 0; k <= degree; k++) {
      const { follows, a, b } = forms[k]
      let settled = 0
      for (let j = k; j >= 0; j--) settled = settled * t + follows[j]
      columns[k][i] = settled + a * cosine + b * sine
    }
  })
  return columns
}

/** What a stand at rest reads at a time after a push of tau^k began: one number of `standColumns`. */
export const standReads = (k: number, tauS: number, ring: Ring): number => standColumns(k, [tauS], ring)[k][0]

/**
 * Where a stand at rest stands at 0, step, 2 step, … under a force that goes straight from each to the next, and how
 * fast it moves there. Exact: closed form of x'' + 2 zeta w x' + w^2 x = w^2 f over each step, damping below critical.
 */
export function standFollows(
  force: Float64Array,
  stepS: number,
  { frequencyHz, dampingRatio: zeta }: Ring,
): { readonly place: Float64Array; readonly speed: Float64Array } {
  const w = 2 * Math.PI * frequencyHz
  const turns = w * Math.sqrt(1 - zeta * zeta)
  const left = Math.exp(-zeta * w * stepS)
  const [cosine, sine] = [left * Math.cos(turns * stepS), left * Math.sin(turns * stepS)]
  const [place, speed] = [new Float64Array(force.length), new Float64Array(force.length)]
  for (let i = 0; i + 1 < force.length; i++) {
    const slope = (force[i + 1] - force[i]) / stepS
    // it follows a straight force by a lag; what it is off from there swings out
    const lag = (2 * zeta * slope) / w
    const [off, drifts] = [place[i] - (force[i] - lag), speed[i] - slope]
    const b = (drifts + zeta * w * off) / turns
    place[i + 1] = force[i + 1] - lag + off * cosine + b * sine
    speed[i + 1] = slope + (b * turns - zeta * w * off) * cosine - (off * turns + zeta * w * b) * sine
  }
  return { place, speed }
}
