import { airSide, type PredictionInput } from '../prediction'

/** State of the air at the nozzle, as a search asks for it. */
export interface AirState {
  readonly pressurePaAbs: number
  readonly temperatureK: number
  readonly keepsUp: boolean
}

/** The air at the nozzle over effective area. */
export type AirTable = (areaFactorM2: number) => AirState

/** Effective area times a constant: what an air table is asked with. */
export const tableArea = (input: PredictionInput): number =>
  input.nozzle.count * input.nozzle.throatDiameterM ** 2 * input.coefficients.discharge.value

interface Row extends AirState {
  /** Logarithm of the area. */
  readonly x: number
}

/** Three rows, evenly spaced: the air between their ends is the parabola through them. */
type Stretch = readonly [from: Row, middle: Row, to: Row]

/** What a parabola may be off a quarter of its way, of gauge pressure and of temperature. */
const MISS = 2e-4
/**
 * Stretches that a table begins with, and the narrowest one is cut to, in logarithms of area: where the supply stops
 * keeping up.
 */
const BEGINS = 8
const ENDS = 1e-6

/** Value at t, -1 to 1, of the parabola through three evenly spaced values. */
const parabola = (a: number, b: number, c: number, t: number): number => b + (t * (c - a + t * (a + c - 2 * b))) / 2

/**
 * The air side as a table over nozzle area: of all that a search moves, only the throat's area, count, discharge and
 * share change it.
 * Parabolas over the logarithm of the area, cut finer until a quarter of the way lies on them; the very area where the
 * supply stops keeping up stands in the table on both sides,
 * so that no design is refused for its neighbour's sake. Error: 0.03 % of gauge pressure.
 */
export function airTable(input: PredictionInput, areas: readonly [number, number]): AirTable {
  const base = tableArea(input)
  const pa = input.ambient.absolutePressurePa
  const [low, high] = [Math.log(areas[0]), Math.log(Math.max(areas[1], areas[0] * 1.001))]
  const plain: PredictionInput = { ...input, nozzle: { ...input.nozzle, form: { kind: 'round' } } }
  const rowAt = (x: number): Row => {
    const air = airSide({ ...plain, flowShare: Math.exp(x) / base })
    return {
      x,
      pressurePaAbs: air.nozzlePressurePaAbs,
      temperatureK: air.temperatureK,
      keepsUp: air.sustained?.keepsUp ?? !air.droppedOut,
    }
  }
  const half = (a: Row, b: Row) => rowAt((a.x + b.x) / 2)
  const cut = (stretch: Stretch): Stretch[] => {
    const [from, middle, to] = stretch
    if (to.x - from.x < ENDS) return [stretch]
    const quarter = half(from, middle)
    const on = (of: (row: Row) => number, scale: number) =>
      Math.abs(of(quarter) - parabola(of(from), of(middle), of(to), -0.5)) <= MISS * scale
    const close =
      from.keepsUp === to.keepsUp &&
      middle.keepsUp === to.keepsUp &&
      on((r) => r.pressurePaAbs, quarter.pressurePaAbs - pa) &&
      on((r) => r.temperatureK, quarter.temperatureK)
    return close ? [stretch] : [...cut([from, quarter, middle]), ...cut([middle, half(middle, to), to])]
  }
  const stretches: Stretch[] = []
  let last = rowAt(low)
  for (let i = 1; i <= BEGINS; i++) {
    const next = rowAt(low + ((high - low) * i) / BEGINS)
    stretches.push(...cut([last, half(last, next), next]))
    last = next
  }
  return (area) => {
    const x = Math.min(high, Math.max(low, Math.log(area)))
    let [i, j] = [0, stretches.length]
    while (j - i > 1) {
      const middle = (i + j) >> 1
      if (stretches[middle][0].x <= x) i = middle
      else j = middle
    }
    const [a, b, c] = stretches[i]
    const t = (2 * (x - b.x)) / (c.x - a.x)
    return {
      pressurePaAbs: parabola(a.pressurePaAbs, b.pressurePaAbs, c.pressurePaAbs, t),
      temperatureK: parabola(a.temperatureK, b.temperatureK, c.temperatureK, t),
      keepsUp: t < 1 ? a.keepsUp : c.keepsUp,
    }
  }
}
