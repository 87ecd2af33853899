import type { Measured } from '../../statistics'

/** How a rotor's marks seem to move in a film, by the eye. */
export interface FrameReading {
  readonly framesPerSecond: number
  /**
   * Frames in which one mark, followed from each frame to the next, seems to go all the way round: of `marks` alike as
   * many times those after which the picture is the same again.
   */
  readonly framesPerTurn: number
  /** Standard uncertainty of that count. */
  readonly framesUncertainty: number
}

/** A speed that would look like that. */
export interface FrameCandidate {
  readonly speed: Measured
  /** Turns of the marks' pattern between two frames that nobody sees; below nothing where it seems to run backwards. */
  readonly hidden: number
  readonly backwards: boolean
  /** Greatest difference to the other readings, in standard uncertainties; 0 with one reading. */
  readonly apart: number
}

/** Two readings agree within so many standard uncertainties. */
const AGREES = 3

/**
 * Speeds that a film could show: with `marks` alike in a turn the pattern repeats every 1/marks of a turn, and from
 * frame to frame any whole number of patterns is unseen, either way round.
 * apparent = framesPerSecond / framesPerTurn turns a second; true = (± apparent · marks + n · framesPerSecond) / marks.
 * With a second reading at another rate only those stand that both could show. Least speed first.
 * Source: sampling theorem, closed form.
 */
export function frameCandidates(
  readings: readonly FrameReading[],
  marks: number,
  fromRadPerS: number,
  toRadPerS: number,
): FrameCandidate[] {
  const turn = 2 * Math.PI
  const of = ({ framesPerSecond: fps, framesPerTurn, framesUncertainty }: FrameReading): FrameCandidate[] => {
    const apparent = fps / framesPerTurn
    const u = (apparent * framesUncertainty) / framesPerTurn
    const found: FrameCandidate[] = []
    const most = Math.ceil(((toRadPerS / turn + apparent) * marks) / fps)
    for (let hidden = -1; hidden <= most; hidden++)
      for (const backwards of [false, true]) {
        const perS = (backwards ? -apparent : apparent) + (hidden * fps) / marks
        const speed = turn * perS
        if (speed < fromRadPerS || speed > toRadPerS || perS <= 0) continue
        found.push({
          speed: { value: speed, standardUncertainty: turn * u, unit: 'rad/s' },
          hidden,
          backwards,
          apart: 0,
        })
      }
    return found
  }
  const [first, ...others] = readings.map(of)
  if (!first) return []
  return first
    .map((c) => ({
      ...c,
      apart: Math.max(
        0,
        ...others.map((list) =>
          Math.min(
            Infinity,
            ...list.map(
              (o) =>
                Math.abs(o.speed.value - c.speed.value) /
                Math.hypot(o.speed.standardUncertainty, c.speed.standardUncertainty, 1e-9),
            ),
          ),
        ),
      ),
    }))
    .filter((c) => c.apart < AGREES)
    .toSorted((a, b) => a.speed.value - b.speed.value)
}
