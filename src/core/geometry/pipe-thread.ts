import type { Point } from './point'

/** What the air comes in by: barbs for a hose, or a pipe thread inside for a fitting that is bought. */
export const CONNECTIONS = ['barbs', 'g-thread', 'npt-thread'] as const
export type Connection = (typeof CONNECTIONS)[number]

/** A pipe thread inside a socket, mm. */
export interface PipeThread {
  /** As it is ordered: G 1/4, 1/4 NPT. */
  readonly size: string
  readonly pitch: number
  /** Pitch diameter at the socket's mouth; how much narrower it is a millimetre further in. */
  readonly pitchDiameter: number
  readonly taper: number
  /** From the thread's root to its crest, and the flat at each, along the axis. */
  readonly height: number
  readonly flat: number
  /** Depth of full thread. */
  readonly depth: number
  /** What a fitting of this size lets through. Common practice, no source. */
  readonly through: number
}

const INCH = 25.4

/**
 * Parallel pipe threads, ISO 228-1: major diameter in mm and threads an inch. Depth of full thread after ISO 1179-1,
 * from memory.
 */
const G: readonly (readonly [size: string, major: number, tpi: number, depth: number, through: number])[] = [
  ['1/8', 9.728, 28, 8, 5],
  ['1/4', 13.157, 19, 12, 8],
  ['3/8', 16.662, 19, 12, 11],
  ['1/2', 20.955, 14, 14, 15],
  ['3/4', 26.441, 14, 16, 20],
  ['1', 33.249, 11, 18, 26],
]

/**
 * Taper pipe threads, ASME B1.20.1: outer diameter of the pipe and hand-tight engagement in inches, threads an inch.
 */
const NPT: readonly (readonly [size: string, pipe: number, tpi: number, handTight: number, through: number])[] = [
  ['1/8', 0.405, 27, 0.1615, 5],
  ['1/4', 0.54, 18, 0.2278, 8],
  ['3/8', 0.675, 18, 0.24, 11],
  ['1/2', 0.84, 14, 0.32, 15],
  ['3/4', 1.05, 14, 0.339, 20],
  ['1', 1.315, 11.5, 0.4, 26],
]

/**
 * The profile of a Whitworth thread is 0.640327 of its pitch high, its flanks at 55° (ISO 228-1). Crests are drawn
 * flat, a sixth of the pitch, where the standard rounds them.
 */
const parallel = ([size, major, tpi, depth, through]: (typeof G)[number]): PipeThread => {
  const pitch = INCH / tpi
  const height = 0.640327 * pitch
  return { size: `G ${size}`, pitch, pitchDiameter: major - height, taper: 0, height, flat: pitch / 6, depth, through }
}

/**
 * ASME B1.20.1: pitch diameter at the small end D - (0.05 D + 1.1) p, a taper of 1 in 16, 60°, height 0.8 p; effective
 * thread (0.8 D + 6.8) p.
 */
const taper = ([size, pipe, tpi, handTight, through]: (typeof NPT)[number]): PipeThread => {
  const pitch = INCH / tpi
  const small = (pipe - (0.05 * pipe + 1.1) / tpi) * INCH
  const height = 0.8 * pitch
  return {
    size: `${size} NPT`,
    pitch,
    pitchDiameter: small + (handTight * INCH) / 16,
    taper: 1 / 16,
    height,
    flat: pitch / 2 - height * Math.tan(Math.PI / 6),
    depth: (0.8 * pipe + 6.8) * pitch,
    through,
  }
}

const THREADS: Readonly<Record<Exclude<Connection, 'barbs'>, readonly PipeThread[]>> = {
  'g-thread': G.map(parallel),
  'npt-thread': NPT.map(taper),
}

/**
 * The smallest thread whose fitting lets as much through as a bore, mm; null where barbs are wanted, or none is large
 * enough.
 */
export const threadFor = (connection: Connection, boreMm: number): PipeThread | null =>
  connection === 'barbs' ? null : (THREADS[connection].find((t) => t.through >= boreMm - 1e-6) ?? null)

/** Radius of the thread's root, the widest of it, at its mouth, mm. */
export const threadRoot = (t: PipeThread): number => (t.pitchDiameter + t.height) / 2

/**
 * One turn of the thread along its axis, as (height from the turn's beginning, radius over the pitch line), mm: inwards
 * flat, flank, outwards flat, flank.
 */
export const threadTurn = ({ pitch, height, flat }: PipeThread): readonly Point[] => [
  [0, -height / 2],
  [flat, -height / 2],
  [pitch / 2, height / 2],
  [pitch / 2 + flat, height / 2],
]
